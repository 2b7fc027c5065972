import { clamp } from '../../base/index.js';

/** Memory of the attitude-held assist: what it holds, and the elevator it has learnt. */
export interface AttitudeHoldState {
	pitchDeg: number;
	bankDeg: number;
	elevatorIntegral: number;
	rudderIntegral: number;
}

interface AttitudeRates {
	pitchDeg: number;
	bankDeg: number;
	rollDegPerSecond: number;
	pitchDegPerSecond: number;
	slipDeg: number;
	calibratedKt: number;
	/** How far the wing is in its stall, 0 to 1. */
	stalled: number;
}

const RELEASED = 0.03;
const PITCH_RATE_FULL_DEG_PER_SECOND = 7;
const ROLL_RATE_FULL_DEG_PER_SECOND = 22;
const PITCH_LIMIT_DEG = 25;
const BANK_LIMIT_DEG = 50;
/** Within this bank a release means wings level: nobody wants to hold 1° of bank. */
const LEVEL_CAPTURE_DEG = 1.5;

/**
 * Turns stick movement into the elevator, aileron and rudder that move a held attitude.
 * Advances `assist` by `seconds`. Proportional, integral and rate feedback, scaled by the square
 * of airspeed so that the response is the same slow and fast. In a stall it holds nothing: the stick goes
 * straight to the elevator and the ailerons, and what is held afterwards is what there is then. An assist that held the nose
 * up would keep the wing stalled, whatever the pilot does.
 */
export function attitudeHold(
	assist: AttitudeHoldState,
	stick: { elevator: number; aileron: number; rudder: number },
	now: AttitudeRates,
	seconds: number
): { elevator: number; aileron: number; rudder: number } {
	if (Math.abs(stick.elevator) > RELEASED)
		assist.pitchDeg = clamp(
			assist.pitchDeg + stick.elevator * PITCH_RATE_FULL_DEG_PER_SECOND * seconds,
			-PITCH_LIMIT_DEG,
			PITCH_LIMIT_DEG
		);
	if (Math.abs(stick.aileron) > RELEASED)
		assist.bankDeg = clamp(
			assist.bankDeg + stick.aileron * ROLL_RATE_FULL_DEG_PER_SECOND * seconds,
			-BANK_LIMIT_DEG,
			BANK_LIMIT_DEG
		);
	else if (Math.abs(assist.bankDeg) < LEVEL_CAPTURE_DEG) assist.bankDeg = 0;

	const { stalled } = now;
	const kept = 1 - stalled;
	assist.pitchDeg += stalled * (clamp(now.pitchDeg, -PITCH_LIMIT_DEG, PITCH_LIMIT_DEG) - assist.pitchDeg);
	assist.bankDeg += stalled * (clamp(now.bankDeg, -BANK_LIMIT_DEG, BANK_LIMIT_DEG) - assist.bankDeg);
	const softer = clamp((90 / Math.max(50, now.calibratedKt)) ** 2, 0.4, 2.5);
	const pitchError = assist.pitchDeg - now.pitchDeg;
	assist.elevatorIntegral = kept * clamp(assist.elevatorIntegral + 0.03 * pitchError * seconds, -0.6, 0.6);
	assist.rudderIntegral = kept * clamp(assist.rudderIntegral + 0.03 * now.slipDeg * seconds, -0.5, 0.5);
	const elevator = softer * (0.035 * pitchError - 0.03 * now.pitchDegPerSecond) + assist.elevatorIntegral;
	const aileron = softer * (0.03 * (assist.bankDeg - now.bankDeg) - 0.012 * now.rollDegPerSecond);
	return {
		elevator: clamp(kept * clamp(elevator, -1, 1) + stalled * stick.elevator, -1, 1),
		aileron: clamp(kept * clamp(aileron, -1, 1) + stalled * stick.aileron, -1, 1),
		// Feet follow the ball, slowly: the ball lags, and a quick rudder would excite the Dutch roll.
		rudder: clamp(stick.rudder + assist.rudderIntegral, -1, 1)
	};
}
