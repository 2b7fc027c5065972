import { describe, expect, it } from 'vitest';
import { flyByRobot, gradeFlight, standardDay, TECHNIQUES, trackFromJson } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '../../../data/index.js';
import { bandOf, CHARTS, excursionsOf, niceAxis, strideFor, traceOf } from './series.js';

const card = cardCatalog.get('approach-descent');
const { track } = flyByRobot(
	card,
	aircraftCatalog.get(card.aircraft),
	areaCatalog.get(card.area),
	TECHNIQUES.hasty,
	2
);
const grade = gradeFlight(track, card, standardCatalog.get('eu-instrument'));
const chart = (id: string) => CHARTS.find((spec) => spec.id === id)!;

describe('the debrief’s charts', () => {
	it('draw every channel over the whole flight with a bearable number of points', () => {
		for (const spec of CHARTS) {
			const trace = traceOf(track, spec, 90, standardDay);
			expect(trace.length).toBeGreaterThan(300);
			expect(trace.length).toBeLessThanOrEqual(700);
			expect(trace.at(-1)!.x).toBeGreaterThan(track.seconds - 1);
		}
		expect(strideFor(36000)).toBe(52);
	});

	it('do not jump when a heading goes through north', () => {
		const north = trackFromJson({ rateHz: 10, channels: { indicatedHeadingDeg: [358, 359, 0, 1, 2] } });
		expect(traceOf(north, chart('heading'), 0, standardDay).map(({ y }) => y)).toEqual([-2, -1, 0, 1, 2]);
	});

	it('leave out what was not recorded', () => {
		expect(
			traceOf(trackFromJson({ rateHz: 10, channels: { pitchDeg: [1] } }), chart('altitude'), 0, standardDay)
		).toEqual([]);
	});

	it('show the limits where they were asked, with gaps between', () => {
		const band = bandOf(grade, 'airspeedKias');
		expect(band[0]).toEqual({ x: 0, y: [100, 110] });
		expect(band.some(({ y }) => y === null)).toBe(true);
		// Nothing is drawn while the speed is only to be reached.
		const slow = grade.phases.find(({ id }) => id === 'slow')!;
		expect(
			band.filter(({ x, y }) => y && x > slow.startSeconds! + 0.1 && x < slow.endSeconds! - 0.1)
		).toEqual([]);
		for (const { from, to } of excursionsOf(grade, 'airspeedKias')) expect(to).toBeGreaterThan(from);
		expect(excursionsOf(grade, 'airspeedKias').length).toBeGreaterThan(0);
	});

	it('have axes on round numbers that take in everything', () => {
		for (const [low, high, least] of [
			[1966, 3011, 400],
			[89.2, 90.4, 40],
			[-812, 333, 800],
			[90, 90, 40]
		] as const) {
			const { min, max, tickAmount } = niceAxis(low, high, least);
			expect(min).toBeLessThanOrEqual(low);
			expect(max).toBeGreaterThanOrEqual(high);
			expect(max - min).toBeGreaterThanOrEqual(least);
			const step = (max - min) / tickAmount;
			expect([1, 2, 5]).toContain(Math.round(step / 10 ** Math.floor(Math.log10(step) + 1e-9)));
		}
	});
});
