import { describe, expect, it } from 'vitest';
import {
	flyByRobot,
	gradeFlight,
	numbersCard,
	parse,
	PATTERN_IDS,
	patternCard,
	TaskCard,
	TECHNIQUES,
	UPSET_LEVELS,
	upsetCard
} from '../src/index.js';
import { area, tourer, trainer, us } from './shipped.js';

const low = { aircraft: trainer, area: area.id, altitudeFt: 1500, headingDeg: 90 };
const high = { aircraft: tourer, area: area.id, altitudeFt: 3000, headingDeg: 240 };
const CARDS: [string, () => TaskCard][] = [
	...PATTERN_IDS.map((id): [string, () => TaskCard] => [id, () => patternCard(id, low)]),
	['find-your-numbers', () => numbersCard({ ...low, altitudeFt: 4500 })],
	...UPSET_LEVELS.flatMap((level) =>
		(['full', 'partial'] as const).map((panel): [string, () => TaskCard] => [
			`upset ${level} ${panel}`,
			() => upsetCard(level, panel, { ...low, altitudeFt: 4000 })
		])
	)
];

describe('the cards of attitude flying', () => {
	it.each(CARDS)('%s: a valid card, flown to its end within the standard by the steady robot', (_, make) => {
		const card = parse(TaskCard, make());
		const flight = flyByRobot(card, trainer, area, TECHNIQUES.steady, 11, 1200);
		expect(flight.completed).toBe(true);
		const grade = gradeFlight(flight.track, card, us, trainer);
		expect(grade.because).toEqual([]);
		expect(grade.verdict).toBe('met');
		expect(grade.faults.map(({ kind }) => kind)).toEqual([]);
	});

	it.each(['vertical-s-c', 'turning-climb', 'speed-changes'] as const)(
		'%s is flown in the complex single too',
		(id) => {
			const card = parse(TaskCard, patternCard(id, high));
			const flight = flyByRobot(card, tourer, area, TECHNIQUES.steady, 5, 1200);
			expect(gradeFlight(flight.track, card, us, tourer).because).toEqual([]);
			expect(flight.completed).toBe(true);
		}
	);

	it('refuses a pattern that the aircraft has no configuration for', () => {
		const bare = { ...trainer, configurations: [] };
		expect(() => patternCard('oval', { ...low, aircraft: bare })).toThrow(
			/no configuration "level-approach"/
		);
	});

	it('the vertical S reverses at its limits: the altitude at each end is within 60 ft of it', () => {
		const card = patternCard('vertical-s-d', low);
		const { track } = flyByRobot(card, trainer, area, TECHNIQUES.steady, 3, 1200);
		const grade = gradeFlight(track, card, us);
		const swings = grade.phases.filter(({ name }) => /^(Up|Down) to/.test(name));
		expect(swings).toHaveLength(4);
		for (const { items } of swings) {
			const reached = items.find(({ kind }) => kind === 'altitudeFt')!;
			expect(Math.abs(reached.worst!.deviation)).toBeLessThan(60);
		}
	});

	it('gives the heading away by no change of phase where the heading dial has failed', () => {
		for (const id of ['timed-turns', 'compass-turns'] as const)
			for (const { end } of patternCard(id, low).phases) {
				const leaves = end.kind === 'all' ? end.of : [end];
				expect(leaves.some((leaf) => 'channel' in leaf && leaf.channel === 'indicatedHeadingDeg')).toBe(
					false
				);
			}
	});
});
