import { page } from '$lib/server/http.js';
import { practicePage } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'student', async ({ db, person }) => ({ entries: await practicePage(db, person) }));
