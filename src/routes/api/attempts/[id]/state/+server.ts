import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db.js';
import { lastSeq } from '$lib/server/data/index.js';
import { found, requireCaller } from '$lib/server/guard.js';
import { ownAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** Where the caller's own unfinished flight was when its last chunk arrived. */
export const GET: RequestHandler = async ({ locals, params }) => {
	const person = requireCaller(locals);
	const db = database();
	const { id, resume } = found(await ownAttempt(db, person, params.id));
	return json({ resume, nextSeq: (await lastSeq(db, id)) + 1 });
};
