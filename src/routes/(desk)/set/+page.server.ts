import { redirect } from '@sveltejs/kit';
import * as Type from '@sinclair/typebox';
import { Conditions, NO_CONDITIONS } from '@hanza/core';
import { readForm, refusedForm } from '$lib/server/forms.js';
import { action, orRefused, page, placeOf } from '$lib/server/http.js';
import { deleteCard, setTasks, taskPage } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'instructor', async ({ db, person }) => {
		const { searchParams } = event.url;
		return {
			...(await taskPage(db, person)),
			chosen: searchParams.get('student') ?? '',
			chosenCard: searchParams.get('card') ?? '',
			chosenNote: (searchParams.get('note') ?? '').slice(0, 500)
		};
	});

const TaskForm = Type.Composite([
	Type.Object({
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

/** More in one go is a slip of the hand. */
const MOST_STUDENTS = 60;

export const actions: Actions = {
	set: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const sent = await event.request.formData();
			const students = sent.getAll('students').map(String).filter(Boolean);
			const form = readForm(sent, TaskForm);
			if (!form.ok) return form.refused;
			if (students.length === 0) return refusedForm(form.entered, { students: 'Choose who it is for.' });
			if (students.length > MOST_STUDENTS)
				return refusedForm(form.entered, { students: `At most ${MOST_STUDENTS} at a time.` });
			const set = await orRefused(
				() => setTasks(db, person, students, form.value),
				(message, refusal) => {
					const place = placeOf(refusal);
					return place !== null && place in form.entered
						? refusedForm(form.entered, { [place]: message.replace(/^\/\w+ /, '') }).data
						: refusedForm(form.entered, {}, message.replace(/^\/start/, 'The start')).data;
				}
			);
			if (!Array.isArray(set)) return set;
			redirect(303, set.length === 1 ? `/students/${set[0]!.id}` : '/students');
		}),
	remove: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			await deleteCard(db, person, String((await event.request.formData()).get('removed') ?? ''));
			redirect(303, '/set');
		})
};
