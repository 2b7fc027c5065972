import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { AltitudeFt, FEET_PER_NM, InputError, toDegrees, toRadians } from '../base/index.js';

const groundspeedKt = Type.Number({ exclusiveMinimum: 0, maximum: 600, description: 'kt' });

/** A descent by its angle, or by the height to lose in a distance; groundspeed in kt. */
export const DescentInput = Type.Object(
	{
		groundspeedKt,
		angleDeg: Type.Optional(
			Type.Number({ exclusiveMinimum: 0, maximum: 45, description: 'degrees, positive down' })
		),
		fromFt: Type.Optional(AltitudeFt),
		toFt: Type.Optional(AltitudeFt),
		distanceNm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 500, description: 'NM' }))
	},
	{ additionalProperties: false }
);
export type DescentInput = Static<typeof DescentInput>;

/** Its rate in ft/min (negative), gradient in ft/NM, time in s, and what the thumb rule says. */
export const DescentOutput = Type.Object({
	verticalSpeedFpm: Type.Number({ description: 'ft/min, negative' }),
	feetPerNm: Type.Number({ description: 'ft/NM, positive for a descent' }),
	angleDeg: Type.Optional(Type.Number({ description: 'degrees, positive down' })),
	seconds: Type.Optional(Type.Number({ description: 's' })),
	rules: Type.Object({ fiveTimesFpm: Type.Number({ description: 'ft/min, negative: 5 × groundspeed' }) })
});
export type DescentOutput = Static<typeof DescentOutput>;

/**
 * Descent rate for an angle at a groundspeed, or for a height to lose in a distance.
 * Source: tan(angle) = height / distance, 6076.115 ft in a nautical mile.
 * @throws InputError unless either the angle or all of fromFt, toFt and distanceNm are given, and
 * when the descent would be a climb.
 */
export function solveDescent(input: DescentInput): DescentOutput {
	const { fromFt, toFt, distanceNm, angleDeg } = input;
	const rules = { fiveTimesFpm: -5 * input.groundspeedKt };
	if (angleDeg !== undefined) {
		if (fromFt !== undefined || toFt !== undefined || distanceNm !== undefined)
			throw new InputError('/angleDeg', 'goes without /fromFt, /toFt and /distanceNm');
		const feetPerNm = FEET_PER_NM * Math.tan(toRadians(angleDeg));
		return { verticalSpeedFpm: (-feetPerNm * input.groundspeedKt) / 60, feetPerNm, rules };
	}
	if (fromFt === undefined || toFt === undefined || distanceNm === undefined)
		throw new InputError('/angleDeg', 'or all of /fromFt, /toFt and /distanceNm must be given');
	if (toFt > fromFt) throw new InputError('/toFt', `must be a number not above /fromFt (${fromFt})`);
	const feetPerNm = (fromFt - toFt) / distanceNm;
	return {
		// Adding zero turns −0 (level) into 0.
		verticalSpeedFpm: (-feetPerNm * input.groundspeedKt) / 60 + 0,
		feetPerNm,
		angleDeg: toDegrees(Math.atan(feetPerNm / FEET_PER_NM)),
		seconds: (distanceNm / input.groundspeedKt) * 3600,
		rules
	};
}

/** Vertical speed of a degree of flight path at a speed, ft/min: V·sin 1°. */
export const fpmPerDegree = (speedKt: number): number =>
	((speedKt * FEET_PER_NM) / 60) * Math.sin(toRadians(1));
