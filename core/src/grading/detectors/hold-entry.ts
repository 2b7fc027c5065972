import { formatHeading } from '../../base/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { flownHolds } from './holds.js';

/** Another entry into a hold than the sector asks for. */
export function holdEntry(evidence: Evidence): Fault[] {
	const found: Fault[] = [];
	for (const { report } of evidence.once(flownHolds)) {
		const { entry } = report;
		if (entry.flown && !entry.right.includes(entry.flown))
			found.push(
				fault(
					'hold-entry',
					report.startSeconds,
					entry.endSeconds ?? report.endSeconds,
					`You entered ${entry.flown}; from heading ${formatHeading(entry.arrivalHeadingDeg)} ${entry.right.join(' or ')} was right, ${formatHeading(entry.wantedHeadingDeg)} first.`,
					'Lay the sectors on the heading dial before the fix: 70° one side, 110° the other, and what is left.'
				)
			);
	}
	return found;
}
