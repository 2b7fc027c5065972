import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import {
	GRAVITY_MPS2,
	InputError,
	METRES_PER_NM,
	MPS_PER_KT,
	STANDARD_RATE_DEG_PER_SECOND,
	toDegrees,
	toRadians
} from '../base/index.js';

/** A level turn by its rate in °/s or its bank in degrees; true airspeed in kt. */
export const TurnInput = Type.Object(
	{
		trueAirspeedKt: Type.Number({ exclusiveMinimum: 0, maximum: 600, description: 'kt' }),
		rateDegPerSecond: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 60, description: '°/s' })),
		bankDeg: Type.Optional(Type.Number({ exclusiveMinimum: 0, exclusiveMaximum: 90, description: 'degrees' }))
	},
	{ additionalProperties: false }
);
export type TurnInput = Static<typeof TurnInput>;

/** Bank, rate, radius in NM, seconds of a circle, load factor, and the thumb rules. */
export const TurnOutput = Type.Object({
	bankDeg: Type.Number({ description: 'degrees' }),
	rateDegPerSecond: Type.Number({ description: '°/s' }),
	radiusNm: Type.Number({ description: 'NM' }),
	secondsPer360: Type.Number({ description: 's' }),
	loadFactor: Type.Number(),
	rules: Type.Object({
		tenPercentPlusFiveDeg: Type.Number({
			description: 'bank for standard rate: a tenth of the speed plus 5'
		}),
		fifteenPercentDeg: Type.Number({ description: 'bank for standard rate: 15 % of the speed' }),
		halfBankRollOutDeg: Type.Number({ description: 'roll out this many degrees early' })
	})
});
export type TurnOutput = Static<typeof TurnOutput>;

/**
 * A coordinated level turn at a rate or at a bank. Source: tan(bank) = V·ω / g.
 * @throws InputError unless exactly one of rate and bank is given.
 */
export function solveTurn(input: TurnInput): TurnOutput {
	if ((input.rateDegPerSecond === undefined) === (input.bankDeg === undefined))
		throw new InputError('/rateDegPerSecond', 'or /bankDeg must be given, exactly one of them');
	const speedMps = input.trueAirspeedKt * MPS_PER_KT;
	const bank =
		input.bankDeg !== undefined
			? toRadians(input.bankDeg)
			: Math.atan((speedMps * toRadians(input.rateDegPerSecond!)) / GRAVITY_MPS2);
	const rate =
		input.rateDegPerSecond !== undefined
			? toRadians(input.rateDegPerSecond)
			: (GRAVITY_MPS2 * Math.tan(bank)) / speedMps;
	return {
		bankDeg: input.bankDeg ?? toDegrees(bank),
		rateDegPerSecond: input.rateDegPerSecond ?? toDegrees(rate),
		radiusNm: speedMps / rate / METRES_PER_NM,
		secondsPer360: (2 * Math.PI) / rate,
		loadFactor: 1 / Math.cos(bank),
		rules: {
			tenPercentPlusFiveDeg: input.trueAirspeedKt / 10 + 5,
			fifteenPercentDeg: input.trueAirspeedKt * 0.15,
			halfBankRollOutDeg: toDegrees(bank) / 2
		}
	};
}

/**
 * True airspeed from the indicated one by the pilot's rule, 1.6 % for each 1000 ft: good to a knot or so below
 * 6000 ft, for wind corrections and turns.
 */
export const roughTrueKt = (indicatedKt: number, altitudeFt: number): number =>
	indicatedKt * (1 + (altitudeFt / 1000) * 0.016);

/** Radius of a turn at standard rate, NM. Source: V / ω. */
export const standardRadiusNm = (trueAirspeedKt: number): number =>
	trueAirspeedKt / 3600 / toRadians(STANDARD_RATE_DEG_PER_SECOND);
