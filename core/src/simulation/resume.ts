import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import {
	AssistLevel,
	ControlInputs,
	FAILURE_KINDS,
	inputsAtRest,
	STATE_LENGTH,
	type ArmedFailure
} from '../aircraft/index.js';
import { Editions, type Document } from '../base/index.js';
import { FLIGHT_ENDS, type FlightSnapshot } from './setup.js';

const closed = { additionalProperties: false } as const;
const num = Type.Number();
/** A record of numbers whose keys the flight itself knows: what it does not know it does not take up. */
const Numbers = Type.Record(Type.String({ maxLength: 40 }), num, { maxProperties: 40 });

/** All that is needed to take up a flight again where a chunk of its recording ended. */
export const ResumeState = Type.Object(
	{
		format: Type.Literal('hanza-resume'),
		version: Type.Literal(2),
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
					{
						level: AssistLevel,
						pitchDeg: num,
						bankDeg: num,
						elevatorIntegral: num,
						rudderIntegral: num
					},
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
				ended: Type.Union([Type.Null(), ...FLIGHT_ENDS.map((end) => Type.Literal(end))])
			},
			closed
		),
		/** A control that came after the state was kept stands at rest. */
		inputs: Type.Partial(ControlInputs, closed),
		/** Where in the card it was; for those who watch. */
		phase: Type.Integer({ minimum: -1, maximum: 40 }),
		phaseSeconds: num
	},
	closed
);
export type ResumeState = Static<typeof ResumeState>;

/**
 * Edition 2 says of every control how it stood, and which assist was flown with. Edition 1 left out what the trainer of
 * its day did not have yet, and the assist was that of the whole flight: it is given.
 */
export const RESUME_EDITIONS = new Editions<typeof ResumeState, { assist: AssistLevel }>(
	'hanza-resume',
	2,
	ResumeState,
	{
		1: ({ flight, inputs, phase = 0, phaseSeconds = 0, ...rest }, { assist: level }) => {
			const { assist, failures = [], ...snapshot } = flight as Document;
			return {
				...rest,
				flight: { ...snapshot, failures, assist: { level, ...(assist as Document) } },
				inputs: { ...inputsAtRest(), assist: level, ...(inputs as Document) },
				phase,
				phaseSeconds
			};
		}
	},
	1
);

/** The controls as a kept state has them. */
export const inputsKept = ({ inputs }: ResumeState): ControlInputs => ({ ...inputsAtRest(), ...inputs });

/** The flight's own part of a kept state, as the simulation takes it. */
export const snapshotOf = ({ flight }: ResumeState): FlightSnapshot => ({
	...flight,
	failures: flight.failures as ArmedFailure[]
});
