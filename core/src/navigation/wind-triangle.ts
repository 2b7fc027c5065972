import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { InfeasibleError, Direction, normalizeDeg, Speed, toDegrees, toRadians } from '../base/index.js';

/** A course, true airspeed and wind: degrees of one reference, kt. */
export const WindInput = Type.Object(
	{
		courseDeg: Direction,
		trueAirspeedKt: Type.Number({ exclusiveMinimum: 0, maximum: 600, description: 'kt' }),
		windFromDeg: Direction,
		windSpeedKt: Speed
	},
	{ additionalProperties: false }
);
export type WindInput = Static<typeof WindInput>;

/** Heading, correction, groundspeed, and the wind's parts along and across. */
export const WindOutput = Type.Object({
	headingDeg: Direction,
	windCorrectionDeg: Type.Number({ description: 'degrees, + when the nose is held right of course' }),
	groundspeedKt: Type.Number({ description: 'kt' }),
	headwindKt: Type.Number({ description: 'kt along the course, + against' }),
	crosswindKt: Type.Number({ description: 'kt across the course, + from the right' })
});
export type WindOutput = Static<typeof WindOutput>;

/**
 * The wind triangle: heading and groundspeed that keep a course. Directions share one reference
 * (all magnetic or all true).
 * Source: plane trigonometry; sin(correction) = crosswind / true airspeed.
 * @throws InfeasibleError where the course cannot be held or no headway is made along it.
 */
export function solveWindTriangle(input: WindInput): WindOutput {
	const angle = toRadians(input.windFromDeg - input.courseDeg);
	const headwindKt = input.windSpeedKt * Math.cos(angle);
	const crosswindKt = input.windSpeedKt * Math.sin(angle);
	const sine = crosswindKt / input.trueAirspeedKt;
	if (Math.abs(sine) > 1)
		throw new InfeasibleError('the crosswind is stronger than the airspeed: the course cannot be held');
	const correction = Math.asin(sine);
	const groundspeedKt = input.trueAirspeedKt * Math.cos(correction) - headwindKt;
	if (groundspeedKt <= 0)
		throw new InfeasibleError('the headwind is as strong as the airspeed: no headway along the course');
	const windCorrectionDeg = toDegrees(correction);
	return {
		headingDeg: normalizeDeg(input.courseDeg + windCorrectionDeg),
		windCorrectionDeg,
		groundspeedKt,
		headwindKt,
		crosswindKt
	};
}
