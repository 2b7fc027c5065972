import { ApproachFlight } from '../approach/stretch.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** The reminder of the next altitude left behind, after it had been used. */
export function altitudeNotReset(evidence: Evidence): Fault[] {
	const flight = evidence.once(ApproachFlight.of);
	if (!flight || !flight.has('altitudeBugFt')) return [];
	const bug = flight.column('altitudeBugFt');
	const { altitudeBugSeconds, altitudeBugFt } = evidence.settings;
	// Who never uses it has not forgotten it.
	const first = flight.first(0, flight.track.length, 1, (i) => bug[i]! > 0);
	if (first < 0) return [];
	const late = flight.flown.filter(({ phase, from, to }) => {
		const wanted = phase.targets.altitudeFt?.value;
		if (
			wanted === undefined ||
			phase.segment === 'circling' ||
			to - from < (altitudeBugSeconds + 5) * flight.rateHz
		)
			return false;
		const i = flight.after(from, altitudeBugSeconds);
		return i > first && Math.abs(bug[i]! - wanted) > altitudeBugFt;
	});
	if (late.length === 0) return [];
	const [{ from, to, phase }] = late as [(typeof late)[0]];
	const wanted = phase.targets.altitudeFt!.value;
	const due = flight.after(from, altitudeBugSeconds);
	const set = flight.first(due, to, 1, (i) => Math.abs(bug[i]! - wanted) <= altitudeBugFt);
	return [
		fault(
			'altitude-not-reset',
			flight.timeOf(from),
			flight.timeOf(due),
			`The altitude reminder was ${set < 0 ? `not set to ${wanted} ft` : `set to ${wanted} ft at ${flight.clock(set)} only`}${late.length > 1 ? `, and ${late.length - 1} more times late or not to the next` : ''}.`,
			'Each time an altitude is reached, set the next one: it is the cheapest memory there is.'
		)
	];
}
