import { fail, redirect, type Cookies } from '@sveltejs/kit';
import * as Type from '@sinclair/typebox';
import { HanzaError, parse } from '@hanza/core';
import { visitor } from '$lib/server/http.js';
import {
	demoPeople,
	demoPerson,
	KNOWN_COOKIE,
	openSession,
	rememberBrowser,
	SESSION_COOKIE,
	signIn,
	TooManyTries
} from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

type Person = NonNullable<App.Locals['person']>;
/** Where everybody begins. */
const HOME = '/today';
const KNOWN_SECONDS = 365 * 86_400;

async function enter(cookies: Cookies, url: URL, person: Person): Promise<never> {
	const { token, expiresAt } = await visitor((db) => openSession(db, person.id));
	cookies.set(SESSION_COOKIE, token, {
		path: '/',
		httpOnly: true,
		sameSite: 'lax',
		secure: url.protocol === 'https:',
		expires: expiresAt
	});
	const known = await visitor((db) => rememberBrowser(db, person.id, cookies.get(KNOWN_COOKIE)));
	cookies.set(KNOWN_COOKIE, known, {
		path: '/',
		httpOnly: true,
		sameSite: 'lax',
		secure: url.protocol === 'https:',
		maxAge: KNOWN_SECONDS
	});
	redirect(303, HOME);
}

export const load: PageServerLoad = async ({ locals }) => {
	if (locals.person) redirect(303, HOME);
	return { demo: await visitor(demoPeople) };
};

const Credentials = Type.Object({
	login: Type.String({ minLength: 1, maxLength: 80 }),
	password: Type.String({ minLength: 1, maxLength: 200 })
});

export const actions: Actions = {
	signIn: async ({ request, cookies, url, getClientAddress }) => {
		const form = Object.fromEntries(await request.formData());
		const login = String(form.login ?? '')
			.trim()
			.toLowerCase();
		let person: Person | null;
		try {
			const credentials = parse(Credentials, { login, password: form.password });
			person = await visitor((db) =>
				signIn(db, credentials.login, credentials.password, getClientAddress(), cookies.get(KNOWN_COOKIE))
			);
		} catch (error) {
			if (error instanceof TooManyTries) return fail(429, { login, message: error.message });
			if (error instanceof HanzaError)
				return fail(400, { login, message: 'Enter your name and your password.' });
			throw error;
		}
		if (!person) return fail(401, { login, message: 'Name and password do not belong together.' });
		return enter(cookies, url, person);
	},
	demo: async ({ request, cookies, url }) => {
		const id = String((await request.formData()).get('person') ?? '');
		const person = await visitor((db) => demoPerson(db, id));
		if (!person) return fail(404, { login: '', message: 'There is no such choice here.' });
		return enter(cookies, url, person);
	}
};
