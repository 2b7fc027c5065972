import { page } from '$lib/server/http.js';
import { cardPage } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'instructor', ({ db, person }) => cardPage(db, person, event.params.id));
