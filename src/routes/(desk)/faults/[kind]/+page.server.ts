import { GALLERY } from '@hanza/core';
import { aircraftShelf, areaShelf, cardShelf, standardShelf } from '$data';
import { found, requirePerson } from '$lib/server/guard.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
	requirePerson(locals);
	const entry = found(GALLERY.find(({ kind }) => kind === params.kind));
	const card = cardShelf.get(entry.cards[0]!);
	return {
		entries: GALLERY.map(({ kind, name }) => ({ kind, name })),
		entry,
		card,
		aircraft: aircraftShelf.get(card.aircraft),
		area: areaShelf.get(card.area),
		standard: standardShelf.all[0]!
	};
};
