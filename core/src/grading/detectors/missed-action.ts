import { ApproachFlight } from '../approach/stretch.js';
import { approachReport } from '../approach/report.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** The first things of a go-around late, missing, or in the wrong order: power, climb, straight on. */
export function missedAction(evidence: Evidence): Fault[] {
	const flight = evidence.once(ApproachFlight.of);
	const found = evidence.once(approachReport)?.goAround;
	if (!flight || !found) return [];
	const { missedPowerSeconds, missedClimbSeconds } = evidence.settings;
	const late = [
		...(found.powerSeconds === null
			? ['full power never came']
			: found.powerSeconds > missedPowerSeconds
				? [`full power came after ${found.powerSeconds.toFixed(0)} s`]
				: []),
		...(found.climbSeconds === null
			? ['there was no climb within half a minute']
			: found.climbSeconds > missedClimbSeconds
				? [`the climb came after ${found.climbSeconds.toFixed(0)} s`]
				: []),
		...(found.turnedEarly ? ['you turned before its point and altitude'] : []),
		...(found.towardRunway === false ? ['you did not turn toward the runway first'] : [])
	];
	// What ends before the hands can have moved shows nothing.
	if (late.length === 0 || flight.track.seconds - found.atSeconds < missedClimbSeconds + 2) return [];
	return [
		fault(
			'missed-action',
			found.atSeconds,
			found.atSeconds + 15,
			`Going around, ${late.join(', ')}.`,
			'Power, attitude, configuration; straight on as published; then the turn, then the talk.'
		)
	];
}
