import type { ControlInputs } from '../aircraft/index.js';
import { type Aircraft } from '../aircraft/index.js';
import { clamp, SeededRandom } from '../base/index.js';
import type { Flight } from '../simulation/index.js';
import type { Upset } from './card.js';

/** How far each level goes, degrees: least and most. Inside what the model flies and the airframe bears. */
export const UPSET_LIMITS: Record<
	Upset['level'],
	{ noseHighDeg: [number, number]; noseLowDeg: [number, number]; bankDeg: [number, number] }
> = {
	mild: { noseHighDeg: [10, 14], noseLowDeg: [-11, -8], bankDeg: [15, 25] },
	moderate: { noseHighDeg: [14, 19], noseLowDeg: [-16, -12], bankDeg: [25, 40] },
	steep: { noseHighDeg: [19, 25], noseLowDeg: [-22, -17], bankDeg: [40, 55] }
};
/** Steady flight before the panel is covered, s. */
const BEFORE_SECONDS = 1;
/** Handed over at the latest after this, s, so that nobody waits. */
const LONGEST_SECONDS = 14;
/** Never handed over faster than this share of the red line, nor with this little speed over the stall warning. */
const FASTEST_SHARE = 0.86;

/** How much of the stick's force the wheel takes in a tenth of a second. */
const TRIM_SHARE = 0.05;
/** A hand on its way: no quicker than this in a tenth of a second. */
const HAND_STEP = 0.02;
const moved = (from: number, to: number): number => from + clamp(to - from, -HAND_STEP, HAND_STEP);

/**
 * The one who sets up an unusual attitude under a covered panel and hands over: flies by the controls
 * like anybody, by the true attitude. Same flight, level and seed, same attitude.
 */
export class UpsetDirector {
	private readonly pitchDeg: number;
	private readonly bankDeg: number;
	readonly noseHigh: boolean;
	private readonly begun: number;
	private ready = false;
	private highest = -Infinity;

	constructor(
		upset: Upset,
		private readonly aircraft: Aircraft,
		seed: number,
		atSeconds = 0
	) {
		const random = new SeededRandom((seed ^ 0x2f6e2b1) >>> 0);
		const limits = UPSET_LIMITS[upset.level];
		const high = random.next() < 0.5;
		this.noseHigh = upset.kind === 'either' ? high : upset.kind === 'nose-high';
		this.pitchDeg = random.between(...(this.noseHigh ? limits.noseHighDeg : limits.noseLowDeg));
		this.bankDeg = random.between(...limits.bankDeg) * (random.next() < 0.5 ? -1 : 1);
		this.begun = atSeconds;
	}

	/** Whether the aeroplane is where it is to be handed over. */
	get isReady(): boolean {
		return this.ready;
	}

	/** The instructor's hands for the next tenth of a second. */
	controls(flight: Flight, previous: ControlInputs): ControlInputs {
		const { pitchDeg, bankDeg, calibratedAirspeedKt } = flight.truth();
		const since = flight.timeSeconds - this.begun;
		if (since < BEFORE_SECONDS) return previous;
		const pitchOff = this.pitchDeg - pitchDeg;
		const bankOff = this.bankDeg - bankDeg;
		const { neverExceedKias } = this.aircraft.speeds;
		const tooFast = calibratedAirspeedKt > FASTEST_SHARE * neverExceedKias;
		this.highest = Math.max(this.highest, pitchDeg);
		this.ready =
			(Math.abs(pitchOff) < 3 && Math.abs(bankOff) < 6) ||
			// A nose that comes down of itself is handed over before it is level.
			(this.noseHigh && pitchDeg < this.highest - 2.5) ||
			tooFast ||
			flight.stallWarning ||
			since > LONGEST_SECONDS;
		// Handed over with the hands off: the stick is free, the power as it was left.
		const throttle = clamp(
			previous.throttle + (this.noseHigh ? -0.03 : 0.02),
			this.noseHigh ? 0.35 : 0,
			this.noseHigh ? 1 : 0.9
		);
		if (this.ready) return { ...previous, elevator: 0, aileron: 0, rudder: 0, throttle };
		return {
			...previous,
			throttle,
			// Slowly: the student shall not feel by the seat what is coming, nor the airframe.
			elevator: moved(previous.elevator, clamp(0.03 * pitchOff, -0.12, 0.22)),
			// Trimmed along, so that the attitude does not undo itself when the stick is let go.
			trim: this.noseHigh ? clamp(previous.trim + TRIM_SHARE * previous.elevator, -0.6, 0.6) : previous.trim,
			aileron: moved(previous.aileron, clamp(0.015 * bankOff, -0.2, 0.2))
		};
	}
}
