import { runningMean, runs } from '../../base/index.js';
import type { CourseTracking } from './course-tracking.js';
import { fault, type Fault } from '../fault.js';

/** A course is looked at once it has been flown for this long, s. */
const FIRST_SECONDS = 10;

/** In rough air what is done about it is a mean over this, s for each whole of roughness more, to either side: gusts turn the track to and fro. */
const ROUGHER_SECONDS = 12;

/** Off for long, and next to nothing done about it. */
export function correctsTooLittle(tracking: CourseTracking): Fault[] {
	const { along, share, samples, rateHz, settings, rough } = tracking;
	const angle = runningMean(tracking.angle, Math.round(ROUGHER_SECONDS * (rough - 1) * rateHz));
	const [slow] = runs(
		Math.min(samples, FIRST_SECONDS * rateHz),
		samples,
		settings.littleSeconds * rateHz,
		(i) => {
			const closing = -angle[i]! * Math.sign(along[i]!.rightNm);
			return (
				tracking.usable(i) && Math.abs(share[i]!) >= settings.littleShare && closing < settings.littleDeg
			);
		}
	);
	if (!slow) return [];
	return [
		fault(
			'corrects-too-little',
			tracking.at(slow.from),
			tracking.at(slow.to - 1),
			`For ${Math.round((slow.to - slow.from) / rateHz)} s you were ${Math.abs(share[slow.from]!).toFixed(1)} of full scale off and did next to nothing about it.`,
			'Turn toward the needle by a figure: 20° far out, 10° nearer. Level the wings and wait.'
		)
	];
}
