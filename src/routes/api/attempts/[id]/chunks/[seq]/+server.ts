import { error, json } from '@sveltejs/kit';
import { database } from '$lib/server/db.js';
import { found, notFound, readingInput, requireCaller } from '$lib/server/guard.js';
import { saveChunk, ownAttempt, splitChunkBody } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

const MOST_BYTES = 512 * 1024;

/** Keeps a chunk of the caller's own flight; the same chunk twice is no error. */
export const PUT: RequestHandler = async ({ locals, params, request }) => {
	const person = requireCaller(locals);
	const db = database();
	const attempt = found(await ownAttempt(db, person, params.id));
	const seq = Number(params.seq);
	if (!Number.isInteger(seq) || seq < 0 || seq > 1_000_000) notFound();
	const bytes = new Uint8Array(await request.arrayBuffer());
	if (bytes.length > MOST_BYTES) error(413, `A chunk may have ${MOST_BYTES} bytes.`);
	const kept = await readingInput(() => {
		const { resume, looks, chunk } = splitChunkBody(bytes);
		return saveChunk(db, attempt, seq, chunk, resume, looks);
	});
	if (!kept) error(409, 'This flight has ended.');
	return json({ kept: seq });
};
