import { aircraftCatalog } from '$data';
import { database } from '$lib/server/db.js';
import { studentsOf } from '$lib/server/data/index.js';
import { found, requirePerson } from '$lib/server/guard.js';
import { ownNumbers, ownStudent } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url }) => {
	const person = requirePerson(locals);
	const db = database();
	const aircraft = found(aircraftCatalog.find(params.id));
	const asked = url.searchParams.get('student') ?? '';
	const student =
		person.role === 'student' ? person : asked ? found(await ownStudent(db, person, asked)) : null;
	return {
		aircraft,
		others: aircraftCatalog.all.map(({ id, name }) => ({ id, name })),
		students:
			person.role === 'instructor'
				? (await studentsOf(db, person.id)).map(({ id, name }) => ({ id, name }))
				: [],
		student: student && { id: student.id, name: person.role === 'student' ? 'you' : student.name },
		measured: student ? await ownNumbers(db, student.id, aircraft.id) : []
	};
};
