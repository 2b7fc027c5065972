import { database } from '$lib/server/db.js';
import { found, requirePerson } from '$lib/server/guard.js';
import { visibleArea } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const person = requirePerson(locals);
	return found(await visibleArea(database(), person, params.id));
};
