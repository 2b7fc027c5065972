import { page } from '$lib/server/http.js';
import { areaPage } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, null, ({ db, person }) => areaPage(db, person, event.params.id));
