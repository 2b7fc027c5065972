import { randomInt } from 'node:crypto';
import { DRILL_IDS, DRILLS } from '@hanza/core';
import { aircraftCatalog, areaCatalog } from '$data';
import { database } from '$lib/server/db.js';
import { found, requirePerson } from '$lib/server/guard.js';
import { drillContext, drillRound } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url }) => {
	const person = requirePerson(locals);
	const id = found(DRILL_IDS.find((one) => one === params.id));
	const aircraft = aircraftCatalog.find(url.searchParams.get('aircraft') ?? '') ?? aircraftCatalog.all[0]!;
	const seed = randomInt(2 ** 31);
	return {
		id,
		name: DRILLS[id].name,
		aircraft,
		questions: await drillRound(database(), person, id, drillContext(aircraft, areaCatalog.all[0]!), seed)
	};
};
