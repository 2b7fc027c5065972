import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { holdFlight } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** The device of the caller's own flight takes hold of it, or goes on holding it. */
export const POST: RequestHandler = route(API.holdAttempt, ({ db, person, params, body }) =>
	holdFlight(db, person, params.id!, body)
);
