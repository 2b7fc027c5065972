import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { liveAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** A student's flight as it is at the moment, for the instructor. */
export const GET: RequestHandler = route(API.live, ({ db, person, params }) =>
	liveAttempt(db, person, params.id!)
);
