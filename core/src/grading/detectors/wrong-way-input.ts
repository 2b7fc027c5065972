import { formatClock } from '../../base/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { recoveriesIn } from '../recovery.js';

/** An input of a recovery that goes the wrong way. */
export const wrongWayInput = (evidence: Evidence): Fault[] =>
	evidence
		.once(recoveriesIn)
		.flatMap(({ wrongWay }) =>
			wrongWay.map(({ atSeconds, text }) =>
				fault(
					'wrong-way-input',
					atSeconds,
					atSeconds + 1,
					`Wrong way at ${formatClock(atSeconds)}: ${text}.`,
					'Airspeed first, then the attitude, then the hands. A slow right input beats a quick wrong one.'
				)
			)
		);
