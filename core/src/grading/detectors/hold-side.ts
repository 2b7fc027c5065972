import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { flownHolds } from './holds.js';

/** A hold turned the other way than its own. */
export function holdSide(evidence: Evidence): Fault[] {
	const found: Fault[] = [];
	for (const { report, path } of evidence.once(flownHolds)) {
		const { circuits } = report;
		const wrong = circuits.find(({ turns }) => turns !== path.turns);
		if (wrong)
			found.push(
				fault(
					'hold-side',
					wrong.startSeconds,
					wrong.endSeconds,
					`You turned ${wrong.turns}: this hold has ${path.turns} turns.`,
					'Say the turns aloud with the course when you read the hold.'
				)
			);
	}
	return found;
}
