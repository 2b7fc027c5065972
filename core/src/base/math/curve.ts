/**
 * Smooth curves over the same points that do not overshoot between them (monotone cubics).
 * Beyond the ends each goes on in a straight line with the slope it had there.
 * Source: F. N. Fritsch and R. E. Carlson, Monotone Piecewise Cubic Interpolation, 1980 (the
 * harmonic-mean slopes of Fritsch and Butland, 1984).
 */
export class Curves {
	/** What each curve gives at the place that was looked at last. */
	readonly values: Float64Array;
	/** Stretches between two points, one before the first and one beyond the last among them: where each begins, and from where it counts. */
	private readonly edges: Float64Array;
	private readonly origins: Float64Array;
	/** Of each stretch, for each curve: y = a + b·s + c·s² + d·s³, s from the origin. */
	private readonly cubics: Float64Array;
	/** Where the last value was looked up: the next one is usually near it. */
	private stretch = 0;

	/** @param xs strictly growing; @param curves as many values each. */
	constructor(xs: readonly number[], ...curves: (readonly number[])[]) {
		const n = xs.length;
		if (n < 2 || curves.some((ys) => ys.length !== n))
			throw new RangeError('a curve needs two or more points, x and y alike');
		if (xs.some((x, i) => i > 0 && !(x > xs[i - 1]!))) throw new RangeError('the x of a curve must grow');
		this.values = new Float64Array(curves.length);
		this.edges = Float64Array.from([-Infinity, ...xs, Infinity]);
		this.origins = Float64Array.from([xs[0]!, ...xs]);
		this.cubics = new Float64Array(4 * curves.length * (n + 1));
		curves.forEach((ys, curve) => {
			const slopes = slopesThrough(xs, ys);
			const put = (stretch: number, cubic: number[]) =>
				this.cubics.set(cubic, 4 * (stretch * curves.length + curve));
			put(0, [ys[0]!, slopes[0]!, 0, 0]);
			put(n, [ys[n - 1]!, slopes[n - 1]!, 0, 0]);
			for (let i = 0; i < n - 1; i++) {
				const width = xs[i + 1]! - xs[i]!;
				const secant = (ys[i + 1]! - ys[i]!) / width;
				const [from, to] = [slopes[i]!, slopes[i + 1]!];
				put(i + 1, [
					ys[i]!,
					from,
					(3 * secant - 2 * from - to) / width,
					(from + to - 2 * secant) / (width * width)
				]);
			}
		});
	}

	/** Fills `values` with what each curve gives at a place, and returns them: they are overwritten by the next look. */
	at(x: number): Float64Array {
		const { edges, cubics, values } = this;
		let i = this.stretch;
		while (x < edges[i]!) i--;
		while (x > edges[i + 1]!) i++;
		this.stretch = i;
		const s = x - this.origins[i]!;
		for (let curve = 0, k = 4 * i * values.length; curve < values.length; curve++, k += 4)
			values[curve] = cubics[k]! + s * (cubics[k + 1]! + s * (cubics[k + 2]! + s * cubics[k + 3]!));
		return values;
	}
}

/** Slope of the curve at each of its points. */
function slopesThrough(xs: readonly number[], ys: readonly number[]): number[] {
	const n = xs.length;
	const secant = (i: number) => (ys[i + 1]! - ys[i]!) / (xs[i + 1]! - xs[i]!);
	return xs.map((_, i) => {
		if (i === 0) return secant(0);
		if (i === n - 1) return secant(n - 2);
		const [before, after] = [secant(i - 1), secant(i)];
		return before * after <= 0 ? 0 : (2 * before * after) / (before + after);
	});
}
