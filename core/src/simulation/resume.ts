import { Type, type Static } from '@sinclair/typebox';
import { FAILURE_KINDS, STATE_LENGTH } from '../aircraft/index.js';
import { RadioSettings } from '../world/index.js';
import { MOST_LINES } from './controls.js';

const closed = { additionalProperties: false } as const;
const num = Type.Number();
/** A record of numbers whose keys the flight itself knows: what it does not know it does not take up. */
const Numbers = Type.Record(Type.String({ maxLength: 40 }), num, { maxProperties: 40 });

/** All that is needed to take up a flight again where a chunk of its recording ended. */
export const ResumeState = Type.Object(
	{
		flight: Type.Object(
			{
				steps: Type.Integer({ minimum: 0 }),
				state: Type.Array(num, { minItems: STATE_LENGTH, maxItems: STATE_LENGTH }),
				surfaces: Type.Object(
					{
						elevatorDeg: num,
						aileronDeg: num,
						rudderDeg: num,
						flapsDeg: num,
						throttle: num,
						engineHealth: num,
						ice: num,
						gear: num,
						propellerPitch: num,
						mixture: num
					},
					closed
				),
				panel: Numbers,
				assist: Type.Object(
					{ pitchDeg: num, bankDeg: num, elevatorIntegral: num, rudderIntegral: num },
					closed
				),
				instruments: Numbers,
				gusts: Numbers,
				radio: Type.Optional(Type.Object({ readings: Numbers, state: Numbers }, closed)),
				fuelKg: Type.Number({ minimum: 0, maximum: 5000 }),
				failures: Type.Array(
					Type.Object(
						{
							kind: Type.Union(FAILURE_KINDS.map((kind) => Type.Literal(kind))),
							atSeconds: num,
							creepSeconds: Type.Number({ minimum: 0, maximum: 7200 })
						},
						closed
					),
					{ maxItems: FAILURE_KINDS.length }
				),
				random: Type.Integer({ minimum: 0, maximum: 4294967295 }),
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
				propeller: num,
				mixture: num,
				gear: num,
				trim: num,
				flapsDeg: num,
				altimeterSettingHpa: num,
				headingKnobDeg: num,
				alternateStatic: num,
				covered: Type.Integer({ minimum: 0, maximum: 65535 }),
				named: Type.Optional(Type.Integer({ minimum: 0, maximum: 2 ** FAILURE_KINDS.length - 1 })),
				byInstructor: Type.Optional(Type.Integer({ minimum: 0, maximum: 1 })),
				calls: Type.Optional(Type.Integer({ minimum: 0, maximum: 10000 })),
				mark: Type.Optional(
					Type.Object(
						{
							northNm: num,
							eastNm: num,
							count: Type.Integer({ minimum: 0, maximum: 1000 }),
							lines: Type.Optional(
								Type.Array(Type.Object({ northNm: num, eastNm: num, radialDeg: num }, closed), {
									maxItems: MOST_LINES
								})
							)
						},
						closed
					)
				),
				radios: Type.Optional(RadioSettings)
			},
			closed
		),
		/** Where in the card it was; for those who watch. */
		phase: Type.Optional(Type.Integer({ minimum: -1, maximum: 40 })),
		phaseSeconds: Type.Optional(num)
	},
	closed
);
export type ResumeState = Static<typeof ResumeState>;
