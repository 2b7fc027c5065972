import { signedDeg } from '../units/angles.js';

/** Mean direction over samples, about the first of them. */
export function meanDirection(column: Float64Array, from: number, to: number): number {
	const about = column[from] ?? 0;
	let sum = 0;
	for (let i = from; i < to; i++) sum += signedDeg(column[i]! - about);
	return (about + sum / Math.max(1, to - from) + 360) % 360;
}
