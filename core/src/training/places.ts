import { InputError } from '../base/index.js';
import { type CardPlace, aidsOf } from '../paths/index.js';
import { frequencyOf, type Area } from '../world/index.js';
import type { TaskCard } from './card.js';
import type { PhaseEvent } from './events.js';

const aidsOfEvent = (event: PhaseEvent | undefined): string[] =>
	event === undefined
		? []
		: event.kind === 'all' || event.kind === 'any'
			? event.of.flatMap(aidsOfEvent)
			: 'aid' in event
				? [event.aid]
				: [];

/** The places that the paths, events and calls of a card speak of. */
export function placesNamed({ phases, calls = [] }: Pick<TaskCard, 'phases' | 'calls'>): string[] {
	const named = phases.flatMap(({ path, begin, end }) => [
		...(path ? aidsOf(path) : []),
		...aidsOfEvent(begin),
		...aidsOfEvent(end)
	]);
	const called = calls.flatMap(({ at }) => (at.kind === 'passing' ? [at.aid] : []));
	return [...new Set([...named, ...called])];
}

/** A place of an area as a card keeps it. @throws InputError where the area has none of that name. */
export function cardPlace(area: Area, id: string): CardPlace {
	const station = area.stations.find((one) => one.id === id);
	if (station && station.kind !== 'marker') {
		const { kind, northNm, eastNm, elevationFt } = station;
		const full =
			station.kind === 'localizer'
				? { fullScaleDeg: station.fullScaleDeg, courseDeg: station.courseDeg }
				: {};
		const own =
			station.kind === 'vor' && station.declinationDeg !== undefined
				? { declinationDeg: station.declinationDeg }
				: {};
		return { id, kind, northNm, eastNm, elevationFt, frequency: frequencyOf(station)!, ...own, ...full };
	}
	const fix = area.fixes.find((one) => one.id === id);
	if (fix) return { id, kind: 'fix', northNm: fix.northNm, eastNm: fix.eastNm, elevationFt: 0 };
	const airport = area.airports.find((one) => one.id === id);
	if (!airport) throw new InputError('/navigation/places', `must be places of ${area.name}; ${id} is none`);
	const { northNm, eastNm } = airport.runways[0]!;
	return { id, kind: 'airport', northNm, eastNm, elevationFt: airport.elevationFt };
}

/**
 * A card that keeps every place it speaks of. Places it has already stay as they are, others come from the
 * area; what nothing speaks of any more is left out.
 */
export function withPlaces<T extends Pick<TaskCard, 'phases' | 'calls' | 'navigation'>>(
	card: T,
	area: Area
): T {
	const named = placesNamed(card);
	const { navigation, ...rest } = card;
	if (named.length === 0) return rest as T;
	const known = new Map(navigation?.places.map((place) => [place.id, place]));
	return {
		...card,
		navigation: {
			variationDeg: navigation?.variationDeg ?? area.variationDeg,
			places: named.map((id) => known.get(id) ?? cardPlace(area, id))
		}
	};
}
