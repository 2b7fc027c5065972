import { visitor } from '$lib/server/http.js';
import { whyNotReady } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** Ready: the database is reached, and in the form that this version needs. */
export const GET: RequestHandler = async () => {
	const why = await visitor(whyNotReady);
	return why ? new Response(`${why}\n`, { status: 503 }) : new Response('ready\n');
};
