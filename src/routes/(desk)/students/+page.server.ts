import { page } from '$lib/server/http.js';
import { rosterPage } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'instructor', async ({ db, person }) => ({ entries: await rosterPage(db, person) }));
