import type { ControlInputs } from '../aircraft/index.js';
import { type PanelReadings } from '../aircraft/index.js';
import { clamp } from '../base/index.js';
import { fpmPerDegree } from '../navigation/index.js';
import { flyingKt, type PanelPerception } from './panel-perception.js';
import type { Plan } from './plan.js';
import type { Technique } from './techniques.js';

const SECONDS = 0.1;
/** A moment to read the panel before the first input, s. */
const READING_SECONDS = 0.8;
const NOSE_HIGH_DEG = 4;
/** Force that the wheel takes off the hand in a tenth of a second. */
const RETRIM_SHARE = 0.03;
/** The wheel turned by hand, in a tenth of a second. */
const WHEEL_STEP = 0.015;
/** How long the one who begins the wrong way does so, and how late the power comes of the one without an order, s. */
const WRONG_WAY_SECONDS = 1.2;
const LATE_POWER_SECONDS = 3;
/** Between one input and the next, s. */
const NEXT_SECONDS = 0.7;

/**
 * Recovery from an unusual attitude in the order that is taught. Nose high: power, nose down, wings.
 * Nose low: power off, wings, then the nose. Without the attitude indicator the airspeed's trend says
 * which it is, and the turn needle the bank.
 */
export class Recovery {
	done = false;
	private seconds = 0;
	private levelSeconds = 0;
	private noseHigh: boolean | null = null;
	private readonly firstKias: number;
	private lastBankDeg = NaN;
	private lastPitchDeg = NaN;
	private lastKias: number;

	/** @param fault what this pilot does otherwise than it is taught. */
	constructor(
		panel: PanelReadings,
		private readonly fault?: Technique['recovers']
	) {
		this.firstKias = panel.airspeedKias;
		this.lastKias = panel.airspeedKias;
	}

	controls(
		panel: PanelReadings,
		perception: PanelPerception,
		previous: ControlInputs,
		plan: Plan
	): ControlInputs {
		this.seconds += SECONDS;
		const { believed, attitudeLost } = perception;
		const trend = (believed.airspeedKias - this.lastKias) / SECONDS;
		this.lastKias += (believed.airspeedKias - this.lastKias) * 0.2;
		const neutral = { ...previous, elevator: 0, aileron: 0, rudder: 0 };
		if (this.seconds < READING_SECONDS) return neutral;
		this.noseHigh ??= attitudeLost
			? believed.airspeedKias < this.firstKias
			: believed.pitchDeg > NOSE_HIGH_DEG;
		const pitchRate = Number.isNaN(this.lastPitchDeg) ? 0 : (believed.pitchDeg - this.lastPitchDeg) / SECONDS;
		const bankRate = Number.isNaN(this.lastBankDeg) ? 0 : (believed.bankDeg - this.lastBankDeg) / SECONDS;
		this.lastPitchDeg = believed.pitchDeg;
		this.lastBankDeg = believed.bankDeg;
		let since = this.seconds - READING_SECONDS;
		if (this.fault === 'wrong-way') {
			if (since < WRONG_WAY_SECONDS)
				return { ...neutral, elevator: this.noseHigh ? 0.2 : -0.12, throttle: this.noseHigh ? 0 : 1 };
			since -= WRONG_WAY_SECONDS;
		}
		const level = Math.abs(believed.bankDeg) < 7;
		const calm = level && Math.abs(believed.verticalSpeedFpm) < 350;
		this.levelSeconds = calm ? this.levelSeconds + SECONDS : 0;
		this.done = this.levelSeconds > 2;

		const wings = attitudeLost
			? clamp(-0.006 * believed.bankDeg, -0.25, 0.25)
			: clamp(-0.02 * believed.bankDeg - 0.01 * bankRate, -0.7, 0.7);
		// Without an attitude the nose is led by the rate, gently, and let go when the speed turns about.
		const turnedAbout = this.noseHigh ? trend > 1 : trend < -1;
		const towards = (wantedDeg: number, most: number) =>
			attitudeLost
				? turnedAbout
					? 0
					: clamp(
							(-0.012 * believed.verticalSpeedFpm) / fpmPerDegree(flyingKt(believed.airspeedKias)),
							-0.2,
							0.2
						)
				: clamp(0.04 * (wantedDeg - believed.pitchDeg) - 0.03 * pitchRate, -most, most);
		const retrimmed = (elevator: number) => ({
			elevator,
			// Blind, the wheel goes back to where it stands in cruise: the aeroplane then helps itself.
			trim: clamp(
				previous.trim +
					(attitudeLost
						? clamp(plan.trim - previous.trim, -WHEEL_STEP, WHEEL_STEP)
						: elevator * RETRIM_SHARE),
				-1,
				1
			)
		});
		// What is taught first comes last, or never.
		const power = (throttle: number): number =>
			this.fault === 'incomplete' || (this.fault === 'disordered' && since < LATE_POWER_SECONDS)
				? previous.throttle
				: throttle;
		if (this.noseHigh) {
			const slow = believed.airspeedKias < plan.airspeedKias * 0.8;
			const pushing = since > NEXT_SECONDS;
			const rolling = since > 2 * NEXT_SECONDS;
			return {
				...neutral,
				throttle: power(
					slow || since < 4 + (this.fault === 'disordered' ? LATE_POWER_SECONDS : 0) ? 1 : plan.throttle
				),
				...retrimmed(pushing ? towards(slow ? plan.pitchDeg - 3 : plan.pitchDeg, 0.5) : 0),
				aileron: rolling ? wings : 0
			};
		}
		const fast = believed.airspeedKias > plan.airspeedKias + 6;
		const raising = since > NEXT_SECONDS && (Math.abs(believed.bankDeg) < 15 || since > 6);
		return {
			...neutral,
			throttle: power(
				fast || since < 3 + (this.fault === 'disordered' ? LATE_POWER_SECONDS : 0) ? 0 : plan.throttle
			),
			...retrimmed(raising ? towards(plan.pitchDeg, 0.35) : 0),
			aileron: since > NEXT_SECONDS / 2 ? wings : 0
		};
	}
}
