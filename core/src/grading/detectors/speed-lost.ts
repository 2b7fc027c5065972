import type { Evidence } from '../evidence.js';
import { median, runningMean } from '../../base/index.js';
import { effectiveColumn } from '../../recording/index.js';
import { fault, ROUGH_AIR, type Fault } from '../fault.js';
import { stretches } from './stretches.js';

/** Of the power that the level flight or the turn took in the end, what is enough. */
const ENOUGH_SHARE = 0.5;

/** Speed lost after a level-off or in a turn, because no power came or the nose was held too high. */
export function speedLost({ card, track, times, settings, rough }: Evidence): Fault[] {
	const speed = effectiveColumn(track, 'indicatedAirspeedKt', card.weather);
	const throttle = track.has('throttle') ? track.column('throttle') : null;
	if (!speed || !throttle) return [];
	const smooth = runningMean(speed, Math.round(1.5 * track.rateHz));
	const run = Math.round(settings.speedLostSeconds * track.rateHz);
	const faults: Fault[] = [];
	/** Where the last climb or descent ended. */
	let levelledAt = -Infinity;
	for (const { phase, from, to } of stretches(card, track, times)) {
		const { airspeedKias, altitudeFt, bankDeg } = phase.targets;
		if (altitudeFt?.mode !== 'hold') levelledAt = to;
		if (airspeedKias?.mode !== 'hold' || altitudeFt?.mode !== 'hold') continue;
		const turns = bankDeg !== undefined && bankDeg.value !== 0;
		const levels = from - levelledAt <= settings.levelledSeconds * track.rateHz;
		if (!turns && !levels) continue;
		const start = from + Math.round((airspeedKias.settleSeconds ?? 0) * track.rateHz);
		const limit = airspeedKias.value - settings.speedLostKt * Math.sqrt(rough);
		let low = 0;
		for (let i = start; i < to; i++) {
			low = smooth[i]! < limit ? low + 1 : 0;
			if (low < run) continue;
			let end = i;
			let slowest = smooth[i]!;
			for (; end < to && smooth[end]! < limit; end++) slowest = Math.min(slowest, smooth[end]!);
			const begun = i - low + 1;
			const entry = turns ? from : levelledAt;
			const before = throttle[Math.max(0, entry - 3 * track.rateHz)]!;
			const most = throttle.subarray(entry, Math.min(end, i + run) + 1).reduce((a, b) => Math.max(a, b), 0);
			// Power that was given in time and did not help in rough air is no fault; a little of what it takes has not been given.
			const inTime = throttle.subarray(entry, begun + 1).reduce((a, b) => Math.max(a, b), 0) - before;
			const taken = median(throttle.subarray((start + to) >> 1, to)) - before;
			if (rough > ROUGH_AIR && inTime >= Math.max(settings.powerAddedShare, ENOUGH_SHARE * taken)) break;
			const lost = Math.round(airspeedKias.value - slowest);
			const where = turns ? 'In the turn' : 'After levelling off';
			faults.push(
				fault(
					'speed-lost',
					track.timeOf(begun),
					track.timeOf(end),
					most - before < settings.powerAddedShare
						? `${where} you lost ${lost} kt: the power stayed where it was.`
						: `${where} you lost ${lost} kt.`,
					turns
						? 'A little power goes in with the bank, and comes out with it.'
						: 'Power comes in with the nose: to the setting that you know for level flight, before the speed falls.'
				)
			);
			break;
		}
	}
	return faults;
}
