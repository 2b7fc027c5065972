import { redirect } from '@sveltejs/kit';
import { InputError } from '@hanza/core';
import { action, orRefused, page } from '$lib/server/http.js';
import { changeOwnRules, ruleSetPage } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'instructor', ({ db, person }) => ruleSetPage(db, person, event.params.id));

export const actions: Actions = {
	default: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const text = String((await event.request.formData()).get('document') ?? '');
			const refused = await orRefused(
				async () => {
					let document: unknown;
					try {
						document = JSON.parse(text);
					} catch {
						throw new InputError('', 'the set has not come whole');
					}
					await changeOwnRules(db, person, event.params.id, document);
				},
				(message) => ({ message })
			);
			if (refused) return refused;
			redirect(303, '/library/rules');
		})
};
