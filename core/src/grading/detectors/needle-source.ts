import { signedDeg } from '../../base/index.js';
import { placeOn } from '../../paths/index.js';
import { ApproachFlight } from '../approach/stretch.js';
import { tunedTo } from '../paths/flown.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** The final flown with the needle following something else, the wrong station or the wrong course. */
export function needleSource(evidence: Evidence): Fault[] {
	const flight = evidence.once(ApproachFlight.of);
	if (!flight?.final || !flight.has('needleSource')) return [];
	const { sourceSeconds, sourceCourseDeg } = evidence.settings;
	for (const { phase, from, to } of flight.flown) {
		const { path } = phase;
		if (phase.segment !== 'final' || phase.after || path?.kind !== 'course') continue;
		const place = placeOn(flight.card.navigation, path.aid);
		if (place.kind === 'ndb') continue;
		const rnav = place.kind === 'fix';
		const [source, mhz, course] = [
			flight.column('needleSource'),
			flight.column('nav1MHz'),
			flight.column('nav1CourseDeg')
		];
		const off = (deg: number) => Math.abs(signedDeg(deg - path.courseDeg));
		const courseSet = (deg: number) => place.kind !== 'vor' || off(deg) <= sourceCourseDeg;
		/** A final without a path down can be flown by the second receiver as well. */
		const bySecond = (i: number) =>
			!path.glide &&
			tunedTo(flight.track, place.frequency ?? 0, i).some(({ courseDeg }) => courseSet(courseDeg));
		const wrong = (i: number): string | null => {
			if (rnav) return source[i] === 1 ? null : 'the needle followed the first receiver, not the RNAV unit';
			if (source[i] === 1) return 'the needle followed the RNAV unit, not the first receiver';
			if (bySecond(i)) return null;
			if (Math.abs(mhz[i]! - (place.frequency ?? 0)) > 0.004)
				return `the first receiver was not on ${place.id}`;
			return courseSet(course[i]!) ? null : `the course was set to ${Math.round(course[i]!)}`;
		};
		const first = flight.first(from, to, sourceSeconds, (i) => wrong(i) !== null);
		if (first < 0) continue;
		return [
			fault(
				'needle-source',
				flight.timeOf(first),
				flight.timeOf(flight.after(first, sourceSeconds)),
				`On the final ${wrong(first)}.`,
				'Before the final: source, station, course, identified. Say the four aloud.'
			)
		];
	}
	return [];
}
