import { database } from '$lib/server/db.js';
import { attemptsOf, closeAssignment, openAssignments } from '$lib/server/data/index.js';
import { found, requirePerson } from '$lib/server/guard.js';
import {
	attentionOf,
	manoeuvresOf,
	ownStudent,
	scanTrend,
	visibleAssignment
} from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const person = requirePerson(locals, 'instructor');
	const db = database();
	const student = found(await ownStudent(db, person, params.id));
	const [manoeuvres, scans, flights, tasks] = await Promise.all([
		manoeuvresOf(db, student.id),
		scanTrend(db, student.id),
		attemptsOf(db, student.id, 500),
		openAssignments(db, student.id)
	]);
	return {
		student: { id: student.id, name: student.name },
		manoeuvres,
		scans,
		flights,
		attention: attentionOf(flights.slice(0, 5), tasks.length, new Date()),
		tasks: tasks.map(({ id, card, note, assist, standardId, createdAt }) => ({
			id,
			name: card.name,
			note,
			assist,
			standardId,
			createdAt
		}))
	};
};

export const actions: Actions = {
	close: async ({ locals, request }) => {
		const person = requirePerson(locals, 'instructor');
		const id = String((await request.formData()).get('assignment') ?? '');
		const assignment = found(await visibleAssignment(database(), person, id));
		await closeAssignment(database(), assignment.id);
	}
};
