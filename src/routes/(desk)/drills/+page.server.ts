import { aircraftCatalog, areaCatalog } from '$data';
import { database } from '$lib/server/db.js';
import { requirePerson } from '$lib/server/guard.js';
import { drillContext, drillRows } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => {
	const person = requirePerson(locals);
	const aircraft = aircraftCatalog.find(url.searchParams.get('aircraft') ?? '') ?? aircraftCatalog.all[0]!;
	return {
		aircraft: { id: aircraft.id, name: aircraft.name },
		others: aircraftCatalog.all.map(({ id, name }) => ({ id, name })),
		drills: await drillRows(database(), person, drillContext(aircraft, areaCatalog.all[0]!))
	};
};
