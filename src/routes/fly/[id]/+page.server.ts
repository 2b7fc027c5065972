import { redirect } from '@sveltejs/kit';
import { page } from '$lib/server/http.js';
import { cockpitPage } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'student', async ({ db, person }) => {
		const { status, ...cockpit } = await cockpitPage(db, person, event.params.id);
		if (status !== 'flying') redirect(303, `/debrief/${cockpit.id}`);
		return cockpit;
	});
