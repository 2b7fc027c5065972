import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { endAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** Ends the caller's own flight and grades it. */
export const POST: RequestHandler = route(API.endAttempt, async ({ db, person, params, body }) => ({
	outcome: await endAttempt(db, person, params.id!, body.status)
}));
