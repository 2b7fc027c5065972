import {
	bearingTo,
	guidedColumn,
	type ArcGuide,
	type HomingGuide,
	type ReversalGuide
} from '../../exercise/index.js';
import { seenFrom } from '../../radio/signal.js';
import { normalizeDeg, signedDeg } from '../../units/index.js';
import { alongOf, placeOf, runs, type Flown } from './flown.js';

/** Distances from an arc within which it is graded, NM. Source: domain figures; the containment is a setting. */
export const ARC_TIERS_NM = { containment: 4, test: 1, sharp: 0.25 } as const;
export type ArcTier = keyof typeof ARC_TIERS_NM;
export const ARC_TIERS = Object.keys(ARC_TIERS_NM) as ArcTier[];

export interface ArcReport {
	phase: number;
	startSeconds: number;
	endSeconds: number;
	radiusNm: number;
	/** Share of the time within each tier, 0 to 100, from the time to settle on. */
	withinPercent: Record<ArcTier, number>;
	rmsNm: number;
	worstNm: number;
	worstAtSeconds: number;
	/** Where the turn on to the arc ended, NM outside. */
	rolledOutNm: number | null;
}

const ROLLED_OUT_DEG = 6;

export function arcReport(flown: Flown, guide: ArcGuide): ArcReport | null {
	const { card, track, from, to, phase } = flown;
	const column = guidedColumn(card, card.phases[phase]!, track, 'arcNm');
	const settle = card.phases[phase]!.targets.arcNm?.settleSeconds ?? 0;
	const start = Math.min(to, from + Math.round(settle * track.rateHz));
	if (!column || start >= to) return null;
	const off = column.subarray(start, to);
	let worst = 0;
	off.forEach((value, i) => {
		if (Math.abs(value) > Math.abs(off[worst]!)) worst = i;
	});
	const bank = track.column('bankDeg');
	let turned = from;
	while (turned < to && Math.abs(bank[turned]!) < ROLLED_OUT_DEG) turned++;
	while (turned < to && Math.abs(bank[turned]!) >= ROLLED_OUT_DEG) turned++;
	const within = (limit: number) =>
		(100 * off.filter((value) => Math.abs(value) <= limit).length) / off.length;
	return {
		phase,
		startSeconds: track.timeOf(from),
		endSeconds: track.timeOf(to - 1),
		radiusNm: guide.radiusNm,
		withinPercent: {
			containment: within(ARC_TIERS_NM.containment),
			test: within(ARC_TIERS_NM.test),
			sharp: within(ARC_TIERS_NM.sharp)
		},
		rmsNm: Math.sqrt(off.reduce((sum, value) => sum + value ** 2, 0) / off.length),
		worstNm: off[worst]!,
		worstAtSeconds: track.timeOf(start + worst),
		rolledOutNm: turned < to ? column[turned]! : null
	};
}

export interface ReversalReport {
	phase: number;
	startSeconds: number;
	endSeconds: number;
	shape: ReversalGuide['shape'];
	farthestNm: number;
	farthestAtSeconds: number;
	limitNm: number;
	/** Turned off the outbound leg to the side that was asked for. */
	rightSide: boolean;
	/** From the station to the begin of the turn off the outbound course. */
	outboundSeconds: number | null;
	wantedSeconds: number;
	/** From the inbound course where it was established, NM right. */
	establishedNm: number;
}

const OFF_OUTBOUND_DEG = 25;
const TURN_BANK_DEG = 8;
const TURN_SECONDS = 5;

export function reversalReport(flown: Flown, guide: ReversalGuide): ReversalReport {
	const { card, track, from, to, phase } = flown;
	const { variationDeg } = card.navigation!;
	const place = placeOf(flown, guide.aid);
	const inbound = alongOf(flown, place, guide.inboundCourseDeg);
	const [north, east, altitude] = [
		track.column('northNm'),
		track.column('eastNm'),
		track.column('altitudeFt')
	];
	let farthest = from;
	let farthestNm = 0;
	for (let i = from; i < to; i++) {
		const at = { northNm: north[i]!, eastNm: east[i]!, altitudeFt: altitude[i]! };
		const { slantNm } = seenFrom(place, at, variationDeg);
		if (slantNm > farthestNm) [farthest, farthestNm] = [i, slantNm];
	}
	const heading = track.column('headingDeg');
	const [leg] = runs(from, to, 10 * track.rateHz, (i) => {
		return Math.abs(signedDeg(heading[i]! - guide.outboundCourseDeg)) < OFF_OUTBOUND_DEG;
	});
	// The side is that of the first turn off the outbound leg, whatever the wind does to the ground track.
	const bank = track.column('bankDeg');
	const [turn] = runs(
		leg ? leg.to : from,
		to,
		TURN_SECONDS * track.rateHz,
		(i) => Math.abs(bank[i]!) > TURN_BANK_DEG
	);
	return {
		phase,
		startSeconds: track.timeOf(from),
		endSeconds: track.timeOf(to - 1),
		shape: guide.shape,
		farthestNm,
		farthestAtSeconds: track.timeOf(farthest),
		limitNm: guide.limitNm,
		rightSide: turn !== undefined && bank[turn.from]! > 0 === (guide.side === 'right'),
		outboundSeconds: leg ? (leg.to - leg.from) / track.rateHz : null,
		wantedSeconds: guide.outboundSeconds,
		establishedNm: inbound.at(-1)?.rightNm ?? 0
	};
}

/** The way to a place, against the straight line from where it was begun. */
export interface HomingReport {
	phase: number;
	startSeconds: number;
	endSeconds: number;
	method: HomingGuide['method'];
	straightNm: number;
	/** Over the ground, until the place was nearest. */
	flownNm: number;
	/** The farthest off the straight line, NM, + right of it. */
	farthestNm: number;
	farthestAtSeconds: number;
	/** How near the place was passed. */
	passedNm: number;
}

export function homingReport(flown: Flown, guide: HomingGuide): HomingReport {
	const { track, from, to, phase } = flown;
	const { variationDeg } = flown.card.navigation!;
	const place = placeOf(flown, guide.aid);
	const [north, east] = [track.column('northNm'), track.column('eastNm')];
	const courseDeg = bearingTo(place, variationDeg, north[from]!, east[from]!);
	const along = alongOf(flown, place, courseDeg);
	let nearest = 0;
	along.forEach(({ distanceNm }, i) => {
		if (distanceNm < along[nearest]!.distanceNm) nearest = i;
	});
	let [farthest, flownNm] = [0, 0];
	for (let i = 1; i <= nearest; i++) {
		flownNm += Math.hypot(north[from + i]! - north[from + i - 1]!, east[from + i]! - east[from + i - 1]!);
		if (Math.abs(along[i]!.rightNm) > Math.abs(along[farthest]!.rightNm)) farthest = i;
	}
	return {
		phase,
		startSeconds: track.timeOf(from),
		endSeconds: track.timeOf(to - 1),
		method: guide.method,
		straightNm: along[0]!.distanceNm,
		flownNm,
		farthestNm: along[farthest]!.rightNm,
		farthestAtSeconds: track.timeOf(from + farthest),
		passedNm: along[nearest]!.distanceNm
	};
}

/** A place that the student said, against where the aircraft was. */
export interface MarkReport {
	phase: number;
	atSeconds: number;
	marked: { northNm: number; eastNm: number };
	was: { northNm: number; eastNm: number };
	errorNm: number;
	/** The radials drawn to find it; missing from flights that were graded without. */
	lines?: LineReport[];
}

/** A radial that the student drew, against the one the aircraft was on when the place was said. */
export interface LineReport {
	/** Name of the place on the card that it was drawn from; null for another. */
	aid: string | null;
	from: { northNm: number; eastNm: number };
	drawnDeg: number;
	wasDeg: number;
}

/** A place is that of the card when it lies this near, NM: the recording rounds. */
const SAME_PLACE_NM = 0.01;
const LINES = [
	['line1NorthNm', 'line1EastNm', 'line1Deg'],
	['line2NorthNm', 'line2EastNm', 'line2Deg']
] as const;

function linesDrawn({ card, track }: Flown, i: number, was: MarkReport['was']): LineReport[] {
	const { places, variationDeg } = card.navigation!;
	return LINES.flatMap(([north, east, direction]) => {
		if (!track.has(direction) || track.column(direction)[i]! < 0) return [];
		const from = { northNm: track.column(north)[i]!, eastNm: track.column(east)[i]! };
		const place = places.find(
			({ northNm, eastNm }) => Math.hypot(northNm - from.northNm, eastNm - from.eastNm) < SAME_PLACE_NM
		);
		return [
			{
				aid: place?.id ?? null,
				from,
				drawnDeg: track.column(direction)[i]!,
				wasDeg: normalizeDeg(bearingTo(from, variationDeg, was.northNm, was.eastNm) + 180)
			}
		];
	});
}

export function markReports(flown: Flown): MarkReport[] {
	const { track, from, to, phase } = flown;
	if (!track.has('marks') || !track.has('markNorthNm') || !track.has('markEastNm')) return [];
	const marks = track.column('marks');
	const found: MarkReport[] = [];
	for (let i = Math.max(1, from); i < to; i++) {
		if (marks[i]! <= marks[i - 1]!) continue;
		const marked = { northNm: track.column('markNorthNm')[i]!, eastNm: track.column('markEastNm')[i]! };
		const was = { northNm: track.column('northNm')[i]!, eastNm: track.column('eastNm')[i]! };
		const errorNm = Math.hypot(marked.northNm - was.northNm, marked.eastNm - was.eastNm);
		found.push({
			phase,
			atSeconds: track.timeOf(i),
			marked,
			was,
			errorNm,
			lines: linesDrawn(flown, i, was)
		});
	}
	return found;
}
