import { API } from '$lib/contracts/api.js';
import { call, CallError } from '$lib/contracts/client.js';
import type { Waiting } from './shelf.js';

/** The server will not take it, whatever is tried. The message is fit to be shown. */
export class RefusedError extends Error {
	override name = 'RefusedError';
}
/** The server does not take it from whoever is signed in now. The message is fit to be shown. */
export class StrangerError extends Error {
	override name = 'StrangerError';
}

const SEND_TIMEOUT_MS = 10_000;
/** The flight has ended, another part is in its place, or it is none: nothing that waiting would change. */
const FINAL = [400, 409, 413];

/**
 * Sends a chunk. Resolves only when the server has acknowledged that very chunk of that very flight.
 * @throws RefusedError, StrangerError, and CallError where the server is away.
 */
export async function sendChunk({ attempt, seq, body }: Waiting, device: string): Promise<void> {
	try {
		const kept = await call(API.saveChunk, body, {
			params: { id: attempt, seq: String(seq) },
			query: { device },
			timeoutMs: SEND_TIMEOUT_MS
		});
		if (kept.kept !== seq || kept.attempt !== attempt) throw new CallError(null, null);
	} catch (error) {
		if (!(error instanceof CallError) || error.status === null) throw error;
		if (FINAL.includes(error.status)) throw new RefusedError(error.reason ?? 'The server does not take it.');
		if (error.status === 401) throw new StrangerError('Nobody is signed in on this browser any more.');
		if (error.status === 404)
			throw new StrangerError('Somebody else is signed in on this browser now, or the flight is gone.');
		throw error;
	}
}
