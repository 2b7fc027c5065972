import { page } from '$lib/server/http.js';
import { homePage } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'student', ({ db, person }) => homePage(db, person));
