import * as Type from '@sinclair/typebox';
import { closed, seconds } from './events.js';

/** What a dial shows that a phase can ask for, and the channel of the recording that shows it. */
export const TARGET_CHANNELS = {
	altitudeFt: 'indicatedAltitudeFt',
	airspeedKias: 'indicatedAirspeedKt',
	headingDeg: 'indicatedHeadingDeg',
	verticalSpeedFpm: 'verticalSpeedFpm',
	bankDeg: 'bankDeg'
} as const;
/** What is worked out from where the aircraft was, against the phase's path. */
const PATH_TARGETS = ['needle', 'arcNm', 'glide'] as const;
type DialTarget = keyof typeof TARGET_CHANNELS;
export type PathTarget = (typeof PATH_TARGETS)[number];
/** What a phase can ask for. */
export type TargetKind = DialTarget | PathTarget;
/** What a phase can ask for: what dials show, then how near the path. */
export const TARGET_KINDS = [...(Object.keys(TARGET_CHANNELS) as DialTarget[]), ...PATH_TARGETS];
export const isPathTarget = (kind: TargetKind): kind is PathTarget =>
	(PATH_TARGETS as readonly string[]).includes(kind);

/** `hold`: keep it, after a time to settle. `reach`: be there when the phase ends. */
export const Target = (value: ReturnType<typeof Type.Number>) =>
	Type.Object(
		{
			value,
			mode: Type.Union([Type.Literal('hold'), Type.Literal('reach')]),
			settleSeconds: Type.Optional(seconds),
			/** Before the end of the phase, when the change to the next has begun. */
			leaveSeconds: Type.Optional(seconds),
			tolerance: Type.Optional(
				Type.Object(
					{
						above: Type.Number({ minimum: 0 }),
						below: Type.Number({ minimum: 0 })
					},
					{ ...closed, description: 'in place of the standard’s' }
				)
			)
		},
		closed
	);
/** A target: a value to hold or to reach, in its channel's unit. */
export interface PhaseTarget {
	value: number;
	mode: 'hold' | 'reach';
	settleSeconds?: number;
	leaveSeconds?: number;
	tolerance?: { above: number; below: number };
}
