import { P } from '../aircraft/index.js';
import { clamp, toDegrees, toRadians } from '../base/index.js';
import { Flight } from './flight.js';
import type { FlightSetup } from './setup.js';
import { STEPS_PER_SECOND } from './steps.js';

/** The stick comes back over so many seconds: about a knot a second. */
const PULL_SECONDS = 15;
const LONGEST_SECONDS = 25;
/** A nod this deep is over; a wing that has dropped so far makes another matter of it, degrees. */
const NODDED_DEG = 12;
const DROPPED_DEG = 30;
/** The flow has begun to part at this share of the wing. */
const BEGUN = 0.05;
/** Beyond the nod, where the whole wing is stalled, degrees past its half. */
const BEYOND_DEG = 3.5;

/** What a stall looked like from inside. */
interface StallFigures {
	/** Indicated airspeed when the flow began to part, kt; 0 when it never did. */
	breakKias: number;
	/** The largest angle of attack up to the end of the nod, degrees. */
	angleOfAttackDeg: number;
	/** How far the nose fell, the stick still back, degrees. */
	nodDeg: number;
	/** What the stalled wing is left with of its greatest lift, 0 to 1. */
	liftLeft: number;
}

/** Flies a stall: from a steady flight the stick comes back to its stop, the wings held level with the feet. */
export function flyStall(setup: Omit<FlightSetup, 'assist' | 'seed'>, throttle: number): StallFigures {
	const flight = new Flight({ ...setup, assist: 'direct', seed: 1 });
	const { wing } = flight.airplane;
	const figures: StallFigures = { breakKias: 0, angleOfAttackDeg: 0, nodDeg: 0, liftLeft: 1 };
	let [highestPitchDeg, mostLift, worstBankDeg] = [-90, 0, 0];
	for (let i = 0; i < LONGEST_SECONDS * STEPS_PER_SECOND; i++) {
		if (figures.nodDeg > NODDED_DEG || worstBankDeg > DROPPED_DEG) break;
		const { bankDeg, angleOfAttackDeg, pitchDeg } = flight.truth();
		flight.step({
			...flight.initialControls,
			throttle,
			elevator: Math.min(1, i / STEPS_PER_SECOND / PULL_SECONDS),
			rudder: clamp(-0.03 * bankDeg - 0.02 * toDegrees(flight.state[P]!), -0.4, 0.4)
		});
		worstBankDeg = Math.max(worstBankDeg, Math.abs(bankDeg));
		mostLift = Math.max(mostLift, wing.lift);
		figures.angleOfAttackDeg = Math.max(figures.angleOfAttackDeg, angleOfAttackDeg);
		if (wing.separated > BEGUN && figures.breakKias === 0) figures.breakKias = flight.panel.airspeedKias;
		highestPitchDeg = Math.max(highestPitchDeg, pitchDeg);
		figures.nodDeg = highestPitchDeg - pitchDeg;
	}
	const { flapsDeg } = flight.surfaces;
	wing.prepare(flapsDeg, 0);
	wing.at({ alpha: toRadians(wing.stallAlphaDeg(flapsDeg, 0) + BEYOND_DEG), pHat: 0, rHat: 0 });
	figures.liftLeft = wing.lift / mostLift;
	return figures;
}
