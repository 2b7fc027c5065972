import { redirect } from '@sveltejs/kit';
import { InputError } from '@hanza/core';
import { action, orRefused, page } from '$lib/server/http.js';
import { copyRuleSet, putAwayRules, ruleSetRows, takeRuleSet } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'instructor', async ({ db, person }) => ({ rows: await ruleSetRows(db, person) }));

function documentIn(text: string): unknown {
	try {
		return JSON.parse(text);
	} catch {
		throw new InputError('/file', 'must be a JSON document');
	}
}

export const actions: Actions = {
	copy: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const id = String((await event.request.formData()).get('rules') ?? '');
			redirect(303, `/library/rules/${await copyRuleSet(db, person, id)}`);
		}),
	take: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const file = (await event.request.formData()).get('file');
			const text = file instanceof File ? await file.text() : '';
			const id = await orRefused(
				() => takeRuleSet(db, person, documentIn(text)),
				(message) => ({ message })
			);
			if (typeof id !== 'string') return id;
			redirect(303, `/library/rules/${id}`);
		}),
	away: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			await putAwayRules(db, person, String((await event.request.formData()).get('rules') ?? ''));
		})
};
