import { fail, redirect } from '@sveltejs/kit';
import { enter } from '$lib/server/enter.js';
import { readForm, refusedForm } from '$lib/server/forms.js';
import { orRefused, placeOf, visitor } from '$lib/server/http.js';
import { FirstPerson, makeSchool, nobodyHere, TooManyTries } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async () => {
	if (!(await visitor(nobodyHere))) redirect(303, '/');
};

export const actions: Actions = {
	default: async (event) => {
		const form = readForm(await event.request.formData(), FirstPerson);
		if (!form.ok) return form.refused;
		const { password: _, ...entered } = form.entered;
		try {
			const head = await orRefused(
				() => visitor((db) => makeSchool(db, form.value, event.getClientAddress())),
				(message, refusal) =>
					refusedForm(entered, { [placeOf(refusal) ?? 'code']: message.replace(/^\/\S+ /, '') }).data
			);
			if (!('id' in head)) return head;
			return await enter(event, head);
		} catch (error) {
			if (error instanceof TooManyTries) return fail(429, refusedForm(entered, {}, error.message).data);
			throw error;
		}
	}
};
