import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { inverse, Matrix, QrDecomposition } from 'ml-matrix';
import { clamp, Direction, directionDeg, InputError, length, times, unit, type Vec2 } from '../base/index.js';

/** Tracks and groundspeeds flown at one airspeed on several headings. */
export const WindFromTrackInput = Type.Object(
	{
		samples: Type.Array(
			Type.Object(
				{
					trackDeg: Direction,
					groundspeedKt: Type.Number({ exclusiveMinimum: 0, maximum: 900, description: 'kt' })
				},
				{ additionalProperties: false }
			),
			{ minItems: 3, maxItems: 100_000 }
		)
	},
	{ additionalProperties: false }
);
export type WindFromTrackInput = Static<typeof WindFromTrackInput>;
/** The wind that fits them best, and how well. */
export const WindFromTrackOutput = Type.Object({
	windFromDeg: Type.Union([Direction, Type.Null()]),
	windSpeedKt: Type.Number({ description: 'kt' }),
	trueAirspeedKt: Type.Number({ description: 'kt' }),
	residualKt: Type.Number({ description: 'kt, root mean square of the distances to the circle' }),
	sigmaKt: Type.Number({
		description: 'kt, standard deviation of the wind along its least certain direction'
	}),
	told: Type.Boolean({ description: 'false where the tracks are too alike to tell the wind' })
});

/** Weaker than this is calm, kt: a direction would be noise. */
const CALM_KT = 0.05;
const ROUNDS = 50;
/** A groundspeed is known no better than this, kt, however well the circle fits. */
const READ_KT = 0.5;
/** More uncertain than half of the wind found it is not told; the half is at least and at most so much, kt. */
const UNCERTAIN_KT = [3, 10] as const;

/**
 * Wind and true airspeed from groundspeed vectors of several tracks: they lie on a circle whose centre is
 * the wind and whose radius is the airspeed. Least squares of the distances to the circle, by Gauss and
 * Newton from the algebraic fit (I. Kåsa, 1976). How sure it is comes from the covariance of the fit, s²·(JᵀJ)⁻¹, with s
 * the residual per degree of freedom, or what a groundspeed can be read to: tracks that are nearly alike fit any number of
 * circles, and the wind is then not told.
 * @throws InputError for fewer than three different tracks, or tracks that lie on a line.
 */
export function solveWindFromTrack({ samples }: WindFromTrackInput): Static<typeof WindFromTrackOutput> {
	const different = new Set(samples.map(({ trackDeg }) => (trackDeg % 360).toFixed(6)));
	if (different.size < 3) throw new InputError('/samples', 'must have three different tracks or more');
	const points = samples.map(({ trackDeg, groundspeedKt }) => times(unit(trackDeg), groundspeedKt));
	let { centre, radius } = algebraic(points);
	for (let round = 0; round < ROUNDS; round++) {
		// Residual r = |p − c| − R; its gradient is (−(p − c)/|p − c|, −1).
		const rows = points.map((point) => {
			const away = { north: point.north - centre.north, east: point.east - centre.east };
			const size = Math.max(1e-12, length(away));
			return { a: -away.north / size, b: -away.east / size, r: size - radius };
		});
		const step = solve3(rows.map(({ a, b, r }) => ({ x: [a, b, -1], y: -r })));
		if (!step) throw new InputError('/samples', 'must not lie on a line');
		centre = { north: centre.north + step[0], east: centre.east + step[1] };
		radius += step[2];
		if (Math.hypot(...step) < 1e-10) break;
	}
	const squares = points.reduce(
		(sum, point) =>
			sum + (length({ north: point.north - centre.north, east: point.east - centre.east }) - radius) ** 2,
		0
	);
	const windSpeedKt = length(centre);
	const noiseKt = Math.max(READ_KT, Math.sqrt(squares / Math.max(1, points.length - 3)));
	// Noise can draw a small circle through tracks that are alike: they tell no more than as if there were no wind.
	const sigmaKt = noiseKt * Math.max(spreadOf(points, centre), spreadOf(points, { north: 0, east: 0 }));
	const told = sigmaKt <= clamp(windSpeedKt / 2, ...UNCERTAIN_KT);
	return {
		windFromDeg: windSpeedKt < CALM_KT || !told ? null : directionDeg(times(centre, -1)),
		windSpeedKt,
		trueAirspeedKt: radius,
		residualKt: Math.sqrt(squares / points.length),
		sigmaKt,
		told
	};
}

/** By how much an error of 1 kt in the groundspeeds moves the centre, in the direction in which it is least certain. */
function spreadOf(points: readonly Vec2[], centre: Vec2): number {
	const rows = points.map((point) => {
		const away = { north: point.north - centre.north, east: point.east - centre.east };
		const size = Math.max(1e-12, length(away));
		return [-away.north / size, -away.east / size, -1];
	});
	const jacobian = new Matrix(rows);
	const covariance = inverse(jacobian.transpose().mmul(jacobian), true);
	const [a, b, c] = [covariance.get(0, 0), covariance.get(0, 1), covariance.get(1, 1)];
	// The greater eigenvalue of the centre's part.
	return Math.sqrt((a + c) / 2 + Math.hypot((a - c) / 2, b));
}

function algebraic(points: readonly Vec2[]): { centre: Vec2; radius: number } {
	// x² + y² = 2·a·x + 2·b·y + c, linear in a, b and c.
	const fit = solve3(
		points.map(({ north, east }) => ({ x: [2 * north, 2 * east, 1], y: north ** 2 + east ** 2 }))
	);
	if (!fit) throw new InputError('/samples', 'must not lie on a line');
	const [north, east, rest] = fit;
	return { centre: { north, east }, radius: Math.sqrt(Math.max(0, rest + north ** 2 + east ** 2)) };
}

/** Least squares of three unknowns; null where they are not independent. */
function solve3(rows: readonly { x: number[]; y: number }[]): [number, number, number] | null {
	const decomposition = new QrDecomposition(new Matrix(rows.map(({ x }) => x)));
	if (!decomposition.isFullRank()) return null;
	const found = decomposition.solve(Matrix.columnVector(rows.map(({ y }) => y))).to1DArray();
	// Nearly dependent columns give numbers beyond any airspeed.
	return found.every((value) => Math.abs(value) < 1e7) ? (found as [number, number, number]) : null;
}
