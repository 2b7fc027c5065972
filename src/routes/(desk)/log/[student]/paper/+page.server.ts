import { page } from '$lib/server/http.js';
import { logOf, ownerOf } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, null, async ({ db, person }) => {
		const { student, entries } = await logOf(db, person, ownerOf(person, event.params.student));
		return { student: { name: student.name }, entries, base: `/log/${event.params.student}` };
	});
