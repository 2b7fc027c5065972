import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { Direction, dot, InputError, normalizeDeg, rightOf, toDegrees, unit } from '../base/index.js';
import { declinationDeg, northOf, OnPlane } from '../world/index.js';
import { aid, closed } from './shared.js';

/** A place of a card: where it is in the plane (NM), and what is received of it. */
export const CardPlace = Type.Object(
	{
		id: aid,
		kind: Type.Union([
			Type.Literal('vor'),
			Type.Literal('ndb'),
			Type.Literal('localizer'),
			Type.Literal('fix'),
			Type.Literal('airport')
		]),
		northNm: OnPlane,
		eastNm: OnPlane,
		elevationFt: Type.Number({ minimum: -200, maximum: 12000 }),
		/** MHz or kHz; a fix has none. */
		frequency: Type.Optional(Type.Number({ minimum: 100, maximum: 2000 })),
		/** A VOR's own north, where it is not the card's variation. */
		declinationDeg: Type.Optional(declinationDeg),
		fullScaleDeg: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 10 })),
		/** A localizer's own course inbound, magnetic: behind its antenna the needle senses in reverse. */
		courseDeg: Type.Optional(Direction)
	},
	closed
);
export type CardPlace = Static<typeof CardPlace>;

/**
 * The places that a card speaks of, as they stood when it was made: a flight is graded by the stations it
 * was flown with, whatever becomes of the area.
 */
export const CardNavigation = Type.Object(
	{
		variationDeg: Type.Number({ minimum: -40, maximum: 40 }),
		places: Type.Array(CardPlace, { maxItems: 40 })
	},
	closed
);
export type CardNavigation = Static<typeof CardNavigation>;

/** @throws InputError where the card has no such place. */
export function placeOn(navigation: CardNavigation | undefined, id: string): CardPlace {
	const found = navigation?.places.find((place) => place.id === id);
	if (!found) throw new InputError('/navigation/places', `must have the place ${id}`);
	return found;
}

/** A course from a place's own north as the compass has it, degrees: magnetic by the card's variation. */
export const compassCourseDeg = (
	navigation: CardNavigation | undefined,
	id: string,
	courseDeg: number
): number => {
	const place = navigation?.places.find((one) => one.id === id);
	if (!navigation || !place) return courseDeg;
	return normalizeDeg(courseDeg + northOf(place, navigation.variationDeg) - navigation.variationDeg);
};

/**
 * Where an aircraft is along a course through a place: NM right of it, and past the place. The course is counted from
 * the north of the place, where it has its own.
 */
export function alongCourse(
	place: Pick<CardPlace, 'northNm' | 'eastNm' | 'declinationDeg'>,
	variationDeg: number,
	courseDeg: number,
	northNm: number,
	eastNm: number
): { rightNm: number; pastNm: number; distanceNm: number } {
	const from = { north: northNm - place.northNm, east: eastNm - place.eastNm };
	const trueCourse = courseDeg + northOf(place, variationDeg);
	return {
		rightNm: rightOf(trueCourse, from),
		pastNm: dot(unit(trueCourse), from),
		distanceNm: Math.hypot(from.north, from.east)
	};
}

/** Bearing to a place, magnetic; from the north of the place, where it has its own. */
export const bearingTo = (
	place: Pick<CardPlace, 'northNm' | 'eastNm' | 'declinationDeg'>,
	variationDeg: number,
	northNm: number,
	eastNm: number
): number =>
	normalizeDeg(
		toDegrees(Math.atan2(place.eastNm - eastNm, place.northNm - northNm)) - northOf(place, variationDeg)
	);
