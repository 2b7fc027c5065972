import { database } from '$lib/server/db.js';
import { requirePerson } from '$lib/server/guard.js';
import { rosterOf } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const person = requirePerson(locals, 'instructor');
	const entries = await rosterOf(database(), person.id);
	return {
		entries: entries.map(({ student, ...rest }) => ({ id: student.id, name: student.name, ...rest }))
	};
};
