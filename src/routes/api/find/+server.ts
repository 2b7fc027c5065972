import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db.js';
import { requireCaller } from '$lib/server/guard.js';
import { findable } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** What the caller can go to by name. */
export const GET: RequestHandler = async ({ locals }) =>
	json(await findable(database(), requireCaller(locals)));
