import { formatHeading, signedDeg } from '../base/index.js';
import { roughTrueKt, solveWindTriangle, type HoldEntry } from '../navigation/index.js';
import { windAt, type Weather } from '../world/index.js';
import type { Path } from './path.js';
import { bearingTo, compassCourseDeg, placeOn, type CardNavigation } from './places.js';

/** What is right, and how near to it. Directions magnetic. */
export type BriefAnswer =
	| { kind: 'entry'; entry: HoldEntry; alsoAllowed: HoldEntry[] }
	| { kind: 'direction'; deg: number; withinDeg: number }
	/** Right between `from` and `to`. */
	| { kind: 'seconds'; seconds: number; from: number; to: number }
	| { kind: 'distance'; nm: number; withinNm: number }
	| { kind: 'altitude'; ft: number; withinFt: number }
	/** ft/min, negative down; said without its sign. */
	| { kind: 'rate'; fpm: number; withinFpm: number }
	/** As it is printed: MHz or kHz. */
	| { kind: 'frequency'; value: number; unit: 'MHz' | 'kHz' }
	| { kind: 'choice'; options: string[]; right: string };

/** A number that can be worked out before a path is flown. */
export interface PathQuestion {
	/** Stays the same while the path does. */
	id: string;
	ask: string;
	answer: BriefAnswer;
	/** How it comes about, in a sentence. */
	why: string;
	/** The calculation and its input, to be taken up elsewhere. */
	worked?: {
		by: 'hold' | 'wind' | 'intercept' | 'arc' | 'reversal' | 'final';
		input: Record<string, number | string>;
	};
}

/** What the questions of a path rest on: the card's day and places, and where in the card the path is flown. */
export interface BriefSetting {
	start: { altitudeFt: number; airspeedKias: number; headingDeg: number; northNm?: number; eastNm?: number };
	weather: Weather;
	navigation?: CardNavigation;
	/** Index of the phase. */
	phase: number;
	before?: Path;
	after?: Path;
	/** Whether the wind is told: without it only what needs none is asked. */
	told: boolean;
}

/** Questions that may turn out not to exist: a solver that refuses takes them back. */
export type Maker = () => PathQuestion[];

/** Near enough to count, as on a knee board. */
export const WITHIN = {
	headingDeg: 3,
	cutDeg: 2,
	outboundDeg: 5,
	seconds: 5,
	reversalSeconds: 10,
	turnNm: 0.2,
	leadDeg: 2
};
export const BANK_LIMIT_DEG = 30;

interface Day {
	windFromDeg: number;
	windSpeedKt: number;
	trueAirspeedKt: number;
}

/** The day as a card sets it, at the height and speed of its first phase. Wind magnetic. */
export function dayOf({ start, weather }: Pick<BriefSetting, 'start' | 'weather'>): Day {
	const wind = windAt(weather, start.altitudeFt);
	return {
		windFromDeg: wind.fromDeg,
		windSpeedKt: wind.speedKt,
		trueAirspeedKt: roughTrueKt(start.airspeedKias, start.altitudeFt)
	};
}

/** A wind correction in words. */
export const drift = (deg: number): string =>
	Math.abs(deg) < 0.5 ? 'no correction' : `${Math.abs(deg).toFixed(0)}° ${deg > 0 ? 'right' : 'left'}`;

/** The bearing to a place from where the card begins, magnetic. */
export const fromStart = ({ navigation, start }: BriefSetting, aid: string): number =>
	bearingTo(placeOn(navigation, aid), navigation!.variationDeg, start.northNm ?? 0, start.eastNm ?? 0);

/** The heading that holds a course in the card's wind. */
export function headingFor(
	card: Pick<BriefSetting, 'start' | 'weather' | 'navigation'>,
	courseDeg: number,
	aid: string
): PathQuestion {
	// The wind triangle is reckoned with the compass, the course counted from the station's own north.
	const compassDeg = compassCourseDeg(card.navigation, aid, courseDeg);
	const apart = Math.round(signedDeg(compassDeg - courseDeg));
	const input = { courseDeg: compassDeg, ...dayOf(card) };
	const { headingDeg, windCorrectionDeg, crosswindKt } = solveWindTriangle(input);
	const across =
		Math.abs(crosswindKt) < 0.5
			? 'Nothing across'
			: `${Math.abs(crosswindKt).toFixed(0)} kt across from the ${crosswindKt > 0 ? 'right' : 'left'}`;
	return {
		id: `heading-${formatHeading(courseDeg)}`,
		ask: `Heading that holds ${formatHeading(courseDeg)}`,
		answer: { kind: 'direction', deg: headingDeg, withinDeg: WITHIN.headingDeg },
		why: `${across}: ${drift(windCorrectionDeg)}.${
			apart === 0
				? ''
				: ` ${aid} has its own north: its ${formatHeading(courseDeg)} is ${formatHeading(compassDeg)} by the compass.`
		}`,
		worked: { by: 'wind', input }
	};
}

/** The same as a question, where the wind is told. */
export const holding = (setting: BriefSetting, courseDeg: number, aid: string): Maker[] =>
	setting.told ? [() => [headingFor(setting, courseDeg, aid)]] : [];
