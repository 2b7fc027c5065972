import { InfeasibleError, clamp, meanDirection, runs, signedDeg } from '../../base/index.js';
import {
	solveHold,
	solveHoldEntry,
	standardRadiusNm,
	type HoldEntry,
	type HoldOutput
} from '../../navigation/index.js';
import { FixPassages, type HoldPath } from '../../paths/index.js';
import { airOf, alongOf, placeOf, type Flown } from './flown.js';

/** One time round, from the fix to the fix. */
interface HoldCircuit {
	startSeconds: number;
	endSeconds: number;
	/** Which way both turns went. */
	turns: 'left' | 'right';
	outboundHeadingDeg: number;
	/** From abeam the fix, be it in the turn or after it; from wings level where it was never abeam. */
	outboundSeconds: number;
	outboundFromSeconds: number;
	/** From wings level on the inbound leg to the fix. */
	inboundSeconds: number;
	inboundFromSeconds: number;
	/** The nose outbound off the reciprocal of the inbound course, degrees, + right. */
	correctionDeg: number;
	/** Right of the inbound course where the turn on to it ended, NM. */
	missNm: number;
	/** Right of the inbound course over the fix, NM. */
	fixMissNm: number;
	altitudeWorstFt: number | null;
}

/** How a hold was entered and flown, circuit by circuit; times in s of the flight, misses in NM. */
export interface HoldReport {
	phase: number;
	startSeconds: number;
	endSeconds: number;
	entry: {
		/** null where it cannot be told. */
		flown: HoldEntry | null;
		/** One, or two near a boundary. */
		right: HoldEntry[];
		arrivalHeadingDeg: number;
		/** The first heading after the fix, flown and in still air. */
		firstHeadingDeg: number | null;
		wantedHeadingDeg: number;
		endSeconds: number | null;
	};
	circuits: HoldCircuit[];
	/** The exact hold for the wind of the card; null where there is none. */
	exact: HoldOutput | null;
	wantedSeconds: number;
	timing: HoldPath['timing'];
	/** Over the fix on the way out, s late; null where no time was given or it was not left. */
	leftLateSeconds: number | null;
}

const WINGS_LEVEL_DEG = 6;
const LEVEL_SECONDS = 3;
const INBOUND_DEG = 70;
/** Wings level on the holding side by this share of the turn's diameter is a direct entry. */
const DIRECT_SHARE = 0.45;
const OUTBOUND_DEG = 80;
const LEG_HEADING_DEG = 40;
/** A teardrop's first leg spreads from the outbound course by half of its thirty degrees, at least. */
const TEARDROP_LEAST_DEG = 15;

/** How a hold was flown: entry, and circuit by circuit against the exact answer. */
export function holdReport(flown: Flown, path: HoldPath): HoldReport {
	const { track, from, to, phase, card } = flown;
	const { inboundCourseDeg, turns, inboundSeconds, timing } = path;
	const place = placeOf(flown, path.aid);
	const along = alongOf(flown, place, inboundCourseDeg);
	const at = (i: number) => along[i - from]!;
	const heading = track.column('headingDeg');
	const direction = track.column('trackDeg');
	const bank = track.column('bankDeg');
	const seconds = (i: number) => track.timeOf(i);
	const least = Math.round(LEVEL_SECONDS * track.rateHz);
	const mirror = turns === 'right' ? 1 : -1;

	const north = track.column('northNm');
	const east = track.column('eastNm');
	const passages = new FixPassages(
		place,
		card.navigation!.variationDeg,
		inboundCourseDeg,
		track.timeOf(from)
	);
	const fixes: number[] = [];
	for (let i = from; i < to; i++) {
		const sample = { northNm: north[i]!, eastNm: east[i]!, trackDeg: direction[i]! };
		if (passages.passed(sample, seconds(i))) fixes.push(i);
	}
	const level = runs(from, to, least, (i) => Math.abs(bank[i]!) < WINGS_LEVEL_DEG);

	const arrivalHeadingDeg = heading[from]!;
	const right = solveHoldEntry({ inboundCourseDeg, turns, arrivalHeadingDeg });
	const entryEnd = fixes[0] ?? null;
	const entry = entryOf();

	const circuits: HoldCircuit[] = [];
	for (let c = 0; c + 1 < fixes.length; c++) {
		const circuit = circuitOf(fixes[c]!, fixes[c + 1]!);
		if (circuit) circuits.push(circuit);
	}
	const air = airOf(flown);
	let exact: HoldOutput | null = null;
	try {
		exact = solveHold({ inboundCourseDeg, turns, inboundSeconds, bankLimitDeg: 30, ...air });
	} catch (error) {
		if (!(error instanceof InfeasibleError)) throw error;
	}
	const lastFix = fixes.at(-1);
	return {
		phase,
		startSeconds: seconds(from),
		endSeconds: seconds(to - 1),
		entry,
		circuits,
		exact,
		wantedSeconds: inboundSeconds,
		timing,
		leftLateSeconds:
			path.leaveAtSeconds === undefined || lastFix === undefined || fixes.length <= path.circuits
				? null
				: seconds(lastFix) - path.leaveAtSeconds
	};

	function entryOf(): HoldReport['entry'] {
		const base = {
			right: [right.entry, ...right.alsoAllowed],
			arrivalHeadingDeg,
			wantedHeadingDeg: right.firstHeadingDeg,
			endSeconds: entryEnd === null ? null : seconds(entryEnd)
		};
		const until = entryEnd ?? to;
		const outbound = (within: number) => (i: number) =>
			Math.abs(signedDeg(heading[i]! - inboundCourseDeg - 180)) < within;
		const [first] = [
			...runs(from, until, least, (i) => outbound(OUTBOUND_DEG)(i) && Math.abs(bank[i]!) < WINGS_LEVEL_DEG),
			// Where the wings were never level for long, the headings have to tell.
			...runs(from, until, least, outbound(LEG_HEADING_DEG))
		];
		if (!first) return { ...base, flown: null, firstHeadingDeg: null };
		const firstHeadingDeg = meanDirection(heading, first.from, first.to);
		const diameterNm = 2 * standardRadiusNm(airOf(flown).trueAirspeedKt);
		const aside = at(first.from).rightNm * mirror;
		if (aside > DIRECT_SHARE * diameterNm) return { ...base, flown: 'direct', firstHeadingDeg };
		// The turn after the first leg: toward the hold's own side is a teardrop.
		let after = 0;
		for (let i = first.to; i < until; i++) after += bank[i]!;
		if (after * mirror <= 0) return { ...base, flown: 'parallel', firstHeadingDeg };
		// Thirty degrees into the holding side over the ground, or nearer to outbound.
		const spread =
			mirror * signedDeg(inboundCourseDeg + 180 - meanDirection(direction, first.from, first.to));
		return { ...base, flown: spread >= TEARDROP_LEAST_DEG ? 'teardrop' : 'direct', firstHeadingDeg };
	}

	function circuitOf(fix: number, next: number): HoldCircuit | null {
		const out = level.filter(
			(run) =>
				run.from > fix &&
				run.to < next &&
				Math.abs(signedDeg(meanDirection(heading, run.from, run.to) - inboundCourseDeg - 180)) < OUTBOUND_DEG
		);
		// Where the wings were never level for long, the headings have to tell.
		const toward = (deg: number, within: number) => (i: number) =>
			Math.abs(signedDeg(heading[i]! - deg)) < within;
		const longest = (all: { from: number; to: number }[]) =>
			all.sort((a, b) => b.to - b.from - (a.to - a.from))[0];
		const outbound =
			longest(out) ?? longest(runs(fix, next, least, toward(inboundCourseDeg + 180, LEG_HEADING_DEG)));
		if (!outbound) return null;
		const levelled = level.find(
			(run) =>
				run.to > outbound.to &&
				run.from < next &&
				Math.abs(signedDeg(heading[run.from]! - inboundCourseDeg)) < INBOUND_DEG
		);
		const inbound =
			levelled && levelled.from > outbound.to
				? levelled
				: runs(outbound.to, next, least, toward(inboundCourseDeg, LEG_HEADING_DEG))[0];
		if (!inbound) return null;
		let abeam = fix;
		while (abeam < outbound.to && at(abeam).pastNm >= 0) abeam++;
		const clock = abeam < outbound.to ? abeam : outbound.from;
		const outboundHeadingDeg = meanDirection(heading, outbound.from, outbound.to);
		let banked = 0;
		for (let i = fix; i < outbound.from; i++) banked += bank[i]!;
		return {
			startSeconds: seconds(fix),
			endSeconds: seconds(next),
			turns: banked >= 0 ? 'right' : 'left',
			outboundHeadingDeg,
			outboundFromSeconds: seconds(clock),
			outboundSeconds: Math.max(0, seconds(outbound.to) - seconds(clock)),
			inboundFromSeconds: seconds(inbound.from),
			inboundSeconds: seconds(next) - seconds(inbound.from),
			correctionDeg: signedDeg(outboundHeadingDeg - inboundCourseDeg - 180),
			missNm: at(inbound.from).rightNm,
			fixMissNm: at(next).rightNm,
			altitudeWorstFt: altitudeWorst(fix, next)
		};
	}

	function altitudeWorst(start: number, end: number): number | null {
		const wanted = card.phases[phase]!.targets.altitudeFt?.value;
		if (wanted === undefined || !track.has('indicatedAltitudeFt')) return null;
		const column = track.column('indicatedAltitudeFt');
		let worst = 0;
		for (let i = start; i < end; i++)
			if (Math.abs(column[i]! - wanted) > Math.abs(worst)) worst = column[i]! - wanted;
		return worst;
	}
}

/** The outbound correction and time that were right for the hold as reported, degrees and s from abeam. */
export const exactCorrectionDeg = ({ exact }: HoldReport, inboundCourseDeg: number): number | null =>
	exact && signedDeg(exact.outboundHeadingDeg - inboundCourseDeg - 180);

/** Error of a circuit's timed leg, s, + long. */
export const timingError = (
	{ wantedSeconds, timing, exact }: Pick<HoldReport, 'wantedSeconds' | 'timing' | 'exact'>,
	circuit: HoldCircuit
): number => {
	if (timing === 'inbound') return circuit.inboundSeconds - wantedSeconds;
	// A published outbound time is of still air: anything between it and what the wind makes of it is right.
	const allowed = exact?.secondsFromAbeam ?? wantedSeconds;
	const nearest = clamp(
		circuit.outboundSeconds,
		Math.min(wantedSeconds, allowed),
		Math.max(wantedSeconds, allowed)
	);
	return circuit.outboundSeconds - nearest;
};

/** Whether the last circuit missed the course by less than the first; null with fewer than two. */
export function gotBetter({ circuits }: HoldReport): boolean | null {
	const [first, last] = [circuits[0], circuits.at(-1)];
	if (!first || !last || first === last) return null;
	return Math.abs(last.missNm) <= Math.abs(first.missNm) + 0.02;
}

/** From this size on a correction outbound has a side, degrees: what is asked for, and what was flown. */
const ASKED_DEG = 5;
const FLOWN_DEG = 3;

/** The circuits whose correction outbound was to the wrong side of the heading without wind. */
export function wrongCorrections(report: HoldReport, { inboundCourseDeg }: HoldPath): HoldCircuit[] {
	const exact = exactCorrectionDeg(report, inboundCourseDeg) ?? 0;
	return Math.abs(exact) < ASKED_DEG
		? []
		: report.circuits.filter(({ correctionDeg }) => correctionDeg * -Math.sign(exact) > FLOWN_DEG);
}

/** A hold is turned its own way, and corrected to the side that the wind asks for: no tolerance covers the other. */
export const wrongSides = (report: HoldReport, path: HoldPath): string[] => [
	...(report.circuits.some(({ turns }) => turns !== path.turns)
		? [`was turned the wrong way: ${path.turns} turns were asked for`]
		: []),
	// Once may be a search for the wind; a circuit that is the only one, or the same again, is not.
	...(wrongCorrections(report, path).length >= Math.min(2, report.circuits.length) &&
	wrongCorrections(report, path).length > 0
		? ['was corrected outbound to the wrong side, away from what the wind asked for']
		: [])
];
