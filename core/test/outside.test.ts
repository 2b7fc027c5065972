import { describe, expect, it } from 'vitest';
import { inCloud, lightSeen, transmission } from '../src/index.js';

const overcast = { clouds: [{ baseFt: 1000, topsFt: 4000 }], visibilityM: 5000 };

describe('what can be seen from the cockpit', () => {
	it('is nothing in cloud, beyond some tens of metres', () => {
		expect(inCloud(overcast, 2000)).toBe(true);
		expect(inCloud(overcast, 900)).toBe(false);
		expect(inCloud(overcast, 4000)).toBe(false);
		expect(transmission(overcast, 2000, 0, 1500)).toBeLessThan(1e-20);
		expect(transmission(overcast, 2000, 2000, 40)).toBeCloseTo(0.05, 10);
	});

	it('loses an object just at the visibility', () => {
		expect(transmission({ visibilityM: 5000 }, 800, 0, 5000)).toBeCloseTo(0.05, 10);
		expect(transmission({ visibilityM: 5000 }, 800, 0, 2500)).toBeCloseTo(Math.sqrt(0.05), 10);
	});

	it('is the same both ways, and less the farther', () => {
		expect(transmission(overcast, 1200, 0, 3000)).toBe(transmission(overcast, 0, 1200, 3000));
		const row = [500, 1000, 2000, 4000].map((distance) => transmission(overcast, 1010, 0, distance));
		for (let i = 1; i < row.length; i++) expect(row[i]).toBeLessThan(row[i - 1]!);
	});

	it('shows ground from just under the base, and not from just inside', () => {
		// A 3° path: 1000 ft is 5.8 km out.
		expect(transmission({ ...overcast, visibilityM: 10_000 }, 990, 0, 5800)).toBeGreaterThan(0.1);
		expect(transmission({ ...overcast, visibilityM: 10_000 }, 1200, 0, 7000)).toBeLessThan(0.001);
	});

	it('shows lights beyond the visibility, the strong ones further', () => {
		const through = (distance: number) => transmission({ visibilityM: 1000 }, 200, 0, distance);
		expect(lightSeen(20_000, through(1400), 1400)).toBe(true);
		expect(lightSeen(20_000, through(2000), 2000)).toBe(false);
		expect(lightSeen(500, through(1400), 1400)).toBe(false);
		expect(lightSeen(500, through(700), 700)).toBe(true);
	});
});
