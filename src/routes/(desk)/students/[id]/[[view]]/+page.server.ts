import { standardCatalog } from '$data';
import { action, page } from '$lib/server/http.js';
import { closeTask, setTraining, studentPage, viewOf } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'instructor', ({ db, person }) =>
		studentPage(db, person, event.params.id, viewOf(event.params.view))
	);

export const actions: Actions = {
	close: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const id = String((await event.request.formData()).get('assignment') ?? '');
			await closeTask(db, person, id);
		}),
	train: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const kind = String((await event.request.formData()).get('fault') ?? '');
			await setTraining(db, person, event.params.id, kind, standardCatalog.all[0]!.id);
		})
};
