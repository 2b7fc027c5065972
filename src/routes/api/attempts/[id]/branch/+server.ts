import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { branchAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** Begins a flight of its own from an earlier moment of the caller's flight; what was flown stays. */
export const POST: RequestHandler = route(API.branchAttempt, async ({ db, person, params, body }) => ({
	id: await branchAttempt(db, person, params.id!, body.samples, body.state)
}));
