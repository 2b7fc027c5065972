import type { PathKind } from '../kind.js';
import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { aid, closed } from '../shared.js';

/** An arc around a station with distance. */
export const ArcPath = Type.Object(
	{
		kind: Type.Literal('arc'),
		aid,
		radiusNm: Type.Number({ exclusiveMinimum: 0, maximum: 60, description: 'NM' }),
		direction: Type.Union([Type.Literal('clockwise'), Type.Literal('counterclockwise')])
	},
	closed
);
export type ArcPath = Static<typeof ArcPath>;

export const arcKind: PathKind<ArcPath> = {
	schema: ArcPath,
	aids: ({ aid: one }) => [one],
	identified: ({ aid: one }) => [one],
	course: () => null,
	arc: (path) => path
};
