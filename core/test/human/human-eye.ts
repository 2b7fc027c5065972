import type { SeededRandom } from '../../src/index.js';
import { type Dwell, type ScanInstrument } from '../../src/index.js';

/** A dial as this pilot looks at it. */
export type Seen = ScanInstrument;

/** How long a look lasts, s, and the way from one to the next. */
const DWELL = { attitude: [0.45, 1.15], other: [0.35, 0.9] } as const;
const LINGERS = [1.4, 2.6] as const;
const SACCADE_SECONDS = 0.06;

/**
 * An eye that rests on one dial at a time: back to the attitude after each other one, and of those next the one that
 * matters most for how long it has not been seen.
 */
export class HumanEye {
	readonly looks: Dwell[] = [];
	now: Seen = 'attitude';
	private until = 0.5;
	private began = 0;
	private readonly lastSeen = new Map<Seen, number>();

	/**
	 * @param left a dial that is left out for long now and then; @param stared one that is stared at.
	 * @param lingersOn one that is watched for longer than a look. */
	constructor(
		private readonly random: SeededRandom,
		private readonly left: Seen | undefined,
		private readonly stared: Seen | undefined,
		private readonly lingersOn: Seen | undefined = undefined
	) {
		this.nextFault = random.between(20, 35);
	}

	private nextFault: number;
	private leavesUntil = -1;

	/** Moves on where the look is over. @param weights how often each is worth a look, 1 usual. @returns whether a new look has begun. */
	move(seconds: number, weights: Partial<Record<Seen, number>>): boolean {
		if (seconds < this.until) return false;
		this.close(seconds - SACCADE_SECONDS);
		this.lastSeen.set(this.now, seconds);
		this.began = seconds;
		if (seconds > this.nextFault && this.stared && this.now === 'attitude') {
			this.now = this.stared;
			this.until = seconds + this.random.between(6, 10);
			this.nextFault = seconds + this.random.between(40, 60);
			return true;
		}
		if (seconds > this.nextFault && this.left) {
			this.leavesUntil = seconds + this.random.between(30, 40);
			this.nextFault = seconds + this.random.between(60, 80);
		}
		if (this.now !== 'attitude') {
			this.now = 'attitude';
			this.until = seconds + this.random.between(...DWELL.attitude) * (this.lingersOn ? 0.6 : 1);
			return true;
		}
		let best: Seen = 'altimeter';
		let most = -1;
		for (const [dial, weight] of Object.entries(weights) as [Seen, number][]) {
			if (dial === this.left && seconds < this.leavesUntil) continue;
			const since = seconds - (this.lastSeen.get(dial) ?? -5);
			const worth = since ** 1.6 * weight * this.random.between(0.7, 1.3);
			if (worth > most) [best, most] = [dial, worth];
		}
		this.now = best;
		const [least, longest] = best === this.lingersOn ? LINGERS : DWELL.other;
		this.until = seconds + this.random.between(least, longest);
		return true;
	}

	/** A hand that moves the aeroplane takes the eye to the attitude until it is there. */
	follow(seconds: number): void {
		if (this.stares(seconds) || this.now === 'attitude') {
			if (this.now === 'attitude') this.until = Math.max(this.until, seconds + 1);
			return;
		}
		this.close(seconds);
		this.lastSeen.set(this.now, seconds);
		this.began = seconds + SACCADE_SECONDS;
		this.now = 'attitude';
		this.until = seconds + 1.5;
	}

	/** Whether the present look is a stare that sees nothing else. */
	stares(seconds: number): boolean {
		return (
			this.stared !== undefined &&
			this.now === this.stared &&
			this.until - this.began > 4 &&
			seconds < this.until
		);
	}

	private close(seconds: number): void {
		if (seconds <= this.began) return;
		this.looks.push({
			instrument: this.now,
			startMs: Math.round(this.began * 1000),
			endMs: Math.round(seconds * 1000)
		});
	}
}
