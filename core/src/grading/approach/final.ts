import { DECISION } from '../../aircraft/index.js';
import { formatClock, InfeasibleError, runningMean, signedDeg } from '../../base/index.js';
import { solveVdp } from '../../navigation/index.js';
import type { ApproachFlight } from './stretch.js';

/** What tells how a final was flown; each a setting with its default. */
const FINAL_RULES = {
	/** The minimum has been come down to when it is this near, ft, for so long, s. */
	nearFt: 100,
	nearSeconds: 3,
	/** A word said so far before the missed approach point, NM, comes before the level has to. */
	earlyNm: 0.3,
	/** The point of the visual descent is kept within this, NM; the minimum has been left below this, ft. */
	pointNm: 0.3,
	leftFt: 30,
	/** Corrections are looked at on the course, within this share of full scale, in halves of so long at least, s. */
	onShare: 0.6,
	halfSeconds: 25,
	/** Gusts are no corrections: the heading is taken over this, s to either side. */
	gustSeconds: 2,
	/** Inside these a final's corrections are small, degrees; and this much larger near by is growing. */
	smallDeg: 5,
	growingShare: 1.25
};

/** How a level minimum was come down to and kept, ft above it. */
interface LevelReport {
	/** The margin that was chosen. */
	wantedFt: number;
	/** Where it was reached, NM before the threshold; null where it never was. */
	reachedBeforeNm: number | null;
	atSeconds: number;
	meanFt: number;
	lowestFt: number;
}

/** The point from which the descent to the threshold begins, NM before it; where level flight had begun, and was left. */
interface VisualDescentReport {
	beforeNm: number;
	reachedBeforeNm: number | null;
	leftBeforeNm: number | null;
	atSeconds: number;
}

/** Size of the corrections of heading in the first half of the final and in the second, degrees. */
interface CorrectionsReport {
	farDeg: number;
	nearDeg: number;
	atSeconds: number;
	/** The size that counts as small in the air of the day. */
	smallDeg: number;
}

/** How the final was flown beyond its needles. */
export interface FinalReport {
	level: LevelReport | null;
	visualDescent: VisualDescentReport | null;
	corrections: CorrectionsReport | null;
}

/** Everything of the final that no target covers; null where there was none. */
export function finalOf(flight: ApproachFlight): FinalReport | null {
	if (!flight.final) return null;
	const level = levelOf(flight);
	return { level, visualDescent: visualDescentOf(flight, level), corrections: correctionsOf(flight) };
}

function levelOf(flight: ApproachFlight): LevelReport | null {
	const { minimum, addedFt } = flight.approach;
	if (minimum.kind !== 'descent') return null;
	const { from, to } = flight.final!;
	const { said } = flight;
	const end = said > from ? Math.min(said, to) : to;
	// Before the missed approach point whoever has seen, or goes around, need not have come down to it.
	const early = said >= 0 && flight.pastMissedNm(said) < -FINAL_RULES.earlyNm;
	const above = (i: number) => flight.altitude[i]! - minimum.altitudeFt;
	const reached = flight.first(from, end, FINAL_RULES.nearSeconds, (i) => above(i) <= FINAL_RULES.nearFt);
	if (reached < 0 && (early || end < flight.after(from, 20))) return null;
	// Where it was not, the last seconds say how far above it the final ended.
	const begun = reached < 0 ? Math.max(from, flight.after(end, -FINAL_RULES.nearSeconds)) : reached;
	let [sum, lowest] = [0, Infinity];
	for (let i = begun; i < end; i++) {
		sum += above(i);
		lowest = Math.min(lowest, above(i));
	}
	const count = end - begun;
	if (count <= 0) return null;
	return {
		wantedFt: addedFt,
		reachedBeforeNm: reached < 0 ? null : flight.beforeNm(reached),
		atSeconds: flight.timeOf(begun),
		meanFt: sum / count,
		lowestFt: lowest
	};
}

function visualDescentOf(flight: ApproachFlight, level: LevelReport | null): VisualDescentReport | null {
	const { approach } = flight;
	const { procedure, minimum, threshold, finalFix, finalGroundspeedKt } = approach;
	if (!level || minimum.guidance === 'circling' || !procedure.straightIn) return null;
	const { angleDeg, crossingHeightFt } = procedure.final;
	let beforeNm: number;
	try {
		({ distanceFromThresholdNm: beforeNm } = solveVdp({
			minimumFt: minimum.altitudeFt,
			thresholdElevationFt: threshold.elevationFt,
			thresholdCrossingHeightFt: crossingHeightFt,
			angleDeg,
			fafToThresholdNm: finalFix.beforeNm,
			groundspeedKt: finalGroundspeedKt
		}));
	} catch (error) {
		if (error instanceof InfeasibleError) return null;
		throw error;
	}
	const { said } = flight;
	const goesOn = said >= 0 && flight.column('decision')[said] === DECISION.continue;
	const left = goesOn
		? flight.first(
				said,
				flight.track.length,
				2,
				(i) => flight.altitude[i]! < minimum.altitudeFt - FINAL_RULES.leftFt
			)
		: -1;
	return {
		beforeNm,
		reachedBeforeNm: level.reachedBeforeNm,
		leftBeforeNm: left < 0 ? null : flight.beforeNm(left),
		atSeconds: left < 0 ? level.atSeconds : flight.timeOf(left)
	};
}

/** Half of the way between the headings that nine tenths of a stretch lie within. */
function swingDeg(offsets: Float64Array): number {
	const sorted = offsets.slice().sort();
	const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))]!;
	return (at(0.95) - at(0.05)) / 2;
}

function correctionsOf(flight: ApproachFlight): CorrectionsReport | null {
	const { from, to } = flight.final!;
	const path = flight.flown.find(({ phase }) => phase.segment === 'final' && !phase.after)?.phase.path;
	if (path?.kind !== 'course') return null;
	const begun = flight.first(
		from,
		to,
		3,
		(i) => Math.abs(flight.shares(path, i).right) < FINAL_RULES.onShare
	);
	const { said } = flight;
	const end = said > from ? Math.min(said, to) : to;
	if (begun < 0) return null;
	const half = (begun + end) >> 1;
	if (half - begun < FINAL_RULES.halfSeconds * flight.rateHz) return null;
	const heading = flight.column('headingDeg');
	const first = heading[begun]!;
	const offsets = runningMean(
		Float64Array.from({ length: end - begun }, (_, i) => signedDeg(heading[begun + i]! - first)),
		Math.round(FINAL_RULES.gustSeconds * flight.rateHz)
	);
	return {
		farDeg: swingDeg(offsets.subarray(0, half - begun)),
		nearDeg: swingDeg(offsets.subarray(half - begun)),
		atSeconds: flight.timeOf(half),
		smallDeg: FINAL_RULES.smallDeg * flight.evidence.rough
	};
}

/**
 * The minimum as it was kept, by the standard's tolerance of the altitude there; what is below it breaks a limit and is
 * told there. null where no level had to be shown.
 */
export function levelVerdict(
	level: LevelReport | null,
	aboveFt: number
): { met: boolean; lost: number } | null {
	if (!level) return null;
	if (level.reachedBeforeNm === null && level.meanFt > aboveFt) return { met: false, lost: 60 };
	// So far above what was chosen as the mean was: half of the tolerance costs nothing.
	const over = Math.max(0, Math.abs(level.meanFt - level.wantedFt) - aboveFt / 2);
	return { met: level.meanFt <= aboveFt, lost: Math.min(40, (over / aboveFt) * 40) };
}

type Sentence = { atSeconds: number; text: string; tone: 'good' | 'mind' };

/** How the final was flown, in a sentence each. */
export function finalSentences({ level, visualDescent, corrections }: FinalReport): Sentence[] {
	return [...levelSentence(level), ...pointSentence(visualDescent), ...correctionsSentence(corrections)];
}

const feet = (value: number): string => `${Math.round(value)} ft`;
const miles = (value: number): string => `${value.toFixed(1)} NM`;

function levelSentence(level: LevelReport | null): Sentence[] {
	if (!level) return [];
	const { atSeconds, reachedBeforeNm, meanFt, lowestFt, wantedFt } = level;
	if (reachedBeforeNm === null)
		return [
			{
				atSeconds,
				tone: 'mind',
				text: `You never came down to the minimum: still ${feet(meanFt)} above it at the end of the final.`
			}
		];
	return [
		{
			atSeconds,
			tone: lowestFt >= -10 && meanFt <= wantedFt + 50 ? 'good' : 'mind',
			text: `Level at the minimum from ${formatClock(atSeconds)} on, ${miles(reachedBeforeNm)} before the threshold: ${feet(meanFt)} above it in the mean, ${feet(Math.abs(lowestFt))} ${lowestFt < 0 ? 'below' : 'above'} it at the lowest; ${feet(wantedFt)} were chosen.`
		}
	];
}

function pointSentence(point: VisualDescentReport | null): Sentence[] {
	if (!point) return [];
	const { beforeNm, reachedBeforeNm, leftBeforeNm, atSeconds } = point;
	const { pointNm } = FINAL_RULES;
	if (leftBeforeNm !== null) {
		const off = leftBeforeNm - beforeNm;
		const how =
			Math.abs(off) <= pointNm
				? 'at the visual descent point'
				: off > 0
					? `${miles(off)} before the visual descent point: below the path from there on`
					: `${miles(-off)} past the visual descent point: the path to the threshold was steeper`;
		return [
			{ atSeconds, tone: Math.abs(off) <= pointNm ? 'good' : 'mind', text: `You left the minimum ${how}.` }
		];
	}
	if (reachedBeforeNm === null) return [];
	return reachedBeforeNm >= beforeNm
		? [
				{
					atSeconds,
					tone: 'good',
					text: `You were down ${miles(reachedBeforeNm - beforeNm)} before the visual descent point.`
				}
			]
		: [
				{
					atSeconds,
					tone: 'mind',
					text: `You came down to the minimum ${miles(beforeNm - reachedBeforeNm)} past the visual descent point: too late for a path of the usual angle.`
				}
			];
}

/** Whether the corrections grew where the needle is sharpest. */
const correctionsGrow = ({ farDeg, nearDeg, smallDeg }: CorrectionsReport): boolean =>
	nearDeg > smallDeg && nearDeg > farDeg * FINAL_RULES.growingShare;

function correctionsSentence(corrections: CorrectionsReport | null): Sentence[] {
	if (!corrections) return [];
	const { farDeg, nearDeg, atSeconds, smallDeg } = corrections;
	const sizes = `Corrections of ${Math.round(farDeg)}° in the first half of the final and of ${Math.round(nearDeg)}° in the second`;
	if (correctionsGrow(corrections))
		return [
			{
				atSeconds,
				tone: 'mind',
				text: `${sizes}: they grew where the needle is sharpest. Halve them, and level the wings in between.`
			}
		];
	return nearDeg <= smallDeg
		? [{ atSeconds, tone: 'good', text: `${sizes}: small, as the needle gets sharper.` }]
		: [];
}
