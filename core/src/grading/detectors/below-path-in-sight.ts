import { ApproachFlight } from '../approach/stretch.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** Below the glidepath once the runway is in sight: the eye pulls the nose down. */
export function belowPathInSight(evidence: Evidence): Fault[] {
	const flight = evidence.once(ApproachFlight.of);
	if (!flight) return [];
	const { belowPathShare, belowPathSeconds } = evidence.settings;
	return flight.flown.flatMap(({ phase, from, to }) => {
		const { path } = phase;
		if (phase.after !== 'continue' || phase.segment !== 'final' || path?.kind !== 'course') return [];
		const first = flight.first(
			from,
			to,
			belowPathSeconds,
			(i) => flight.shares(path, i).above < -belowPathShare
		);
		if (first < 0) return [];
		return [
			fault(
				'below-path-in-sight',
				flight.timeOf(first),
				flight.timeOf(to - 1),
				'With the runway in sight you went below the path to it.',
				'The path stays the path: keep the rate that you had when you looked up.'
			)
		];
	});
}
