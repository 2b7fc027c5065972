import { describe, expect, it } from 'vitest';
import { METRES_PER_FT, METRES_PER_NM } from '@hanza/core';
import { areaCatalog } from '../../../../data/index.js';
import { clipNear, runwayScene, sceneOf, viewFrom } from './scene.js';
import type { Eye } from '$lib/workers/messages.js';

const eye = (change: Partial<Eye> = {}): Eye => ({
	northNm: 0,
	eastNm: 0,
	altitudeFt: 1000,
	headingDeg: 0,
	pitchDeg: 0,
	bankDeg: 0,
	...change
});
const north = { northM: 1000, eastM: 0, upM: 1000 * METRES_PER_FT };
const east = { northM: 0, eastM: 1000, upM: 1000 * METRES_PER_FT };
const close = (values: readonly number[]) => values.map((value) => expect.closeTo(value, 6));

describe('what is seen from where', () => {
	it('puts a point ahead, and one abeam to the right', () => {
		expect(viewFrom(eye())(north)).toEqual(close([1000, 0, 0]));
		expect(viewFrom(eye())(east)).toEqual(close([0, 1000, 0]));
		expect(viewFrom(eye({ headingDeg: 90 }))(east)).toEqual(close([1000, 0, 0]));
		expect(viewFrom(eye({ headingDeg: 90 }))(north)).toEqual(close([0, -1000, 0]));
	});

	it('lowers the ground when the nose goes up, and raises the right when banked left', () => {
		expect(viewFrom(eye({ pitchDeg: 5 }))(north)[2]).toBeCloseTo(1000 * Math.sin((5 * Math.PI) / 180), 6);
		// Right wing down: what lies to the right comes nearer to the top of the window's right side.
		expect(viewFrom(eye({ bankDeg: 30 }))(east)[2]).toBeCloseTo(-500, 6);
		expect(viewFrom(eye({ bankDeg: -30 }))(east)[2]).toBeCloseTo(500, 6);
	});

	it('keeps distances', () => {
		const seen = viewFrom(eye({ headingDeg: 213, pitchDeg: -11, bankDeg: 37, northNm: 2 }))(east);
		expect(Math.hypot(...seen)).toBeCloseTo(Math.hypot(2 * METRES_PER_NM, 1000), 6);
	});

	it('cuts what reaches behind the eye', () => {
		const cut = clipNear([
			[100, 0, 10],
			[-100, 0, 10],
			[-100, 50, 10],
			[100, 50, 10]
		]);
		expect(cut).toHaveLength(4);
		for (const [ahead] of cut) expect(ahead).toBeGreaterThan(0);
		expect(
			clipNear([
				[-1, 0, 0],
				[-2, 1, 0],
				[-3, 0, 1]
			])
		).toEqual([]);
	});
});

describe('the shipped area', () => {
	const area = areaCatalog.get('veskar');

	it('has its runways on its islands', () => {
		const inside = ([x, y]: [number, number], coast: readonly (readonly [number, number])[]) =>
			coast.reduce((odd, [x1, y1], i) => {
				const [x2, y2] = coast[(i + 1) % coast.length]!;
				const crosses = y1 > y !== y2 > y && x < x1 + ((y - y1) / (y2 - y1)) * (x2 - x1);
				return crosses ? !odd : odd;
			}, false);
		for (const airport of area.airports)
			for (const { eastNm, northNm } of airport.runways)
				expect(
					area.islands.some(({ coast }) => inside([eastNm, northNm], coast)),
					airport.id
				).toBe(true);
		expect(sceneOf(area).runways).toHaveLength(4);
	});

	it('has approach lights before the end that has them, shining at who comes', () => {
		const [runway] = area.airports[0]!.runways;
		const { pavement, lights } = runwayScene(runway!, 60, area.variationDeg);
		const long = Math.hypot(
			pavement[0]!.northM - pavement[1]!.northM,
			pavement[0]!.eastM - pavement[1]!.eastM
		);
		expect(long).toBeCloseTo(runway!.lengthM, 6);
		const leading = lights.filter(({ candela }) => candela === 20_000);
		// 30 and a bar of 8 before the first end, 7 and a bar of 8 before the second.
		expect(leading).toHaveLength(53);
		const out = (light: { northM: number; eastM: number }) =>
			Math.hypot(
				light.northM - runway!.northNm * METRES_PER_NM,
				light.eastM - runway!.eastNm * METRES_PER_NM
			);
		for (const light of leading) expect(out(light)).toBeGreaterThan(runway!.lengthM / 2);
		// Runway 10: those before it shine west.
		const first = leading.filter(({ beamDeg }) => Math.round(beamDeg!) === 101 - 8 + 180);
		expect(first).toHaveLength(38);
		for (const light of first) expect(light.eastM).toBeLessThan(runway!.eastNm * METRES_PER_NM);
	});
});
