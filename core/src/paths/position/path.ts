import { Type } from '@sinclair/typebox';
import { aid, closed } from '../shared.js';

/** Say where you are: two aids whose bearings cross. */
export const PositionPath = Type.Object(
	{ kind: Type.Literal('position'), aids: Type.Tuple([aid, aid]) },
	closed
);
