import { describe, expect, it } from 'vitest';
import { SeededRandom, stepGusts, stillGusts, turbulenceScales, type Gusts } from '../src/index.js';

const SPEED = 50;
const DT = 1 / 120;

function series(seconds: number, seed: number): Record<'along' | 'across' | 'down', Float64Array> {
	const scales = turbulenceScales('moderate', 4000);
	const random = new SeededRandom(seed);
	const state = stillGusts();
	const out: Gusts = { alongMps: 0, acrossMps: 0, downMps: 0, rollRadPerSecond: 0, windMps: 0 };
	const n = Math.round(seconds / DT);
	const along = new Float64Array(n);
	const across = new Float64Array(n);
	const down = new Float64Array(n);
	for (let i = -12000; i < n; i++) {
		stepGusts(state, random, scales, SPEED, 10.8, DT, out);
		if (i < 0) continue;
		along[i] = out.alongMps;
		across[i] = out.acrossMps;
		down[i] = out.downMps;
	}
	return { along, across, down };
}

/** One-sided power density at a frequency, averaged over blocks of a series (Goertzel's sum). */
function density(values: Float64Array, frequencyHz: number, blockSeconds: number): number {
	const length = Math.round(blockSeconds / DT);
	const blocks = Math.floor(values.length / length);
	let sum = 0;
	for (let b = 0; b < blocks; b++) {
		let re = 0;
		let im = 0;
		for (let i = 0; i < length; i++) {
			// A Hann window keeps the strong low end from leaking upward.
			const window = 1 - Math.cos((2 * Math.PI * i) / length);
			const phase = 2 * Math.PI * frequencyHz * i * DT;
			re += window * values[b * length + i]! * Math.cos(phase);
			im += window * values[b * length + i]! * Math.sin(phase);
		}
		sum += (2 * (re * re + im * im) * DT) / (length * 1.5);
	}
	return sum / blocks;
}

/** The published spectra, one-sided in Hz (MIL-F-8785C, 3.7.1.2, Dryden). */
const published = {
	along: (hz: number, sigma: number, scale: number) => {
		const x = (scale * 2 * Math.PI * hz) / SPEED;
		return (4 * sigma * sigma * scale) / SPEED / (1 + x * x);
	},
	across: (hz: number, sigma: number, scale: number) => {
		const x = (scale * 2 * Math.PI * hz) / SPEED;
		return (((2 * sigma * sigma * scale) / SPEED) * (1 + 3 * x * x)) / (1 + x * x) ** 2;
	}
};

describe('turbulence', () => {
	const gusts = series(6000, 11);
	const { along, across, vertical } = turbulenceScales('moderate', 4000);

	it('has the published strength', () => {
		const deviation = (values: Float64Array) =>
			Math.sqrt(values.reduce((s, v) => s + v * v, 0) / values.length);
		// Long waves are few even in 100 minutes: 10 %.
		expect(Math.abs(deviation(gusts.along) / along.sigmaMps - 1)).toBeLessThan(0.1);
		expect(Math.abs(deviation(gusts.across) / across.sigmaMps - 1)).toBeLessThan(0.1);
		expect(Math.abs(deviation(gusts.down) / vertical.sigmaMps - 1)).toBeLessThan(0.1);
	});

	it.each([0.02, 0.05, 0.1, 0.3, 1])('has the published spectrum at %f Hz', (hz) => {
		const block = hz < 0.1 ? 200 : 60;
		const ratio = (
			name: 'along' | 'across' | 'down',
			form: 'along' | 'across',
			sigma: number,
			scale: number
		) => density(gusts[name], hz, block) / published[form](hz, sigma, scale);
		// 30 blocks or more: a mean of exponential variables, deviation 1/√n.
		const spread = 3.3 / Math.sqrt(6000 / block);
		expect(Math.abs(ratio('along', 'along', along.sigmaMps, along.scaleM) - 1)).toBeLessThan(spread);
		expect(Math.abs(ratio('across', 'across', across.sigmaMps, across.scaleM) - 1)).toBeLessThan(spread);
		expect(Math.abs(ratio('down', 'across', vertical.sigmaMps, vertical.scaleM) - 1)).toBeLessThan(spread);
	});

	it('grows with the level, and its scales shrink toward the ground', () => {
		const sigma = (level: 'none' | 'light' | 'moderate' | 'severe') =>
			turbulenceScales(level, 3000).vertical.sigmaMps;
		expect(sigma('none')).toBe(0);
		expect(sigma('light')).toBeLessThan(sigma('moderate'));
		expect(sigma('moderate')).toBeLessThan(sigma('severe'));
		const scales = [100, 500, 1000, 1500, 2500].map(
			(height) => turbulenceScales('light', height).vertical.scaleM
		);
		for (let i = 1; i < scales.length; i++) expect(scales[i]).toBeGreaterThan(scales[i - 1]!);
	});
});
