import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { repositionAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** Begins a flight of its own elsewhere, with the rest of the card; what was flown stays. */
export const POST: RequestHandler = route(API.repositionAttempt, async ({ db, person, params, body }) => ({
	id: await repositionAttempt(db, person, params.id!, body)
}));
