import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { InfeasibleError, FEET_PER_NM, toRadians } from '../base/index.js';

const closed = { additionalProperties: false } as const;
const groundspeedKt = Type.Number({ exclusiveMinimum: 0, maximum: 600, description: 'kt' });
const feet = Type.Number({ minimum: -2000, maximum: 20000, description: 'ft' });

/**
 * Where a descent from the minimum begins: heights in ft, angle in degrees, distances in NM, groundspeed in kt.
 */
export const VdpInput = Type.Object(
	{
		minimumFt: feet,
		thresholdElevationFt: feet,
		thresholdCrossingHeightFt: Type.Number({ minimum: 0, maximum: 200, description: 'ft' }),
		angleDeg: Type.Number({ exclusiveMinimum: 0, maximum: 10, description: 'degrees, positive down' }),
		fafToThresholdNm: Type.Number({ exclusiveMinimum: 0, maximum: 60, description: 'NM' }),
		groundspeedKt
	},
	closed
);
export type VdpInput = Static<typeof VdpInput>;
/**
 * Its distance from the threshold in NM and its time after the final approach fix in s, beside the rule of 300.
 */
export const VdpOutput = Type.Object({
	distanceFromThresholdNm: Type.Number({ description: 'NM' }),
	secondsAfterFaf: Type.Number({ description: 's' }),
	rules: Type.Object({ heightOver300Nm: Type.Number({ description: 'NM, minimum less threshold over 300' }) })
});

/**
 * The visual descent point: where a path of the angle to the crossing height leaves the minimum.
 * Source: tangent, 6076.115 ft in a nautical mile.
 * @throws InfeasibleError where it would lie beyond the final fix or past the threshold.
 */
export function solveVdp(input: VdpInput): Static<typeof VdpOutput> {
	const { minimumFt, thresholdElevationFt, thresholdCrossingHeightFt, angleDeg } = input;
	const heightFt = minimumFt - thresholdElevationFt - thresholdCrossingHeightFt;
	if (heightFt < 0) throw new InfeasibleError('the minimum lies below the crossing height of the threshold');
	const distanceFromThresholdNm = heightFt / (Math.tan(toRadians(angleDeg)) * FEET_PER_NM);
	if (distanceFromThresholdNm > input.fafToThresholdNm)
		throw new InfeasibleError('the point would lie beyond the final fix');
	return {
		distanceFromThresholdNm,
		secondsAfterFaf: ((input.fafToThresholdNm - distanceFromThresholdNm) / input.groundspeedKt) * 3600,
		rules: { heightOver300Nm: (minimumFt - thresholdElevationFt) / 300 }
	};
}

/** A final approach's length in NM and the groundspeeds in kt to be timed. */
export const FinalTimesInput = Type.Object(
	{
		distanceNm: Type.Number({ exclusiveMinimum: 0, maximum: 100, description: 'NM' }),
		groundspeedsKt: Type.Array(groundspeedKt, { minItems: 1, maxItems: 50 })
	},
	closed
);
/** Its time in s by groundspeed. */
export const FinalTimesOutput = Type.Object({
	rows: Type.Array(Type.Object({ groundspeedKt: Type.Number(), seconds: Type.Number() }))
});

/** Time of a final by groundspeed. */
export const solveFinalTimes = ({
	distanceNm,
	groundspeedsKt
}: Static<typeof FinalTimesInput>): Static<typeof FinalTimesOutput> => ({
	rows: groundspeedsKt.map((kt) => ({ groundspeedKt: kt, seconds: (distanceNm / kt) * 3600 }))
});
