import { ApproachFlight } from '../approach/stretch.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** No clock at the final fix where the missed approach point is known by time. */
export function clockNotStarted(evidence: Evidence): Fault[] {
	const flight = evidence.once(ApproachFlight.of);
	if (!flight?.final || !flight.has('clockStarts')) return [];
	const { missedPoint } = flight.approach.procedure;
	const { clockSeconds } = evidence.settings;
	const { from, to } = flight.final;
	if (missedPoint.kind !== 'time' || to - from < 2 * clockSeconds * flight.rateHz) return [];
	const starts = flight.column('clockStarts');
	const [early, late] = [Math.max(0, from - 15 * flight.rateHz), flight.after(from, clockSeconds)];
	if (starts[late]! > starts[early]!) return [];
	return [
		fault(
			'clock-not-started',
			flight.timeOf(from),
			flight.timeOf(late),
			'The clock was not started at the final fix, and it alone tells where the missed approach begins.',
			'Time is the first thing over the fix; the rest can wait two seconds.'
		)
	];
}
