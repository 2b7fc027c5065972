import type { HoldPath } from '../../paths/index.js';
import type { Evidence } from '../evidence.js';
import type { HoldReport } from '../paths/hold.js';
import { reportedOf } from '../paths/report.js';

/** The holds of a flight with what was asked for. */
export const flownHolds = (evidence: Evidence): { report: HoldReport; path: HoldPath }[] =>
	reportedOf<HoldReport, HoldPath>(evidence, 'hold');
