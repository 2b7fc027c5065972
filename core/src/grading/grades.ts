import * as Type from '@sinclair/typebox';
import type { TSchema } from '@sinclair/typebox';
import { Editions, type Document } from '../base/index.js';
import type { PhaseTarget, TargetKind } from '../training/index.js';
import type { Segment } from '../procedures/index.js';
import type { ApproachReport } from './approach/report.js';
import type { Fault, FaultKind } from './fault.js';
import type { Limits, Measures } from './measure.js';
import type { NavigationReport } from './paths/report.js';
import type { Recovery } from './recovery.js';
import type { ItemVerdict, PhaseVerdict, Verdict } from './verdict.js';
import type { Steadiness } from './steadiness.js';

export type { Verdict } from './verdict.js';

export interface GradedItem extends Partial<Measures> {
	kind: TargetKind;
	mode: PhaseTarget['mode'];
	target: number;
	limits: Limits;
	/** Whether the verdict hangs on it. */
	decisive: boolean;
	limitsFrom: string;
	verdict: ItemVerdict;
	/** Why a value that is held is not met: an excursion that lasted, one that went too far, too much time outside. */
	failedBy?: ('lasting' | 'far' | 'share')[];
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
	/** Where it never ended: how long it may have taken, s. */
	overdueSeconds?: number;
	/** Of an approach. */
	segment?: Segment;
	/** A phase of which nothing was recorded, or that was not asked for, weighs nothing. */
	verdict: PhaseVerdict;
	/** 0 to 100; 0 when not shown. */
	score: number;
	items: GradedItem[];
	/** How quietly it was flown; absent where it cannot be told, and in a grade of before. */
	steadiness?: Steadiness;
}

/** What was not recorded or not asked for weighs nothing. */
export const counts = ({ verdict }: Pick<GradedPhase, 'verdict'>): boolean =>
	verdict !== 'not recorded' && verdict !== 'not asked';

/** A sentence of the debrief, with the moment it speaks of. */
export interface Statement {
	atSeconds: number;
	endSeconds: number;
	tone: 'good' | 'mind' | 'fail';
	text: string;
	tryNext?: string;
	/** What it speaks of, so that it can be marked wherever that is shown; absent in a grade of before. */
	about?: { phase?: number; item?: TargetKind; fault?: FaultKind };
	/** Points of the flight's hundred that it cost, as far as they can be told apart; absent in a grade of before. */
	cost?: number;
}

/** The grade of a flight by a standard: verdict, points, what was kept of each target, faults, reports. */
export interface Grade {
	format: 'hanza-grade';
	version: 2;
	standard: { id: string; name: string; edition: string; source: string };
	verdict: Verdict;
	/** 0 to 100. */
	score: number;
	scoreParts: { phases: number; faultDeduction: number };
	/** Which items decided a verdict that is not "met". */
	because: string[];
	phases: GradedPhase[];
	faults: Fault[];
	/** Recoveries from unusual attitudes. */
	recoveries: Recovery[];
	/** How it was navigated; absent for cards without places. */
	navigation?: NavigationReport;
	/** How the approach was flown; absent for other cards. */
	approach?: ApproachReport;
	statements: Statement[];
	notRecorded: string[];
	seconds: number;
}

const open = { additionalProperties: true } as const;
const list = Type.Array(Type.Object({}, open));
/**
 * The outline of a stored grade. It was made by this program and is not taken from outside: what is read of it beyond the
 * outline has the shape that its edition gave it.
 */
const GradeOutline = Type.Object(
	{
		format: Type.Literal('hanza-grade'),
		version: Type.Literal(2),
		standard: Type.Object({ id: Type.String(), name: Type.String(), edition: Type.String() }, open),
		verdict: Type.Union([Type.Literal('met'), Type.Literal('not met'), Type.Literal('not shown')]),
		score: Type.Number({ minimum: 0, maximum: 100 }),
		scoreParts: Type.Object({ phases: Type.Number(), faultDeduction: Type.Number() }, open),
		because: Type.Array(Type.String()),
		phases: list,
		faults: list,
		recoveries: list,
		navigation: Type.Optional(Type.Object({ courses: list, holds: list, homings: list, marks: list }, open)),
		statements: list,
		notRecorded: Type.Array(Type.String()),
		seconds: Type.Number({ minimum: 0 })
	},
	open
);

/** Edition 2 always has its recoveries and homings, and the lines of a mark; edition 1 came to have them over time. */
export const GRADE_EDITIONS = new Editions<TSchema & { static: Grade }>(
	'hanza-grade',
	2,
	GradeOutline as unknown as TSchema & { static: Grade },
	{
		1: ({ recoveries = [], navigation, ...grade }) => ({
			...grade,
			recoveries,
			...(navigation ? { navigation: completed(navigation as Document) } : {})
		})
	},
	1
);

const completed = ({ homings = [], marks, ...rest }: Document): Document => ({
	...rest,
	homings,
	marks: ((marks ?? []) as Document[]).map((mark) => ({ lines: [], ...mark }))
});
