import { redirect, type RequestEvent } from '@sveltejs/kit';
import { visitor } from './http.js';
import { KNOWN_COOKIE, openSession, rememberBrowser, SESSION_COOKIE } from './services/index.js';

/** Where everybody begins. */
export const HOME = '/today';
const KNOWN_SECONDS = 365 * 86_400;

/** Signs a person in on this browser, and leads to where everybody begins. */
export async function enter({ cookies, url, request }: RequestEvent, person: { id: string }): Promise<never> {
	const { token, expiresAt } = await visitor((db) =>
		openSession(db, person.id, request.headers.get('user-agent') ?? '')
	);
	const kept = { path: '/', httpOnly: true, sameSite: 'lax', secure: url.protocol === 'https:' } as const;
	cookies.set(SESSION_COOKIE, token, { ...kept, expires: expiresAt });
	const known = await visitor((db) => rememberBrowser(db, person.id, cookies.get(KNOWN_COOKIE)));
	cookies.set(KNOWN_COOKIE, known, { ...kept, maxAge: KNOWN_SECONDS });
	redirect(303, HOME);
}
