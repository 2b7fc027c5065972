import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { angleOn, arc, attitudeWords, cardMark, place, steps } from './geometry.js';

describe('a place on a dial', () => {
	it('is at the top for 0°, and goes clockwise', () => {
		const near = ({ x, y }: { x: number; y: number }) => [Math.round(x), Math.round(y)];
		expect(near(place(0, 80))).toEqual([100, 20]);
		expect(near(place(90, 80))).toEqual([180, 100]);
		expect(near(place(180, 80))).toEqual([100, 180]);
		expect(near(place(-90, 80))).toEqual([20, 100]);
	});

	it('an arc takes the long way round where it is longer than half the dial', () => {
		expect(arc(0, 90, 50)).toBe('M100.00 50.00A50 50 0 0 1 150.00 100.00');
		expect(arc(0, 270, 50)).toContain('A50 50 0 1 1');
	});
});

describe('a needle on its scale', () => {
	const scale = { from: 40, to: 200, fromDeg: 30, toDeg: 330 };

	it('stands where its value is, and rests at its stops', () => {
		expect(angleOn(scale, 40)).toBe(30);
		expect(angleOn(scale, 120)).toBe(180);
		expect(angleOn(scale, 200)).toBe(330);
		expect(angleOn(scale, 20)).toBe(30);
		expect(angleOn(scale, 500)).toBe(330);
	});

	it('never goes back while its value goes on, whichever way the scale runs', () => {
		const ends = fc.double({ min: -500, max: 500, noNaN: true });
		fc.assert(
			fc.property(ends, ends, ends, ends, (from, to, one, other) => {
				fc.pre(Math.abs(to - from) > 1);
				const bent = { from, to, fromDeg: -140, toDeg: 140 };
				const [low, high] = [Math.min(one, other), Math.max(one, other)];
				const forward = angleOn(bent, high) - angleOn(bent, low);
				expect(to > from ? forward : -forward).toBeGreaterThanOrEqual(-1e-9);
				expect(Math.abs(angleOn(bent, one))).toBeLessThanOrEqual(140 + 1e-9);
			})
		);
	});
});

describe('marks and words', () => {
	it('steps have both ends, whatever the tenths add up to', () => {
		expect(steps(0, 30, 10)).toEqual([0, 10, 20, 30]);
		expect(steps(-1, 1, 0.1)).toHaveLength(21);
		expect(steps(20, 0, -10)).toEqual([20, 10, 0]);
	});

	it('the card says four letters and the thirties without their nought, all the way round', () => {
		expect([0, 30, 90, 180, 240, 270, 330, 360, -90, 720].map(cardMark)).toEqual([
			'N',
			'3',
			'E',
			'S',
			'24',
			'W',
			'33',
			'N',
			'W',
			'N'
		]);
	});

	it('an attitude is said with its side', () => {
		expect(attitudeWords(2.26, -14.6)).toBe('Attitude: pitch 2.3 degrees, bank 15 degrees left');
		expect(attitudeWords(-1, 0.2)).toBe('Attitude: pitch -1.0 degrees, bank 0 degrees right');
	});
});
