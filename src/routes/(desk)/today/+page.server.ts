import { standardCatalog } from '$data';
import { redirect } from '@sveltejs/kit';
import { action, page } from '$lib/server/http.js';
import {
	closeTask,
	instructorToday,
	lookAt,
	practise,
	setTraining,
	studentToday
} from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, null, async ({ db, person }) =>
		person.role === 'instructor'
			? { desk: await instructorToday(db, person), own: null }
			: { desk: null, own: await studentToday(db, person) }
	);

/** By what a task is graded where nothing says otherwise. */
const usualStandard = (): string => standardCatalog.all[0]!.id;
const fieldOf = async ({ request }: { request: Request }, ...names: string[]): Promise<string[]> => {
	const form = await request.formData();
	return names.map((name) => String(form.get(name) ?? ''));
};

export const actions: Actions = {
	looked: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const [id] = await fieldOf(event, 'attempt');
			await lookAt(db, person, id!);
		}),
	train: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const [student, kind] = await fieldOf(event, 'student', 'fault');
			await setTraining(db, person, student!, kind!, usualStandard());
		}),
	takeBack: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const [id] = await fieldOf(event, 'assignment');
			await closeTask(db, person, id!);
		}),
	practise: (event) =>
		action(event, 'student', async ({ db, person }) => {
			const [card] = await fieldOf(event, 'card');
			const id = await practise(db, person, card!, usualStandard());
			redirect(303, `/brief/${id}`);
		})
};
