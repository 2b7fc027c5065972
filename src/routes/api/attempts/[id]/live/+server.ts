import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db.js';
import { found, notFound, requireCaller } from '$lib/server/guard.js';
import { liveView, visibleAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** A student's flight as it is at the moment, for the instructor. */
export const GET: RequestHandler = async ({ locals, params }) => {
	const person = requireCaller(locals);
	const db = database();
	if (person.role !== 'instructor') notFound();
	return json(await liveView(db, found(await visibleAttempt(db, person, params.id))));
};
