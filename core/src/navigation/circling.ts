import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { toRadians } from '../base/index.js';

const closed = { additionalProperties: false } as const;
/** Categories of aircraft by their speed at the threshold. */
export const CATEGORIES = ['A', 'B', 'C', 'D'] as const;
/** One of the categories of aircraft. */
export const Category = Type.Union(CATEGORIES.map((one) => Type.Literal(one)));
/** A category of aircraft: A, B, C or D. */
export type Category = Static<typeof Category>;

/** A speed at the threshold below this belongs to the category, kt. Source: ICAO Doc 8168. */
const CATEGORY_BELOW_KT = { A: 91, B: 121, C: 141, D: 166 } as const satisfies Record<Category, number>;
/** The category of a speed at the threshold, kt; null where it is faster than D. */
export const categoryOf = (thresholdKt: number): Category | null =>
	CATEGORIES.find((one) => thresholdKt < CATEGORY_BELOW_KT[one]) ?? null;

/** ICAO: circling speed, kt indicated, and the straight part added, NM, by category. Source: Doc 8168 volume I. */
const ICAO = {
	A: { kias: 100, straightNm: 0.3 },
	B: { kias: 135, straightNm: 0.4 },
	C: { kias: 180, straightNm: 0.5 },
	D: { kias: 205, straightNm: 0.6 }
} as const satisfies Record<Category, { kias: number; straightNm: number }>;
const ICAO_WIND_KT = 25;
const ICAO_BANK_DEG = 20;
const STANDARD_RATE = 3;
/** Above the aerodrome that the speed is made true at, ft. */
const ICAO_ABOVE_FT = 1000;
/** Of a coordinated turn: rate in °/s = 3431·tan(bank) / (π·V), V in kt. Source: Doc 8168. */
const RATE_CONSTANT = 3431;

/** United States: by the altitude of the minimum, the radius in NM by category. Source: AIM 5-4-20. */
const US_TO_FT = [1000, 3000, 5000, 7000, 9000, Infinity];
const US_NM = {
	A: [1.3, 1.3, 1.3, 1.3, 1.4, 1.4],
	B: [1.7, 1.8, 1.8, 1.9, 2.0, 2.1],
	C: [2.7, 2.8, 2.9, 3.0, 3.2, 3.3],
	D: [3.6, 3.7, 3.8, 4.0, 4.2, 4.4]
} as const satisfies Record<Category, readonly number[]>;

const feet = (minimum: number) => Type.Number({ minimum, maximum: 15000, description: 'ft' });
/** By one of the two rule sets: the aerodrome's elevation for ICAO, the minimum for the United States, ft. */
export const CirclingInput = Type.Union([
	Type.Object({ rules: Type.Literal('icao'), category: Category, aerodromeElevationFt: feet(-2000) }, closed),
	Type.Object({ rules: Type.Literal('us'), category: Category, minimumFt: feet(0) }, closed)
]);
export type CirclingInput = Static<typeof CirclingInput>;
/** The radius about the thresholds, NM; with ICAO the true airspeed, kt, and the radius of turn, NM. */
export const CirclingOutput = Type.Object({
	radiusNm: Type.Number({ description: 'NM' }),
	trueAirspeedKt: Type.Optional(Type.Number({ description: 'kt, without the wind' })),
	turnRadiusNm: Type.Optional(Type.Number({ description: 'NM' }))
});

/** Indicated to true at ISA + 15. Source: ICAO Doc 8168. */
const trueByIcao = (kias: number, altitudeFt: number): number =>
	(kias * 171233 * Math.sqrt(303 - 0.00198 * altitudeFt)) / (288 - 0.00198 * altitudeFt) ** 2.628;

/** How far from the runway circling is protected. Sources: ICAO Doc 8168 volume I; AIM 5-4-20 (expanded areas). */
export function solveCircling(input: CirclingInput): Static<typeof CirclingOutput> {
	if (input.rules === 'us')
		return { radiusNm: US_NM[input.category][US_TO_FT.findIndex((ft) => input.minimumFt <= ft)]! };
	const { kias, straightNm } = ICAO[input.category];
	const trueAirspeedKt = trueByIcao(kias, input.aerodromeElevationFt + ICAO_ABOVE_FT);
	const flownKt = trueAirspeedKt + ICAO_WIND_KT;
	const rate = Math.min(
		STANDARD_RATE,
		(RATE_CONSTANT * Math.tan(toRadians(ICAO_BANK_DEG))) / (Math.PI * flownKt)
	);
	const turnRadiusNm = flownKt / (20 * Math.PI * rate);
	return { radiusNm: 2 * turnRadiusNm + straightNm, trueAirspeedKt, turnRadiusNm };
}
