import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { recordingBytes } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** The recording of a flight, or what there is of one in progress. */
export const GET: RequestHandler = route(API.recording, async ({ db, person, params }) => {
	const { bytes, compressed } = await recordingBytes(db, person, params.id!);
	return new Response(new Uint8Array(bytes), {
		headers: {
			'Content-Type': 'application/octet-stream',
			'Cache-Control': 'private, no-store',
			...(compressed ? { 'Content-Encoding': 'gzip' } : {})
		}
	});
});
