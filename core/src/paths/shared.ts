import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';

export const closed = { additionalProperties: false } as const;
export const aid = Type.String({ pattern: '^[A-Z]{2,5}$', description: 'a place of the card' });
export const Side = Type.Union([Type.Literal('left'), Type.Literal('right')]);
export const seconds = (maximum: number) => Type.Number({ exclusiveMinimum: 0, maximum, description: 's' });

/** What the needle's full scale is, one side: degrees at the place, or miles for an RNAV course. */
export const FullScale = Type.Union([
	Type.Object({ deg: Type.Number({ exclusiveMinimum: 0, maximum: 30 }) }, closed),
	Type.Object({ nm: Type.Number({ exclusiveMinimum: 0, maximum: 10 }) }, closed),
	Type.Object(
		{ angular: Type.Literal(true) },
		{ ...closed, description: 'of an RNAV final that is guided by an angle' }
	)
]);

/** A path down by an angle: the place on the ground from which it rises, and the full scale of its needle, one side. */
export const Glide = Type.Object(
	{
		northNm: Type.Number({ minimum: -100, maximum: 100 }),
		eastNm: Type.Number({ minimum: -100, maximum: 100 }),
		elevationFt: Type.Number({ minimum: -200, maximum: 12000 }),
		angleDeg: Type.Number({ minimum: 2, maximum: 6 }),
		fullScaleDeg: Type.Number({ exclusiveMinimum: 0, maximum: 3, description: 'degrees, one side' })
	},
	closed
);
export type Glide = Static<typeof Glide>;
