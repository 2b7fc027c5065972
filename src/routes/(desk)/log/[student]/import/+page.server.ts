import { page } from '$lib/server/http.js';
import { importPage, ownerOf } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, null, async ({ db, person }) => ({
		...(await importPage(db, person, ownerOf(person, event.params.student))),
		base: `/log/${event.params.student}`
	}));
