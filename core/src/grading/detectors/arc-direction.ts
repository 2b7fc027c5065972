import type { ArcPath } from '../../paths/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { isWrongWayRound, type ArcReport } from '../paths/arc.js';
import { reportedOf } from '../paths/report.js';

/** An arc flown the other way than its own. */
export const arcDirection = (evidence: Evidence): Fault[] =>
	reportedOf<ArcReport, ArcPath>(evidence, 'arc')
		.filter(({ report, path }) => isWrongWayRound(report, path))
		.map(({ report, path }) =>
			fault(
				'arc-direction',
				report.startSeconds,
				report.endSeconds,
				`You went ${Math.abs(Math.round(report.sweptDeg!))}° round the station ${report.sweptDeg! > 0 ? 'clockwise' : 'counterclockwise'}; the arc goes ${path.direction}.`,
				'Before the turn say which radials come next, and whether they grow or shrink.'
			)
		);
