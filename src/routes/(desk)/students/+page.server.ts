import { redirect } from '@sveltejs/kit';
import { refusedForm } from '$lib/server/forms.js';
import { action, orRefused, page, placeOf } from '$lib/server/http.js';
import { rosterPage, takeRecord } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'instructor', async ({ db, person }) => ({ entries: await rosterPage(db, person) }));

const FIELDS = ['file', 'login', 'password'];

export const actions: Actions = {
	take: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const form = await event.request.formData();
			const file = form.get('file');
			const login = String(form.get('login') ?? '').trim();
			const id = await orRefused(
				async () =>
					takeRecord(db, person, {
						bytes: file instanceof File ? new Uint8Array(await file.arrayBuffer()) : new Uint8Array(),
						login,
						password: String(form.get('password') ?? '')
					}),
				(message, refusal) => {
					const field = placeOf(refusal) ?? '';
					const words = message.replace(/^\/\S+ /, '');
					return FIELDS.includes(field)
						? refusedForm({ login }, { [field]: words }).data
						: refusedForm({ login }, {}, message).data;
				}
			);
			if (typeof id !== 'string') return id;
			redirect(303, `/students/${id}`);
		})
};
