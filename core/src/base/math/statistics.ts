/** How often a series goes from one side of its mean to the other, by at least `size` each way. */
export function reversals(values: Float64Array, size: number): number {
	let side = 0;
	let count = 0;
	for (const value of values) {
		if (Math.abs(value) < size || Math.sign(value) === side) continue;
		if (side !== 0) count++;
		side = Math.sign(value);
	}
	return count;
}

/** Correlation of two series of equal length, −1 to 1; 0 where one of them stands still. */
export function correlation(a: Float64Array, b: Float64Array): number {
	const mean = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0) / values.length;
	const [ma, mb] = [mean(a), mean(b)];
	let [ab, aa, bb] = [0, 0, 0];
	a.forEach((value, i) => {
		ab += (value - ma) * (b[i]! - mb);
		aa += (value - ma) ** 2;
		bb += (b[i]! - mb) ** 2;
	});
	return aa > 0 && bb > 0 ? ab / Math.sqrt(aa * bb) : 0;
}

/** The middle value, the upper of two; 0 of none. */
export function median(values: Float64Array): number {
	// Of a copy: what is given may be a part of a recording.
	return Float64Array.from(values).sort()[values.length >> 1] ?? 0;
}

/** Least-squares slope of equally spaced values; null with fewer than three. */
export function slope(values: readonly number[]): number | null {
	const n = values.length;
	if (n < 3) return null;
	const middle = (n - 1) / 2;
	const mean = values.reduce((sum, value) => sum + value, 0) / n;
	let [above, below] = [0, 0];
	values.forEach((value, i) => {
		above += (i - middle) * (value - mean);
		below += (i - middle) ** 2;
	});
	return above / below;
}

/** Mean of a column over samples. */
export function meanOf(column: Float64Array, from: number, to: number): number {
	let sum = 0;
	for (let i = from; i < to; i++) sum += column[i]!;
	return sum / Math.max(1, to - from);
} /** Mean over `half` samples to either side; shorter at the ends. */
export function runningMean(values: Float64Array, half: number): Float64Array {
	const sums = new Float64Array(values.length + 1);
	for (let i = 0; i < values.length; i++) sums[i + 1] = sums[i]! + values[i]!;
	return values.map((_, i) => {
		const from = Math.max(0, i - half);
		const to = Math.min(values.length, i + half + 1);
		return (sums[to]! - sums[from]!) / (to - from);
	});
}

/** Standard deviation; 0 for nothing. */
export function spread(values: Float64Array): number {
	if (values.length === 0) return 0;
	const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
	return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length);
}
