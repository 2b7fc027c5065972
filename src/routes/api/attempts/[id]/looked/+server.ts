import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { lookAt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** The instructor has looked at a flight. */
export const PUT: RequestHandler = route(API.lookAtAttempt, async ({ db, person, params }) => {
	await lookAt(db, person, params.id!);
	return { kept: true };
});
