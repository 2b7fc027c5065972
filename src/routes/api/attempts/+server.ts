import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { beginAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** Begins a flight of a task that was set for the caller. */
export const POST: RequestHandler = route(API.beginAttempt, async ({ db, person, body }) => ({
	id: await beginAttempt(db, person, body)
}));
