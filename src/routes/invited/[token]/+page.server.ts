import { enter } from '$lib/server/enter.js';
import { readForm, refusedForm } from '$lib/server/forms.js';
import { orRefused, placeOf, visitor } from '$lib/server/http.js';
import {
	acceptInvitation,
	acceptReset,
	invitedPage,
	Newcomer,
	NewPassword
} from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => visitor((db) => invitedPage(db, params.token));

export const actions: Actions = {
	join: async (event) => {
		const form = readForm(await event.request.formData(), Newcomer);
		if (!form.ok) return form.refused;
		const { password: _, ...entered } = form.entered;
		const person = await orRefused(
			() => visitor((db) => acceptInvitation(db, event.params.token, form.value)),
			(message, refusal) =>
				refusedForm(entered, { [placeOf(refusal) ?? 'login']: message.replace(/^\/\S+ /, '') }).data
		);
		return 'id' in person ? enter(event, person) : person;
	},
	reset: async (event) => {
		const form = readForm(await event.request.formData(), NewPassword);
		if (!form.ok) return form.refused;
		return enter(event, await visitor((db) => acceptReset(db, event.params.token, form.value.password)));
	}
};
