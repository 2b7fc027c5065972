/**
 * A seeded generator whose whole state is one number, so that it can be kept with a flight.
 * Source: mulberry32 (T. Ettinger, public domain); period 2³², enough for a flight's noise.
 */
export class SeededRandom {
	constructor(public state: number) {
		this.state = state >>> 0;
	}

	/** Uniform in [0, 1). */
	next(): number {
		this.state = (this.state + 0x6d2b79f5) >>> 0;
		let t = this.state;
		t = Math.imul(t ^ (t >>> 15), t | 1);
		t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
	}

	/** Uniform in [low, high). */
	between(low: number, high: number): number {
		return low + (high - low) * this.next();
	}

	/** Normal with mean 0 and deviation 1 (Box and Muller, 1958). */
	normal(): number {
		const radius = Math.sqrt(-2 * Math.log(1 - this.next()));
		return radius * Math.cos(2 * Math.PI * this.next());
	}
}
