import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { markDrill } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** A round's answers, marked again here; the same sent twice is kept once. */
export const POST: RequestHandler = route(API.markRound, ({ db, person, params, body, url }) =>
	markDrill(db, person, params.id!, url.searchParams.get('aircraft') ?? '', body)
);
