import * as Type from '@sinclair/typebox';
import { redirect } from '@sveltejs/kit';
import { readForm, refusedForm, textsOf } from '$lib/server/forms.js';
import { action, orRefused, page, placeOf } from '$lib/server/http.js';
import {
	accountPage,
	changePassword,
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
	leave: (event) =>
		action(event, null, async ({ db, person }) => {
			const { device = '' } = textsOf(await event.request.formData());
			await signOutElsewhere(db, person, tokenOf(event), device === 'others' ? null : device);
			redirect(303, '/account');
		})
};
