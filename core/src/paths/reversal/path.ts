import type { PathKind } from '../kind.js';
import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { Direction } from '../../base/index.js';
import { aid, closed, seconds, Side } from '../shared.js';

const REVERSALS = ['45-180', '80-260', 'base-turn', 'racetrack'] as const;
/** A course reversal on one side of the outbound course, inside a limit. */
export const ReversalPath = Type.Object(
	{
		kind: Type.Literal('reversal'),
		shape: Type.Union(REVERSALS.map((one) => Type.Literal(one))),
		aid,
		/** Direction outbound and inbound, magnetic; they are opposite but for a base turn. */
		outboundCourseDeg: Direction,
		inboundCourseDeg: Direction,
		/** On which side of the outbound course it is flown. */
		side: Side,
		outboundSeconds: seconds(600),
		/** It has to stay within this distance of the place. */
		limitNm: Type.Number({ exclusiveMinimum: 0, maximum: 30, description: 'NM' })
	},
	closed
);
export type ReversalPath = Static<typeof ReversalPath>;

export const reversalKind: PathKind<ReversalPath> = {
	schema: ReversalPath,
	aids: ({ aid: one }) => [one],
	identified: ({ aid: one }) => [one],
	course: ({ aid: one, inboundCourseDeg }) => ({ aid: one, courseDeg: inboundCourseDeg, measured: 'inbound' })
};
