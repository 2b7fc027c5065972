/**
 * A smooth curve through given points that does not overshoot between them (monotone cubic).
 * Beyond the ends it goes on in a straight line with the slope it had there.
 * Source: F. N. Fritsch and R. E. Carlson, Monotone Piecewise Cubic Interpolation, 1980 (the
 * harmonic-mean slopes of Fritsch and Butland, 1984).
 */
export class Curve {
	/** Of each stretch between two points: y = a + b·s + c·s² + d·s³, s from its begin. */
	private readonly cubics: Float64Array;
	private readonly firstSlope: number;
	private readonly lastSlope: number;
	/** Where the last value was looked up: the next one is usually near it. */
	private stretch = 0;

	/** @param xs strictly growing; @param ys as many values. */
	constructor(
		private readonly xs: readonly number[],
		private readonly ys: readonly number[]
	) {
		const n = xs.length;
		if (n < 2 || ys.length !== n) throw new RangeError('a curve needs two or more points, x and y alike');
		const secants = new Float64Array(n - 1);
		for (let i = 0; i < n - 1; i++) {
			const width = xs[i + 1]! - xs[i]!;
			if (!(width > 0)) throw new RangeError('the x of a curve must grow');
			secants[i] = (ys[i + 1]! - ys[i]!) / width;
		}
		const slopes = new Float64Array(n);
		slopes[0] = secants[0]!;
		slopes[n - 1] = secants[n - 2]!;
		for (let i = 1; i < n - 1; i++) {
			const before = secants[i - 1]!;
			const after = secants[i]!;
			slopes[i] = before * after <= 0 ? 0 : (2 * before * after) / (before + after);
		}
		this.firstSlope = slopes[0];
		this.lastSlope = slopes[n - 1]!;
		this.cubics = new Float64Array(4 * (n - 1));
		for (let i = 0; i < n - 1; i++) {
			const width = xs[i + 1]! - xs[i]!;
			const [from, to, secant] = [slopes[i]!, slopes[i + 1]!, secants[i]!];
			this.cubics.set(
				[ys[i]!, from, (3 * secant - 2 * from - to) / width, (from + to - 2 * secant) / (width * width)],
				4 * i
			);
		}
	}

	at(x: number): number {
		const { xs, ys, cubics } = this;
		const last = xs.length - 1;
		if (x <= xs[0]!) return ys[0]! + this.firstSlope * (x - xs[0]!);
		if (x >= xs[last]!) return ys[last]! + this.lastSlope * (x - xs[last]!);
		let i = this.stretch;
		while (x < xs[i]!) i--;
		while (x > xs[i + 1]!) i++;
		this.stretch = i;
		const s = x - xs[i]!;
		const k = 4 * i;
		return cubics[k]! + s * (cubics[k + 1]! + s * (cubics[k + 2]! + s * cubics[k + 3]!));
	}
}
