import {
	cutPhases,
	Evidence,
	signedDeg,
	type FaultKind,
	type PilotId,
	type TaskCard,
	type Track
} from '../../src/index.js';
import { DECISION } from '../../src/aircraft/index.js';
import { runningMean, runs } from '../../src/base/index.js';
import { ApproachFlight } from '../../src/grading/approach/stretch.js';
import { mayGoOn } from '../../src/procedures/index.js';
import { flownHolds } from '../../src/grading/detectors/holds.js';
import { CourseTracking } from '../../src/grading/detectors/course-tracking.js';
import { DETECTOR_DEFAULTS } from '../../src/grading/detector-settings.js';
import { timingError } from '../../src/grading/paths/hold.js';
import { roughness } from '../../src/grading/roughness.js';
import { judgedPhases, neededCorrectionDeg } from '../../src/grading/paths/flown.js';
import { MEANT_SECONDS, type Account, type Deed } from './human-pilot.js';

/**
 * Whether a fault was done in a flight, told by the pilot's own account and the aeroplane's true state, by edges that are
 * not the detectors' own. null is neither: so near its edge, or so without effect, that nobody could say.
 */
export type Truth = boolean | null;

export interface Accounted {
	track: Track;
	account: Account;
}

/** From one value on it was done, up to another it was not. */
const edge = (value: number, doneFrom: number, notUpTo: number): Truth =>
	value >= doneFrom ? true : value <= notUpTo ? false : null;

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

/** How often the heading was meant to go over from one side of the course to the other, by so much each time. */
function swings({ deg }: Meant, leastDeg: number): number {
	let [side, count] = [0, 0];
	for (const one of deg) {
		if (!(Math.abs(one) >= leastDeg)) continue;
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

/** How far the aeroplane came down, ft, from where the power went back to where the speed of the descent was there. */
function sunkBeforeSlow(card: TaskCard, { track }: Accounted): number {
	const altitude = track.column('altitudeFt');
	const speed = runningMean(track.column('calibratedAirspeedKt'), STILL_SECONDS * track.rateHz);
	return Math.max(
		0,
		...cutPhases(card, track).map(({ phase, startSeconds }) => {
			const slow = card.phases[phase]!.targets.airspeedKias;
			const next = card.phases[phase + 1]?.targets.verticalSpeedFpm?.value ?? 0;
			if (slow?.mode !== 'reach' || next >= 0) return 0;
			const from = Math.round((startSeconds + 2) * track.rateHz);
			let to = from;
			while (to < track.length - 1 && speed[to]! > slow.value + 5) to++;
			return altitude[from]! - altitude[to]!;
		})
	);
}

/**
 * What came of the level-offs of a flight: the most that it went through an altitude, ft, and the longest that it rested
 * before one, at less than a third of the rate that was asked for.
 */
function levelOffsOf(card: TaskCard, { track }: Accounted): { throughFt: number; restedSeconds: number } {
	const altitude = track.column('indicatedAltitudeFt');
	const { rateHz } = track;
	let [throughFt, restedSeconds] = [0, 0];
	const times = cutPhases(card, track);
	times.forEach(({ phase, startSeconds, endSeconds }, t) => {
		const asked = card.phases[phase]!.targets.verticalSpeedFpm?.value;
		const target = card.phases[phase + 1]?.targets.altitudeFt?.value;
		if (!asked || target === undefined || card.phases[phase + 1]!.targets.verticalSpeedFpm) return;
		const sign = Math.sign(asked);
		const until = Math.min(track.length, (endSeconds ?? track.seconds) * rateHz);
		const left = (i: number): number => sign * (target - altitude[i]!);
		for (let i = until; i < Math.min(track.length, (times[t + 1]?.endSeconds ?? 0) * rateHz); i++)
			throughFt = Math.max(throughFt, -left(i));
		for (let from = (startSeconds + 25) * rateHz; from < until; from += rateHz) {
			let to = from;
			while (to < until && left(from) - left(to) < 15 + ((Math.abs(asked) / 3) * (to - from)) / rateHz / 60)
				to += rateHz;
			if (left(from) > 100) restedSeconds = Math.max(restedSeconds, (to - from) / rateHz);
		}
	});
	return { throughFt, restedSeconds };
}

/** Neither done nor not. */
const NEVER_SLOW_SECONDS = 20;

/** For how long flap or gear were not as a card has them, though the speed of that phase was there or a minute had passed, s. */
function unconfiguredSeconds(card: TaskCard, { track }: Accounted): number {
	if (!track.has('gear')) return 0;
	const [gear, flaps] = [track.column('gear'), track.column('flapsDeg')];
	const speed = runningMean(track.column('calibratedAirspeedKt'), STILL_SECONDS * track.rateHz);
	let longest = 0;
	for (const { phase, startSeconds } of cutPhases(card, track)) {
		const { configuration, targets } = card.phases[phase]!;
		if (!configuration) continue;
		const { flapsDeg, gearDown } = configuration;
		const from = Math.round(startSeconds * track.rateHz);
		const most = Math.min(track.length, from + 60 * track.rateHz);
		let slow = from;
		while (slow < most && targets.airspeedKias && speed[slow]! > targets.airspeedKias.value + 4) slow++;
		let set = slow;
		const isWrong = (i: number): boolean =>
			(flapsDeg !== undefined && Math.abs(flaps[i]! - flapsDeg) > 3) ||
			(gearDown !== undefined && Math.abs(gear[i]! - Number(gearDown)) > 0.5);
		while (set < track.length && isWrong(set)) set++;
		// Who never is slow enough for flap is right not to move it; for the gear he is.
		const mayMove = slow < most || gearDown !== undefined;
		longest = Math.max(
			longest,
			Math.min((set - slow) / track.rateHz, mayMove ? Infinity : NEVER_SLOW_SECONDS)
		);
	}
	return longest;
}

/** How far off its heading each turn by bank had come out some seconds after it, degrees. */
const turnsOut = (card: TaskCard, { track }: Accounted): number[] =>
	cutPhases(card, track).flatMap(({ phase, endSeconds }) => {
		const target = card.phases[phase + 1]?.targets.headingDeg?.value;
		if (!card.phases[phase]!.targets.bankDeg || target === undefined || endSeconds === null) return [];
		const at = Math.min(track.length - 1, Math.round((endSeconds + OUT_SECONDS) * track.rateHz));
		return [Math.abs(signedDeg(track.column('headingDeg')[at]! - target))];
	});
const OUT_SECONDS = 8;

/** How far each turn by bank went through the heading that ends it, degrees. */
const turnsThrough = (card: TaskCard, { track }: Accounted): number[] =>
	cutPhases(card, track).flatMap(({ phase, endSeconds }) => {
		const side = Math.sign(card.phases[phase]!.targets.bankDeg?.value ?? 0);
		const target = card.phases[phase + 1]?.targets.headingDeg?.value;
		if (side === 0 || target === undefined || endSeconds === null) return [];
		const from = Math.round(endSeconds * track.rateHz);
		const heading = track.column('indicatedHeadingDeg').subarray(from, from + 20 * track.rateHz);
		return [heading.reduce((most, deg) => Math.max(most, side * signedDeg(deg - target)), 0)];
	});

/** What the timed legs of the holds were too long or too short by, circuit after circuit, s. */
const timedErrors = (card: TaskCard, { track }: Accounted): number[] =>
	flownHolds(new Evidence(card, track, cutPhases(card, track))).flatMap(({ report }) =>
		report.circuits.map((circuit) => timingError(report, circuit))
	);
const meanOf = (values: readonly number[]): number =>
	values.reduce((sum, one) => sum + Math.abs(one), 0) / Math.max(1, values.length);

/** Means over so long to either side are what the aeroplane does without its gusts, s. */
const STILL_SECONDS = 4;

/** How far height or heading went while the hands were elsewhere or just after, in shares of what counts as out. */
function strayed(card: TaskCard, { track, account }: Accounted): number {
	const altitude = track.column('altitudeFt');
	const heading = track.column('headingDeg');
	const at = (seconds: number) => Math.min(track.length - 1, Math.max(0, Math.round(seconds * track.rateHz)));
	const phases = cutPhases(card, track);
	return Math.max(
		0,
		...account.away.map(({ from, to }) => {
			const [a, b] = [at(from), at(to + 8)];
			const phase = card.phases[phases.findLast(({ startSeconds }) => startSeconds <= from)?.phase ?? 0]!;
			let out = 0;
			for (let i = a; i <= b; i++) {
				if (phase.targets.altitudeFt?.mode === 'hold')
					out = Math.max(out, Math.abs(altitude[i]! - altitude[a]!) / DETECTOR_DEFAULTS.attentionFt);
				if (phase.targets.headingDeg)
					out = Math.max(
						out,
						Math.abs(signedDeg(heading[i]! - heading[a]!)) / DETECTOR_DEFAULTS.attentionDeg
					);
			}
			return out;
		})
	);
}

/** The most that the speed of twelve seconds fell below what was to be kept, after a level-off or in a turn, kt; and forgotten power. */
function slowest(card: TaskCard, { track, account }: Accounted, forgotten: boolean): number {
	const speed = runningMean(track.column('calibratedAirspeedKt'), 6 * track.rateHz);
	const phases = cutPhases(card, track);
	let lost = 0;
	phases.forEach(({ phase, startSeconds, endSeconds }) => {
		const { airspeedKias, altitudeFt } = card.phases[phase]!.targets;
		if (airspeedKias?.mode !== 'hold' || altitudeFt?.mode !== 'hold') return;
		const [from, to] = [startSeconds + 6, (endSeconds ?? track.seconds) - 6];
		for (let i = Math.round(from * track.rateHz); i < Math.min(track.length, to * track.rateHz); i++) {
			const at = track.timeOf(i);
			if (forgotten && !account.forgot.some((one) => at >= one.from && at <= one.to + 20)) continue;
			lost = Math.max(lost, airspeedKias.value - speed[i]!);
		}
	});
	return lost;
}

/**
 * Who corrects by too much from one side to the other, again and again, chases the needle as well: where he did both, by his
 * own account, the one word or the other is right.
 */
export const EITHER: Partial<Record<string, FaultKind>> = { 'corrects-too-much': 'chases-needle' };

/** The truth of a fault in a flight by the human-like pilot; undefined where only what he was told to do is known. */
export function truthOf(
	kind: string,
	card: TaskCard,
	flight: Accounted,
	onPurpose: boolean
): Truth | undefined {
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
			return courses(4, 1, (course) => swings(course, 10));
		case 'turn-held-until-centred':
			return courses(20, 14, cutOnCourse);
		case 'corrects-too-much':
			return courses(26, 18, largestForLittle);
		case 'corrects-too-little':
			return courses(85, 60, (course) =>
				longest(course, (i) => {
					const { share, along } = course.tracking;
					return (
						course.tracking.usable(i) &&
						Math.abs(share[i]!) >= DETECTOR_DEFAULTS.littleShare &&
						-course.deg[i]! * Math.sign(along[i]!.rightNm) < DETECTOR_DEFAULTS.littleDeg
					);
				})
			);
		case 'reverse-sensing':
			return courses(14, 8, (course) =>
				longest(course, (i) => {
					const { share, along } = course.tracking;
					return (
						course.tracking.usable(i) &&
						Math.abs(share[i]!) >= DETECTOR_DEFAULTS.reverseShare &&
						course.deg[i]! * Math.sign(along[i]!.rightNm) >= DETECTOR_DEFAULTS.reverseDeg
					);
				})
			);
		case 'hold-timing': {
			// By his clock and by the true one: he sees the fix go by some seconds after it has.
			const own = edge(meanOf(flight.account.legsOff.slice(1)), 16, 12);
			const true_ = edge(meanOf(timedErrors(card, flight).slice(1)), 16, 12);
			return onPurpose && own !== true_ ? null : byAir(true_);
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
			return undefined;
	}
}

/** What the pilot was told to do, where nothing better is known. */
export const meantBy = (pilot: PilotId): boolean => pilot !== 'steady';

const gone = (flight: ApproachFlight): boolean => flight.said >= 0 && !goesOn(flight);
const goesOn = (flight: ApproachFlight): boolean =>
	flight.said >= 0 && flight.column('decision')[flight.said] === DECISION.continue;

/** How far from settled the flight was 500 ft above the threshold, 1 being the edge of what is; 0 where it never came there. */
function unsettled(flight: ApproachFlight): number {
	const { approach, card, final, altitude } = flight;
	if (!final) return 0;
	const passed = altitude.findIndex((ft, i) => i >= final.from && ft < approach.threshold.elevationFt + 500);
	if (passed < 0 || (gone(flight) && flight.said < flight.after(passed, 5))) return 0;
	const target = card.phases.find(({ segment, after }) => segment === 'final' && !after)!;
	const wanted = target.targets.airspeedKias?.value;
	const over =
		wanted === undefined ? 0 : flight.meanAbout('calibratedAirspeedKt', passed, STILL_SECONDS) - wanted;
	const sink = -flight.meanAbout('verticalSpeedFpm', passed, STILL_SECONDS);
	const { path } = target;
	const { right, above } = path?.kind === 'course' ? flight.shares(path, passed) : { right: 0, above: 0 };
	return Math.max(
		over / 10,
		-over / 5,
		sink / 1000,
		Math.abs(right),
		Number.isNaN(above) ? 0 : Math.abs(above)
	);
}

/** Seconds of the longest stretch of some phases in which something was so. */
const stretchOf = (
	flight: ApproachFlight,
	phases: (phase: ApproachFlight['flown'][number]) => boolean,
	holds: (i: number, phase: ApproachFlight['flown'][number]) => boolean
): number =>
	Math.max(
		0,
		...flight.flown
			.filter(phases)
			.flatMap((one) =>
				runs(one.from, one.to, 1, (i) => holds(i, one)).map(({ from, to }) => (to - from) / flight.rateHz)
			)
	);

/** The same of an approach. */
export function approachTruthOf(kind: FaultKind, evidence: Evidence, onPurpose: boolean): Truth {
	const flight = ApproachFlight.of(evidence)!;
	const { minimum } = flight.approach;
	const shown = (truth: Truth): Truth => (onPurpose && truth === false ? null : truth);
	switch (kind) {
		case 'unstable-approach':
			return shown(edge(unsettled(flight), 1.15, 0.85));
		case 'below-path-in-sight': {
			const inSight = ({ phase }: ApproachFlight['flown'][number]) =>
				phase.after === 'continue' && phase.segment === 'final' && phase.path?.kind === 'course';
			const below = (share: number) =>
				stretchOf(flight, inSight, (i, { phase }) => {
					return phase.path?.kind === 'course' && flight.shares(phase.path, i).above < -share;
				});
			return below(0.7) >= 4 ? true : below(0.5) >= 2 ? null : shown(false);
		}
		case 'step-down-broken': {
			const stepped = ({ phase }: ApproachFlight['flown'][number]) =>
				phase.floorFt !== undefined &&
				!phase.after &&
				phase.segment === 'final' &&
				phase.floorFt !== minimum.altitudeFt;
			const below = (ft: number) =>
				stretchOf(flight, stepped, (i, { phase }) => flight.altitude[i]! < phase.floorFt! - ft);
			return below(40) >= 12 ? true : below(15) >= 4 ? null : shown(false);
		}
		case 'continued-unseen': {
			const on = ({ phase }: ApproachFlight['flown'][number]) => phase.segment !== 'missed';
			const seconds = stretchOf(flight, on, (i) => {
				return (
					flight.altitude[i]! < minimum.altitudeFt - DETECTOR_DEFAULTS.sinksThroughFt - 15 &&
					flight.beforeNm(i) >= 0 &&
					mayGoOn(flight.sight(i)) === 'no'
				);
			});
			return seconds >= 3 ? true : onPurpose || seconds >= 1 ? null : false;
		}
		default:
			return onPurpose;
	}
}
