import { meanOf } from '../../base/index.js';
import { solveWindTriangle } from '../../navigation/index.js';
import { alongCourse, placeOn, type CardPlace } from '../../paths/index.js';
import type { Track } from '../../recording/index.js';
import type { Phase, PhaseTimes, TaskCard } from '../../training/index.js';
import { windAt } from '../../world/index.js';

/** A stretch of a recorded flight of a card, with what navigation is judged by. */
export interface Flown {
	card: TaskCard;
	track: Track;
	/** Samples of the phase, the last one not included. */
	from: number;
	to: number;
	phase: number;
}

/** The channels without which navigation is not judged. */
const NEEDED = ['northNm', 'eastNm', 'altitudeFt', 'trackDeg', 'headingDeg', 'bankDeg'] as const;
export const isJudged = (card: TaskCard, track: Track): boolean =>
	card.navigation !== undefined && NEEDED.every((name) => track.has(name));

/** The phases of a card that were begun, as stretches of samples. */
function flownPhases(card: TaskCard, track: Track, times: readonly PhaseTimes[]): Flown[] {
	return times.map(({ phase, startSeconds, endSeconds }) => ({
		card,
		track,
		phase,
		from: Math.min(track.length, Math.round(startSeconds * track.rateHz)),
		to: endSeconds === null ? track.length : Math.min(track.length, Math.round(endSeconds * track.rateHz) + 1)
	}));
}

/** The phases that are flown along something, of a flight of which navigation is judged; too short ones left out. */
export const judgedPhases = (card: TaskCard, track: Track, times: readonly PhaseTimes[]): Flown[] =>
	isJudged(card, track)
		? flownPhases(card, track, times).filter(
				({ phase, from, to }) => card.phases[phase]!.path && to - from >= track.rateHz
			)
		: [];

/** Straight to a place after a go-around, or by the eye: no course is asked for. */
export const asksNoCourse = ({ segment, targets }: Phase): boolean =>
	segment !== undefined && targets.needle === undefined;

/** A station is on a channel within this, MHz. */
const CHANNEL_MHZ = 0.004;
const RECEIVERS = [
	{ mhz: 'nav1MHz', courseDeg: 'nav1CourseDeg', flag: 'nav1Flag' },
	{ mhz: 'nav2MHz', courseDeg: 'nav2CourseDeg', flag: 'nav2Flag' }
] as const;

/** The receivers of a recording that were tuned to a frequency at a sample: what course was set on each, and whether it told. */
export function tunedTo(track: Track, mhz: number, i: number): { courseDeg: number; tells: boolean }[] {
	return RECEIVERS.flatMap((one) =>
		track.has(one.mhz) && Math.abs(track.column(one.mhz)[i]! - mhz) < CHANNEL_MHZ
			? [
					{
						courseDeg: track.has(one.courseDeg) ? track.column(one.courseDeg)[i]! : NaN,
						tells: !track.has(one.flag) || track.column(one.flag)[i]! !== 0
					}
				]
			: []
	);
}

/**
 * Whether somebody who had tuned a station could know by it at a sample: out of its reach, above it or behind a hill a
 * needle tells nothing, and nobody is to blame for that. Where nobody has tuned it, it could have been.
 */
export function couldKnow({ track }: Pick<Flown, 'track'>, place: CardPlace, i: number): boolean {
	if (place.frequency === undefined || place.kind === 'ndb') return true;
	const tuned = tunedTo(track, place.frequency, i);
	return tuned.length === 0 || tuned.some(({ tells }) => tells);
}

export interface Along {
	rightNm: number;
	pastNm: number;
	distanceNm: number;
}

/** How the aircraft stood to a course at every sample of a stretch. */
export function alongOf(flown: Flown, place: CardPlace, courseDeg: number): Along[] {
	const { variationDeg } = flown.card.navigation!;
	const north = flown.track.column('northNm');
	const east = flown.track.column('eastNm');
	const found: Along[] = [];
	for (let i = flown.from; i < flown.to; i++)
		found.push(alongCourse(place, variationDeg, courseDeg, north[i]!, east[i]!));
	return found;
}

export const placeOf = ({ card }: Flown, id: string): CardPlace => placeOn(card.navigation, id);

/** The wind of the card at the altitude of a stretch, and the airspeed flown. */
export function airOf({ card, track, from, to }: Flown): {
	windFromDeg: number;
	windSpeedKt: number;
	trueAirspeedKt: number;
} {
	const altitude = meanOf(track.column('altitudeFt'), from, to);
	const { fromDeg, speedKt } = windAt(card.weather, altitude);
	const trueAirspeedKt = track.has('trueAirspeedKt')
		? meanOf(track.column('trueAirspeedKt'), from, to)
		: meanOf(track.column('groundspeedKt'), from, to);
	return { windFromDeg: fromDeg, windSpeedKt: speedKt, trueAirspeedKt };
}

/** The correction that a course asks for in the wind of a stretch, degrees, + nose right. */
export function neededCorrectionDeg(flown: Flown, courseDeg: number): number {
	const air = airOf(flown);
	return solveWindTriangle({ courseDeg, ...air }).windCorrectionDeg;
}
