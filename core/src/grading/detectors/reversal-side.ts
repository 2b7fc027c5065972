import type { ReversalPath } from '../../paths/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { reportedOf } from '../paths/report.js';
import type { ReversalReport } from '../paths/reversal.js';

/** A course reversal flown on the side that is not protected. */
export const reversalSide = (evidence: Evidence): Fault[] =>
	reportedOf<ReversalReport, ReversalPath>(evidence, 'reversal')
		// One that was never begun is not shown.
		.filter(({ report }) => !report.rightSide && report.outboundSeconds !== null)
		.map(({ report, path }) =>
			fault(
				'reversal-side',
				report.startSeconds,
				report.endSeconds,
				`You turned off to the ${path.side === 'right' ? 'left' : 'right'} of the outbound course; the reversal lies on its ${path.side}.`,
				'Read the side with the outbound heading, and say both before the station.'
			)
		);
