import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { Direction } from '../base/index.js';

export const closed = { additionalProperties: false } as const;
export const seconds = Type.Number({ minimum: 0, maximum: 7200, description: 's' });

const EventChannel = Type.Union([
	Type.Literal('indicatedAltitudeFt'),
	Type.Literal('indicatedAirspeedKt'),
	Type.Literal('indicatedHeadingDeg'),
	Type.Literal('verticalSpeedFpm'),
	Type.Literal('bankDeg'),
	Type.Literal('pitchDeg')
]);

export const PlaceId = Type.String({ pattern: '^[A-Z]{2,5}$', description: 'a place of the card' });
const miles = Type.Number({ exclusiveMinimum: 0, maximum: 100, description: 'NM' });
const heldSeconds = Type.Optional(
	Type.Number({ minimum: 0, maximum: 600, description: 's without a break' })
);
const Leaf = Type.Union([
	Type.Object(
		{ kind: Type.Literal('elapsed'), seconds },
		{ ...closed, description: 'since the phase began' }
	),
	Type.Object(
		{ kind: Type.Literal('above'), channel: EventChannel, value: Type.Number(), heldSeconds },
		closed
	),
	Type.Object(
		{ kind: Type.Literal('below'), channel: EventChannel, value: Type.Number(), heldSeconds },
		closed
	),
	Type.Object(
		{
			kind: Type.Literal('within'),
			channel: EventChannel,
			value: Type.Number(),
			tolerance: Type.Number({ exclusiveMinimum: 0 }),
			heldSeconds
		},
		closed
	),
	Type.Object(
		{
			kind: Type.Literal('reversed'),
			channel: EventChannel,
			from: Type.Union([Type.Literal('top'), Type.Literal('bottom')]),
			by: Type.Number({ exclusiveMinimum: 0 })
		},
		{ ...closed, description: 'has come back by so much from its highest or lowest in the phase' }
	),
	Type.Object(
		{ kind: Type.Literal('passed'), aid: PlaceId },
		{ ...closed, description: 'the place has come abeam, no farther than a mile and a half' }
	),
	Type.Object(
		{ kind: Type.Literal('beyond'), aid: PlaceId, courseDeg: Direction },
		{
			...closed,
			description: 'the place lies behind, along a course by the compass; at once where it does already'
		}
	),
	Type.Object(
		{ kind: Type.Literal('nearer'), aid: PlaceId, distanceNm: miles },
		{ ...closed, description: 'slant range' }
	),
	Type.Object(
		{ kind: Type.Literal('farther'), aid: PlaceId, distanceNm: miles },
		{ ...closed, description: 'slant range' }
	),
	Type.Object(
		{ kind: Type.Literal('radial'), aid: PlaceId, radialDeg: Direction },
		{ ...closed, description: 'has been crossed, either way' }
	),
	Type.Object(
		{
			kind: Type.Literal('established'),
			within: Type.Number({ exclusiveMinimum: 0, maximum: 1, description: 'share of full scale' }),
			heldSeconds
		},
		{ ...closed, description: 'on the course of the phase’s path, going along it' }
	),
	Type.Object(
		{
			kind: Type.Literal('turned-in'),
			within: Type.Number({ exclusiveMinimum: 0, maximum: 1, description: 'share of full scale' }),
			offDeg: Type.Number({ exclusiveMinimum: 0, maximum: 180, description: 'degrees off the course' }),
			steepestDeg: Type.Number({
				exclusiveMinimum: 0,
				maximum: 15,
				description: 'degrees down to the place along base and final'
			}),
			heldSeconds
		},
		{
			...closed,
			description:
				'before the place of the phase’s path, near its course and turned toward it: in position to land'
		}
	),
	Type.Object(
		{ kind: Type.Literal('circuits'), count: Type.Integer({ minimum: 1, maximum: 13 }) },
		{ ...closed, description: 'the fix of the hold has been passed inbound so many times' }
	),
	Type.Object(
		{
			kind: Type.Literal('glidepath'),
			within: Type.Number({ minimum: 0, maximum: 1, description: 'share of full scale below it' })
		},
		{ ...closed, description: 'the path down has come so near from above' }
	),
	Type.Object(
		{ kind: Type.Literal('decided') },
		{ ...closed, description: 'the student has said continue or go around, in the phase or before it' }
	),
	Type.Object(
		{ kind: Type.Literal('abandoned') },
		{ ...closed, description: 'the student has said go around' }
	),
	Type.Object(
		{ kind: Type.Literal('marked') },
		{ ...closed, description: 'the student has said where the aircraft is' }
	)
]);
/** One event that can end a phase. */
export type LeafEvent = Static<typeof Leaf>;
/** What ends a phase: one event, or several together. */
export const PhaseEvent = Type.Union([
	...Leaf.anyOf,
	Type.Object({ kind: Type.Literal('all'), of: Type.Array(Leaf, { minItems: 1, maxItems: 6 }) }, closed),
	Type.Object({ kind: Type.Literal('any'), of: Type.Array(Leaf, { minItems: 1, maxItems: 6 }) }, closed)
]);
export type PhaseEvent = Static<typeof PhaseEvent>;

/** The single events of what ends a phase. */
export const leavesOf = (event: PhaseEvent): LeafEvent[] =>
	event.kind === 'all' || event.kind === 'any' ? event.of : [event];
