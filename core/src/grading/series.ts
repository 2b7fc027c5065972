/** Mean over `half` samples to either side; shorter at the ends. */
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
