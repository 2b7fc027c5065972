import { Matrix, solve } from 'ml-matrix';
import {
	InfeasibleError,
	METRES_PER_FT,
	MPS_PER_FPM,
	MPS_PER_KT,
	PA_PER_INHG,
	toDegrees,
	toRadians
} from '../base/index.js';
import {
	airAt,
	calibratedFromImpactMps,
	impactPressurePa,
	stillAir,
	trueFromImpactMps,
	type Environment
} from '../world/index.js';
import type { Aircraft } from './aircraft.js';
import { Airplane } from './airplane.js';
import { setAttitude } from './attitude.js';
import { EquationsOfMotion } from './dynamics.js';
import { radPerSecondToRpm, rpmToRadPerSecond } from './powerplant.js';
import { DOWN, P, Q, R, SHAFT, STATE_LENGTH, U, V, W } from './state.js';

/**
 * A steady flight: calibrated airspeed in kt, vertical speed in ft/min, pressure altitude in ft, flap and bank in degrees.
 */
export interface TrimCondition {
	airspeedKcas: number;
	verticalSpeedFpm: number;
	altitudeFt: number;
	flapsDeg: number;
	bankDeg: number;
	headingDeg: number;
	seaLevelPressureHpa: number;
	temperatureOffsetC: number;
	/** 0 up to 1 down; of no meaning with a fixed gear. */
	gear?: number;
	/** What the governor of a constant-speed propeller is set to; its greatest when left out. */
	governedRpm?: number;
}

/** A steady flight: the whole state with the controls that keep it. */
export interface Trimmed {
	state: Float64Array;
	environment: Environment;
	pitchDeg: number;
	bankDeg: number;
	angleOfAttackDeg: number;
	sideslipDeg: number;
	trueAirspeedKt: number;
	turnRateDegPerSecond: number;
	powerRpm: number;
	throttle: number;
	elevatorDeg: number;
	aileronDeg: number;
	rudderDeg: number;
	flapsDeg: number;
	gear: number;
	propellerPitch: number;
	manifoldPressureInHg: number;
}

/**
 * Steady straight flight or a steady coordinated turn: seven unknowns (angle of attack, sideslip,
 * three surfaces, shaft speed or the pitch of governed blades, turn rate) from six balanced accelerations and the ball in the
 * middle, by Newton's method with differences.
 * Source: B. L. Stevens and F. L. Lewis, Aircraft Control and Simulation, 2nd ed., 3.6 (rate-of-climb
 * constraint 3.6-3).
 * @throws InfeasibleError when it would need more power, less than idle, more lift or more elevator than
 * there is.
 */
export function trimmedFlight(aircraft: Aircraft, condition: TrimCondition): Trimmed {
	const { propeller } = aircraft;
	if (propeller.kind === 'fixed-pitch') return balance(aircraft, condition, { pitch: 1 });
	const rpm = condition.governedRpm ?? propeller.governorMaximumRpm;
	const governed = balance(aircraft, condition, { rpm });
	// On a stop the blades are as good as fixed and the speed of the shaft follows the power.
	if (governed.propellerPitch < propeller.finePitch)
		return balance(aircraft, condition, { pitch: propeller.finePitch });
	if (governed.propellerPitch > propeller.coarsePitch)
		return balance(aircraft, condition, { pitch: propeller.coarsePitch });
	return governed;
}

function balance(
	aircraft: Aircraft,
	condition: TrimCondition,
	held: { pitch: number } | { rpm: number }
): Trimmed {
	const airplane = new Airplane(aircraft);
	const equations = new EquationsOfMotion(airplane);
	const altitudeM = condition.altitudeFt * METRES_PER_FT;
	const air = airAt(altitudeM, condition.seaLevelPressureHpa, condition.temperatureOffsetC);
	const speed = trueFromImpactMps(
		impactPressurePa(condition.airspeedKcas * MPS_PER_KT),
		air.staticPa,
		air.temperatureK
	);
	const sinGamma = (condition.verticalSpeedFpm * MPS_PER_FPM) / speed;
	if (Math.abs(sinGamma) > 0.9) throw new InfeasibleError('the flight path would be nearly vertical');
	const environment = stillAir(air.densityKgM3);
	const bank = toRadians(condition.bankDeg);
	const heading = toRadians(condition.headingDeg);
	airplane.surfaces.flapsDeg = condition.flapsDeg;
	if (aircraft.gear) airplane.surfaces.gear = condition.gear ?? 0;

	const state = new Float64Array(STATE_LENGTH);
	const out = new Float64Array(STATE_LENGTH);
	if ('pitch' in held) airplane.surfaces.propellerPitch = held.pitch;
	else state[SHAFT] = rpmToRadPerSecond(held.rpm);
	let pitch = 0;

	const residual = (x: readonly number[]): number[] => {
		const [alpha, beta, elevator, aileron, rudder, propelling, turnRate] = x as [
			number,
			number,
			number,
			number,
			number,
			number,
			number
		];
		state[U] = speed * Math.cos(alpha) * Math.cos(beta);
		state[V] = speed * Math.sin(beta);
		state[W] = speed * Math.sin(alpha) * Math.cos(beta);
		const a = Math.cos(alpha) * Math.cos(beta);
		const b = Math.sin(bank) * Math.sin(beta) + Math.cos(bank) * Math.sin(alpha) * Math.cos(beta);
		const under = a * a - sinGamma * sinGamma + b * b;
		pitch = Math.atan2(a * b + sinGamma * Math.sqrt(Math.max(0, under)), a * a - sinGamma * sinGamma);
		setAttitude(state, { heading, pitch, bank });
		state[P] = -turnRate * Math.sin(pitch);
		state[Q] = turnRate * Math.sin(bank) * Math.cos(pitch);
		state[R] = turnRate * Math.cos(bank) * Math.cos(pitch);
		if ('pitch' in held) state[SHAFT] = propelling * 100;
		else airplane.surfaces.propellerPitch = Math.max(0.2, propelling);
		airplane.surfaces.elevatorDeg = toDegrees(elevator);
		airplane.surfaces.aileronDeg = toDegrees(aileron);
		airplane.surfaces.rudderDeg = toDegrees(rudder);
		equations.derivative(state, environment, out);
		return [out[U]!, out[V]!, out[W]!, out[P]!, out[Q]!, out[R]!, equations.specificForceY];
	};

	let x = [
		toRadians(4),
		0,
		0,
		0,
		0,
		'pitch' in held ? rpmToRadPerSecond(aircraft.engine.ratedRpm * 0.8) / 100 : 1,
		bank === 0 ? 0 : (9.80665 * Math.tan(bank)) / speed
	];
	let converged = false;
	for (let iteration = 0; iteration < 60 && !converged; iteration++) {
		const r0 = residual(x);
		const jacobian = Matrix.zeros(7, 7);
		for (let j = 0; j < 7; j++) {
			const delta = 1e-6;
			const up = x.slice();
			const down = x.slice();
			up[j]! += delta;
			down[j]! -= delta;
			const ru = residual(up);
			const rd = residual(down);
			for (let i = 0; i < 7; i++) jacobian.set(i, j, (ru[i]! - rd[i]!) / (2 * delta));
		}
		let change: number[];
		try {
			change = solve(jacobian, Matrix.columnVector(r0)).to1DArray();
		} catch {
			break;
		}
		// Steps are kept short so that the solution stays on the attached side of the stall.
		const largest = Math.max(...change.map(Math.abs));
		const factor = largest > 0.15 ? 0.15 / largest : 1;
		x = x.map((value, i) => value - factor * change[i]!);
		converged = largest < 1e-11;
		if (!x.every(Number.isFinite)) break;
	}
	if (converged) residual(x);
	if (
		!converged ||
		Math.max(...residual(x).map(Math.abs)) > 1e-8 ||
		x[0]! > toRadians(airplane.stallAlphaDeg)
	)
		throw new InfeasibleError(
			`${Math.round(condition.airspeedKcas)} kt is outside what the aircraft can fly steadily in this configuration (near or below the stall, or too steep)`
		);
	const { elevatorDeg, aileronDeg, rudderDeg } = airplane.surfaces;
	const { elevator } = aircraft.controls;
	if (elevatorDeg < elevator.minimumDeg || elevatorDeg > elevator.maximumDeg)
		throw new InfeasibleError('it would need more elevator than there is');
	const shaft = state[SHAFT]!;
	const torqueNm = (equations.propulsion.rollNm / aircraft.aerodynamics.power.torqueFactor) * -1;
	const throttle = airplane.powerplant.throttleFor(torqueNm, shaft, air.densityKgM3);
	if (throttle > 1 + 1e-9)
		throw new PowerError('it would need more power than the engine gives at full throttle', 1);
	if (throttle < -1e-9) throw new PowerError('it would need less power than closed throttle gives', -1);
	state[DOWN] = -altitudeM;
	return {
		state: state.slice(),
		environment,
		pitchDeg: toDegrees(pitch),
		bankDeg: condition.bankDeg,
		angleOfAttackDeg: toDegrees(x[0]!),
		sideslipDeg: toDegrees(x[1]!),
		trueAirspeedKt: speed / MPS_PER_KT,
		turnRateDegPerSecond: toDegrees(x[6]!),
		powerRpm: radPerSecondToRpm(shaft),
		throttle: Math.min(1, Math.max(0, throttle)),
		elevatorDeg,
		aileronDeg,
		rudderDeg,
		flapsDeg: condition.flapsDeg,
		gear: airplane.surfaces.gear,
		propellerPitch: airplane.surfaces.propellerPitch,
		manifoldPressureInHg: (airplane.powerplant.manifoldRatio(throttle, shaft) * air.staticPa) / PA_PER_INHG
	};
}

/** An aeroplane with its surfaces and throttle as a trimmed flight has them. */
export function airplaneIn(trimmed: Trimmed, aircraft: Aircraft): Airplane {
	const airplane = new Airplane(aircraft);
	const { elevatorDeg, aileronDeg, rudderDeg, flapsDeg, throttle, gear, propellerPitch } = trimmed;
	Object.assign(airplane.surfaces, {
		elevatorDeg,
		aileronDeg,
		rudderDeg,
		flapsDeg,
		throttle,
		gear,
		propellerPitch
	});
	return airplane;
}

/** The flight exists, but the engine does not give what it needs: too little (1) or never so little (−1). */
class PowerError extends InfeasibleError {
	constructor(
		message: string,
		readonly missing: 1 | -1
	) {
		super(message);
	}
}

/**
 * The steady climb or descent at a given throttle and speed: vertical speed by bisection on the
 * throttle that each rate needs.
 */
export function trimmedAtThrottle(
	aircraft: Aircraft,
	throttle: number,
	condition: Omit<TrimCondition, 'verticalSpeedFpm'>
): Trimmed & { verticalSpeedFpm: number } {
	const needed = (verticalSpeedFpm: number): number => {
		try {
			return trimmedFlight(aircraft, { ...condition, verticalSpeedFpm }).throttle - throttle;
		} catch (error) {
			if (error instanceof PowerError) return error.missing;
			if (!(error instanceof InfeasibleError)) throw error;
			// Too steep a climb has no power for it, too steep a descent not little enough.
			return verticalSpeedFpm > -300 ? 1 : -1;
		}
	};
	// As steep as a dive with the engine idling, flap and gear out, ever is.
	let low = -8000;
	let high = 2500;
	for (let i = 0; i < 42; i++) {
		const middle = (low + high) / 2;
		if (needed(middle) > 0) high = middle;
		else low = middle;
	}
	// The side of the bisection on which the throttle suffices.
	const verticalSpeedFpm = throttle >= 0.5 ? low : high;
	return { ...trimmedFlight(aircraft, { ...condition, verticalSpeedFpm }), verticalSpeedFpm };
}

/** Elevator trim wheel position, −1 to 1, that puts the elevator's neutral at an angle. */
export const trimWheelFor = (aircraft: Aircraft, elevatorDeg: number): number =>
	-elevatorDeg / aircraft.controls.trimRangeDeg;

/** Calibrated airspeed, kt, of an indicated one: the static port's position error taken off. */
export const calibratedKt = (aircraft: Aircraft, indicatedKt: number): number =>
	calibratedFromImpactMps(impactPressurePa(indicatedKt * MPS_PER_KT) / (1 - aircraft.staticErrorShare)) /
	MPS_PER_KT;

/** Indicated airspeed, kt, of a calibrated one: the other way. */
export const indicatedKt = (aircraft: Aircraft, calibrated: number): number =>
	calibratedFromImpactMps(impactPressurePa(calibrated * MPS_PER_KT) * (1 - aircraft.staticErrorShare)) /
	MPS_PER_KT;
