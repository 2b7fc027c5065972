import * as Type from '@sinclair/typebox';
import { redirect } from '@sveltejs/kit';
import { HOME } from '$lib/server/enter.js';
import { readForm, refusedForm, textsOf } from '$lib/server/forms.js';
import { action, orRefused, page, placeOf } from '$lib/server/http.js';
import {
	accountPage,
	Address,
	changeAddress,
	changeOver,
	changePassword,
	dropPasskey,
	keepPasskey,
	newPasskey,
	NewPassword,
	SESSION_COOKIE,
	signOutElsewhere,
	TooManyTries
} from '$lib/server/services/index.js';
import type { Actions, PageServerLoad, RequestEvent } from './$types';

const tokenOf = ({ cookies }: Pick<RequestEvent, 'cookies'>): string => cookies.get(SESSION_COOKIE) ?? '';

export const load: PageServerLoad = (event) =>
	page(event, null, ({ db, person }) => accountPage(db, person, tokenOf(event)));

const Change = Type.Composite([
	NewPassword,
	Type.Object({ before: Type.String({ minLength: 1, maxLength: 200, description: 'your password of now' }) })
]);

const NewKey = Type.Object({
	challengeId: Type.String({ maxLength: 64 }),
	answer: Type.String({ minLength: 2, maxLength: 20_000 }),
	name: Type.String({ minLength: 1, maxLength: 60, description: 'a name' })
});
const saidOfKey = (message: string) =>
	refusedForm({}, { passkey: message.replace('/passkey', 'The passkey') }).data;

export const actions: Actions = {
	password: (event) =>
		action(event, null, async ({ db, person }) => {
			const form = readForm(await event.request.formData(), Change);
			// A password is never sent back.
			if (!form.ok) return refusedForm({}, form.refused.data.errors);
			try {
				const refused = await orRefused(
					() => changePassword(db, person, tokenOf(event), form.value),
					(message, refusal) =>
						refusedForm({}, { [placeOf(refusal) ?? 'before']: message.replace(/^\/\S+ /, '') }).data
				);
				return refused ?? { changed: true };
			} catch (error) {
				if (error instanceof TooManyTries) return refusedForm({}, {}, error.message);
				throw error;
			}
		}),
	over: (event) =>
		action(event, null, async ({ db, person }) => {
			await changeOver(db, person, tokenOf(event));
			redirect(303, HOME);
		}),
	address: (event) =>
		action(event, null, async ({ db, person }) => {
			const form = readForm(await event.request.formData(), Type.Object({ email: Address }));
			if (!form.ok) return form.refused;
			const refused = await orRefused(
				() => changeAddress(db, person, form.value.email),
				(message) => refusedForm(form.entered, { email: message.replace(/^\/\S+ /, '') }).data
			);
			return refused ?? { kept: true };
		}),
	newKey: (event) =>
		action(event, null, ({ db, person }) =>
			orRefused(() => newPasskey(db, person, event.url.origin), saidOfKey)
		),
	keepKey: (event) =>
		action(event, null, async ({ db, person }) => {
			const form = readForm(await event.request.formData(), NewKey);
			if (!form.ok) return form.refused;
			return orRefused(() => keepPasskey(db, person, event.url.origin, form.value), saidOfKey);
		}),
	dropKey: (event) =>
		action(event, null, async ({ db, person }) =>
			dropPasskey(db, person, textsOf(await event.request.formData()).key ?? '')
		),
	leave: (event) =>
		action(event, null, async ({ db, person }) => {
			const { device = '' } = textsOf(await event.request.formData());
			await signOutElsewhere(db, person, tokenOf(event), device === 'others' ? null : device);
			redirect(303, '/account');
		})
};
