import { FAILURE_KINDS, FAILURES, SCHOOL_IDS, SCHOOLS } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '$data';
import { database } from '$lib/server/db.js';
import { areasOf } from '$lib/server/data/index.js';
import { found, requirePerson } from '$lib/server/guard.js';
import { ownCard } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const person = requirePerson(locals, 'instructor');
	const shipped = cardCatalog.find(params.id);
	const card = shipped ?? found(await ownCard(database(), person, params.id)).card;
	return {
		id: params.id,
		card,
		mine: !shipped,
		aircraft: aircraftCatalog.all,
		areas: [...areaCatalog.all, ...(await areasOf(database(), person.id)).map(({ area }) => area)],
		standard: standardCatalog.all[0]!,
		failures: FAILURE_KINDS.map((kind) => ({ kind, ...FAILURES[kind] })),
		schools: SCHOOL_IDS.map((id) => ({ id, name: SCHOOLS[id].name }))
	};
};
