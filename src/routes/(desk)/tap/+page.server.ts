import { database } from '$lib/server/db.js';
import { lastAttempts, studentsOf } from '$lib/server/data/index.js';
import { requirePerson } from '$lib/server/guard.js';
import type { PageServerLoad } from './$types';

/** The newest flights of the instructor's students: a sheet is given to one of them. */
export const load: PageServerLoad = async ({ locals }) => {
	const person = requirePerson(locals, 'instructor');
	const db = database();
	const students = await studentsOf(db, person.id);
	const names = new Map(students.map(({ id, name }) => [id, name]));
	const flights = await lastAttempts(db, [...names.keys()], 4);
	return {
		flights: flights.map(({ id, studentId, cardName, startedAt, status }) => ({
			id,
			cardName,
			startedAt,
			flying: status === 'flying',
			studentName: names.get(studentId) ?? ''
		}))
	};
};
