import { database } from '$lib/server/db.js';
import { isUpToDate } from '$lib/server/data/index.js';
import type { RequestHandler } from './$types';

/** Ready: the database is reached, and in the form that this version needs. */
export const GET: RequestHandler = async () => {
	try {
		return (await isUpToDate(database()))
			? new Response('ready\n')
			: new Response('the database is not up to date\n', { status: 503 });
	} catch {
		return new Response('the database is not reached\n', { status: 503 });
	}
};
