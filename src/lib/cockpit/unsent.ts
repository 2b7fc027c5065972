import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { parse } from '@hanza/core';
import { API } from '$lib/contracts/api.js';
import { call } from '$lib/contracts/client.js';
import { deviceName } from './device.js';
import { sendChunk } from './send-chunk.js';
import { Shelf, type Waiting } from './shelf.js';

/** What of one flight waits in this browser. */
export interface Unsent {
	attempt: string;
	chunks: Waiting[];
	/** Why it was not taken, where that was said. */
	reason: string | null;
}

/** What a person has flown on this browser and the server has not acknowledged, by flight. */
export async function unsentOf(person: string): Promise<Unsent[]> {
	const shelf = await Shelf.open();
	const by = new Map<string, Waiting[]>();
	for (const chunk of await shelf.ofPerson(person))
		by.set(chunk.attempt, [...(by.get(chunk.attempt) ?? []), chunk]);
	shelf.close();
	return [...by].map(([attempt, chunks]) => ({
		attempt,
		chunks,
		reason: chunks.find(({ refused }) => refused)?.refused ?? null
	}));
}

/** Sends what waits of a flight, in order, as far as it is taken. @returns why it went no further; null when all is there. */
export async function sendUnsent({ attempt, chunks }: Unsent): Promise<string | null> {
	const device = await deviceName();
	const shelf = await Shelf.open();
	try {
		// Somebody asks for it: a tab that was closed, and holds the flight for a moment yet, does not keep it.
		await call(API.holdAttempt, { device, takeOver: true }, { params: { id: attempt } });
		for (const chunk of chunks) {
			await sendChunk(chunk, device);
			await shelf.remove(chunk);
		}
		return null;
	} catch (error) {
		return error instanceof Error ? error.message : 'The server does not take it.';
	} finally {
		shelf.close();
	}
}

const closed = { additionalProperties: false } as const;
/** What waits of a flight as a file, to be handed in later or elsewhere. */
export const UnsentFile = Type.Object(
	{
		format: Type.Literal('hanza-unsent-flight'),
		version: Type.Literal(1),
		attempt: Type.String({ pattern: '^[0-9a-f-]{36}$' }),
		chunks: Type.Array(
			Type.Object(
				{
					seq: Type.Integer({ minimum: 0, maximum: 1_000_000 }),
					base64: Type.String({ maxLength: 700_000, pattern: '^[A-Za-z0-9+/]*={0,2}$' })
				},
				closed
			),
			{ minItems: 1, maxItems: 50_000 }
		)
	},
	closed
);

export function fileOf({ attempt, chunks }: Unsent): Static<typeof UnsentFile> {
	const base64 = (body: ArrayBuffer): string =>
		btoa(Array.from(new Uint8Array(body), (byte) => String.fromCharCode(byte)).join(''));
	return {
		format: 'hanza-unsent-flight',
		version: 1,
		attempt,
		chunks: chunks.map(({ seq, body }) => ({ seq, base64: base64(body) }))
	};
}

/** A file as it was saved, to be sent. @throws HanzaError where it is none. */
export function unsentOfFile(text: string): Unsent {
	let value: unknown;
	try {
		value = JSON.parse(text);
	} catch {
		value = null;
	}
	const { attempt, chunks } = parse(UnsentFile, value, '/file');
	const bytes = (base64: string): ArrayBuffer =>
		Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0)).buffer;
	return {
		attempt,
		chunks: chunks.map(({ seq, base64 }) => ({ attempt, seq, body: bytes(base64) })),
		reason: null
	};
}
