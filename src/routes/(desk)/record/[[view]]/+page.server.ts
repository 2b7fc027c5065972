import { standardCatalog } from '$data';
import { redirect } from '@sveltejs/kit';
import { action, page } from '$lib/server/http.js';
import { practise, recordView, viewOf } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'student', async ({ db, person }) => ({
		record: await recordView(db, person.id, viewOf(event.params.view))
	}));

export const actions: Actions = {
	practise: (event) =>
		action(event, 'student', async ({ db, person }) => {
			const card = String((await event.request.formData()).get('card') ?? '');
			const id = await practise(db, person, card, standardCatalog.all[0]!.id);
			redirect(303, `/brief/${id}`);
		})
};
