import { redirect } from '@sveltejs/kit';
import { page } from '$lib/server/http.js';
import { watchPage } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'instructor', async ({ db, person }) => {
		const watched = await watchPage(db, person, event.params.id);
		if (watched.live.status !== 'flying') redirect(303, `/debrief/${watched.id}`);
		return watched;
	});
