import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db.js';
import { acknowledgeCommand } from '$lib/server/data/index.js';
import { found, notFound, requireCaller } from '$lib/server/guard.js';
import { ownAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** The cockpit has done what was ordered; saying so twice is no error. */
export const PUT: RequestHandler = async ({ locals, params }) => {
	const person = requireCaller(locals);
	const db = database();
	const { id } = found(await ownAttempt(db, person, params.id));
	if (!/^\d{1,15}$/.test(params.command)) notFound();
	await acknowledgeCommand(db, id, params.command);
	return json({ taken: params.command });
};
