import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { InputError } from '../base/index.js';
import type { Aircraft } from './aircraft.js';
import { standardDay } from '../world/index.js';
import { calibratedKt, trimmedFlight } from './trim.js';

/** A steady flight to be trimmed: speed in kt, rate in ft/min, altitude in ft, flap and bank in degrees. */
export const TrimInput = Type.Object(
	{
		aircraft: Type.String({ description: 'id of a shipped aircraft' }),
		airspeedKias: Type.Number({ exclusiveMinimum: 0, maximum: 400, description: 'kt' }),
		verticalSpeedFpm: Type.Number({ minimum: -6000, maximum: 6000, description: 'ft/min' }),
		altitudeFt: Type.Number({ minimum: -1000, maximum: 25000, description: 'ft' }),
		flapsDeg: Type.Optional(Type.Number({ minimum: 0, maximum: 60, description: 'degrees' })),
		bankDeg: Type.Optional(
			Type.Number({ minimum: -75, maximum: 75, description: 'degrees, right positive' })
		),
		gearDown: Type.Optional(Type.Boolean({ description: 'retractable gears; up when left out' })),
		governedRpm: Type.Optional(
			Type.Number({ minimum: 500, maximum: 5000, description: '1/min, constant-speed propellers' })
		)
	},
	{ additionalProperties: false }
);
export type TrimInput = Static<typeof TrimInput>;

/** How it is flown: attitude in degrees, power, controls. */
export const TrimOutput = Type.Object({
	pitchDeg: Type.Number(),
	angleOfAttackDeg: Type.Number(),
	powerRpm: Type.Number({ description: '1/min' }),
	throttle: Type.Number({ description: '0 to 1' }),
	elevatorDeg: Type.Number({ description: 'trailing edge down positive' }),
	manifoldPressureInHg: Type.Optional(
		Type.Number({ description: 'inHg, with a constant-speed propeller only' })
	)
});

/** Pitch, power and elevator for a steady flight in still standard air. */
export function solveTrim(aircraft: Aircraft, input: Omit<TrimInput, 'aircraft'>): Static<typeof TrimOutput> {
	const flapsDeg = input.flapsDeg ?? 0;
	const most = Math.max(...aircraft.controls.flapStepsDeg);
	if (flapsDeg > most) throw new InputError('/flapsDeg', `must be a number from 0 to ${most}`);
	const trimmed = trimmedFlight(aircraft, {
		airspeedKcas: calibratedKt(aircraft, input.airspeedKias),
		verticalSpeedFpm: input.verticalSpeedFpm,
		altitudeFt: input.altitudeFt,
		flapsDeg,
		bankDeg: input.bankDeg ?? 0,
		headingDeg: 0,
		gear: input.gearDown ? 1 : 0,
		governedRpm: input.governedRpm,
		...standardDay
	});
	const { pitchDeg, angleOfAttackDeg, powerRpm, throttle, elevatorDeg, manifoldPressureInHg } = trimmed;
	const numbers = { pitchDeg, angleOfAttackDeg, powerRpm, throttle, elevatorDeg };
	return aircraft.propeller.kind === 'constant-speed' ? { ...numbers, manifoldPressureInHg } : numbers;
}
