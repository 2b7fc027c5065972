/**
 * A smooth curve through given points that does not overshoot between them (monotone cubic).
 * Beyond the ends it goes on in a straight line with the slope it had there.
 * Source: F. N. Fritsch and R. E. Carlson, Monotone Piecewise Cubic Interpolation, 1980 (the
 * harmonic-mean slopes of Fritsch and Butland, 1984).
 */
export class Curve {
	private readonly slopes: Float64Array;

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
		this.slopes = new Float64Array(n);
		this.slopes[0] = secants[0]!;
		this.slopes[n - 1] = secants[n - 2]!;
		for (let i = 1; i < n - 1; i++) {
			const before = secants[i - 1]!;
			const after = secants[i]!;
			this.slopes[i] = before * after <= 0 ? 0 : (2 * before * after) / (before + after);
		}
	}

	at(x: number): number {
		const { xs, ys, slopes } = this;
		const last = xs.length - 1;
		if (x <= xs[0]!) return ys[0]! + slopes[0]! * (x - xs[0]!);
		if (x >= xs[last]!) return ys[last]! + slopes[last]! * (x - xs[last]!);
		let i = 0;
		while (x > xs[i + 1]!) i++;
		const width = xs[i + 1]! - xs[i]!;
		const t = (x - xs[i]!) / width;
		const s = 1 - t;
		return (
			ys[i]! * (1 + 2 * t) * s * s +
			slopes[i]! * width * t * s * s +
			ys[i + 1]! * t * t * (3 - 2 * t) -
			slopes[i + 1]! * width * t * t * s
		);
	}
}
