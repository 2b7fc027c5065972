import { page } from '$lib/server/http.js';
import { drillsPage } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, null, ({ db, person }) => drillsPage(db, person, event.url.searchParams.get('aircraft') ?? ''));
