import {
	directionDeg,
	length,
	METRES_PER_NM,
	normalizeDeg,
	plus,
	signedDeg,
	times,
	unit,
	type Vec2
} from '../../base/index.js';
import { isNotCircling } from '../../procedures/index.js';
import type { BrokenLimit } from '../flight-limits.js';
import type { ApproachFlight } from './stretch.js';

/** What decides circling besides its targets; each a setting with its default. */
const CIRCLING_RULES = {
	/** So long whoever begins to circle outside, or over the side that is not used, has to come in, s. */
	circlingSeconds: 60,
	/** Out of circling the nose is turned toward the runway: within so many seconds, to within so many degrees. */
	turnSeconds: 20,
	towardDeg: 60
};

/** Circling: how far from the runway, how low, and whether on the side that nobody circles on. */
export interface CirclingReport {
	farthestNm: number;
	limitNm: number;
	lowestFt: number;
	forbiddenSide: boolean;
}

/** Where the runway that the final leads to begins, has its middle, and ends. */
function runwayOf({ approach: { threshold } }: ApproachFlight): { begin: Vec2; middle: Vec2; end: Vec2 } {
	const begin = { north: threshold.northNm, east: threshold.eastNm };
	const along = (share: number) =>
		plus(begin, times(unit(threshold.trueDeg), (share * threshold.lengthM) / METRES_PER_NM));
	return { begin, middle: along(0.5), end: along(1) };
}

/** Whether the nose came toward the middle of the runway, or pointed there already, in the first seconds of going around. */
export function turnsToRunway(flight: ApproachFlight, said: number): boolean {
	const { turnSeconds, towardDeg } = CIRCLING_RULES;
	const { middle } = runwayOf(flight);
	const heading = flight.column('headingDeg');
	const offDeg = (i: number) =>
		Math.abs(
			signedDeg(
				directionDeg({ north: middle.north - flight.north[i]!, east: middle.east - flight.east[i]! }) -
					flight.card.navigation!.variationDeg -
					heading[i]!
			)
		);
	const begun = offDeg(said);
	for (let i = said; i <= flight.after(said, turnSeconds); i++)
		if (offDeg(i) < towardDeg || offDeg(i) < begun - 30) return true;
	return false;
}

/** How it was circled; null where it was not. */
export function circlingOf(flight: ApproachFlight): CirclingReport | null {
	const { approach, card } = flight;
	const part = flight.flown.find(({ phase }) => phase.segment === 'circling');
	if (!part || approach.circlingNm === undefined) return null;
	// Protected is what lies within the radius of either threshold.
	const { begin, middle, end } = runwayOf(flight);
	let [farthestNm, lowestFt, forbiddenSide] = [0, Infinity, false];
	// Whoever comes from outside, or over the side that is not used, has to come in first; a minute is enough for it.
	let [wasInside, wasAllowed] = [false, false];
	const given = flight.after(part.from, CIRCLING_RULES.circlingSeconds);
	for (let i = part.from; i < part.to; i++) {
		const away = ({ north, east }: Vec2) => ({
			north: flight.north[i]! - north,
			east: flight.east[i]! - east
		});
		const outNm = Math.min(length(away(begin)), length(away(end)));
		wasInside ||= outNm <= approach.circlingNm;
		if (wasInside || i > given) farthestNm = Math.max(farthestNm, outNm);
		lowestFt = Math.min(lowestFt, flight.altitude[i]!);
		const d = away(middle);
		const forbidden =
			length(d) > 0.5 &&
			isNotCircling(approach.procedure, normalizeDeg(directionDeg(d) - card.navigation!.variationDeg));
		wasAllowed ||= !forbidden;
		if (forbidden && (wasAllowed || i > given)) forbiddenSide = true;
	}
	return { farthestNm, limitNm: approach.circlingNm, lowestFt, forbiddenSide };
}

/** Outside of what is protected, or on the side that is not. */
export function circlingBroken(flight: ApproachFlight, circling: CirclingReport | null): BrokenLimit[] {
	if (!circling) return [];
	const part = flight.flown.find(({ phase }) => phase.segment === 'circling')!;
	const texts = [
		...(circling.farthestNm > circling.limitNm
			? [
					`${circling.farthestNm.toFixed(1)} NM from the runway, ${circling.limitNm.toFixed(1)} being protected`
				]
			: []),
		...(circling.forbiddenSide ? ['circled on the side that is not to be used'] : [])
	];
	return texts.map((text) => flight.broken(part.index, part.from, part.to - 1, text));
}
