import { cutPhases, signedDeg, type FaultKind, type PilotId, type TaskCard } from '../../src/index.js';
import { runs } from '../../src/base/index.js';
import { CourseTracking } from '../../src/grading/detectors/course-tracking.js';
import { DETECTOR_DEFAULTS } from '../../src/grading/detector-settings.js';
import { roughness } from '../../src/grading/roughness.js';
import { judgedPhases, neededCorrectionDeg } from '../../src/grading/paths/flown.js';
import { MEANT_SECONDS, type Deed } from './human-pilot.js';
import {
	levelOffsOf,
	slowest,
	strayed,
	sunkBeforeSlow,
	timedErrors,
	turnsOut,
	turnsThrough,
	unconfiguredSeconds,
	type Accounted
} from './outcomes.js';

/**
 * Whether a fault was done in a flight, told by the pilot's own account and the aeroplane's true state, by edges that are
 * not the detectors' own. null is neither: so near its edge, or so without effect, that nobody could say.
 */
export type Truth = boolean | null;

/** From one value on it was done, up to another it was not. */
export const edge = (value: number, doneFrom: number, notUpTo: number): Truth =>
	value >= doneFrom ? true : value <= notUpTo ? false : null;

const meanOf = (values: readonly number[]): number =>
	values.reduce((sum, one) => sum + Math.abs(one), 0) / Math.max(1, values.length);

/** Done on so many occasions, or by chance on two of several: one of them is a slip. */
function ofOccasions(all: readonly Truth[], onPurpose: boolean, least = 1): Truth {
	const needed = Math.min(onPurpose ? least : 2, all.length);
	const done = all.filter((one) => one === true).length;
	const near = all.filter((one) => one === null).length;
	if (all.length > 0 && done >= needed) return true;
	if (onPurpose || (all.length > 0 && done + near >= needed)) return null;
	return false;
}

const deedsOf = ({ account }: Accounted, kind: Deed['kind']): number[] =>
	account.deeds.flatMap((one) => (one.kind === kind ? [one.by] : []));

/** A course as it was flown, and where the pilot meant to go: degrees off it over the ground, + right; NaN in a turn by bank. */
interface Meant {
	tracking: CourseTracking;
	/** The path made good that the heading meant would give in the wind of the card, degrees off the course, + right. */
	deg: Float64Array;
}

function coursesOf(card: TaskCard, { track, account }: Accounted): Meant[] {
	return judgedPhases(card, track, cutPhases(card, track)).flatMap((flown) => {
		const { path } = card.phases[flown.phase]!;
		if (path?.kind !== 'course') return [];
		const tracking = new CourseTracking(flown, path, DETECTOR_DEFAULTS, 1);
		const wind = neededCorrectionDeg(flown, tracking.courseDeg);
		const deg = Float64Array.from({ length: tracking.samples }, (_, i) => {
			const meant = account.meantDeg[Math.floor(tracking.at(i) / MEANT_SECONDS)];
			return meant === null || meant === undefined ? NaN : signedDeg(meant - tracking.courseDeg - wind);
		});
		return [{ tracking, deg }];
	});
}

/** Seconds of the longest stretch of a course, once it has been flown for ten, of which something holds. */
const longest = ({ tracking }: Meant, holds: (i: number) => boolean): number =>
	Math.max(
		0,
		...runs(Math.min(tracking.samples, 10 * tracking.rateHz), tracking.samples, 1, holds).map(
			({ from, to }) => (to - from) / tracking.rateHz
		)
	);

/** The longest that a course was off by such a share while what was meant toward it, degrees, was so. */
const offWhile =
	(leastShare: number, isSo: (towardDeg: number) => boolean) =>
	(course: Meant): number =>
		longest(course, (i) => {
			const { share, along } = course.tracking;
			const isOff = course.tracking.usable(i) && Math.abs(share[i]!) >= leastShare;
			return isOff && isSo(-course.deg[i]! * Math.sign(along[i]!.rightNm));
		});

/** How often what was meant went over from one side to the other, by so much each time. */
export function swings(meant: Iterable<number | null>, least: number): number {
	let [side, count] = [0, 0];
	for (const one of meant) {
		if (one === null || !(Math.abs(one) >= least)) continue;
		if (side !== 0 && Math.sign(one) !== side) count++;
		side = Math.sign(one);
	}
	return count;
}

/** What is looked for on each course of a flight, the most of it. */
const most = (card: TaskCard, flight: Accounted, of: (course: Meant) => number): number =>
	Math.max(0, ...coursesOf(card, flight).map(of));

/** Largest correction that was meant toward the course while the needle was hardly off, once it had been captured. */
function largestForLittle({ tracking, deg }: Meant): number {
	const { share, along, rateHz, samples } = tracking;
	const [captured] = runs(
		0,
		samples,
		5 * rateHz,
		(i) => Math.abs(share[i]!) <= 0.1 && Math.abs(deg[i]!) < 12
	);
	let largest = 0;
	for (const { from } of runs(captured?.from ?? samples, samples, 4 * rateHz, (i) => {
		return tracking.usable(i) && deg[i]! * along[i]!.rightNm < 0 && Math.abs(deg[i]!) >= 12;
	})) {
		const off = Math.max(...share.slice(Math.max(0, from - 5 * rateHz), from + 1).map(Math.abs));
		if (off < DETECTOR_DEFAULTS.muchShare && along[from]!.distanceNm > 2.5)
			largest = Math.max(largest, ...deg.subarray(from, from + 4 * rateHz).map(Math.abs));
	}
	return largest;
}

/** The cut that was still meant over the course, where the flight then went past it, degrees. */
function cutOnCourse({ tracking, deg }: Meant): number {
	const { crossings, along, samples, rateHz } = tracking;
	return Math.max(
		0,
		...crossings.map((crossing) => {
			const side = Math.sign(along[crossing]!.rightNm);
			let past = 0;
			for (let i = crossing; i < samples && along[i]!.rightNm * side > 0; i++)
				past = Math.max(past, along[i]!.rightNm * side);
			const cut = (deg[Math.max(0, crossing - 2 * rateHz)] ?? 0) * side;
			return past >= DETECTOR_DEFAULTS.throughNm ? cut : Math.min(cut, 12);
		})
	);
}

/**
 * Who corrects by too much from one side to the other, or holds each cut until the needle is centred, again and again, chases
 * the needle as well: where he did both, by his own account, the one word or the other is right.
 */
export const EITHER: Partial<Record<string, FaultKind>> = {
	'corrects-too-much': 'chases-needle',
	'turn-held-until-centred': 'chases-needle'
};

/** The truth of a fault in a flight by the human-like pilot: what he was told to do, where nothing better is known. */
export function truthOf(kind: string, card: TaskCard, flight: Accounted, onPurpose: boolean): Truth {
	const occasions = (deed: Deed['kind'], doneFrom: number, notUpTo: number, sign = 1) =>
		ofOccasions(
			deedsOf(flight, deed).map((by) => edge(sign * by, sign * doneFrom, sign * notUpTo)),
			onPurpose
		);
	/** Who does it on purpose, and to no effect, has done neither. */
	const shown = (truth: Truth): Truth => (onPurpose && truth === false ? null : truth);
	/** The same; and who does it without having meant to has done neither. */
	const byAir = (truth: Truth): Truth => (onPurpose ? shown(truth) : truth === false ? false : null);
	/** By what he decided and by what came of it: decided and not done, or done by the air alone, is neither. */
	const done = (decided: Truth, came: Truth): Truth =>
		decided === came || (decided === false && came === null) ? decided : null;
	const courses = (doneFrom: number, notUpTo: number, of: (course: Meant) => number): Truth =>
		shown(edge(most(card, flight, of), doneFrom, notUpTo));
	switch (kind) {
		case 'descent-before-slowing':
			return done(occasions('descent', 8, 4), edge(sunkBeforeSlow(card, flight), 90, 60));
		case 'late-level-off':
			return done(occasions('level-off', 0.05, 0.5, -1), edge(levelOffsOf(card, flight).throughFt, 60, 30));
		case 'early-level-off':
			return done(occasions('level-off', 3.2, 2.2), edge(levelOffsOf(card, flight).restedSeconds, 25, 12));
		case 'bank-held': {
			// Of several turns in two: the one is a slip, whoever has made it.
			const rolledOut = deedsOf(flight, 'roll-out').map((by) => edge(by, 1.5, -2));
			const through = turnsThrough(card, flight).map((deg) => edge(deg, 7, 4));
			return done(ofOccasions(rolledOut, onPurpose, 2), ofOccasions(through, onPurpose, 2));
		}
		case 'compass-read-in-turn':
			if (!onPurpose) return false;
			return done(occasions('compass', 14, 10), edge(Math.max(0, ...turnsOut(card, flight)), 12, 7));
		case 'chases-needle':
			return courses(4, 1, ({ deg }) => swings(deg, 10));
		case 'turn-held-until-centred':
			return courses(20, 14, cutOnCourse);
		case 'corrects-too-much':
			return courses(26, 18, largestForLittle);
		case 'corrects-too-little':
			return courses(
				85,
				60,
				offWhile(DETECTOR_DEFAULTS.littleShare, (deg) => deg < DETECTOR_DEFAULTS.littleDeg)
			);
		case 'reverse-sensing':
			return courses(
				14,
				8,
				offWhile(DETECTOR_DEFAULTS.reverseShare, (deg) => deg <= -DETECTOR_DEFAULTS.reverseDeg)
			);
		case 'hold-timing': {
			// By his clock and by the true one: he sees the fix go by some seconds after it has.
			const own = edge(meanOf(flight.account.legsOff.slice(1)), 16, 12);
			const real = edge(meanOf(timedErrors(card, flight).slice(1)), 16, 12);
			return onPurpose && own !== real ? null : byAir(real);
		}
		case 'configuration-wrong':
			return byAir(edge(unconfiguredSeconds(card, flight), 30, 15));
		case 'attention-taken':
			// As much more in rough air as is his there by nobody's fault.
			return shown(edge(strayed(card, flight) / roughness(card.weather), 1.2, 0.8));
		case 'speed-lost':
			if (onPurpose) return shown(edge(slowest(card, flight, true), 8, 5));
			// Who gave power and was slow all the same had the air against him.
			return slowest(card, flight, false) >= 6 ? null : false;
		default:
			return onPurpose;
	}
}

/** What the pilot was told to do. */
export const meantBy = (pilot: PilotId): boolean => pilot !== 'steady';
