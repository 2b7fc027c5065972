import { redirect } from '@sveltejs/kit';
import { action, page } from '$lib/server/http.js';
import { copyStandard, putAwayStandard, standardRows } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'instructor', async ({ db, person }) => ({ standards: await standardRows(db, person) }));

const idIn = (form: FormData) => String(form.get('standard') ?? '');

export const actions: Actions = {
	copy: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const id = await copyStandard(db, person, idIn(await event.request.formData()));
			redirect(303, `/library/standards/${id}`);
		}),
	away: (event) =>
		action(event, 'instructor', async ({ db, person }) =>
			putAwayStandard(db, person, idIn(await event.request.formData()))
		)
};
