import { Type, type Static } from '@sinclair/typebox';
import { STATE_LENGTH } from '../flight/index.js';

const closed = { additionalProperties: false } as const;
const num = Type.Number();

/** All that is needed to take up a flight again where a chunk of its recording ended. */
export const ResumeState = Type.Object(
	{
		flight: Type.Object(
			{
				steps: Type.Integer({ minimum: 0 }),
				state: Type.Array(num, { minItems: STATE_LENGTH, maxItems: STATE_LENGTH }),
				surfaces: Type.Object(
					{ elevatorDeg: num, aileronDeg: num, rudderDeg: num, flapsDeg: num, throttle: num },
					closed
				),
				panel: Type.Object(
					{
						airspeedKias: num,
						altimeterFt: num,
						verticalSpeedFpm: num,
						pitchDeg: num,
						bankDeg: num,
						headingDeg: num,
						turnRateDegPerSecond: num,
						ballDeg: num,
						rpm: num
					},
					closed
				),
				assist: Type.Object(
					{ pitchDeg: num, bankDeg: num, elevatorIntegral: num, rudderIntegral: num },
					closed
				),
				ended: Type.Union([Type.Null(), Type.Literal('surface'), Type.Literal('overstress')])
			},
			closed
		),
		inputs: Type.Object(
			{
				elevator: num,
				aileron: num,
				rudder: num,
				throttle: num,
				trim: num,
				flapsDeg: num,
				altimeterSettingHpa: num
			},
			closed
		)
	},
	closed
);
export type ResumeState = Static<typeof ResumeState>;
