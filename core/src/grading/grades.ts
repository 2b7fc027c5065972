import type { PhaseTarget, TargetKind } from '../training/index.js';
import type { Fault } from './detectors/fault.js';
import type { Limits, Measures } from './measure.js';
import type { NavigationReport } from './paths/report.js';
import type { Recovery } from './recovery.js';

export type Verdict = 'met' | 'not met' | 'not shown';
export type ItemVerdict = Verdict | 'not recorded';

export interface GradedItem extends Partial<Measures> {
	kind: TargetKind;
	mode: PhaseTarget['mode'];
	target: number;
	limits: Limits;
	/** Whether the verdict hangs on it. */
	decisive: boolean;
	limitsFrom: string;
	verdict: ItemVerdict;
	/** From the start of the phase; null when it never settled. */
	settleSeconds?: number | null;
	overshoot?: number;
	/** Stretch that was graded. */
	fromSeconds: number;
	toSeconds: number;
}

export interface GradedPhase {
	id: string;
	name: string;
	weight: number;
	startSeconds: number | null;
	endSeconds: number | null;
	verdict: Verdict;
	/** 0 to 100; 0 when not shown. */
	score: number;
	items: GradedItem[];
}

/** A sentence of the debrief, with the moment it speaks of. */
export interface Statement {
	atSeconds: number;
	endSeconds: number;
	tone: 'good' | 'mind' | 'fail';
	text: string;
	tryNext?: string;
}

export interface Grade {
	standard: { id: string; name: string; edition: string; source: string };
	verdict: Verdict;
	/** 0 to 100. */
	score: number;
	scoreParts: { phases: number; faultDeduction: number };
	/** Which items decided a verdict that is not "met". */
	because: string[];
	phases: GradedPhase[];
	faults: Fault[];
	/** Recoveries from unusual attitudes; absent in grades of an earlier edition. */
	recoveries?: Recovery[];
	/** How it was navigated; absent for cards without places. */
	navigation?: NavigationReport;
	statements: Statement[];
	notRecorded: string[];
	seconds: number;
}
