import { runningMean, runs } from '../../base/index.js';
import type { CourseTracking } from './course-tracking.js';
import { fault, type Fault } from '../fault.js';

/** A course is looked at once it has been flown for this long, s. */
const FIRST_SECONDS = 10;

/**
 * Gusts turn the track to and fro. In rough air what is done is a mean over this, s for each whole of roughness more, to
 * either side, and may come to so many times as much for a while, as long as the mean of the whole time is next to nothing.
 */
const ROUGHER_SECONDS = 12;
const ROUGHER_TIMES = 2;

/** Off for long, and next to nothing done about it. */
export function correctsTooLittle(tracking: CourseTracking): Fault[] {
	const { along, share, samples, rateHz, settings, rough } = tracking;
	const long = Math.round(settings.littleSeconds * rateHz);
	const first = Math.min(samples, FIRST_SECONDS * rateHz);
	const angle = runningMean(tracking.angle, Math.round(ROUGHER_SECONDS * (rough - 1) * rateHz));
	const closing = angle.map((deg, i) => -deg * Math.sign(along[i]!.rightNm));
	const forAWhileDeg = settings.littleDeg * (1 + ROUGHER_TIMES * (rough - 1));
	const off = runs(
		first,
		samples,
		long,
		(i) => tracking.usable(i) && Math.abs(share[i]!) >= settings.littleShare && closing[i]! < forAWhileDeg
	);
	const half = long >> 1;
	const whole = runningMean(closing, half);
	for (const { from, to } of off) {
		const [slow] = runs(from, to - long + 1, 1, (i) => whole[i + half]! < settings.littleDeg);
		if (!slow) continue;
		const end = slow.to - 1 + long;
		return [
			fault(
				'corrects-too-little',
				tracking.at(slow.from),
				tracking.at(end - 1),
				`For ${Math.round((end - slow.from) / rateHz)} s you were ${Math.abs(share[slow.from]!).toFixed(1)} of full scale off and did next to nothing about it.`,
				'Turn toward the needle by a figure: 20° far out, 10° nearer. Level the wings and wait.'
			)
		];
	}
	return [];
}
