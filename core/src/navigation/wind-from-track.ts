import { Type, type Static } from '@sinclair/typebox';
import { Matrix, QrDecomposition } from 'ml-matrix';
import { Direction, directionDeg, InputError, length, times, unit, type Vec2 } from '../base/index.js';

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
	residualKt: Type.Number({ description: 'kt, root mean square of the distances to the circle' })
});

/** Weaker than this is calm, kt: a direction would be noise. */
const CALM_KT = 0.05;
const ROUNDS = 50;

/**
 * Wind and true airspeed from groundspeed vectors of several tracks: they lie on a circle whose centre is
 * the wind and whose radius is the airspeed. Least squares of the distances to the circle, by Gauss and
 * Newton from the algebraic fit (I. Kåsa, 1976).
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
	return {
		windFromDeg: windSpeedKt < CALM_KT ? null : directionDeg(times(centre, -1)),
		windSpeedKt,
		trueAirspeedKt: radius,
		residualKt: Math.sqrt(squares / points.length)
	};
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
