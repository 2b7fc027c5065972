import type { PathKind } from '../kind.js';
import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { aid, closed } from '../shared.js';

/** Say where you are: two aids whose bearings cross. */
export const PositionPath = Type.Object(
	{ kind: Type.Literal('position'), aids: Type.Tuple([aid, aid]) },
	closed
);
export type PositionPath = Static<typeof PositionPath>;

export const positionKind: PathKind<PositionPath> = {
	schema: PositionPath,
	aids: ({ aids }) => aids,
	identified: () => [],
	course: () => null
};
