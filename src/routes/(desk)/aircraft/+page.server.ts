import { redirect } from '@sveltejs/kit';
import { aircraftCatalog } from '$data';
import type { PageServerLoad } from './$types';

/** The first of the shelf: the others are linked from it. */
export const load: PageServerLoad = ({ url }) =>
	redirect(307, `/aircraft/${aircraftCatalog.all[0]!.id}${url.search}`);
