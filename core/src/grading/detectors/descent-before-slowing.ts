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

/** So far below an altitude it has been left for good, ft; and so near it is still held, in calm air. */
const LEFT_BY_FT = 150;
const HELD_WITHIN_FT = 10;

/** Where an altitude was left for good: in rough air a gust's descent is none, since the altitude comes back; −1 where it was kept. */
function leftAltitudeAt(
	altitude: Float64Array,
	heldFt: number,
	rough: number,
	from: number,
	to: number
): number {
	let gone = from;
	while (gone < to && altitude[gone]! > heldFt - LEFT_BY_FT) gone++;
	if (gone >= to) return -1;
	while (gone > from && altitude[gone]! < heldFt - HELD_WITHIN_FT * rough ** 2) gone--;
	return gone;
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
				? leftAltitudeAt(altitude, held, rough, from, to)
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
