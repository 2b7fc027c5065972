import { page } from '$lib/server/http.js';
import { procedurePage } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, null, ({ person }) => ({
		...procedurePage(event.params.id),
		sets: person.role === 'instructor'
	}));
