import { redirect } from '@sveltejs/kit';
import { aircraftShelf } from '$data';

/** The first of the shelf: the others are linked from it. */
export const load = () => redirect(307, `/aircraft/${aircraftShelf.all[0]!.id}`);
