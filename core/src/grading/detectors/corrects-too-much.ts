import { runs } from '../../base/index.js';
import type { CourseTracking } from './course-tracking.js';
import { fault, type Fault } from '../fault.js';
import { BEFORE_CROSSING_SECONDS, turnHeldUntilCentred } from './turn-held-until-centred.js';

const CAPTURED_SHARE = 0.1;
const CAPTURED_DEG = 12;
const AFTERMATH_SECONDS = 25;
/** From this roughness on gusts turn the track for one correction that nobody meant. */
export const GUSTS_CORRECT = 1.5;

/** Corrections by far more than the deviation deserves. Who goes from side to side by them chases the needle as well. */
export function correctsTooMuch(tracking: CourseTracking): Fault[] {
	const { along, share, angle, samples, rateHz, settings, rough } = tracking;
	const held = tracking.once(turnHeldUntilCentred);
	/** Off by so much of full scale when a correction was decided. */
	const mostBefore = (start: number): number =>
		Math.max(...share.slice(Math.max(0, start - 5 * rateHz), start + rateHz).map(Math.abs));
	// The cut that first brings it to the course is no correction.
	const [captured] = runs(0, samples, 5 * rateHz, (i) => {
		return Math.abs(share[i]!) <= CAPTURED_SHARE && Math.abs(angle[i]!) < CAPTURED_DEG;
	});
	const corrections = runs(captured?.from ?? samples, samples, 4 * rateHz, (i) => {
		return tracking.usable(i) && angle[i]! * along[i]!.rightNm < 0 && Math.abs(angle[i]!) >= settings.muchDeg;
	}).filter(({ from: start }) => {
		// What has to be taken back after a turn held too long is that fault's; a large correction that was then held is this one's.
		const after = held.some(
			(one) =>
				tracking.at(start) >= one.startSeconds + BEFORE_CROSSING_SECONDS &&
				tracking.at(start) <= one.endSeconds + AFTERMATH_SECONDS
		);
		return !after && mostBefore(start) < settings.muchShare && along[start]!.distanceNm > 2.5;
	});
	if (corrections.length < settings.muchTimes + (rough >= GUSTS_CORRECT ? 1 : 0)) return [];
	const first = corrections[0]!;
	const size = Math.max(...Array.from(angle.subarray(first.from, first.to), Math.abs));
	return [
		fault(
			'corrects-too-much',
			tracking.at(first.from),
			tracking.at(corrections.at(-1)!.to - 1),
			`You corrected by ${Math.round(size)}° for ${mostBefore(first.from).toFixed(1)} of full scale at ${Math.round(along[first.from]!.distanceNm)} NM.`,
			'Far out 20°, nearer 5 to 10°, on a final 2 to 3°: as much as the distance deserves.'
		)
	];
}
