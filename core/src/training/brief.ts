import { formatHeading, HanzaError, normalizeDeg, signedDeg } from '../base/index.js';
import {
	leadRadialRule,
	roughTrueKt,
	solveArc,
	solveArcJoin,
	solveArcLeave,
	solveHold,
	solveHoldEntry,
	solveIntercept,
	solveReversal,
	solveWindTriangle,
	type HoldEntry,
	type HoldInput
} from '../navigation/index.js';
import {
	bearingTo,
	placeOn,
	type ArcPath,
	type CoursePath,
	type Path,
	type HoldPath,
	type ReversalPath
} from '../paths/index.js';
import { windAt } from '../world/index.js';
import type { TaskCard } from './card.js';

/** What is right, and how near to it. Directions magnetic. */
export type BriefAnswer =
	| { kind: 'entry'; entry: HoldEntry; alsoAllowed: HoldEntry[] }
	| { kind: 'direction'; deg: number; withinDeg: number }
	/** Right between `from` and `to`. */
	| { kind: 'seconds'; seconds: number; from: number; to: number }
	| { kind: 'distance'; nm: number; withinNm: number };

/** A number of a card that can be worked out before it is flown. */
export interface BriefQuestion {
	/** Phase and what is asked: stays the same while the card does. */
	id: string;
	/** Index of the phase. */
	phase: number;
	ask: string;
	answer: BriefAnswer;
	/** How it comes about, in a sentence. */
	why: string;
	/** The calculation and its input, to be taken up elsewhere. */
	worked?: { by: 'hold' | 'wind' | 'intercept' | 'arc' | 'reversal'; input: Record<string, number | string> };
}

/** Near enough to count, as on a knee board. */
const WITHIN = {
	headingDeg: 3,
	cutDeg: 2,
	outboundDeg: 5,
	seconds: 5,
	reversalSeconds: 10,
	turnNm: 0.2,
	leadDeg: 2
};
const BANK_LIMIT_DEG = 30;

interface Day {
	windFromDeg: number;
	windSpeedKt: number;
	trueAirspeedKt: number;
}

/** The day as a card sets it, at the height and speed of its first phase. Wind magnetic. */
export function dayOf({ start, weather }: Pick<TaskCard, 'start' | 'weather'>): Day {
	const wind = windAt(weather, start.altitudeFt);
	return {
		windFromDeg: wind.fromDeg,
		windSpeedKt: wind.speedKt,
		trueAirspeedKt: roughTrueKt(start.airspeedKias, start.altitudeFt)
	};
}

/** A hold of a card as the solver takes it, for the card's own day. */
export const holdInputOf = (card: Pick<TaskCard, 'start' | 'weather'>, path: HoldPath): HoldInput => ({
	inboundCourseDeg: path.inboundCourseDeg,
	turns: path.turns,
	inboundSeconds: path.inboundSeconds,
	bankLimitDeg: BANK_LIMIT_DEG,
	...dayOf(card)
});

const drift = (deg: number): string =>
	Math.abs(deg) < 0.5 ? 'no correction' : `${Math.abs(deg).toFixed(0)}° ${deg > 0 ? 'right' : 'left'}`;

/**
 * What a card's paths let one work out for its wind: headings that hold a course, the cut, the entry and the
 * outbound leg of a hold, the arc's turns, the time that keeps a reversal inside its limit. What cannot be had
 * (a wind too strong for the hold) is left out; where the card keeps the wind to itself, only what needs none.
 */
export function briefOf(card: TaskCard): BriefQuestion[] {
	const told = card.windInBrief !== false;
	const asked = new Set<string>();
	return card.phases.flatMap(({ path, id: phaseId }, phase) => {
		if (!path) return [];
		return makersOf(card, path, phase, told)
			.flatMap(possible)
			.map((one) => ({ ...one, id: `${phaseId}-${one.id}`, phase }))
			.filter(({ ask }) => !asked.has(ask) && asked.add(ask));
	});
}

type Asked = Omit<BriefQuestion, 'phase'>;
type Maker = () => Asked[];

/** What the solvers refuse (no such hold in this wind, on the course already) is not asked. */
function possible(questions: Maker): Asked[] {
	try {
		return questions();
	} catch (error) {
		if (!(error instanceof HanzaError)) throw error;
		return [];
	}
}

function makersOf(card: TaskCard, path: Path, phase: number, told: boolean): Maker[] {
	const before = card.phases[phase - 1]?.path;
	const holding = (courseDeg: number): Maker[] => (told ? [() => [headingFor(card, courseDeg)]] : []);
	switch (path.kind) {
		case 'course':
			return [() => cut(card, path, phase), ...holding(path.courseDeg)];
		case 'homing':
			// Only from where the card begins is the bearing known.
			return path.method === 'track' && phase === 0 ? holding(fromStart(card, path.aid)) : [];
		case 'hold': {
			const arrivalDeg = before?.kind === 'course' ? before.courseDeg : card.start.headingDeg;
			return [() => entry(path, arrivalDeg), ...(told ? [() => legs(card, path, arrivalDeg)] : [])];
		}
		case 'arc':
			return arc(card, path, before, card.phases[phase + 1]?.path, told);
		case 'reversal':
			return [...holding(path.outboundCourseDeg), ...(told ? [() => longest(card, path)] : [])];
		case 'position':
			return [];
		default:
			return path satisfies never;
	}
}

const fromStart = ({ navigation, start }: TaskCard, aid: string): number =>
	bearingTo(placeOn(navigation, aid), navigation!.variationDeg, start.northNm ?? 0, start.eastNm ?? 0);

function headingFor(card: TaskCard, courseDeg: number): Asked {
	const input = { courseDeg, ...dayOf(card) };
	const { headingDeg, windCorrectionDeg, crosswindKt } = solveWindTriangle(input);
	const across =
		Math.abs(crosswindKt) < 0.5
			? 'Nothing across'
			: `${Math.abs(crosswindKt).toFixed(0)} kt across from the ${crosswindKt > 0 ? 'right' : 'left'}`;
	return {
		id: `heading-${formatHeading(courseDeg)}`,
		ask: `Heading that holds ${formatHeading(courseDeg)}`,
		answer: { kind: 'direction', deg: headingDeg, withinDeg: WITHIN.headingDeg },
		why: `${across}: ${drift(windCorrectionDeg)}.`,
		worked: { by: 'wind', input }
	};
}

/** Only from where the card begins is it known on which side the course lies. */
function cut(card: TaskCard, path: CoursePath, phase: number): Asked[] {
	if (phase > 0 || !path.interceptDeg) return [];
	const place = placeOn(card.navigation, path.aid);
	const { northNm = 0, eastNm = 0 } = card.start;
	const input = {
		selectedCourseDeg: path.courseDeg,
		bearingToStationDeg: fromStart(card, path.aid),
		distanceNm: Math.hypot(place.northNm - northNm, place.eastNm - eastNm),
		interceptAngleDeg: path.interceptDeg
	};
	const { headingDeg, turnToward } = solveIntercept(input);
	return [
		{
			id: 'cut',
			ask: `Heading that cuts ${formatHeading(path.courseDeg)} at ${path.interceptDeg}°`,
			answer: { kind: 'direction', deg: headingDeg, withinDeg: WITHIN.cutDeg },
			why: `You are on the ${formatHeading(input.bearingToStationDeg + 180)} radial: the course lies to the ${turnToward}, and the cut is taken from it.`,
			worked: { by: 'intercept', input }
		}
	];
}

function entry({ inboundCourseDeg, turns }: HoldPath, arrivalHeadingDeg: number): Asked[] {
	const found = solveHoldEntry({ inboundCourseDeg, turns, arrivalHeadingDeg });
	return [
		{
			id: 'entry',
			ask: `Entry, arriving on ${formatHeading(arrivalHeadingDeg)}`,
			answer: { kind: 'entry', entry: found.entry, alsoAllowed: found.alsoAllowed },
			why: `${Math.abs(signedDeg(arrivalHeadingDeg - inboundCourseDeg)).toFixed(0)}° from the inbound course, ${turns} turns; first on ${formatHeading(found.firstHeadingDeg)} before wind.`
		}
	];
}

function legs(card: TaskCard, path: HoldPath, arrivalHeadingDeg: number): Asked[] {
	const input = holdInputOf(card, path);
	const exact = solveHold(input);
	const worked = { by: 'hold', input: { ...input, arrivalHeadingDeg } } as const;
	const rules = exact.schools.map(
		({ multiple, outboundHeadingDeg }) => `${multiple} ×: ${formatHeading(outboundHeadingDeg)}`
	);
	// A published outbound time is of still air; the pilot may allow for the wind.
	const published = path.timing === 'outbound' ? path.inboundSeconds : exact.secondsFromAbeam;
	return [
		{
			...headingFor(card, path.inboundCourseDeg),
			id: 'inbound',
			ask: `Inbound heading at ${path.aid}`,
			worked
		},
		{
			id: 'outbound',
			ask: `Outbound heading at ${path.aid}`,
			answer: { kind: 'direction', deg: exact.outboundHeadingDeg, withinDeg: WITHIN.outboundDeg },
			why: `Inbound ${drift(exact.inboundWindCorrectionDeg)}; outbound the other way, for both turns too. ${rules.join(', ')}.`,
			worked
		},
		{
			id: 'time',
			ask: `Outbound time at ${path.aid}, from abeam`,
			answer: {
				kind: 'seconds',
				seconds: exact.secondsFromAbeam,
				from: Math.min(published, exact.secondsFromAbeam) - WITHIN.seconds,
				to: Math.max(published, exact.secondsFromAbeam) + WITHIN.seconds
			},
			why: `${path.inboundSeconds} s ${path.timing}; over the ground ${exact.inboundGroundspeedKt.toFixed(0)} kt inbound.`,
			worked
		}
	];
}

function arc(
	card: TaskCard,
	path: ArcPath,
	before: Path | undefined,
	after: Path | undefined,
	told: boolean
): Maker[] {
	const day = dayOf(card);
	const { radiusNm, direction } = path;
	const side = direction === 'clockwise' ? 1 : -1;
	const comesOut = before?.kind === 'course' && before.toward === 'from' && before.aid === path.aid;
	const leaves = after?.kind === 'course' && after.aid === path.aid;
	const fromRadialDeg = comesOut ? before.courseDeg : null;
	const toRadialDeg = leaves ? normalizeDeg(after.courseDeg + (after.toward === 'to' ? 180 : 0)) : null;
	const makers: Maker[] = [];
	// Without the wind the turns of still air are the best that can be said.
	const turning = { ...day, ...(told ? {} : { windSpeedKt: 0 }), radiusNm, direction };
	if (fromRadialDeg !== null)
		makers.push(() => {
			const { atNm, leadNm } = solveArcJoin({ ...turning, radialDeg: fromRadialDeg, from: 'inside' });
			return [
				{
					id: 'turn-on',
					ask: 'Distance at which you turn on to the arc',
					answer: { kind: 'distance', nm: atNm, withinNm: WITHIN.turnNm },
					why: `The turn at standard rate takes ${leadNm.toFixed(1)} NM ${told ? 'in this wind' : 'in still air'}; the rule says half a mile.`
				}
			];
		});
	if (told && fromRadialDeg !== null && toRadialDeg !== null)
		makers.push(() => {
			const input = { ...day, radiusNm, direction, fromRadialDeg, toRadialDeg, stepDeg: 10 };
			const [first] = solveArc(input).rows;
			const square = formatHeading(fromRadialDeg + side * 90);
			return [
				{
					id: 'first-heading',
					ask: 'First heading on the arc',
					answer: { kind: 'direction', deg: first!.headingDeg, withinDeg: WITHIN.headingDeg },
					why: `A right angle to the ${formatHeading(fromRadialDeg)} radial is ${square}; the wind makes the rest.`,
					worked: { by: 'arc', input }
				}
			];
		});
	if (toRadialDeg !== null)
		makers.push(() => {
			const toward = leaves && after.toward === 'from' ? 'outbound' : 'inbound';
			const { atRadialDeg, leadDeg, part } = solveArcLeave({ ...turning, radialDeg: toRadialDeg, toward });
			const ruleDeg = leadRadialRule(day.trueAirspeedKt, radiusNm);
			return [
				{
					id: 'lead-radial',
					ask: `Lead radial for the turn ${toward}`,
					answer: { kind: 'direction', deg: atRadialDeg, withinDeg: WITHIN.leadDeg },
					why: `A turn of ${Math.abs(part.byDeg).toFixed(0)}°, begun ${leadDeg.toFixed(1)}° before the ${formatHeading(toRadialDeg)} radial; 60 × turn radius over distance says ${ruleDeg.toFixed(1)}°.`
				}
			];
		});
	return makers;
}

function longest(card: TaskCard, path: ReversalPath): Asked[] {
	const { shape, limitNm, outboundCourseDeg, side, outboundSeconds } = path;
	if (shape !== '45-180' && shape !== '80-260') return [];
	const kind = shape === '45-180' ? '45/180' : '80/260';
	const input = { ...dayOf(card), outboundCourseDeg, kind, side, limitNm } as const;
	const seconds = solveReversal(input).outboundSeconds!;
	return [
		{
			id: 'longest',
			ask: `Longest outbound time inside ${limitNm} NM`,
			answer: {
				kind: 'seconds',
				seconds,
				from: seconds - WITHIN.reversalSeconds,
				to: seconds + WITHIN.reversalSeconds
			},
			why: `The card asks for ${outboundSeconds} s.`,
			worked: { by: 'reversal', input }
		}
	];
}

/** Whether what was entered is right: a number in the unit of the question, or an entry by its name. */
export function isWorkedOut(answer: BriefAnswer, entered: number | string): boolean {
	if (answer.kind === 'entry') return [answer.entry, ...answer.alsoAllowed].some((one) => one === entered);
	const value = Number(entered);
	if (!Number.isFinite(value)) return false;
	switch (answer.kind) {
		case 'direction':
			return Math.abs(signedDeg(value - answer.deg)) <= answer.withinDeg;
		case 'seconds':
			return value >= answer.from && value <= answer.to;
		case 'distance':
			return Math.abs(value - answer.nm) <= answer.withinNm;
		default:
			return answer satisfies never;
	}
}

/** A question of the brief, with the last try at it and, once tried, the answer. */
export interface WorkedOut {
	id: string;
	phase: string;
	ask: string;
	kind: BriefAnswer['kind'];
	tried: string | null;
	answer: (Pick<BriefQuestion, 'why' | 'worked'> & { is: BriefAnswer; right: boolean }) | null;
	/** Whether the first try was right. */
	rightAtOnce: boolean;
}

/** What a card asks to be worked out, each with what the student made of it. */
export const workedOut = (
	card: TaskCard,
	tries: readonly { question: string; entered: string }[]
): WorkedOut[] =>
	briefOf(card).map(({ id, phase, ask, answer, why, worked }) => {
		const own = tries.filter(({ question }) => question === id);
		const last = own.at(-1)?.entered ?? null;
		return {
			id,
			phase: card.phases[phase]!.name,
			ask,
			kind: answer.kind,
			tried: last,
			answer: last === null ? null : { is: answer, why, worked, right: isWorkedOut(answer, last) },
			rightAtOnce: own.length > 0 && isWorkedOut(answer, own[0]!.entered)
		};
	});
