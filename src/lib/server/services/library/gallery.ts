import { GALLERY } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '$data';
import { found } from '../../policy.js';

/** The fault that the gallery begins with, and the aircraft that the hangar does. */
export const FIRST_FAULT = GALLERY[0]!.kind;
export const FIRST_AIRCRAFT = (): string => aircraftCatalog.all[0]!.id;

/** A fault to be watched beside clean flying. */
export function galleryPage(kind: string) {
	const entry = found(GALLERY.find((one) => one.kind === kind));
	const card = cardCatalog.get(entry.cards[0]!);
	return {
		entries: GALLERY.map(({ kind, name }) => ({ kind, name })),
		entry,
		card,
		aircraft: aircraftCatalog.get(card.aircraft),
		area: areaCatalog.get(card.area),
		standard: standardCatalog.all[0]!
	};
}
