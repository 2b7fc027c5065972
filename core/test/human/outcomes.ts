import { cutPhases, Evidence, signedDeg, type TaskCard, type Track } from '../../src/index.js';
import { runningMean } from '../../src/base/index.js';
import { DETECTOR_DEFAULTS } from '../../src/grading/detector-settings.js';
import { flownHolds } from '../../src/grading/detectors/holds.js';
import { timingError } from '../../src/grading/paths/hold.js';
import type { Account } from './human-pilot.js';

/*
 * What came of a flight, by the true state of the aeroplane: beside what the pilot decided it tells what was done. With edges
 * of their own, and not those of the detectors (truth.ts).
 */

export interface Accounted {
	track: Track;
	account: Account;
}

/** Means over so long to either side are what the aeroplane does without its gusts, s. */
export const STILL_SECONDS = 4;
/** A turn has come out so long after its end, s. */
const OUT_SECONDS = 8;

/** How far the aeroplane came down, ft, from where the power went back to where the speed of the descent was there. */
export function sunkBeforeSlow(card: TaskCard, { track }: Accounted): number {
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
export function levelOffsOf(
	card: TaskCard,
	{ track }: Accounted
): { throughFt: number; restedSeconds: number } {
	const altitude = track.column('indicatedAltitudeFt');
	const { rateHz } = track;
	let [throughFt, restedSeconds] = [0, 0];
	const times = cutPhases(card, track);
	times.forEach(({ phase, startSeconds, endSeconds }, t) => {
		const asked = card.phases[phase]!.targets.verticalSpeedFpm?.value;
		const target = card.phases[phase + 1]?.targets.altitudeFt?.value;
		if (!asked || target === undefined || card.phases[phase + 1]!.targets.verticalSpeedFpm) return;
		const sign = Math.sign(asked);
		const sample = (seconds: number): number => Math.min(track.length - 1, Math.round(seconds * rateHz));
		const until = sample(endSeconds ?? track.seconds);
		const left = (i: number): number => sign * (target - altitude[i]!);
		for (let i = until; i < sample(times[t + 1]?.endSeconds ?? track.seconds); i++)
			throughFt = Math.max(throughFt, -left(i));
		for (let from = sample(startSeconds + 25); from < until; from += rateHz) {
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
export function unconfiguredSeconds(card: TaskCard, { track }: Accounted): number {
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
export const turnsOut = (card: TaskCard, { track }: Accounted): number[] =>
	cutPhases(card, track).flatMap(({ phase, endSeconds }) => {
		const target = card.phases[phase + 1]?.targets.headingDeg?.value;
		if (!card.phases[phase]!.targets.bankDeg || target === undefined || endSeconds === null) return [];
		const at = Math.min(track.length - 1, Math.round((endSeconds + OUT_SECONDS) * track.rateHz));
		return [Math.abs(signedDeg(track.column('headingDeg')[at]! - target))];
	});
/** How far each turn by bank went through the heading that ends it, degrees. */
export const turnsThrough = (card: TaskCard, { track }: Accounted): number[] =>
	cutPhases(card, track).flatMap(({ phase, endSeconds }) => {
		const side = Math.sign(card.phases[phase]!.targets.bankDeg?.value ?? 0);
		const target = card.phases[phase + 1]?.targets.headingDeg?.value;
		if (side === 0 || target === undefined || endSeconds === null) return [];
		const from = Math.round(endSeconds * track.rateHz);
		const heading = track.column('indicatedHeadingDeg').subarray(from, from + 20 * track.rateHz);
		return [heading.reduce((most, deg) => Math.max(most, side * signedDeg(deg - target)), 0)];
	});

/** What the timed legs of the holds were too long or too short by, circuit after circuit, s. */
export const timedErrors = (card: TaskCard, { track }: Accounted): number[] =>
	flownHolds(new Evidence(card, track, cutPhases(card, track))).flatMap(({ report }) =>
		report.circuits.map((circuit) => timingError(report, circuit))
	);

/** How far height or heading went while the hands were elsewhere or just after, in shares of what counts as out. */
export function strayed(card: TaskCard, { track, account }: Accounted): number {
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
export function slowest(card: TaskCard, { track, account }: Accounted, forgotten: boolean): number {
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
