import { ApproachFlight } from '../approach/stretch.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** Down on the final while the needle is still far off. */
export function descendedUnestablished(evidence: Evidence): Fault[] {
	const flight = evidence.once(ApproachFlight.of);
	if (!flight?.final || !flight.has('verticalSpeedFpm')) return [];
	const { unestablishedShare, unestablishedSeconds } = evidence.settings;
	const sink = flight.column('verticalSpeedFpm');
	for (const { phase, from, to } of flight.flown) {
		const { path } = phase;
		if (phase.segment !== 'final' || phase.after || path?.kind !== 'course') continue;
		// Over a station or a fix near it the needle tells nothing.
		const first = flight.first(
			from,
			to,
			unestablishedSeconds,
			(i) =>
				sink[i]! < -250 &&
				Math.abs(flight.shares(path, i).right) > unestablishedShare &&
				flight.beforeNm(i) > 1
		);
		if (first >= 0)
			return [
				fault(
					'descended-unestablished',
					flight.timeOf(first),
					flight.timeOf(flight.after(first, unestablishedSeconds)),
					`You went down with the needle ${Math.round(Math.abs(flight.shares(path, first).right) * 100)} % off.`,
					'On the needle first, within half of its scale and moving in; then down.'
				)
			];
		return [];
	}
	return [];
}
