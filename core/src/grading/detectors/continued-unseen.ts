import { mayGoOn } from '../../procedures/index.js';
import { ApproachFlight } from '../approach/stretch.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** On below the minimum with nothing in sight that allows it. */
export function continuedUnseen(evidence: Evidence): Fault[] {
	const flight = evidence.once(ApproachFlight.of);
	if (!flight) return [];
	const { minimum, threshold } = flight.approach;
	const begun = flight.flown.find(
		({ phase }) =>
			phase.segment === 'minimum' || (phase.segment === 'final' && phase.floorFt === minimum.altitudeFt)
	);
	if (!begun) return [];
	const end = flight.flown.find(({ phase }) => phase.segment === 'missed')?.from ?? flight.track.length;
	// A go-around sinks through a decision altitude, never through the other minimum.
	const belowFt =
		minimum.kind === 'decision' ? evidence.settings.sinksThroughFt : evidence.settings.floorBelowFt;
	const first = flight.first(begun.from, end, evidence.settings.floorSeconds, (i) => {
		const height = flight.altitude[i]!;
		if (height >= minimum.altitudeFt - belowFt || flight.beforeNm(i) < 0) return false;
		const allowed = mayGoOn(flight.sight(i));
		return allowed === 'no' || (allowed === 'to-100-ft' && height < threshold.elevationFt + 100);
	});
	if (first < 0) return [];
	return [
		fault(
			'continued-unseen',
			flight.timeOf(first),
			flight.timeOf(flight.after(first, 3)),
			`You went on below ${minimum.altitudeFt} ft with ${flight.sight(first)} in sight.`,
			'At the minimum there are two words. Without the lights or the runway it is the other one, at once.'
		)
	];
}
