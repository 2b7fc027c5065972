import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { Direction, InputError, normalizeDeg, signedDeg, Speed, toRadians } from '../base/index.js';
import { solveWindTriangle } from './wind-triangle.js';

/** An arc to be flown: radius in NM, radials in magnetic degrees, wind, true airspeed in kt. */
export const ArcInput = Type.Object(
	{
		radiusNm: Type.Number({ exclusiveMinimum: 0, maximum: 60, description: 'NM' }),
		direction: Type.Union([Type.Literal('clockwise'), Type.Literal('counterclockwise')]),
		fromRadialDeg: Direction,
		toRadialDeg: Direction,
		trueAirspeedKt: Type.Number({ exclusiveMinimum: 0, maximum: 600, description: 'kt' }),
		windFromDeg: Direction,
		windSpeedKt: Speed,
		stepDeg: Type.Number({ minimum: 0.5, maximum: 360, description: 'degrees' })
	},
	{ additionalProperties: false }
);
export type ArcInput = Static<typeof ArcInput>;
/** Its length in NM, its time in s, heading and lead radial by radial. */
export const ArcOutput = Type.Object({
	lengthNm: Type.Number({ description: 'NM' }),
	seconds: Type.Number({ description: 's' }),
	rows: Type.Array(
		Type.Object({
			radialDeg: Direction,
			headingDeg: Direction,
			groundspeedKt: Type.Number({ description: 'kt' }),
			pointerRelativeDeg: Type.Number({ description: 'bearing of the station from the nose, −180 to 180' })
		})
	)
});

/** Width of a strip of the time's integral, degrees: Simpson's rule is then good to a few microseconds. */
const STRIP_DEG = 0.5;

/**
 * An arc about a station: the heading that keeps the track tangent at each radial, and where the bearing
 * pointer then stands. Time is the integral of R·dθ over groundspeed, by Simpson's rule.
 * @throws InputError for equal radials; InfeasibleError where the wind allows no such track.
 */
export function solveArc(input: ArcInput): Static<typeof ArcOutput> {
	const { radiusNm, fromRadialDeg, trueAirspeedKt, windFromDeg, windSpeedKt, stepDeg } = input;
	const side = input.direction === 'clockwise' ? 1 : -1;
	const sweepDeg = normalizeDeg(side * (input.toRadialDeg - fromRadialDeg));
	if (sweepDeg === 0) throw new InputError('/toRadialDeg', 'must differ from /fromRadialDeg');
	const at = (alongDeg: number) => {
		const radialDeg = normalizeDeg(fromRadialDeg + side * alongDeg);
		const { headingDeg, groundspeedKt } = solveWindTriangle({
			courseDeg: normalizeDeg(radialDeg + side * 90),
			trueAirspeedKt,
			windFromDeg,
			windSpeedKt
		});
		const pointerRelativeDeg = signedDeg(radialDeg + 180 - headingDeg);
		return { radialDeg, headingDeg, groundspeedKt, pointerRelativeDeg };
	};
	const strips = 2 * Math.ceil(sweepDeg / STRIP_DEG / 2);
	const width = sweepDeg / strips;
	let sum = 0;
	for (let i = 0; i <= strips; i++) {
		const weight = i === 0 || i === strips ? 1 : i % 2 === 1 ? 4 : 2;
		sum += weight / at(i * width).groundspeedKt;
	}
	const along: number[] = [];
	for (let deg = 0; deg < sweepDeg - 1e-9; deg += stepDeg) along.push(deg);
	return {
		lengthNm: radiusNm * toRadians(sweepDeg),
		seconds: ((radiusNm * toRadians(width)) / 3) * sum * 3600,
		rows: [...along, sweepDeg].map(at)
	};
}
