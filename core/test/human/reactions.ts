import type { SeededRandom } from '../../src/index.js';

/** From seeing to moving, s. */
const REACTION = [0.3, 0.8] as const;
/** The hand that is on the stick already is quicker, by this share. */
const STICK_SHARE = 0.4;

/** What a person has decided and not yet done: each after a reaction, and nothing before what was decided earlier. */
export class Reactions {
	private waiting: { at: number; act: () => void }[] = [];
	private decidedUpTo = 0;

	constructor(private readonly random: SeededRandom) {}

	/** @param lateSeconds by which this hand is slow, and no other. */
	decide(seconds: number, act: () => void, lateSeconds = 0): void {
		this.decidedUpTo = Math.max(this.decidedUpTo, seconds + this.random.between(...REACTION));
		this.waiting.push({ at: this.decidedUpTo + lateSeconds, act });
	}

	/** A movement of the stick: it is felt, not decided, and waits for nothing. */
	press(seconds: number, act: () => void): void {
		this.waiting.push({ at: seconds + this.random.between(...REACTION) * STICK_SHARE, act });
	}

	/** Does what is due by now. */
	carryOut(seconds: number): void {
		const due = this.waiting.filter(({ at }) => at <= seconds);
		this.waiting = this.waiting.filter(({ at }) => at > seconds);
		for (const { act } of due) act();
	}
}
