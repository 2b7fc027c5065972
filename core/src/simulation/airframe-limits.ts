import { calibratedKt, type Aircraft, type EquationsOfMotion } from '../aircraft/index.js';
import { GRAVITY_MPS2, MPS_PER_KT } from '../base/index.js';
import { SEA_LEVEL_DENSITY } from '../world/index.js';
import type { FlightEnd } from './setup.js';

/** An airframe bears half as much again as its limit load (CS 23.303, 14 CFR 23.303 of 2016), for some seconds. */
const ULTIMATE = 1.5;
/** Never-exceed is nine tenths of the design diving speed (14 CFR 23.1505 of 2016): nobody has shown what comes after it. */
const DIVE_PER_NEVER_EXCEED = 1 / 0.9;

type Loads = Pick<EquationsOfMotion, 'specificForceZ' | 'air'>;

/** What an airframe may bear, and what it breaks at. */
export class AirframeLimits {
	private readonly positive: number;
	private readonly negative: number;
	private readonly neverExceedPa: number;

	constructor(aircraft: Aircraft) {
		const { positive, negative } = aircraft.limitLoadFactors;
		this.positive = positive;
		this.negative = negative;
		const neverExceedMps = calibratedKt(aircraft, aircraft.speeds.neverExceedKias) * MPS_PER_KT;
		this.neverExceedPa = 0.5 * SEA_LEVEL_DENSITY * neverExceedMps ** 2;
	}

	/** How a flight ends by the loads of this moment: beyond the ultimate load, beyond the design diving speed. */
	broken(loads: Loads): FlightEnd | null {
		if (this.bearsMoreThan(ULTIMATE, loads)) return 'overstress';
		return loads.air.dynamicPressurePa > this.neverExceedPa * DIVE_PER_NEVER_EXCEED ** 2 ? 'overspeed' : null;
	}

	/** The limit that is passed now, if one is: never-exceed, or the limit load. */
	passed(loads: Loads): 'speed' | 'load' | null {
		if (this.bearsMoreThan(1, loads)) return 'load';
		return loads.air.dynamicPressurePa > this.neverExceedPa ? 'speed' : null;
	}

	private bearsMoreThan(limits: number, { specificForceZ }: Loads): boolean {
		const load = -specificForceZ / GRAVITY_MPS2;
		return load > limits * this.positive || load < limits * this.negative;
	}
}
