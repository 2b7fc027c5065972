import { fail, redirect } from '@sveltejs/kit';
import * as Type from '@sinclair/typebox';
import { HanzaError, parse } from '@hanza/core';
import { enter, HOME } from '$lib/server/enter.js';
import { textsOf } from '$lib/server/forms.js';
import { orRefused, visitor } from '$lib/server/http.js';
import {
	askPasskey,
	demoPeople,
	demoPerson,
	isMailOn,
	KNOWN_COOKIE,
	nobodyHere,
	signIn,
	signInByPasskey,
	TooManyTries
} from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

type Person = NonNullable<App.Locals['person']>;

export const load: PageServerLoad = async ({ locals }) => {
	if (locals.person) redirect(303, HOME);
	if (await visitor(nobodyHere)) redirect(303, '/first');
	return { demo: await visitor(demoPeople), mails: isMailOn() };
};

/** Letters of what a browser answers. */
const MOST_ANSWER = 20_000;

const Credentials = Type.Object({
	login: Type.String({ minLength: 1, maxLength: 80 }),
	password: Type.String({ minLength: 1, maxLength: 200 })
});

export const actions: Actions = {
	signIn: async (event) => {
		const { request, cookies, getClientAddress } = event;
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
		return enter(event, person);
	},
	passkeyAsked: async ({ url, getClientAddress }) => {
		try {
			return await visitor((db) => askPasskey(db, url.origin, getClientAddress()));
		} catch (error) {
			if (error instanceof TooManyTries) return fail(429, { login: '', message: error.message });
			throw error;
		}
	},
	passkey: async (event) => {
		const { challengeId = '', answer = '' } = textsOf(await event.request.formData());
		const person =
			answer.length > MOST_ANSWER
				? null
				: await orRefused(
						() => visitor((db) => signInByPasskey(db, event.url.origin, { challengeId, answer })),
						() => ({})
					);
		if (!person || !('id' in person))
			return fail(401, { login: '', message: 'This passkey opens nothing here.' });
		return enter(event, person);
	},
	demo: async (event) => {
		const { request } = event;
		const id = String((await request.formData()).get('person') ?? '');
		const person = await visitor((db) => demoPerson(db, id));
		if (!person) return fail(404, { login: '', message: 'There is no such choice here.' });
		return enter(event, person);
	}
};
