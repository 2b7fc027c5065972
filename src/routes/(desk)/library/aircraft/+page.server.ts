import { redirect } from '@sveltejs/kit';
import { FIRST_AIRCRAFT } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

/** The first there is: the others are linked from it. */
export const load: PageServerLoad = ({ url }) =>
	redirect(307, `/library/aircraft/${FIRST_AIRCRAFT()}${url.search}`);
