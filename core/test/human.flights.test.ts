import { describe, expect, it } from 'vitest';
import { cardCatalog } from '../../data/index.js';
import { cutPhases, Evidence, findFaults, gradeFlight, TECHNIQUES } from '../src/index.js';
import { flyByHuman } from './human/human-pilot.js';
import { area, trainer, us } from './shipped.js';

const level = cardCatalog.get('straight-level');
const fly = (id: string, pilot: keyof typeof TECHNIQUES, seed: number) => {
	const card = cardCatalog.get(id);
	const flight = flyByHuman(card, trainer, area, TECHNIQUES[pilot], seed, 400);
	const evidence = new Evidence(card, flight.track, cutPhases(card, flight.track), trainer, {}, flight.looks);
	return { ...flight, card, faults: findFaults(evidence).map(({ kind }) => kind) };
};

describe('the human-like pilot', () => {
	const { looks, track, card } = fly('straight-level', 'steady', 1);

	it('looks at one dial at a time, and comes back to the attitude', () => {
		for (let i = 1; i < looks.length; i++)
			expect(looks[i]!.startMs).toBeGreaterThanOrEqual(looks[i - 1]!.endMs);
		const share = looks.filter(({ instrument }) => instrument === 'attitude').length / looks.length;
		expect(share).toBeGreaterThan(0.4);
		expect(new Set(looks.map(({ instrument }) => instrument)).size).toBeGreaterThan(5);
	});

	it('has hands that are never still, and leaves small errors alone', () => {
		const stick = track.column('elevatorInput');
		let still = 0;
		for (let i = 1; i < stick.length; i++) if (stick[i] === stick[i - 1]) still++;
		expect(still / stick.length).toBeLessThan(0.5);
		const altitude = track.column('indicatedAltitudeFt');
		const off = altitude.map((value) => Math.abs(value - card.start.altitudeFt));
		expect(Math.max(...off)).toBeGreaterThan(8);
		expect(Math.max(...off)).toBeLessThan(100);
	});

	it('flies the same flight by the same seed, and another by another', () => {
		const again = flyByHuman(level, trainer, area, TECHNIQUES.steady, 1, 20).track.column('pitchDeg');
		const other = flyByHuman(level, trainer, area, TECHNIQUES.steady, 2, 20).track.column('pitchDeg');
		expect(Array.from(again)).toEqual(Array.from(track.column('pitchDeg').subarray(0, again.length)));
		expect(Array.from(other)).not.toEqual(Array.from(again));
	});

	it('flies within a standard what people fly within it, and not as evenly as a robot', () => {
		for (const id of ['straight-level', 'rate-climb', 'oval']) {
			const flight = fly(id, 'steady', 3);
			const grade = gradeFlight(flight.track, flight.card, us, trainer);
			expect(grade.verdict, id).toBe('met');
			expect(grade.score, id).toBeLessThan(99.5);
		}
	});

	it('is never said to chase the vertical speed when he does not, and always when he does', () => {
		const named = (pilot: 'steady' | 'chaser') =>
			[1, 2, 3, 4, 5, 6].filter((seed) =>
				fly('straight-level', pilot, seed).faults.includes('chases-vertical-speed')
			).length;
		expect(named('steady')).toBe(0);
		expect(named('chaser')).toBeGreaterThanOrEqual(5);
	});
});
