import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import {
	ControlInputs,
	type Aircraft,
	type Area,
	type FailureKind,
	type FaultKind,
	type Standard,
	type TaskCard,
	type ArmedFailure,
	type AssistLevel,
	type Dwell,
	type PanelReadings,
	type RadioReadings,
	type ScanReport,
	type SchoolId,
	type TargetKind
} from '@hanza/core';
import { InstructorCommand } from './instructor-command.js';

const closed = { additionalProperties: false } as const;
const num = Type.Number();
/** What the server made itself: its shape is the core's. */
const made = <T>(type: 'object' | 'array') => Type.Unsafe<T>({ type });

/** A moment as it goes through JSON, or does not. */
const Moment = Type.Unsafe<Date | string>({});

/** An instructor's command with when it was given and done. */
export const GivenCommand = Type.Object(
	{
		id: Type.String(),
		command: InstructorCommand,
		createdAt: Moment,
		takenAt: Type.Union([Type.Null(), Moment])
	},
	closed
);
export type GivenCommand = Static<typeof GivenCommand>;

export const ATTEMPT_STATUSES = ['flying', 'finished', 'interrupted'] as const;
export const AttemptStatus = Type.Union([
	Type.Literal('flying'),
	Type.Literal('finished'),
	Type.Literal('interrupted')
]);
export type AttemptStatus = Static<typeof AttemptStatus>;

/** A flight in the air as its last second left it. */
export const LiveView = Type.Object(
	{
		status: AttemptStatus,
		inTheAir: Type.Boolean(),
		/** Null until the first second has arrived. */
		now: Type.Union([
			Type.Null(),
			Type.Object(
				{
					timeSeconds: num,
					panel: made<PanelReadings>('object'),
					inputs: ControlInputs,
					failures: made<ArmedFailure[]>('array'),
					phase: Type.Integer(),
					phaseSeconds: num,
					flapsDeg: num,
					gear: num,
					northNm: num,
					eastNm: num,
					/** null where there are no radios. */
					radio: Type.Union([Type.Null(), made<RadioReadings>('object')])
				},
				closed
			)
		]),
		commands: Type.Array(GivenCommand)
	},
	closed
);
export type LiveView = Static<typeof LiveView>;

/** What a list shows of a flight. */
export interface AttemptRow {
	id: string;
	studentId: string;
	assignmentId: string | null;
	cardId: string;
	cardName: string;
	standardName: string;
	assist: AssistLevel;
	status: AttemptStatus;
	startedAt: Date;
	/** When the last piece of it arrived. */
	heardAt: Date | null;
	endedAt: Date | null;
	samples: number;
	verdict: string | null;
	score: number | null;
	/** Verdict that an instructor put in place of the computed one, newest first. */
	overridden: string | null;
	faults: string[];
	faultKinds: FaultKind[];
	/** When the instructor first looked at it. */
	lookedAt: Date | null;
	/** It reached the server faster than it can be flown: made by something else than the trainer, perhaps. */
	tooFast: boolean;
}

export const LOOK_SOURCES = ['veil', 'tap', 'gaze'] as const;
export type LookSource = (typeof LOOK_SOURCES)[number];

/** What a debrief shows of a scan. */
export interface FlightScan {
	source: LookSource;
	school: SchoolId;
	looks: Dwell[];
	/** By each school, so that the page can change between them. */
	reports: Record<SchoolId, ScanReport>;
	/** Deviation from each target in tolerances, once a second; null where it is not asked for. */
	deviations: { item: TargetKind; tolerances: (number | null)[] }[];
	seconds: number;
}

/** One flight's scan in a row of several. */
export interface ScanPoint {
	attemptId: string;
	cardName: string;
	startedAt: Date;
	school: SchoolId;
	schoolMatch: number | null;
	returnRate: number | null;
	roundSeconds: number | null;
	fixations: number;
	omissions: number;
}

/** What cards are flown with by robots. */
export interface Hangar {
	aircraft: Aircraft[];
	areas: Area[];
	/** That which is graded by where nothing else is said. */
	standard: Standard;
}

/** A card in the editor, with all that it can be made of. */
export interface CardPage {
	id: string;
	card: TaskCard;
	mine: boolean;
	aircraft: Aircraft[];
	areas: Area[];
	/** In whose limits the preview is judged. */
	standard: Standard;
	failures: { kind: FailureKind; name: string; shows: string }[];
	schools: { id: SchoolId; name: string }[];
}
