import { formatHeading, meanDirection, runningMean, runs, signedDeg } from '../../base/index.js';
import { judgedPhases } from '../paths/flown.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { CourseTracking } from './course-tracking.js';

/** A cut is one that is held with the wings level for so long, s, the heading within so much, degrees. */
const HELD_SECONDS = 6;
const WINGS_LEVEL_DEG = 7;
/** It is taken from the own heading when it is this near to that, and this far from what the course asks for, degrees. */
const NEAR_DEG = 9;
const APART_DEG = 11;
/** Near is so much more for each whole of roughness: gusts turn the nose. */
const ROUGHER_ADDS_DEG = 2;
/** On the course no cut is flown, share of full scale. */
const ON_COURSE = 0.25;

/**
 * An intercept angle that was measured from the heading flown when the task began, not from the course: it is then as
 * much off as that heading is off the course.
 */
export function cutFromOwnHeading({ card, track, times, settings, rough }: Evidence): Fault[] {
	return judgedPhases(card, track, times).flatMap((flown) => {
		const { path } = card.phases[flown.phase]!;
		if (path?.kind !== 'course' || path.interceptDeg === undefined) return [];
		const cut = path.interceptDeg;
		const tracking = new CourseTracking(flown, path, settings, rough);
		const heading = track.column('headingDeg').subarray(flown.from, flown.to);
		const bank = runningMean(track.column('bankDeg').subarray(flown.from, flown.to), 2 * track.rateHz);
		const ownDeg = heading[0]!;
		const [held] = runs(0, tracking.samples, HELD_SECONDS * track.rateHz, (i) => {
			return (
				Math.abs(bank[i]!) < WINGS_LEVEL_DEG &&
				Math.abs(signedDeg(heading[i]! - ownDeg)) > cut / 2 &&
				Math.abs(tracking.share[i]!) > ON_COURSE
			);
		});
		if (!held) return [];
		const flownDeg = meanDirection(heading, held.from, held.to);
		const side = tracking.along[held.from]!.rightNm > 0 ? -1 : 1;
		const fromCourse = signedDeg(flownDeg - (tracking.courseDeg + side * cut));
		const fromOwn = Math.min(...[-1, 1].map((turn) => Math.abs(signedDeg(flownDeg - (ownDeg + turn * cut)))));
		// Who flies away from the course has another fault.
		const closes = side * signedDeg(flownDeg - tracking.courseDeg) > 0;
		const nearDeg = NEAR_DEG + ROUGHER_ADDS_DEG * (rough - 1);
		if (!closes || fromOwn > nearDeg || Math.abs(fromCourse) < APART_DEG) return [];
		const was = Math.round(Math.abs(signedDeg(flownDeg - tracking.courseDeg)));
		return [
			fault(
				'cut-from-own-heading',
				tracking.at(held.from),
				tracking.at(held.to - 1),
				`You flew ${formatHeading(flownDeg)}: ${cut}° from the ${formatHeading(ownDeg)} that you had, ${was}° from the course ${formatHeading(tracking.courseDeg)}.`,
				`Count the cut from the course: ${formatHeading(tracking.courseDeg)} ${side > 0 ? 'and' : 'less'} ${cut} is ${formatHeading(tracking.courseDeg + side * cut)}.`
			)
		];
	});
}
