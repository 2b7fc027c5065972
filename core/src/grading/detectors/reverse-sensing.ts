import { runs } from '../../base/index.js';
import type { CourseTracking } from './course-tracking.js';
import { fault, type Fault } from '../fault.js';

/** A course is looked at once it has been flown for this long, s. */
const FIRST_SECONDS = 10;

/** Turned away from the course for longer than a moment. */
export function reverseSensing(tracking: CourseTracking): Fault | null {
	const { along, share, angle, off, samples, rateHz, settings, rough } = tracking;
	const [away] = runs(
		Math.min(samples, FIRST_SECONDS * rateHz),
		samples,
		settings.reverseSeconds * rough * rateHz,
		(i) => {
			const leaving = angle[i]! * Math.sign(along[i]!.rightNm);
			const turned = off[i]! * Math.sign(along[i]!.rightNm);
			return (
				tracking.usable(i) &&
				Math.abs(share[i]!) >= settings.reverseShare &&
				leaving >= settings.reverseDeg &&
				turned >= settings.reverseDeg
			);
		}
	);
	if (!away) return null;
	return fault(
		'reverse-sensing',
		tracking.at(away.from),
		tracking.at(away.to - 1),
		`For ${Math.round((away.to - away.from) / rateHz)} s you flew away from the course: the needle was ${along[away.from]!.rightNm > 0 ? 'left' : 'right'} and you turned the other way.`,
		'With the course you fly set in the selector, the needle is where the course is. Check the selector first.'
	);
}
