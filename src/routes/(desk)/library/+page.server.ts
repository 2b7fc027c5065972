import { redirect } from '@sveltejs/kit';
import { page } from '$lib/server/http.js';
import type { PageServerLoad } from './$types';

/** The first room that is there for whoever asks. */
export const load: PageServerLoad = (event) =>
	page(event, null, ({ person }) => {
		redirect(307, person.role === 'instructor' ? '/library/cards' : '/library/aircraft');
	});
