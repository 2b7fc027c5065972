import { page } from '$lib/server/http.js';
import { checkPage, ownerOf } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, null, async ({ db, person }) => {
		const { params } = event;
		return {
			check: await checkPage(db, person, ownerOf(person, params.student), params.check),
			base: `/log/${params.student}`
		};
	});
