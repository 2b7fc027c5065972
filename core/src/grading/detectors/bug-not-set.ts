import { ApproachFlight } from '../approach/stretch.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** The minimum's bug not set before the final, or below the minimum. */
export function bugNotSet(evidence: Evidence): Fault[] {
	const flight = evidence.once(ApproachFlight.of);
	if (!flight?.final || !flight.has('minimumBugFt')) return [];
	const i = Math.min(flight.track.length - 1, flight.final.from);
	const set = flight.column('minimumBugFt')[i]!;
	const { minimum } = flight.approach;
	const high = evidence.settings.bugOverFt;
	if (set >= minimum.altitudeFt && set <= minimum.altitudeFt + flight.approach.addedFt + high) return [];
	const how =
		set === 0
			? 'was not set'
			: set < minimum.altitudeFt
				? `stood at ${set} ft, below the minimum of ${minimum.altitudeFt} ft`
				: `stood at ${set} ft, the minimum being ${minimum.altitudeFt} ft`;
	return [
		fault(
			'bug-not-set',
			flight.timeOf(i),
			flight.timeOf(flight.after(i, 10)),
			`At the begin of the final the bug for the minimum ${how}.`,
			'Set it in the brief, rounded up and never down.'
		)
	];
}
