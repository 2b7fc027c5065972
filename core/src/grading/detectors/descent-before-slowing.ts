import type { Evidence } from '../evidence.js';
import { runningMean } from '../../base/index.js';
import { effectiveColumn } from '../../recording/index.js';
import { fault, indexAt, ROUGH_AIR, type Fault } from '../fault.js';

/** Where the run below a value began that lasts up to a sample; −1 when the sample is not in one so long. */
function runBelowUpTo(column: Float64Array, value: number, run: number, from: number, last: number): number {
	let begun = last;
	while (begun > from && column[begun - 1]! <= value) begun--;
	return column[last]! <= value && last - begun + 1 >= run ? begun : -1;
}

/** The flight is followed down to this under the altitude, ft, and looked at once a second. */
const DOWN_FT = 450;
/** A descent that begins at once needs some level flight before it to be told from, s. */
const BEFORE_SECONDS = 20;

/**
 * Where an altitude was left for good: of a line before and a steeper one after it those are taken that fit the altitude
 * best. So a gust's descent is none, since the altitude comes back, and being low already is no descent. −1 where it was kept.
 */
function leftAltitudeAt(
	altitude: Float64Array,
	heldFt: number,
	rateHz: number,
	from: number,
	to: number
): number {
	let lower = from;
	while (lower < to && altitude[lower]! > heldFt - DOWN_FT) lower++;
	if (lower >= to) return -1;
	const first = Math.max(0, from - BEFORE_SECONDS * rateHz);
	const seconds = Math.floor((lower - first) / rateHz);
	const ft = (second: number) => altitude[first + second * rateHz]! - heldFt;
	let [best, least] = [from, Infinity];
	for (let bend = Math.round((from - first) / rateHz); bend < seconds - 5; bend++) {
		const left = bentLine(seconds, bend, ft);
		if (left < least) [best, least] = [first + bend * rateHz, left];
	}
	return best;
}

/** What two lines that meet at a bend leave of so many values: the sum of squares, by least squares. */
function bentLine(count: number, bend: number, value: (i: number) => number): number {
	// Normal equations of 1, i, and what i is past the bend.
	const sums = [0, 0, 0, 0, 0, 0, 0, 0, 0];
	let squares = 0;
	for (let i = 0; i < count; i++) {
		const [x, past, y] = [i - bend, Math.max(0, i - bend), value(i)];
		squares += y * y;
		[1, x, past, x * x, x * past, past * past, y, x * y, past * y].forEach((term, k) => (sums[k]! += term));
	}
	const [n, x, p, xx, xp, pp, y, xy, py] = sums as [
		number,
		number,
		number,
		number,
		number,
		number,
		number,
		number,
		number
	];
	const determinant = n * (xx * pp - xp * xp) - x * (x * pp - xp * p) + p * (x * xp - xx * p);
	if (Math.abs(determinant) < 1e-9) return Infinity;
	const a = (y * (xx * pp - xp * xp) - x * (xy * pp - xp * py) + p * (xy * xp - xx * py)) / determinant;
	const b = (n * (xy * pp - xp * py) - y * (x * pp - xp * p) + p * (x * py - xy * p)) / determinant;
	const c = (n * (xx * py - xy * xp) - x * (x * py - xy * p) + y * (x * xp - xx * p)) / determinant;
	return squares - a * y - b * xy - c * py;
}

/** Where the card asks for a speed first and a descent next: the descent must wait for the speed. */
export function descentBeforeSlowing({ card, track, times, settings, rough }: Evidence): Fault[] {
	const raw = effectiveColumn(track, 'verticalSpeedFpm', card.weather);
	const rate = raw && runningMean(raw, Math.round(settings.rateMeanSeconds * track.rateHz));
	const shown = effectiveColumn(track, 'indicatedAirspeedKt', card.weather);
	const speed = shown && runningMean(shown, Math.round(settings.speedMeanSeconds * track.rateHz * 0.5));
	if (!rate || !speed) return [];
	const altitude = effectiveColumn(track, 'indicatedAltitudeFt', card.weather);
	const faults: Fault[] = [];
	times.forEach((time, t) => {
		const slow = card.phases[time.phase]!;
		const descent = card.phases[time.phase + 1];
		const target = slow.targets.airspeedKias;
		if (target?.mode !== 'reach' || !descent || (descent.targets.verticalSpeedFpm?.value ?? 0) >= 0) return;
		// The card says when the descent was established; a gust before that is no descent.
		if (time.endSeconds === null) return;
		const from = indexAt(track, time.startSeconds);
		const to = indexAt(track, times[t + 1]?.endSeconds ?? track.seconds);
		const run = Math.round(settings.descentHeldSeconds * track.rateHz);
		const established = Math.min(track.length - 1, indexAt(track, time.endSeconds));
		const held = slow.targets.altitudeFt?.value;
		const begun =
			rough > ROUGH_AIR && altitude && held !== undefined
				? leftAltitudeAt(altitude, held, track.rateHz, from, to)
				: runBelowUpTo(rate, settings.descentRateFpm, run, from, established);
		if (begun < 0) return;
		const limit = target.value + settings.speedAboveTargetKt * Math.sqrt(rough);
		if (!(speed[begun]! > limit)) return;
		let slowed = begun;
		while (slowed < to && speed[slowed]! > limit) slowed++;
		const excess = speed[begun]! - target.value;
		faults.push(
			fault(
				'descent-before-slowing',
				track.timeOf(begun),
				track.timeOf(slowed),
				`You began the descent ${Math.round(excess)} kt fast: ${Math.round(speed[begun]!)} kt where ${target.value} was asked.`,
				'Hold the altitude until the speed is there. In the descent it will hardly come down.'
			)
		);
	});
	return faults;
}
