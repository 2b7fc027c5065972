import { reversals, runningMean } from '../../base/index.js';
import { ApproachFlight } from '../approach/stretch.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** To either side; a mean over twice that hides gusts, and shows a needle that is chased: it comes back after half a minute. */
const GUSTS_SECONDS = 4;
/** Up to the roughness of light air that mean is enough; in rougher air draughts are as long as the swing, and it must be larger. */
const LIGHT_AIR = 1.4;
const ROUGHER_ADDS = 2.5;
/** How the range of the rate that draughts make by themselves grows with roughness. */
const RANGE_GROWS = 1.6;
/**
 * Crossed as often as this in calm air, in rougher more, it is chased with smaller swings, too, ft/min: over this share of the
 * range, and out to this share.
 */
const OFTEN = 4;
const OFTEN_SWING_FPM = 200;
const OFTEN_RANGE_SHARE = 0.58;
const OFTEN_SWING_SHARE = 0.6;

/** The path crossed again and again, the rate swinging each time: the needle is chased, not the rate set. */
export function chasesGlidepath(evidence: Evidence): Fault[] {
	const flight = evidence.once(ApproachFlight.of);
	if (!flight || !flight.has('verticalSpeedFpm')) return [];
	const { glideCrossings, glideRangeFpm, glideSwingFpm, glideSwing } = evidence.settings;
	return flight.flown.flatMap(({ phase, from, to }) => {
		const { path } = phase;
		if (!phase.targets.glide || phase.after || path?.kind !== 'course' || to - from < 40 * flight.rateHz)
			return [];
		const rate = flight.rateHz;
		const begin = from + 15 * rate;
		const above = Float64Array.from({ length: to - begin }, (_, i) => flight.shares(path, begin + i).above);
		const sink = runningMean(flight.column('verticalSpeedFpm').subarray(begin, to), GUSTS_SECONDS * rate);
		const mean = sink.reduce((sum, fpm) => sum + fpm, 0) / sink.length;
		const rougher = Math.max(1, 1 + ROUGHER_ADDS * (evidence.rough - LIGHT_AIR));
		const turnsOf = (fpm: number): number =>
			reversals(
				sink.map((one) => one - mean),
				fpm * rougher
			);
		let [crossings, swung, nearly] = [0, 0, 0];
		let most = 0;
		for (let i = 1; i < above.length; i++) {
			most = Math.max(most, Math.abs(above[i]!));
			if (above[i - 1]! * above[i]! < 0) {
				crossings++;
				if (most >= glideSwing) swung++;
				if (most >= OFTEN_SWING_SHARE * glideSwing) nearly++;
				most = 0;
			}
		}
		// Draughts carry the rate about as well, but not as far as a hand does, nor as often.
		const rangeFpm = Math.max(...sink) - Math.min(...sink);
		const wideFpm = glideRangeFpm * evidence.rough ** RANGE_GROWS;
		const [large, small] = [turnsOf(glideSwingFpm), turnsOf(OFTEN_SWING_FPM)];
		const isWide = swung >= glideCrossings && large >= glideCrossings && rangeFpm >= wideFpm;
		const isOften =
			nearly >= Math.round(OFTEN * evidence.rough) &&
			small >= glideCrossings &&
			rangeFpm >= OFTEN_RANGE_SHARE * wideFpm;
		if (!isWide && !isOften) return [];
		return [
			fault(
				'chases-glidepath',
				flight.timeOf(begin),
				flight.timeOf(to - 1),
				`The rate swung ${isWide ? large : small} times over ${Math.round(rangeFpm / 10) * 10} ft/min in all while the path was crossed ${crossings} times.`,
				'Set the rate that the groundspeed asks for, wait, and correct it by a hundred feet a minute at a time.'
			)
		];
	});
}
