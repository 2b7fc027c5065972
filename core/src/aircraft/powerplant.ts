import { clamp, Curve, WATTS_PER_HP } from '../base/index.js';
import { SEA_LEVEL_DENSITY } from '../world/index.js';
import type { Aircraft } from './aircraft.js';

/** Revolutions per minute to radians per second. */
export const rpmToRadPerSecond = (rpm: number): number => (rpm * Math.PI) / 30;
/** Shaft speed from rad/s to 1/min. */
export const radPerSecondToRpm = (rate: number): number => (rate * 30) / Math.PI;

/** Blades turned by a factor s behave as the curves of pitch 1 at J/s, with thrust and power grown by these. */
const THRUST_BY_PITCH = 0.6;
const POWER_BY_PITCH = 1.6;
/** Manifold pressure with no charge at all, as a share of the outside pressure, and its loss at rated speed. */
const EMPTY_MANIFOLD = 0.27;
const FULL_THROTTLE_LOSS = 0.035;
/** Share of stoichiometric fuel with the lever fully forward at sea level, and the band of best power. */
const FULL_RICH = 1.25;
const BEST_POWER = [1.02, 1.27] as const;

/**
 * A naturally aspirated engine turning a propeller of fixed or governed pitch.
 * Charge torque is proportional to throttle and falls with density after Gagg and Ferrar
 * (1.132σ − 0.132, NACA 1934); friction grows with rpm. Thrust and power follow the propeller's
 * coefficients against the advance ratio V/(n·D). Governed blades are taken as similar to each other:
 * turned to s times the pitch they have the curves' form at J/s, power grown by s^1.6 and thrust by
 * s^0.6, so that the best efficiency stays. That is the trend of the three-blade tests in NACA
 * Report 640 (1938) between 15° and 30°, not their figures.
 * Mixture: a fuel share above or below the band of best power loses power by a parabola.
 */
export class Powerplant {
	readonly thrustCurve: Curve;
	readonly powerCurve: Curve;
	private readonly chargeTorqueNm: number;
	private readonly ratedRadPerSecond: number;
	/** What belongs to the present pitch of the blades: worked out when they move. */
	private pitch = NaN;
	private thrustPerShape = 0;
	private torquePerShape = 0;

	constructor(private readonly aircraft: Aircraft) {
		const { engine, propeller } = aircraft;
		this.thrustCurve = new Curve(propeller.advanceRatio, propeller.thrustCoefficient);
		this.powerCurve = new Curve(propeller.advanceRatio, propeller.powerCoefficient);
		this.ratedRadPerSecond = rpmToRadPerSecond(engine.ratedRpm);
		this.chargeTorqueNm =
			(engine.ratedPowerHp * WATTS_PER_HP) / this.ratedRadPerSecond + engine.frictionTorqueNm;
	}

	private charge(throttle: number): number {
		const { idleFraction } = this.aircraft.engine;
		return idleFraction + (1 - idleFraction) * throttle;
	}

	/** Manifold pressure over outside pressure, at throttle 0 to 1 and shaft speed. */
	manifoldRatio(throttle: number, radPerSecond: number): number {
		const relative = Math.max(0, radPerSecond / this.ratedRadPerSecond);
		const pulled = EMPTY_MANIFOLD + (1 - EMPTY_MANIFOLD) * this.charge(throttle);
		// A standing engine pulls nothing; from a fast idle on the throttle decides.
		const suction = (1 - pulled) * Math.min(1, relative / 0.25);
		return 1 - suction - FULL_THROTTLE_LOSS * relative * relative;
	}

	/** Fuel in the charge over what burns fully, at mixture lever 0 to 1: the same lever is richer in thin air. */
	static fuelShare(mixture: number, densityKgM3: number): number {
		return (FULL_RICH * mixture) / Math.sqrt(densityKgM3 / SEA_LEVEL_DENSITY);
	}

	/** Share of the power that a fuel share leaves, 0 to 1. */
	static powerOfMixture(fuelShare: number): number {
		const [lean, rich] = BEST_POWER;
		const over = fuelShare > rich ? 1.5 * (fuelShare - rich) ** 2 : 0;
		const under = fuelShare < lean ? 3.5 * (lean - fuelShare) ** 2 : 0;
		return fuelShare < 0.5 ? 0 : clamp(1 - over - under, 0, 1);
	}

	/** Mixture lever that a careful pilot has chosen: full rich, or leaned back into the band of best power. */
	static leanedMixture(densityKgM3: number): number {
		return Math.min(1, ((BEST_POWER[1] - 0.03) * Math.sqrt(densityKgM3 / SEA_LEVEL_DENSITY)) / FULL_RICH);
	}

	/** Fuel burnt, kg/s, for a torque's worth of charge. */
	fuelKgPerSecond(throttle: number, radPerSecond: number, densityKgM3: number, fuelShare: number): number {
		const relative = radPerSecond / this.ratedRadPerSecond;
		const watts =
			Math.max(0, this.engineTorqueNm(throttle, radPerSecond, densityKgM3) + this.frictionNm(relative)) *
			radPerSecond;
		// Too rich burns the more fuel for it; the figure of the data is for the middle of the best band.
		return (this.aircraft.engine.fuelKgPerKwh * watts * (fuelShare / 1.1)) / 3.6e6;
	}

	/** Torque on the shaft, N·m, at throttle 0 to 1, shaft speed, air density and health 0 (dead) to 1. */
	engineTorqueNm(throttle: number, radPerSecond: number, densityKgM3: number, health = 1): number {
		const lapse = Math.max(0, 1.132 * (densityKgM3 / SEA_LEVEL_DENSITY) - 0.132);
		const charge = this.charge(throttle);
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
	propeller(
		radPerSecond: number,
		axialMps: number,
		densityKgM3: number,
		pitch: number,
		out: PropellerForces
	): void {
		const diameter = this.aircraft.propeller.diameterM;
		if (pitch !== this.pitch) {
			this.pitch = pitch;
			this.thrustPerShape = pitch ** THRUST_BY_PITCH * diameter ** 4;
			this.torquePerShape = (pitch ** POWER_BY_PITCH * diameter ** 5) / (2 * Math.PI);
		}
		// Below 120 rpm the coefficients lose their meaning; the floor keeps the advance ratio finite.
		const revs = Math.max(2, radPerSecond / (2 * Math.PI));
		const advance = Math.max(0, axialMps) / (revs * diameter * pitch);
		const base = densityKgM3 * revs * revs;
		out.thrustN = this.thrustPerShape * this.thrustCurve.at(advance) * base;
		out.torqueNm = this.torquePerShape * this.powerCurve.at(advance) * base;
	}
}

export interface PropellerForces {
	thrustN: number;
	torqueNm: number;
}
