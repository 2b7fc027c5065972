import type { PathKind } from '../kind.js';
import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { Direction } from '../../base/index.js';
import { aid, closed, FullScale, Glide } from '../shared.js';

/** A course to a place or from it. */
export const CoursePath = Type.Object(
	{
		kind: Type.Literal('course'),
		aid,
		/** The direction of travel, magnetic: the selected course, whether to the place or from it. */
		courseDeg: Direction,
		toward: Type.Union([Type.Literal('to'), Type.Literal('from')]),
		/** The cut that is asked for, where the course has to be intercepted first. */
		interceptDeg: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 90, description: 'degrees' })),
		fullScale: Type.Optional(FullScale),
		/** The path down that goes with it: where it begins to rise from, NM and ft, and its angle. */
		glide: Type.Optional(Glide),
		/** By RNAV: the list that the unit goes along, of which the place is one. */
		rnav: Type.Optional(
			Type.Object(
				{
					list: Type.Array(aid, { minItems: 1, maxItems: 20 }),
					finalFix: aid,
					angular: Type.Optional(Type.Boolean())
				},
				closed
			)
		)
	},
	closed
);
export type CoursePath = Static<typeof CoursePath>;

export const courseKind: PathKind<CoursePath> = {
	schema: CoursePath,
	aids: ({ aid: one }) => [one],
	identified: ({ aid: one }) => [one],
	course: ({ aid: one, courseDeg, fullScale, glide }) => ({
		aid: one,
		courseDeg,
		...(fullScale && { fullScale }),
		...(glide && { glide }),
		measured: 'everywhere'
	})
};
