import { page } from '$lib/server/http.js';
import { tapPage } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

/** The newest flights of the instructor's students: a sheet is given to one of them. */
export const load: PageServerLoad = (event) =>
	page(event, 'instructor', async ({ db, person }) => ({ flights: await tapPage(db, person) }));
