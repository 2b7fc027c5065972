import { describe, expect, it } from 'vitest';
import { Track, type ChannelName } from '@hanza/core';
import { configurationMarks, powerMarks } from './approach-marks.js';

const RATE = 10;
const track = (columns: Partial<Record<ChannelName, (seconds: number) => number>>): Track =>
	new Track(
		RATE,
		new Map(
			Object.entries(columns).map(([name, of]) => [
				name as ChannelName,
				Float64Array.from({ length: 120 * RATE }, (_, i) => of(i / RATE))
			])
		),
		120 * RATE
	);

describe('power on the way down', () => {
	it('is marked where it was moved for good, not where a hand trembled', () => {
		const trembling = (seconds: number) => 0.02 * Math.sin(seconds * 3);
		const marks = powerMarks(track({ throttle: (s) => (s < 30 ? 0.6 : s < 80 ? 0.3 : 1) + trembling(s) }));
		expect(marks.map(({ text }) => text)).toEqual(['power to 30 %', 'power to 100 %']);
		expect(marks[0]!.seconds).toBeCloseTo(30, 0);
		expect(marks[1]!.seconds).toBeCloseTo(80, 0);
		expect(powerMarks(track({ throttle: (s) => 0.5 + trembling(s) }))).toEqual([]);
	});

	it('is left out where it was not recorded', () => {
		expect(powerMarks(track({ altitudeFt: () => 0 }))).toEqual([]);
	});
});

describe('flap and gear', () => {
	it('are marked where they have come to a stand', () => {
		const marks = configurationMarks(
			track({
				flapsDeg: (s) => Math.max(0, Math.min(20, s - 40)),
				gear: (s) => Math.max(0, Math.min(1, (s - 10) / 6))
			})
		);
		expect(marks.map(({ text, seconds }) => [text, Math.round(seconds)])).toEqual([
			['flap 10°', 50],
			['flap 20°', 60],
			['gear down', 16]
		]);
	});
});
