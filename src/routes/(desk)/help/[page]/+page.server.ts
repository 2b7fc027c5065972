import { page } from '$lib/server/http.js';
import { helpContents, helpPage } from '$lib/server/services/help/help.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, null, () => ({ contents: helpContents(), help: helpPage(event.params.page) }));
