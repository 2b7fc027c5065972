import { describe, expect, it } from 'vitest';
import { cardCatalog } from '../../data/index.js';
import {
	coverBit,
	cutPhases,
	Evidence,
	FAILURE_KINDS,
	findFaults,
	flyByRobot,
	TECHNIQUES,
	type Track
} from '../src/index.js';
import { area, trainer } from './shipped.js';

const level = cardCatalog.get('straight-level');
const AIR = ['none', 'light'] as const;
type Air = (typeof AIR)[number];
const cardIn = (turbulence: Air) => ({ ...level, weather: { ...level.weather, turbulence } });
const flown = (technique: object, turbulence: Air, seed: number): Track =>
	flyByRobot(cardIn(turbulence), trainer, area, { ...TECHNIQUES.steady, ...technique }, seed, 160).track;
const chased = (track: Track, turbulence: Air): boolean => {
	const card = cardIn(turbulence);
	const found = findFaults(new Evidence(card, track, cutPhases(card, track)), ['attitude']);
	return found.some(({ kind }) => kind === 'chases-vertical-speed');
};

describe('a nose that goes after the vertical speed', () => {
	const chases = TECHNIQUES.chaser;
	it.each(AIR.flatMap((air) => [1, 2, 3, 4].map((seed) => [air, seed] as const)))(
		'is named, turbulence %s, seed %i',
		(air, seed) => {
			expect(chased(flown(chases, air, seed), air)).toBe(true);
		}
	);

	it('is not one that wanders by itself: none of 24, from a degree to three', () => {
		const named = AIR.flatMap((air) =>
			[1, 2, 3].flatMap((wanderDeg) =>
				[11, 12, 13, 14]
					.filter((seed) => chased(flown({ wanderDeg }, air, seed), air))
					.map((seed) => [air, wanderDeg, seed])
			)
		);
		expect(named).toEqual([]);
	});

	it('is not one whose pilot could not see the dial, covered or failed', () => {
		const track = flown(chases, 'none', 1);
		expect(chased(track, 'none')).toBe(true);
		const hidden = (name: 'covered' | 'failures', bits: number) => {
			const before = track.column(name).slice();
			track.column(name).fill(bits);
			const found = chased(track, 'none');
			track.column(name).set(before);
			return found;
		};
		expect(hidden('covered', coverBit('vertical-speed'))).toBe(false);
		expect(hidden('failures', 1 << FAILURE_KINDS.indexOf('static-blocked'))).toBe(false);
		// Another dial that is covered says nothing.
		expect(hidden('covered', coverBit('heading'))).toBe(true);
	});
});
