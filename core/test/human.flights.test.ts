import { describe, expect, it } from 'vitest';
import { cardCatalog } from '../../data/index.js';
import {
	cutPhases,
	Evidence,
	findFaults,
	gradeFlight,
	SeededRandom,
	TECHNIQUES,
	type Weather
} from '../src/index.js';
import { flyByHuman, newAccount } from './human/human-pilot.js';
import { Reactions } from './human/reactions.js';
import { truthOf } from './human/truth.js';
import { area, trainer, us } from './shipped.js';

type Turbulence = Weather['turbulence'];
const level = cardCatalog.get('straight-level');
const fly = (id: string, pilot: keyof typeof TECHNIQUES, seed: number, turbulence?: Turbulence) => {
	const shipped = cardCatalog.get(id);
	const card = turbulence ? { ...shipped, weather: { ...shipped.weather, turbulence } } : shipped;
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

	it('does what he has decided in the order in which he decided it, 0.3 to 0.8 s later', () => {
		const reactions = new Reactions(new SeededRandom(5));
		const done: { which: number; after: number }[] = [];
		let now = 0;
		for (let tick = 0; tick < 400; tick++) {
			now = tick / 10;
			reactions.carryOut(now);
			if (tick < 380) reactions.decide(now, () => done.push({ which: tick, after: now - tick / 10 }));
		}
		expect(done.map(({ which }) => which)).toEqual(Array.from({ length: 380 }, (_, i) => i));
		expect(Math.min(...done.map(({ after }) => after))).toBeGreaterThan(0.29);
		expect(Math.max(...done.map(({ after }) => after))).toBeLessThan(0.91);
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

describe('what he did, told by his own account', () => {
	const of = (
		id: string,
		pilot: keyof typeof TECHNIQUES,
		kind: string,
		turbulence: Turbulence,
		seeds = [1, 2, 3, 4, 5, 6]
	) =>
		seeds.map((seed) => {
			const flight = fly(id, pilot, seed, turbulence);
			return {
				did: truthOf(kind, flight.card, flight, pilot !== 'steady'),
				named: (flight.faults as string[]).includes(kind)
			};
		});

	it('a level-off far before the altitude is told in rough air by the rest on the way, and no other', () => {
		// Flights in which neither nose nor power tells it.
		const early = of('approach-descent', 'early-leveller', 'early-level-off', 'light', [2, 7, 8, 10, 11, 15]);
		expect(early.filter(({ did, named }) => did && named).length).toBeGreaterThanOrEqual(5);
		for (const { did, named } of of('approach-descent', 'steady', 'early-level-off', 'light'))
			if (did === false) expect(named).toBe(false);
	});

	it('a compass that was read in the turn is told by what it showed before the hand had moved', () => {
		const read = of('compass-turns', 'card-reader', 'compass-read-in-turn', 'none');
		// One of them is still in the turn when the time is over.
		const done = read.filter(({ did }) => did);
		expect(done.length).toBeGreaterThanOrEqual(5);
		expect(done.filter(({ named }) => !named)).toEqual([]);
		for (const { named } of of('compass-turns', 'steady', 'compass-read-in-turn', 'none'))
			expect(named).toBe(false);
	});

	it('is neither where it was meant and came to nothing', () => {
		const nothing = newAccount();
		const { track, card } = fly('straight-level', 'steady', 1);
		expect(truthOf('attention-taken', card, { track, account: nothing }, true)).toBeNull();
		expect(truthOf('attention-taken', card, { track, account: nothing }, false)).toBe(false);
		const edge = { ...nothing, deeds: [{ kind: 'level-off' as const, by: 0.3 }] };
		expect(truthOf('late-level-off', card, { track, account: edge }, false)).toBeNull();
		const late = { ...nothing, deeds: [{ kind: 'level-off' as const, by: -1 }] };
		// Decided, and nothing came of it; decided and done; done, and never decided.
		expect(truthOf('late-level-off', card, { track, account: late }, true)).toBeNull();
		const hasty = fly('approach-descent', 'hasty', 1);
		expect(truthOf('late-level-off', hasty.card, hasty, true)).toBe(true);
		const careful = { ...hasty.account, deeds: [{ kind: 'level-off' as const, by: 1 }] };
		expect(truthOf('late-level-off', hasty.card, { ...hasty, account: careful }, false)).toBeNull();
		// Of what he keeps no account of he did what he was told to do.
		for (const told of [true, false])
			expect(truthOf('ball-out', card, { track, account: nothing }, told)).toBe(told);
	});
});
