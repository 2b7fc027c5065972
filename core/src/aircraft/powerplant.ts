import { clamp, Curves, WATTS_PER_HP } from '../base/index.js';
import { SEA_LEVEL_DENSITY } from '../world/index.js';
import type { Aircraft } from './aircraft.js';
import type { AirData } from './dynamics.js';

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
const BEST_LEAN = 1.02;
const BEST_RICH = 1.27;

/** What stays of an engine: 1 over its rated speed, s/rad, and torques, N·m: of the full charge there, and of friction. */
function ratedOf({ ratedRpm, ratedPowerHp, frictionTorqueNm }: Aircraft['engine']) {
	const radPerSecond = rpmToRadPerSecond(ratedRpm);
	return {
		perSpeed: 1 / radPerSecond,
		chargeNm: (ratedPowerHp * WATTS_PER_HP) / radPerSecond + frictionTorqueNm,
		frictionNm: frictionTorqueNm
	};
}

/** Breathing improves a little below rated speed and the charge fades above it. */
const breathing = (relative: number): number => 1.06 - 0.06 * relative * relative;

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
	/** Coefficients of thrust and power over the advance ratio. */
	private readonly curves: Curves;
	private readonly rated: ReturnType<typeof ratedOf>;
	/** What belongs to the present pitch of the blades: worked out when they move. */
	private pitch = NaN;
	private advanceM = 0;
	private thrustPerShape = 0;
	private torquePerShape = 0;
	/** As prepared: torque of the charge at rated speed, and what the propeller's coefficients stand for at one turn a second. */
	private chargedNm = 0;
	private thrustPerSquare = 0;
	private torquePerSquare = 0;
	/** As last turned: thrust, N, and the torques that the propeller takes and the engine gives, N·m. */
	thrustN = 0;
	torqueNm = 0;
	engineNm = 0;

	constructor(private readonly aircraft: Aircraft) {
		const { engine, propeller } = aircraft;
		this.curves = new Curves(propeller.advanceRatio, propeller.thrustCoefficient, propeller.powerCoefficient);
		this.rated = ratedOf(engine);
	}

	private charge(throttle: number): number {
		const { idleFraction } = this.aircraft.engine;
		return idleFraction + (1 - idleFraction) * throttle;
	}

	/** Manifold pressure over outside pressure, at throttle 0 to 1 and shaft speed. */
	manifoldRatio(throttle: number, radPerSecond: number): number {
		const relative = Math.max(0, radPerSecond * this.rated.perSpeed);
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
		const over = fuelShare > BEST_RICH ? 1.5 * (fuelShare - BEST_RICH) ** 2 : 0;
		const under = fuelShare < BEST_LEAN ? 3.5 * (BEST_LEAN - fuelShare) ** 2 : 0;
		return fuelShare < 0.5 ? 0 : clamp(1 - over - under, 0, 1);
	}

	/** Mixture lever that a careful pilot has chosen: full rich, or leaned back into the band of best power. */
	static leanedMixture(densityKgM3: number): number {
		return Math.min(1, ((BEST_RICH - 0.03) * Math.sqrt(densityKgM3 / SEA_LEVEL_DENSITY)) / FULL_RICH);
	}

	/** Fuel burnt, kg/s, for a torque's worth of charge. */
	fuelKgPerSecond(throttle: number, radPerSecond: number, densityKgM3: number, fuelShare: number): number {
		const relative = radPerSecond * this.rated.perSpeed;
		const watts =
			Math.max(0, this.engineTorqueNm(throttle, radPerSecond, densityKgM3) + this.frictionNm(relative)) *
			radPerSecond;
		// Too rich burns the more fuel for it; the figure of the data is for the middle of the best band.
		return (this.aircraft.engine.fuelKgPerKwh * watts * (fuelShare / 1.1)) / 3.6e6;
	}

	/** Torque on the shaft, N·m, at throttle 0 to 1, shaft speed, air density and health 0 (dead) to 1. */
	engineTorqueNm(throttle: number, radPerSecond: number, densityKgM3: number, health = 1): number {
		const relative = radPerSecond * this.rated.perSpeed;
		return (
			health * this.chargedTorqueNm(throttle, densityKgM3) * breathing(relative) - this.frictionNm(relative)
		);
	}

	/** Torque of the charge at rated speed, N·m, before friction. */
	private chargedTorqueNm(throttle: number, densityKgM3: number): number {
		const lapse = Math.max(0, 1.132 * (densityKgM3 / SEA_LEVEL_DENSITY) - 0.132);
		return this.charge(throttle) * lapse * this.rated.chargeNm;
	}

	private frictionNm(relative: number): number {
		// Dry friction must not turn a stopped engine backwards.
		const dry = Math.min(1, Math.max(0, relative) * 20);
		return this.rated.frictionNm * (0.45 * dry + 0.55 * relative);
	}

	/** Throttle, not limited to 0..1, that gives this torque at this speed and density. */
	throttleFor(torqueNm: number, radPerSecond: number, densityKgM3: number): number {
		const closed = this.engineTorqueNm(0, radPerSecond, densityKgM3);
		const open = this.engineTorqueNm(1, radPerSecond, densityKgM3);
		return (torqueNm - closed) / (open - closed);
	}

	/** Takes in what stands still within a step: lever, density, health 0 (dead) to 1, and the pitch of the blades. */
	prepare(throttle: number, densityKgM3: number, health: number, pitch: number): void {
		this.chargedNm = health * this.chargedTorqueNm(throttle, densityKgM3);
		if (pitch !== this.pitch) {
			const { diameterM } = this.aircraft.propeller;
			this.pitch = pitch;
			this.advanceM = diameterM * pitch;
			this.thrustPerShape = pitch ** THRUST_BY_PITCH * diameterM ** 4;
			this.torquePerShape = (pitch ** POWER_BY_PITCH * diameterM ** 5) / (2 * Math.PI);
		}
		this.thrustPerSquare = this.thrustPerShape * densityKgM3;
		this.torquePerSquare = this.torquePerShape * densityKgM3;
	}

	/** What propeller and engine do, as last prepared, at a shaft speed, rad/s, and a speed along it, m/s. */
	turn({ shaftRadPerSecond, axialMps }: Pick<AirData, 'shaftRadPerSecond' | 'axialMps'>): void {
		// Below 120 rpm the coefficients lose their meaning; the floor keeps the advance ratio finite.
		const revs = Math.max(2, shaftRadPerSecond * (1 / (2 * Math.PI)));
		const coefficients = this.curves.at(Math.max(0, axialMps) / (revs * this.advanceM));
		const square = revs * revs;
		this.thrustN = this.thrustPerSquare * coefficients[0]! * square;
		this.torqueNm = this.torquePerSquare * coefficients[1]! * square;
		const relative = shaftRadPerSecond * this.rated.perSpeed;
		this.engineNm = breathing(relative) * this.chargedNm - this.frictionNm(relative);
	}
}
