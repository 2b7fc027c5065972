import { fail, redirect, type RequestEvent } from '@sveltejs/kit';
import { readForm, refusedForm } from '$lib/server/forms.js';
import { action, orRefused, page, placeOf } from '$lib/server/http.js';
import {
	cardRows,
	copyCard,
	createFromPattern,
	deleteCard,
	NewPattern,
	saveCard,
	share,
	takeProposed
} from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'instructor', ({ db, person }) => cardRows(db, person));

const MOST_BYTES = 500_000;
const idIn = (form: FormData) => String(form.get('card') ?? '');

const sharing = (event: RequestEvent, shared: boolean) =>
	action(event, 'instructor', async ({ db, person }) =>
		orRefused(
			async () => share(db, person, idIn(await event.request.formData()), shared),
			(message) => ({
				entered: {},
				errors: {},
				message: `This card cannot be shared: its area ${message.replace('/area ', '')}.`
			})
		)
	);

export const actions: Actions = {
	copy: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const id = await orRefused(
				async () => copyCard(db, person, idIn(await event.request.formData())),
				(message) => ({ entered: {}, errors: {}, message })
			);
			if (typeof id !== 'string') return id;
			redirect(303, `/library/cards/${id}`);
		}),
	createFromPattern: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const form = readForm(await event.request.formData(), NewPattern);
			if (!form.ok) return form.refused;
			const id = await orRefused(
				() => createFromPattern(db, person, form.value),
				(message, refusal) => {
					const place = placeOf(refusal);
					const field = place && place in form.entered ? place : 'pattern';
					return refusedForm(form.entered, { [field]: message }).data;
				}
			);
			if (typeof id !== 'string') return id;
			redirect(303, `/library/cards/${id}`);
		}),
	import: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const file = (await event.request.formData()).get('file');
			const refused = (message: string) => fail(400, { entered: {}, errors: { file: message } });
			if (!(file instanceof File) || file.size === 0) return refused('Choose a file first.');
			if (file.size > MOST_BYTES) return refused('A card is no larger than 500 kB.');
			let card: unknown;
			try {
				card = JSON.parse(await file.text());
			} catch {
				return refused(`${file.name} is not JSON.`);
			}
			const id = await orRefused(
				() => saveCard(db, person, card),
				(message) => ({ entered: {}, errors: { file: message } })
			);
			if (typeof id !== 'string') return id;
			redirect(303, `/library/cards/${id}`);
		}),
	share: (event) => sharing(event, true),
	keep: (event) => sharing(event, false),
	take: (event) =>
		action(event, 'instructor', async ({ db, person }) =>
			takeProposed(db, person, idIn(await event.request.formData()))
		),
	putAway: (event) =>
		action(event, 'instructor', async ({ db, person }) =>
			deleteCard(db, person, idIn(await event.request.formData()))
		),
	remove: (event) =>
		action(event, 'instructor', async ({ db, person }) =>
			deleteCard(db, person, idIn(await event.request.formData()))
		)
};
