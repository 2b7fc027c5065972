import { fail, redirect } from '@sveltejs/kit';
import { action, orRefused, page } from '$lib/server/http.js';
import { areaRows, copyArea, deleteArea, importArea } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) => page(event, null, ({ db, person }) => areaRows(db, person));

const MOST_BYTES = 3_000_000;
const idIn = (form: FormData) => String(form.get('area') ?? '');

export const actions: Actions = {
	copy: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const id = await copyArea(db, person, idIn(await event.request.formData()));
			redirect(303, `/library/areas/${id}`);
		}),
	import: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const file = (await event.request.formData()).get('file');
			const refused = (message: string) => fail(400, { errors: { file: message } });
			if (!(file instanceof File) || file.size === 0) return refused('Choose a file first.');
			if (file.size > MOST_BYTES) return refused('An area is no larger than 3 MB.');
			const text = await file.text();
			const id = await orRefused(
				async () => {
					try {
						return await importArea(db, person, text);
					} catch (error) {
						if (error instanceof SyntaxError) return refused(`${file.name} is not JSON.`);
						throw error;
					}
				},
				(message) => ({ errors: { file: message } })
			);
			if (typeof id !== 'string') return id;
			redirect(303, `/library/areas/${id}`);
		}),
	remove: (event) =>
		action(event, 'instructor', async ({ db, person }) =>
			deleteArea(db, person, idIn(await event.request.formData()))
		)
};
