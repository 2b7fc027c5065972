import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import {
	correlation,
	cutPhases,
	findFaults,
	flyByRobot,
	Evidence,
	GALLERY,
	patternCard,
	reportScan,
	reversals,
	roughness,
	runningMean,
	spread,
	TECHNIQUES,
	type TaskCard
} from '../src/index.js';
import { aircraftCatalog, cardCatalog } from '../../data/index.js';
import { fault, habit } from '../src/grading/fault.js';
import { area, trainer, us } from './shipped.js';
import { drawn } from './synthetic.js';

describe('series', () => {
	it('a running mean keeps a constant and the mean of a line', () => {
		expect(Array.from(runningMean(Float64Array.of(3, 3, 3, 3), 2))).toEqual([3, 3, 3, 3]);
		expect(runningMean(Float64Array.of(0, 1, 2, 3, 4), 1)[2]).toBeCloseTo(2, 12);
	});

	it('correlation is 1 with itself, −1 with its opposite, and between for anything', () => {
		const numbers = fc.array(fc.double({ min: -50, max: 50, noNaN: true }), { minLength: 4, maxLength: 40 });
		fc.assert(
			fc.property(numbers, (values) => {
				const a = Float64Array.from(values);
				fc.pre(spread(a) > 1e-3);
				expect(correlation(a, a)).toBeCloseTo(1, 6);
				expect(
					correlation(
						a,
						a.map((value) => -value)
					)
				).toBeCloseTo(-1, 6);
			})
		);
		expect(correlation(Float64Array.of(1, 2, 3), Float64Array.of(5, 5, 5))).toBe(0);
	});

	it('counts turnings that are large enough, and no others', () => {
		expect(reversals(Float64Array.of(1, -1, 1, -1), 0.5)).toBe(3);
		expect(reversals(Float64Array.of(1, -0.2, 1, -0.2), 0.5)).toBe(0);
	});
});

describe('the roughness of the air', () => {
	it('is 1 in calm air, and grows with turbulence and gusts', () => {
		expect(roughness({})).toBe(1);
		const levels = (['none', 'light', 'moderate', 'severe'] as const).map((turbulence) =>
			roughness({ turbulence })
		);
		expect(levels.toSorted((a, b) => a - b)).toEqual(levels);
		expect(new Set(levels).size).toBe(4);
		expect(roughness({ gustKt: 10 })).toBeGreaterThan(1.2);
		expect(roughness({ turbulence: 'severe', gustKt: 40 })).toBe(2.5);
	});

	it('is that of the air: hands that jerk are let off nothing', () => {
		const card = cardCatalog.get('straight-level');
		const jerked = drawn(60, {
			loadFactor: Array.from({ length: 121 }, (_, i): [number, number] => [i / 2, 1 + (i % 2 ? 0.3 : -0.3)])
		});
		expect(new Evidence(card, jerked, cutPhases(card, jerked)).rough).toBe(1);
	});
});

describe('a habit', () => {
	it('shows twice where there was the occasion, and once is a slip', () => {
		const one = fault('bank-held', 1, 2, '', '');
		expect(habit([one], 3)).toEqual([]);
		expect(habit([one, one], 3)).toHaveLength(2);
		expect(habit([one], 1)).toEqual([one]);
	});
});

describe('each fault of the gallery', () => {
	const inAir = (card: TaskCard, turbulence: 'none' | 'light'): TaskCard => ({
		...card,
		weather: { ...card.weather, turbulence }
	});
	it.each(GALLERY.map((entry) => [entry.kind, entry] as const))(
		'%s: named on the flight that has it, and not on the clean one beside it',
		(kind, { cards, pilot, seed, turbulence, longestSeconds = 420 }) => {
			const card = inAir(cardCatalog.get(cards[0]!), turbulence);
			const named = (who: keyof typeof TECHNIQUES) => {
				const aircraft = aircraftCatalog.get(card.aircraft);
				const { track, looks } = flyByRobot(card, aircraft, area, TECHNIQUES[who], seed, longestSeconds);
				return [
					...findFaults(new Evidence(card, track, cutPhases(card, track), aircraft)).map(
						(fault) => fault.kind as string
					),
					...reportScan(looks, card.school ?? 'hub-and-spoke', track, card, us).faults.map(
						(fault) => fault.kind as string
					)
				];
			};
			expect(named(pilot)).toContain(kind);
			expect(named('steady')).not.toContain(kind);
		},
		60_000
	);

	it('a stare and an omission cost heading, and it is said how much', () => {
		for (const kind of ['fixation', 'omission'] as const) {
			const { cards, pilot, seed, turbulence } = GALLERY.find((entry) => entry.kind === kind)!;
			const card = inAir(cardCatalog.get(cards[0]!), turbulence);
			const { track, looks } = flyByRobot(card, trainer, area, TECHNIQUES[pilot], seed, 420);
			const costs = reportScan(looks, 'hub-and-spoke', track, card, us).costs.filter(
				({ fault, item }) => fault.kind === kind && item === 'headingDeg'
			);
			expect(Math.max(...costs.map(({ grew }) => grew))).toBeGreaterThan(10);
			expect(costs[0]!.text).toMatch(/^Heading wandered \d+° while you (stared at|did not look at) the/);
		}
	});
});

describe('a bank held into the heading', () => {
	const card = patternCard('standard-turns', {
		aircraft: trainer,
		area: area.id,
		altitudeFt: 3000,
		headingDeg: 90
	});
	/** The first turn, from 090 to 180 at three degrees a second, rolled out at a time. */
	const turned = (rollOutAt: number, through: number) =>
		drawn(75, {
			indicatedAltitudeFt: [[0, 3000]],
			indicatedAirspeedKt: [[0, 90]],
			verticalSpeedFpm: [[0, 0]],
			pitchDeg: [[0, 2]],
			bankDeg: [
				[0, 0],
				[20, 0],
				[23, 14],
				[rollOutAt, 14],
				[rollOutAt + 3, 0],
				[75, 0]
			],
			indicatedHeadingDeg: [
				[0, 90],
				[21, 90],
				[rollOutAt + 1, 180 + through],
				[rollOutAt + 8, 180 + through],
				[rollOutAt + 14, 180],
				[75, 180]
			]
		});
	const held = (track: ReturnType<typeof turned>) =>
		findFaults(new Evidence(card, track, cutPhases(card, track)), ['attitude']).filter(
			({ kind }) => kind === 'bank-held'
		);

	it('is named with how far it went through, and the lead that was due', () => {
		const [fault] = held(turned(52, 11));
		expect(fault!.text).toMatch(/and went 11° through\.$/);
		expect(fault!.tryNext).toMatch(/half the bank early: 7° before the heading at 14° of bank/);
		expect(fault!.startSeconds).toBeGreaterThan(49);
	});

	it('is not one when the roll-out was led and the heading was not passed', () => {
		expect(held(turned(48, 0))).toEqual([]);
	});
});
