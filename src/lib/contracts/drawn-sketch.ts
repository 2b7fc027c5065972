import simplify from 'simplify-js';
import type { Sketch } from '@hanza/core';
import { BELOW, PAD, PLAN, WIDTH, type DrawnSketch } from './sketch-frame.js';

export type { DrawnSketch };

/** What a line may be off by where points are left out: a third of the line's own width. */
const OFF = 0.4;
interface Point {
	x: number;
	y: number;
}

const rounded = (value: number): string => String(Math.round(value * 10) / 10);
const lineOf = (points: readonly Point[]): string =>
	simplify([...points], OFF, true)
		.map(({ x, y }, i) => `${i ? 'L' : 'M'}${rounded(x)} ${rounded(y)}`)
		.join('');

export function drawnSketch({ path, altitudeFt, seconds, phases }: Sketch): DrawnSketch {
	const north = path.map(([n]) => n);
	const east = path.map(([, e]) => e);
	const [n0, n1, e0, e1] = [Math.min(...north), Math.max(...north), Math.min(...east), Math.max(...east)];
	const scale = Math.min(
		(WIDTH - 2 * PAD) / Math.max(e1 - e0, 0.5),
		(PLAN - 2 * PAD) / Math.max(n1 - n0, 0.5)
	);
	const plan = path.map(([n, e]): Point => ({
		x: WIDTH / 2 + (e - (e0 + e1) / 2) * scale,
		y: PLAN / 2 - (n - (n0 + n1) / 2) * scale
	}));
	const low = Math.min(...altitudeFt);
	const high = Math.max(...altitudeFt, low + 200);
	const along = (share: number): number => PAD + share * (WIDTH - 2 * PAD);
	const height = altitudeFt.map((ft, i): Point => ({
		x: along(i / (altitudeFt.length - 1)),
		y: PLAN + BELOW - 4 - ((ft - low) / (high - low)) * (BELOW - 8)
	}));
	const nm = [0.5, 1, 2, 5, 10, 20].find((one) => one * scale >= WIDTH / 5) ?? 20;
	return {
		seconds,
		plan: lineOf(plan),
		start: [plan[0]!.x, plan[0]!.y],
		phases: phases.slice(1).map((begin) => along(begin / Math.max(1, seconds))),
		height: lineOf(height),
		bar: { nm, length: nm * scale }
	};
}
