import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { attemptState } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** Where the caller's own unfinished flight was when its last chunk arrived. */
export const GET: RequestHandler = route(API.attemptState, ({ db, person, params }) =>
	attemptState(db, person, params.id!)
);
