import { redirect } from '@sveltejs/kit';
import { Type } from '@sinclair/typebox';
import { readForm, refusedForm } from '$lib/server/forms.js';
import { action, orRefused, page, placeOf } from '$lib/server/http.js';
import { Conditions, deleteCard, NO_CONDITIONS, setTask, taskPage } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'instructor', async ({ db, person }) => {
		const { searchParams } = event.url;
		const choices = await taskPage(db, person);
		return {
			...choices,
			chosen: searchParams.get('student') ?? choices.students[0]?.id ?? '',
			chosenCard: searchParams.get('card') ?? ''
		};
	});

const TaskForm = Type.Composite([
	Type.Object({
		student: Type.String({ maxLength: 64 }),
		card: Type.String({ minLength: 1, maxLength: 64 }),
		standard: Type.String({ minLength: 1, maxLength: 64 }),
		assist: Type.Union([Type.Literal('direct'), Type.Literal('attitude'), Type.Literal('any')]),
		note: Type.String({ maxLength: 500, default: '' })
	}),
	// An empty field is the usual.
	Type.Object(
		Object.fromEntries(
			Object.entries(Conditions.properties).map(([name, schema]) => [
				name,
				{ ...schema, default: NO_CONDITIONS[name as keyof Conditions] }
			])
		) as unknown as typeof Conditions.properties
	)
]);

export const actions: Actions = {
	set: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const form = readForm(await event.request.formData(), TaskForm);
			if (!form.ok) return form.refused;
			const student = await orRefused(
				() => setTask(db, person, form.value),
				(message, refusal) => {
					const place = placeOf(refusal);
					return place !== null && place in form.entered
						? refusedForm(form.entered, { [place]: message.replace(/^\/\w+ /, '') }).data
						: refusedForm(form.entered, {}, message.replace(/^\/start/, 'The start')).data;
				}
			);
			if (!('id' in student)) return student;
			redirect(303, `/students/${student.id}`);
		}),
	remove: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			await deleteCard(db, person, String((await event.request.formData()).get('card') ?? ''));
			redirect(303, '/set');
		})
};
