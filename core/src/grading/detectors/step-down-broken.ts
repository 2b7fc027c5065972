import { ApproachFlight } from '../approach/stretch.js';
import type { Evidence } from '../evidence.js';
import { fault, ROUGH_AIR, type Fault } from '../fault.js';

/** In rough air a dip of less than so long is the air's, s. */
const DIP_SECONDS = 25;

/** Below the published altitude before its fix has been passed. */
export function stepDownBroken(evidence: Evidence): Fault[] {
	const flight = evidence.once(ApproachFlight.of);
	if (!flight) return [];
	const { floorBelowFt, earlyFloorBelowFt, floorSeconds } = evidence.settings;
	return flight.flown.flatMap(({ phase, from, to }) => {
		const { floorFt, segment } = phase;
		// At the minimum itself another fault is named, and circling has its own floor.
		if (floorFt === undefined || phase.after || segment === 'minimum') return [];
		if (floorFt === flight.approach.minimum.altitudeFt) return [];
		const slack = segment === 'final' ? floorBelowFt : earlyFloorBelowFt;
		const below = (i: number) => flight.altitude[i]! < floorFt - slack;
		const first = flight.first(from, to, floorSeconds, below);
		if (first < 0) return [];
		// In gusts a dip that is come back from at once is a matter of the altitude, not of the fix.
		const stayed = () => below(to - 1) || flight.first(from, to, DIP_SECONDS, below) >= 0;
		if (evidence.rough > ROUGH_AIR && !stayed()) return [];
		let lowest = first;
		for (let i = first; i < to; i++) if (flight.altitude[i]! < flight.altitude[lowest]!) lowest = i;
		return [
			fault(
				'step-down-broken',
				flight.timeOf(first),
				flight.timeOf(Math.max(first, to - 1)),
				`You were ${Math.round(floorFt - flight.altitude[lowest]!)} ft below ${floorFt} ft before its fix had been passed.`,
				'Say the next altitude and the fix that frees it together; go down when the fix is behind you.'
			)
		];
	});
}
