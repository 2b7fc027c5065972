import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { Dwell, SCAN_INSTRUMENTS } from '@hanza/core';

/** A sheet as it lies in the browser: nothing that was tapped is lost by a reload or without a server. */
export const Sheet = Type.Object(
	{
		/** Wall clock at the start, ms; null before. */
		startedAt: Type.Union([Type.Null(), Type.Number()]),
		looks: Type.Array(Dwell),
		open: Type.Union([
			Type.Null(),
			Type.Object({
				instrument: Type.Union(SCAN_INSTRUMENTS.map((one) => Type.Literal(one))),
				startMs: Type.Number()
			})
		]),
		stopped: Type.Boolean()
	},
	{ additionalProperties: false }
);
export type Sheet = Static<typeof Sheet>;

/** Sheets that wait to be sent, each for its flight. */
export const Outgoing = Type.Array(Type.Object({ attempt: Type.String(), looks: Type.Array(Dwell) }));
export type Outgoing = Static<typeof Outgoing>;
