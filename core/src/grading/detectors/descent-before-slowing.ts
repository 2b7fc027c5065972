import type { Evidence } from '../evidence.js';
import { meanOf, runningMean, runs } from '../../base/index.js';
import { effectiveColumn } from '../../recording/index.js';
import { rateAsFlown } from '../rate-as-flown.js';
import { fault, indexAt, ROUGH_AIR, type Fault } from '../fault.js';

/** Where the run below a value began that lasts up to a sample; −1 when the sample is not in one so long. */
function runBelowUpTo(column: Float64Array, value: number, run: number, from: number, last: number): number {
	let begun = last;
	while (begun > from && column[begun - 1]! <= value) begun--;
	return column[last]! <= value && last - begun + 1 >= run ? begun : -1;
}

/** In rough air the whole time of slowing tells: sunk by so much, ft, at this share of the rate that comes next. */
const SUNK_FT = 60;
const DESCENT_SHARE = 0.5;
/** The speed is there when it has been so long, s; the first of it is the change of power itself, s. */
const THERE_SECONDS = 4;
const ENTRY_SECONDS = 3;
const REGAINED_SECONDS = 8;

/** Where a descent went on while the speed was still coming down: from the begin of slowing to the speed; −1 where it did not. */
function sinkWhileSlowing(
	rate: Float64Array,
	isThere: (i: number) => boolean,
	askedFpm: number,
	from: number,
	to: number,
	rateHz: number
): number {
	const begin = from + ENTRY_SECONDS * rateHz;
	const there = runs(begin, to, THERE_SECONDS * rateHz, isThere)[0]?.from ?? to;
	const sunkFt = (until: number): number =>
		until > begin ? (-meanOf(rate, begin, until) * (until - begin)) / rateHz / 60 : 0;
	// What a gust took it gives back; a descent goes on.
	const later = Math.min(rate.length, there + REGAINED_SECONDS * rateHz);
	const sinks = sunkFt(there) >= SUNK_FT && sunkFt(later) >= SUNK_FT;
	return sinks && meanOf(rate, begin, there) <= DESCENT_SHARE * askedFpm ? begin : -1;
}

/** Where the card asks for a speed first and a descent next: the descent must wait for the speed. */
export function descentBeforeSlowing(evidence: Evidence): Fault[] {
	const { card, track, times, settings, rough } = evidence;
	const raw = evidence.once(rateAsFlown);
	const rate = raw && runningMean(raw, Math.round(settings.rateMeanSeconds * track.rateHz));
	const shown = effectiveColumn(track, 'indicatedAirspeedKt', card.weather);
	const speed = shown && runningMean(shown, Math.round(settings.speedMeanSeconds * track.rateHz * 0.5));
	if (!rate || !speed) return [];
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
		const limit = target.value + settings.speedAboveTargetKt * Math.sqrt(rough);
		const asked = descent.targets.verticalSpeedFpm?.value;
		const begun =
			rough > ROUGH_AIR && asked !== undefined
				? sinkWhileSlowing(rate, (i) => speed[i]! <= limit, asked, from, to, track.rateHz)
				: runBelowUpTo(rate, settings.descentRateFpm, run, from, established);
		if (begun < 0) return;
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
