import { Type, type Static } from '@sinclair/typebox';
import { Identifier } from '../base/index.js';

const closed = { additionalProperties: false } as const;
const Tolerance = Type.Object(
	{
		above: Type.Number({ minimum: 0 }),
		below: Type.Number({ minimum: 0 }),
		/** Whether the verdict hangs on it. */
		decisive: Type.Boolean(),
		source: Type.Optional(Type.String({ maxLength: 200 }))
	},
	closed
);
export type Tolerance = Static<typeof Tolerance>;

export const Standard = Type.Object(
	{
		format: Type.Literal('hanza-standard'),
		version: Type.Literal(1),
		id: Identifier,
		name: Type.String({ minLength: 1, maxLength: 100 }),
		edition: Type.String({ minLength: 1, maxLength: 60 }),
		source: Type.String({ minLength: 1, maxLength: 300 }),
		/** An excursion that lasts longer fails the item, s. */
		excursionSeconds: Type.Number({ minimum: 0, maximum: 60 }),
		items: Type.Object(
			{
				altitudeFt: Tolerance,
				airspeedKias: Tolerance,
				headingDeg: Tolerance,
				bankDeg: Tolerance,
				verticalSpeedFpm: Tolerance,
				/** Shares of a needle's full scale. */
				needle: Tolerance,
				/** NM from an arc. */
				arcNm: Tolerance
			},
			closed
		)
	},
	{ ...closed, $id: 'hanza-standard' }
);
export type Standard = Static<typeof Standard>;
