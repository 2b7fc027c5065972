import { trackFromJson, type ChannelName, type Track } from '../src/index.js';

/** A flight drawn by hand: straight lines between given moments, ten samples a second. */
export function drawn(seconds: number, lines: Partial<Record<ChannelName, [number, number][]>>): Track {
	const length = Math.round(seconds * 10);
	const channels = Object.fromEntries(
		Object.entries(lines).map(([name, points]) => [
			name,
			Array.from({ length }, (_, i) => along(points!, i / 10))
		])
	);
	return trackFromJson({ rateHz: 10, channels });
}

function along(points: [number, number][], t: number): number {
	const after = points.findIndex(([at]) => at >= t);
	if (after < 0) return points.at(-1)![1];
	if (after === 0) return points[0]![1];
	const [t0, v0] = points[after - 1]!;
	const [t1, v1] = points[after]!;
	return v0 + ((v1 - v0) * (t - t0)) / (t1 - t0);
}
