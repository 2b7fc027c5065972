import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { FEET_PER_NM, InfeasibleError, InputError, toDegrees, toRadians } from '../base/index.js';
import { AERODROME, indicatedHeightFt } from './cold.js';

const closed = { additionalProperties: false } as const;
const distanceNm = Type.Number({ minimum: 0, maximum: 100, description: 'NM from the threshold' });
const threshold = {
	thresholdElevationFt: Type.Number({ minimum: -2000, maximum: 15000, description: 'ft' }),
	thresholdCrossingHeightFt: Type.Number({ minimum: 0, maximum: 200, description: 'ft' })
};

/** A path down to the crossing height over the threshold, and where it is asked for. */
export const GlidepathInput = Type.Object(
	{
		...threshold,
		angleDeg: Type.Number({ exclusiveMinimum: 0, maximum: 10, description: 'degrees, positive down' }),
		distancesNm: Type.Array(distanceNm, { minItems: 1, maxItems: 100 }),
		aerodromeElevationFt: Type.Optional(AERODROME.aerodromeElevationFt),
		aerodromeTemperatureC: Type.Optional(AERODROME.aerodromeTemperatureC)
	},
	closed
);
type GlidepathInput = Static<typeof GlidepathInput>;
/** Its altitude, ft, at each distance, and what an altimeter set to the aerodrome's pressure shows there. */
export const GlidepathOutput = Type.Object({
	feetPerNm: Type.Number({ description: 'ft/NM' }),
	rows: Type.Array(
		Type.Object({
			distanceNm: Type.Number({ description: 'NM' }),
			altitudeFt: Type.Number({ description: 'ft' }),
			indicatedFt: Type.Union([Type.Null(), Type.Number({ description: 'ft; null without a temperature' })])
		})
	)
});

/** Feet in a mile along a path of an angle, degrees. */
export const feetPerNmOf = (angleDeg: number): number => Math.tan(toRadians(angleDeg)) * FEET_PER_NM;

/**
 * The altitudes of a glidepath: a straight line over a flat earth.
 * Source: tangent; the altimeter's error by ICAO Doc 8168 volume I.
 * @throws InputError where only one of the aerodrome's two figures is given.
 */
export function solveGlidepath(input: GlidepathInput): Static<typeof GlidepathOutput> {
	const { aerodromeElevationFt: elevation, aerodromeTemperatureC: temperature } = input;
	if ((elevation === undefined) !== (temperature === undefined))
		throw new InputError(
			elevation === undefined ? '/aerodromeElevationFt' : '/aerodromeTemperatureC',
			'must be given with the other figure of the aerodrome, or both left out'
		);
	const feetPerNm = feetPerNmOf(input.angleDeg);
	return {
		feetPerNm,
		rows: input.distancesNm.map((miles) => {
			const altitudeFt = input.thresholdElevationFt + input.thresholdCrossingHeightFt + feetPerNm * miles;
			return {
				distanceNm: miles,
				altitudeFt,
				indicatedFt:
					elevation === undefined || temperature === undefined
						? null
						: elevation + indicatedHeightFt(altitudeFt - elevation, elevation, temperature)
			};
		})
	};
}

const StepDown = Type.Object(
	{ distanceNm, notBelowFt: Type.Number({ minimum: -2000, maximum: 20000, description: 'ft' }) },
	closed
);
const altitude = Type.Number({ minimum: -2000, maximum: 20000, description: 'ft' });

/** A non-precision final flown at one angle, and the step-downs over which it must pass. */
export const ConstantDescentInput = Type.Object(
	{
		fromDistanceNm: Type.Number({ exclusiveMinimum: 0, maximum: 100, description: 'NM from the threshold' }),
		fromAltitudeFt: altitude,
		...threshold,
		groundspeedKt: Type.Number({ exclusiveMinimum: 0, maximum: 600, description: 'kt' }),
		minimumFt: altitude,
		addedFt: Type.Number({
			minimum: 0,
			maximum: 500,
			description: 'ft, so that a go-around sinks to no less'
		}),
		stepDowns: Type.Array(StepDown, { maxItems: 20 })
	},
	closed
);
export type ConstantDescentInput = Static<typeof ConstantDescentInput>;
/** The angle, where and when the decision comes, altitudes by mile, and step-downs that the path would break. */
export const ConstantDescentOutput = Type.Object({
	angleDeg: Type.Number({ description: 'degrees, positive down' }),
	feetPerNm: Type.Number({ description: 'ft/NM' }),
	verticalSpeedFpm: Type.Number({ description: 'ft/min, negative' }),
	decisionAltitudeFt: Type.Number({ description: 'ft' }),
	decisionDistanceNm: Type.Number({ description: 'NM from the threshold' }),
	decisionSeconds: Type.Number({ description: 's from the start' }),
	rows: Type.Array(Type.Object({ distanceNm: Type.Number(), altitudeFt: Type.Number() })),
	brokenStepDowns: Type.Array(
		Type.Object({ distanceNm: Type.Number(), notBelowFt: Type.Number(), altitudeFt: Type.Number() })
	)
});

/**
 * A constant-angle descent from the start to the crossing height over the threshold, with the decision altitude that is
 * derived from its minimum. Source: a straight line over a flat earth.
 * @throws InfeasibleError where the decision altitude does not lie on the path.
 * @throws InputError where a step-down does not lie inside the start.
 */
export function solveConstantDescent(input: ConstantDescentInput): Static<typeof ConstantDescentOutput> {
	const { fromDistanceNm, fromAltitudeFt, groundspeedKt } = input;
	const overThresholdFt = input.thresholdElevationFt + input.thresholdCrossingHeightFt;
	const feetPerNm = (fromAltitudeFt - overThresholdFt) / fromDistanceNm;
	const decisionAltitudeFt = input.minimumFt + input.addedFt;
	if (decisionAltitudeFt >= fromAltitudeFt || decisionAltitudeFt <= overThresholdFt)
		throw new InfeasibleError(
			'the decision altitude must lie between the start and the crossing height over the threshold'
		);
	input.stepDowns.forEach((step, i) => {
		if (step.distanceNm >= fromDistanceNm)
			throw new InputError(`/stepDowns/${i}/distanceNm`, `must be less than the start, ${fromDistanceNm} NM`);
	});
	const altitudeAt = (miles: number) => overThresholdFt + feetPerNm * miles;
	const decisionDistanceNm = (decisionAltitudeFt - overThresholdFt) / feetPerNm;
	const rows = [];
	for (let mile = Math.ceil(fromDistanceNm) - 1; mile >= decisionDistanceNm && mile >= 0; mile--)
		rows.push({ distanceNm: mile, altitudeFt: altitudeAt(mile) });
	return {
		angleDeg: toDegrees(Math.atan(feetPerNm / FEET_PER_NM)),
		feetPerNm,
		verticalSpeedFpm: (-feetPerNm * groundspeedKt) / 60,
		decisionAltitudeFt,
		decisionDistanceNm,
		decisionSeconds: ((fromDistanceNm - decisionDistanceNm) / groundspeedKt) * 3600,
		rows,
		brokenStepDowns: input.stepDowns
			.map((step) => ({ ...step, altitudeFt: altitudeAt(step.distanceNm) }))
			.filter((step) => step.altitudeFt < step.notBelowFt)
	};
}
