import type { PathKind } from '../kind.js';
import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { Direction } from '../../base/index.js';
import { aid, closed, seconds, Side } from '../shared.js';

/** A hold at a place. */
export const HoldPath = Type.Object(
	{
		kind: Type.Literal('hold'),
		aid,
		inboundCourseDeg: Direction,
		turns: Side,
		inboundSeconds: seconds(600),
		/** Which leg the time belongs to: US practice times the inbound leg, ICAO publishes the outbound one. */
		timing: Type.Union([Type.Literal('inbound'), Type.Literal('outbound')]),
		/** Circuits after the entry. */
		circuits: Type.Integer({ minimum: 1, maximum: 12 }),
		/** When the fix is to be left, s from the begin of the flight. */
		leaveAtSeconds: Type.Optional(seconds(7200))
	},
	closed
);
export type HoldPath = Static<typeof HoldPath>;

export const holdKind: PathKind<HoldPath> = {
	schema: HoldPath,
	aids: ({ aid: one }) => [one],
	identified: ({ aid: one }) => [one],
	course: ({ aid: one, inboundCourseDeg }) => ({
		aid: one,
		courseDeg: inboundCourseDeg,
		measured: 'inbound-after-fix'
	})
};
