import { redirect } from '@sveltejs/kit';
import { visitor } from '$lib/server/http.js';
import { closeSession, SESSION_COOKIE } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** Signs out. */
export const POST: RequestHandler = async ({ cookies }) => {
	const token = cookies.get(SESSION_COOKIE);
	if (token) await visitor((db) => closeSession(db, token));
	cookies.delete(SESSION_COOKIE, { path: '/' });
	redirect(303, '/');
};
