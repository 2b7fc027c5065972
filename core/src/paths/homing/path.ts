import type { PathKind } from '../kind.js';
import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { aid, closed } from '../shared.js';

/** The way to a beacon, by its pointer. */
export const HomingPath = Type.Object(
	{
		kind: Type.Literal('homing'),
		aid,
		/** Nose on the pointer, or a track straight in. */
		method: Type.Union([Type.Literal('home'), Type.Literal('track')])
	},
	closed
);
export type HomingPath = Static<typeof HomingPath>;

export const homingKind: PathKind<HomingPath> = {
	schema: HomingPath,
	aids: ({ aid: one }) => [one],
	identified: ({ aid: one }) => [one],
	course: () => null
};
