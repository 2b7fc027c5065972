import { page } from '$lib/server/http.js';
import { aircraftPage } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, null, ({ db, person }) =>
		aircraftPage(db, person, event.params.id, event.url.searchParams.get('student') ?? '')
	);
