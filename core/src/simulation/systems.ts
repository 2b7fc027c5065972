import {
	angleOfAttackOf,
	attitudeOf,
	P,
	Powerplant,
	Q,
	radPerSecondToRpm,
	SHAFT,
	type Airplane,
	type AssistLevel,
	type ControlInputs,
	type FailureLevels,
	type PanelReadings
} from '../aircraft/index.js';
import { clamp, toDegrees } from '../base/index.js';
import type { Environment } from '../world/index.js';
import { attitudeHold, type AttitudeHoldState } from './autopilot/attitude-hold.js';
import { STEP_SECONDS } from './steps.js';

/** Steps between two looks at the fuel: its weight changes by some grams in a second. */
const BURN_STEPS = 4;
const GEAR_BY_HAND_SECONDS = 20;
/** So far before the stall the assist begins to leave the stick to the pilot, degrees of angle of attack. */
const STALL_NEAR_DEG = 4;
/** How the governor turns the blades: by speed error, and at most, per second. */
const GOVERNOR_PITCH_PER_RPM_SECOND = 0.004;
const GOVERNOR_MOST_PER_SECOND = 0.35;

type Hands = Pick<ControlInputs, 'elevator' | 'aileron' | 'rudder'>;

/** What stands between the pilot's hands and the aeroplane: control runs, engine and its fuel, gear, governor. */
export class Systems {
	private readonly emptyOfFuelKg: number;
	readonly assisting: AttitudeHoldState;
	/** What lever and air make of the charge, worked out when one of them changes. */
	private readonly charge = { mixture: NaN, densityKgM3: NaN, fuelShare: 0, power: 0 };
	/** What moves the surfaces: the pilot, or the assist. */
	private readonly hands: Hands = { elevator: 0, aileron: 0, rudder: 0 };

	/** @param attitude as trimmed: what the assist holds until the stick asks for another. */
	constructor(
		private readonly airplane: Airplane,
		private assist: AssistLevel,
		public fuelKg: number,
		attitude: Pick<AttitudeHoldState, 'pitchDeg' | 'bankDeg'>
	) {
		this.emptyOfFuelKg = airplane.aircraft.massKg - fuelKg;
		this.assisting = { ...attitude, elevatorIntegral: 0, rudderIntegral: 0 };
	}

	/** What is held from now on is what there is now. */
	private takeOver({ pitch, bank }: { pitch: number; bank: number }): void {
		Object.assign(this.assisting, {
			pitchDeg: toDegrees(pitch),
			bankDeg: toDegrees(bank),
			elevatorIntegral: 0,
			rudderIntegral: 0
		});
	}

	/** How far the wing is in its stall, from 0 some degrees before it to 1 in it. */
	private stalled(state: Float64Array, environment: Environment): number {
		const beyondDeg = toDegrees(angleOfAttackOf(state, environment)) - this.airplane.stallAlphaDeg;
		return clamp(1 + beyondDeg / STALL_NEAR_DEG, 0, 1);
	}

	/** The level that was last flown with: what a kept state needs beside the memory of the hold. */
	get assistLevel(): AssistLevel {
		return this.assist;
	}

	restore(fuelKg: number, assisting: AttitudeHoldState, level: AssistLevel): void {
		this.assist = level;
		this.fuelKg = fuelKg;
		this.airplane.massKg = this.emptyOfFuelKg + fuelKg;
		Object.assign(this.assisting, assisting);
	}

	/**
	 * One step: surfaces, flap, engine, fuel, gear and governor follow the controls, as far as they have not failed.
	 * @param steps so far: what an engine's misses are counted by.
	 */
	move(
		inputs: ControlInputs,
		state: Float64Array,
		panel: Pick<PanelReadings, 'ballDeg' | 'airspeedKias'>,
		failed: Readonly<FailureLevels>,
		environment: Environment,
		steps: number
	): void {
		let hands: Hands = inputs;
		if (inputs.assist === 'attitude') {
			const attitude = attitudeOf(state);
			if (this.assist !== 'attitude') this.takeOver(attitude);
			hands = attitudeHold(
				this.assisting,
				inputs,
				{
					pitchDeg: toDegrees(attitude.pitch),
					bankDeg: toDegrees(attitude.bank),
					rollDegPerSecond: toDegrees(state[P]!),
					pitchDegPerSecond: toDegrees(state[Q]!),
					slipDeg: panel.ballDeg,
					calibratedKt: panel.airspeedKias,
					stalled: this.stalled(state, environment)
				},
				STEP_SECONDS
			);
		}
		this.hands.elevator = hands.elevator;
		this.hands.aileron = hands.aileron;
		this.hands.rudder = hands.rudder;
		this.assist = inputs.assist;
		this.moveSurfaces(inputs);
		this.feedEngine(inputs, state, failed, environment, steps);
		this.moveGear(inputs.gear, failed['gear-stuck'] > 0);
		this.govern(inputs, state);
	}

	private moveSurfaces(inputs: ControlInputs): void {
		const { surfaces, aircraft } = this.airplane;
		const { controls } = aircraft;
		const { elevator, aileron, rudder } = this.hands;
		const neutralDeg = -inputs.trim * controls.trimRangeDeg;
		const elevatorDeg =
			neutralDeg +
			(elevator > 0 ? elevator * controls.elevator.minimumDeg : -elevator * controls.elevator.maximumDeg);
		surfaces.elevatorDeg = approach(surfaces.elevatorDeg, elevatorDeg, controls.elevator);
		surfaces.aileronDeg = approach(
			surfaces.aileronDeg,
			aileron * controls.aileron.maximumDeg,
			controls.aileron
		);
		surfaces.rudderDeg = approach(surfaces.rudderDeg, -rudder * controls.rudder.maximumDeg, controls.rudder);
		const flapMove = controls.flapRateDegPerSecond * STEP_SECONDS;
		surfaces.flapsDeg += clamp(inputs.flapsDeg - surfaces.flapsDeg, -flapMove, flapMove);
	}

	/** Throttle and mixture, and what failures, ice and an empty tank leave of the power. */
	private feedEngine(
		inputs: ControlInputs,
		state: Float64Array,
		failed: Readonly<FailureLevels>,
		environment: Environment,
		steps: number
	): void {
		const { surfaces } = this.airplane;
		surfaces.throttle = clamp(inputs.throttle, 0, 1);
		surfaces.ice = failed['airframe-ice'];
		// A rough engine misses: some of its power, unevenly.
		const rough = failed['engine-rough'];
		const misses = rough === 0 ? 0 : rough * (0.35 + 0.25 * Math.sin(steps * 0.41) * Math.sin(steps * 0.17));
		surfaces.mixture = clamp(inputs.mixture, 0, 1);
		const { charge } = this;
		if (surfaces.mixture !== charge.mixture || environment.densityKgM3 !== charge.densityKgM3) {
			charge.mixture = surfaces.mixture;
			charge.densityKgM3 = environment.densityKgM3;
			charge.fuelShare = Powerplant.fuelShare(charge.mixture, charge.densityKgM3);
			charge.power = Powerplant.powerOfMixture(charge.fuelShare);
		}
		const fed = this.fuelKg > 0 ? charge.power : 0;
		surfaces.engineHealth = (1 - failed['engine-out']) * (1 - misses) * fed;
		if (surfaces.engineHealth > 0 && steps % BURN_STEPS === 0) this.burn(state);
	}

	private burn(state: Float64Array): void {
		const { airplane } = this;
		const { fuelShare, densityKgM3 } = this.charge;
		const burnt =
			BURN_STEPS *
			STEP_SECONDS *
			airplane.powerplant.fuelKgPerSecond(airplane.surfaces.throttle, state[SHAFT]!, densityKgM3, fuelShare);
		this.fuelKg = Math.max(0, this.fuelKg - burnt);
		airplane.massKg = this.emptyOfFuelKg + this.fuelKg;
	}

	private moveGear(lever: number, stuck: boolean): void {
		const { gear } = this.airplane.aircraft;
		if (!gear) return;
		const byHand = lever > 1.5;
		if (stuck && !byHand) return;
		const most = STEP_SECONDS / (byHand ? GEAR_BY_HAND_SECONDS : gear.travelSeconds);
		const { surfaces } = this.airplane;
		surfaces.gear = clamp(surfaces.gear + clamp((lever > 0.5 ? 1 : 0) - surfaces.gear, -most, most), 0, 1);
	}

	/** The governor turns the blades as fast as the shaft is off its speed: no error is left when it stands. */
	private govern(inputs: ControlInputs, state: Float64Array): void {
		const { propeller } = this.airplane.aircraft;
		if (propeller.kind !== 'constant-speed') return;
		const { governorMinimumRpm: low, governorMaximumRpm: high, finePitch, coarsePitch } = propeller;
		const error = radPerSecondToRpm(state[SHAFT]!) - (low + clamp(inputs.propeller, 0, 1) * (high - low));
		const rate = clamp(
			error * GOVERNOR_PITCH_PER_RPM_SECOND,
			-GOVERNOR_MOST_PER_SECOND,
			GOVERNOR_MOST_PER_SECOND
		);
		const { surfaces } = this.airplane;
		surfaces.propellerPitch = clamp(surfaces.propellerPitch + rate * STEP_SECONDS, finePitch, coarsePitch);
	}
}

function approach(
	nowDeg: number,
	wantedDeg: number,
	limits: { minimumDeg: number; maximumDeg: number; rateDegPerSecond: number }
): number {
	const most = limits.rateDegPerSecond * STEP_SECONDS;
	return nowDeg + clamp(clamp(wantedDeg, limits.minimumDeg, limits.maximumDeg) - nowDeg, -most, most);
}
