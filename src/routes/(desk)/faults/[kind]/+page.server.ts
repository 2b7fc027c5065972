import { GALLERY } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '$data';
import { found, requirePerson } from '$lib/server/guard.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
	requirePerson(locals);
	const entry = found(GALLERY.find(({ kind }) => kind === params.kind));
	const card = cardCatalog.get(entry.cards[0]!);
	return {
		entries: GALLERY.map(({ kind, name }) => ({ kind, name })),
		entry,
		card,
		aircraft: aircraftCatalog.get(card.aircraft),
		area: areaCatalog.get(card.area),
		standard: standardCatalog.all[0]!
	};
};
