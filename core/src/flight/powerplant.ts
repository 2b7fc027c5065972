import { WATTS_PER_HP } from '../units/index.js';
import type { Aircraft } from './aircraft.js';
import { SEA_LEVEL_DENSITY } from './atmosphere.js';
import { Curve } from './curve.js';

/** Revolutions per minute to radians per second. */
export const rpmToRadPerSecond = (rpm: number): number => (rpm * Math.PI) / 30;
export const radPerSecondToRpm = (rate: number): number => (rate * 30) / Math.PI;

/**
 * A naturally aspirated engine turning a fixed-pitch propeller.
 * Charge torque is proportional to throttle and falls with density after Gagg and Ferrar
 * (1.132σ − 0.132, NACA 1934); friction grows with rpm. Thrust and power follow the propeller's
 * coefficients against the advance ratio V/(n·D).
 */
export class Powerplant {
	readonly thrustCurve: Curve;
	readonly powerCurve: Curve;
	private readonly chargeTorqueNm: number;
	private readonly ratedRadPerSecond: number;

	constructor(private readonly aircraft: Aircraft) {
		const { engine, propeller } = aircraft;
		this.thrustCurve = new Curve(propeller.advanceRatio, propeller.thrustCoefficient);
		this.powerCurve = new Curve(propeller.advanceRatio, propeller.powerCoefficient);
		this.ratedRadPerSecond = rpmToRadPerSecond(engine.ratedRpm);
		this.chargeTorqueNm =
			(engine.ratedPowerHp * WATTS_PER_HP) / this.ratedRadPerSecond + engine.frictionTorqueNm;
	}

	/** Torque on the shaft, N·m, at throttle 0 to 1, shaft speed, air density and health 0 (dead) to 1. */
	engineTorqueNm(throttle: number, radPerSecond: number, densityKgM3: number, health = 1): number {
		const { engine } = this.aircraft;
		const lapse = Math.max(0, 1.132 * (densityKgM3 / SEA_LEVEL_DENSITY) - 0.132);
		const charge = engine.idleFraction + (1 - engine.idleFraction) * throttle;
		const relative = radPerSecond / this.ratedRadPerSecond;
		// Breathing improves a little below rated speed and the charge fades above it.
		const breathing = 1.06 - 0.06 * relative * relative;
		return health * charge * lapse * breathing * this.chargeTorqueNm - this.frictionNm(relative);
	}

	private frictionNm(relative: number): number {
		// Dry friction must not turn a stopped engine backwards.
		const dry = Math.min(1, Math.max(0, relative) * 20);
		return this.aircraft.engine.frictionTorqueNm * (0.45 * dry + 0.55 * relative);
	}

	/** Throttle, not limited to 0..1, that gives this torque at this speed and density. */
	throttleFor(torqueNm: number, radPerSecond: number, densityKgM3: number): number {
		const closed = this.engineTorqueNm(0, radPerSecond, densityKgM3);
		const open = this.engineTorqueNm(1, radPerSecond, densityKgM3);
		return (torqueNm - closed) / (open - closed);
	}

	/** Thrust, N, and the torque the propeller takes, N·m, along the shaft. */
	propeller(radPerSecond: number, axialMps: number, densityKgM3: number, out: PropellerForces): void {
		const diameter = this.aircraft.propeller.diameterM;
		// Below 120 rpm the coefficients lose their meaning; the floor keeps the advance ratio finite.
		const revs = Math.max(2, radPerSecond / (2 * Math.PI));
		const advance = Math.max(0, axialMps) / (revs * diameter);
		const base = densityKgM3 * revs * revs * diameter ** 4;
		out.thrustN = this.thrustCurve.at(advance) * base;
		out.torqueNm = (this.powerCurve.at(advance) * base * diameter) / (2 * Math.PI);
	}
}

export interface PropellerForces {
	thrustN: number;
	torqueNm: number;
}
