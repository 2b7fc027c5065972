import { describe, expect, it } from 'vitest';
import { gradeFlight, type FaultKind } from '../src/index.js';
import { descentCard, eu, fly, us } from './shipped.js';

const SEEDS = [1, 2, 3, 4, 5, 6];
const kinds = (pilot: 'steady' | 'hasty', seed: number): FaultKind[] =>
	gradeFlight(fly(pilot, seed).track, descentCard, us).faults.map(({ kind }) => kind);

describe('the two robots on the descent card', () => {
	it.each(SEEDS)('steady, seed %i: met by both standards, no fault', (seed) => {
		const { track, completed } = fly('steady', seed);
		expect(completed).toBe(true);
		for (const standard of [us, eu]) {
			const grade = gradeFlight(track, descentCard, standard);
			expect(grade.verdict, standard.id).toBe('met');
			expect(grade.faults).toEqual([]);
			expect(grade.score).toBeGreaterThan(90);
		}
	});

	it.each(SEEDS)('hasty, seed %i: not met, each of its faults named where it happened', (seed) => {
		const grade = gradeFlight(fly('hasty', seed).track, descentCard, us);
		expect(grade.verdict).toBe('not met');
		expect(grade.because.join()).toMatch(/Slow to 90 kt: airspeed \d+ kt fast/);
		const found = new Map(grade.faults.map((fault) => [fault.kind, fault]));
		expect([...found.keys()].filter((kind) => kind !== 'speed-lost').sort()).toEqual([
			'descent-before-slowing',
			'late-level-off',
			'two-changes-at-once'
		]);
		const slow = grade.phases.find(({ id }) => id === 'slow')!;
		const levelOff = grade.phases.find(({ id }) => id === 'level-off')!;
		expect(found.get('descent-before-slowing')!.startSeconds).toBeGreaterThanOrEqual(slow.startSeconds!);
		expect(found.get('descent-before-slowing')!.startSeconds).toBeLessThanOrEqual(slow.endSeconds!);
		expect(found.get('late-level-off')!.startSeconds).toBeGreaterThan(levelOff.startSeconds!);
		expect(Math.abs(found.get('two-changes-at-once')!.startSeconds - slow.startSeconds!)).toBeLessThan(4);
	});

	it('flies the same flight twice from one seed', () => {
		const [a, b] = [fly('hasty', 3), fly('hasty', 3)];
		expect(Array.from(a.track.column('altitudeFt'))).toEqual(Array.from(b.track.column('altitudeFt')));
		expect(kinds('hasty', 3)).toEqual(kinds('hasty', 3));
	});
});
