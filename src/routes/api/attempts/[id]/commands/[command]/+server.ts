import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { commandDone } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** The cockpit has done what was asked; saying so twice is no error. */
export const PUT: RequestHandler = route(API.acknowledgeCommand, async ({ db, person, params }) => {
	await commandDone(db, person, params.id!, params.command!);
	return { taken: params.command! };
});
