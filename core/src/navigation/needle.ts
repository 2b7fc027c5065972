import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { clamp, Direction, signedDeg } from '../base/index.js';

const closed = { additionalProperties: false } as const;
/** Full scale of a VOR needle, one side, degrees; and how near to abeam its flag falls. */
export const VOR_FULL_SCALE_DEG = 10;
const ABEAM_DEG = 1;
/** Full scale of a glidepath needle where nothing else is published, one side, degrees. */
export const GLIDEPATH_FULL_SCALE_DEG = 0.7;
const fullScaleDeg = Type.Number({ exclusiveMinimum: 0, maximum: 30, description: 'degrees, one side' });
const off = Type.Number({ minimum: -180, maximum: 180, description: 'degrees' });

/** What a needle hangs on, by the kind of its receiver. */
export const NeedleInput = Type.Union([
	Type.Object({ kind: Type.Literal('vor'), selectedCourseDeg: Direction, radialDeg: Direction }, closed),
	Type.Object(
		{ kind: Type.Literal('localizer'), courseDeg: Direction, offsetFromCourseDeg: off, fullScaleDeg },
		closed
	),
	Type.Object(
		{ kind: Type.Literal('glidepath'), aboveDeg: off, fullScaleDeg: Type.Optional(fullScaleDeg) },
		closed
	)
]);
export type NeedleInput = Static<typeof NeedleInput>;
/** Where it stands: shares of full scale, −1 to 1, right or up positive. */
export const NeedleOutput = Type.Object({
	deflection: Type.Number({ description: '−1 to 1, + right or up' }),
	flag: Type.Optional(Type.String({ description: 'to, from, off' }))
});
export type NeedleOutput = { deflection: number; flag?: 'to' | 'from' | 'off' };

const pinned = (deflection: number): number => clamp(deflection, -1, 1) || 0;

/**
 * Where a needle stands. A VOR needle knows the selected course and the radial, not the heading: with the
 * reciprocal set it senses in reverse. A localizer takes no notice of the course selector.
 */
export function solveNeedle(input: NeedleInput): NeedleOutput {
	if (input.kind === 'localizer')
		return { deflection: pinned(-input.offsetFromCourseDeg / input.fullScaleDeg) };
	if (input.kind === 'glidepath')
		return { deflection: pinned(-input.aboveDeg / (input.fullScaleDeg ?? GLIDEPATH_FULL_SCALE_DEG)) };
	const from = signedDeg(input.radialDeg - input.selectedCourseDeg);
	if (Math.abs(Math.abs(from) - 90) < ABEAM_DEG) return { deflection: 0, flag: 'off' };
	if (Math.abs(from) < 90) return { deflection: pinned(-from / VOR_FULL_SCALE_DEG), flag: 'from' };
	return { deflection: pinned(signedDeg(from - 180) / VOR_FULL_SCALE_DEG), flag: 'to' };
}
