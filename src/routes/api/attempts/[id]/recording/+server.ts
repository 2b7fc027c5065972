import { encodeChunk } from '@hanza/core';
import { database } from '$lib/server/db.js';
import { found, requireCaller } from '$lib/server/guard.js';
import { compressedRecording, trackOf, visibleAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** The recording of a flight, or what there is of one in progress. */
export const GET: RequestHandler = async ({ locals, params }) => {
	const person = requireCaller(locals);
	const db = database();
	const attempt = found(await visibleAttempt(db, person, params.id));
	const headers = { 'Content-Type': 'application/octet-stream', 'Cache-Control': 'private, no-store' };
	const stored = await compressedRecording(db, attempt);
	if (stored)
		return new Response(new Uint8Array(stored), { headers: { ...headers, 'Content-Encoding': 'gzip' } });
	return new Response(encodeChunk({ first: 0, track: await trackOf(db, attempt) }), { headers });
};
