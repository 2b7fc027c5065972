import { database } from '$lib/server/db.js';
import { attemptsOf, openAssignments } from '$lib/server/data/index.js';
import { requirePerson } from '$lib/server/guard.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const person = requirePerson(locals, 'student');
	const db = database();
	const [tasks, flights] = await Promise.all([openAssignments(db, person.id), attemptsOf(db, person.id, 12)]);
	return {
		tasks: tasks.map(({ id, card, assist, note, instructorName, createdAt }) => ({
			id,
			name: card.name,
			summary: card.summary,
			assist,
			note,
			instructorName,
			createdAt,
			flown: flights.filter((flight) => flight.assignmentId === id && flight.status !== 'flying').length
		})),
		unfinished: flights.filter((flight) => flight.status === 'flying'),
		flights: flights.filter((flight) => flight.status !== 'flying')
	};
};
