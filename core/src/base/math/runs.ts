/** Runs of samples in which something holds, of at least so many samples. */
export function runs(
	from: number,
	to: number,
	least: number,
	holds: (index: number) => boolean
): { from: number; to: number }[] {
	const found: { from: number; to: number }[] = [];
	for (let i = from; i < to; i++) {
		if (!holds(i)) continue;
		let end = i;
		while (end < to && holds(end)) end++;
		if (end - i >= least) found.push({ from: i, to: end });
		i = end;
	}
	return found;
}
