import { approachReport } from '../approach/report.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** Not stabilised at the gate, and not gone around. */
export function unstableApproach(evidence: Evidence): Fault[] {
	const gate = evidence.once(approachReport)?.gate;
	if (!gate || gate.off.length === 0) return [];
	return [
		fault(
			'unstable-approach',
			gate.atSeconds,
			gate.atSeconds + 5,
			`Not settled at 500 ft above the threshold: ${gate.off.join(', ')}; and you went on.`,
			'What is not settled by the gate is a go-around: it costs five minutes.'
		)
	];
}
