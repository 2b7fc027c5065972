import { aircraftShelf } from '$data';
import { found, requirePerson } from '$lib/server/guard.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
	requirePerson(locals);
	return {
		aircraft: found(aircraftShelf.find(params.id)),
		others: aircraftShelf.all.map(({ id, name }) => ({ id, name }))
	};
};
