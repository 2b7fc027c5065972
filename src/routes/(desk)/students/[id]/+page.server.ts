import { action, page } from '$lib/server/http.js';
import { closeTask, studentPage } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'instructor', ({ db, person }) => studentPage(db, person, event.params.id));

export const actions: Actions = {
	close: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const id = String((await event.request.formData()).get('assignment') ?? '');
			await closeTask(db, person, id);
		})
};
