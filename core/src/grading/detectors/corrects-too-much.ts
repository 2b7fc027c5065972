import { runs } from '../../base/index.js';
import type { CourseTracking } from './course-tracking.js';
import { fault, type Fault } from '../fault.js';
import { BEFORE_CROSSING_SECONDS, turnHeldUntilCentred } from './turn-held-until-centred.js';

const CAPTURED_SHARE = 0.1;
const CAPTURED_DEG = 12;
const AFTERMATH_SECONDS = 25;
/** From this roughness on gusts turn the track for one correction that nobody meant, unless it is larger by so much. */
const GUSTS_CORRECT = 1.5;
const NO_GUST_TIMES = 1.35;
/** So much farther off may it be for each whole of roughness: the air carries it off while the pilot decides. */
const FARTHER_IN_ROUGH_AIR = 0.15;

/** Corrections by far more than the deviation deserves. Who goes from side to side by them chases the needle as well. */
export function correctsTooMuch(tracking: CourseTracking): Fault[] {
	const { along, share, angle, samples, rateHz, settings, rough } = tracking;
	const held = tracking.once(turnHeldUntilCentred);
	const muchShare = settings.muchShare * (1 + FARTHER_IN_ROUGH_AIR * (rough - 1));
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
		return !after && mostBefore(start) < muchShare && along[start]!.distanceNm > 2.5;
	});
	const sizeOf = ({ from, to }: { from: number; to: number }): number =>
		Math.max(...Array.from(angle.subarray(from, to), Math.abs));
	const mayBeGust = (one: { from: number; to: number }): boolean =>
		rough >= GUSTS_CORRECT && sizeOf(one) < NO_GUST_TIMES * settings.muchDeg;
	const [first] = corrections;
	const least = settings.muchTimes + (corrections.every(mayBeGust) ? 1 : 0);
	if (!first || corrections.length < least) return [];
	return [
		fault(
			'corrects-too-much',
			tracking.at(first.from),
			tracking.at(corrections.at(-1)!.to - 1),
			`You corrected by ${Math.round(sizeOf(first))}° for ${mostBefore(first.from).toFixed(1)} of full scale at ${Math.round(along[first.from]!.distanceNm)} NM.`,
			'Far out 20°, nearer 5 to 10°, on a final 2 to 3°: as much as the distance deserves.'
		)
	];
}
