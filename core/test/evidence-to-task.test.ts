import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { createHash } from 'node:crypto';
import {
	cardTraits,
	cutPhases,
	faultRecords,
	flyByRobot,
	NO_CONDITIONS,
	oneStepHarder,
	sinceThen,
	sketchOf,
	TECHNIQUES,
	withConditions,
	type Conditions,
	type FaultKind,
	type FlightFaults
} from '../src/index.js';
import { aircraftCatalog, areaCatalog, cardCatalog, cardSketch } from '../../data/index.js';
import sketches from '../../data/sketches.json' with { type: 'json' };

const flights = (...faults: FaultKind[][]): FlightFaults[] =>
	faults.map((one, i) => ({ id: `f${i}`, at: i, faults: one }));

describe('faults over flights', () => {
	it('count in the last three, and run since the first flight after two clean ones', () => {
		const [record] = faultRecords(
			flights(['ball-out'], [], [], ['ball-out'], [], ['ball-out'], ['ball-out'])
		);
		expect(record).toEqual({
			kind: 'ball-out',
			flightIds: ['f6', 'f5', 'f3', 'f0'],
			ofLastThree: 2,
			// One clean flight between does not end the run, two do.
			sinceAt: 3,
			lastAt: 6
		});
	});

	it('a fault that two clean flights have ended runs no more', () => {
		expect(faultRecords(flights(['ball-out'], [], []))[0]).toMatchObject({ ofLastThree: 1, sinceAt: null });
	});

	it('what comes most lately stands first, in any order of the flights', () => {
		const list = flights(['ball-out'], ['ball-out'], ['ball-out', 'bank-held'], ['bank-held'], ['bank-held']);
		expect(faultRecords([...list].reverse()).map(({ kind }) => kind)).toEqual(['bank-held', 'ball-out']);
	});

	it('rarer since a drill is told only where both sides have flights enough', () => {
		const list = flights(['ball-out'], ['ball-out'], ['ball-out'], [], ['ball-out'], []);
		expect(sinceThen(list, 'ball-out', 3)).toEqual({
			before: { having: 3, of: 3 },
			after: { having: 1, of: 3 },
			rarer: true
		});
		expect(sinceThen(list, 'ball-out', 5).rarer).toBeNull();
		expect(sinceThen(flights([], [], ['ball-out'], ['ball-out']), 'ball-out', 2).rarer).toBe(false);
	});

	it('no flight is counted on both sides, whatever the moment', () => {
		fc.assert(
			fc.property(
				fc.array(fc.boolean(), { maxLength: 12 }),
				fc.integer({ min: -2, max: 14 }),
				(having, at) => {
					const list = flights(...having.map((has) => (has ? (['ball-out'] as FaultKind[]) : [])));
					const { before, after } = sinceThen(list, 'ball-out', at);
					expect(before.of + after.of).toBeLessThanOrEqual(list.length);
					expect(before.having).toBeLessThanOrEqual(before.of);
					expect(after.having).toBeLessThanOrEqual(after.of);
				}
			)
		);
	});
});

describe('one step harder', () => {
	const ladder = (id: string): string[] => {
		const card = cardCatalog.get(id);
		const words: string[] = [];
		let now: Conditions = NO_CONDITIONS;
		for (let step = oneStepHarder(card, now); step; step = oneStepHarder(card, now)) {
			words.push(step.words);
			now = step.conditions;
			if (words.length > 9) throw new Error('it never ends');
		}
		return words;
	};

	it('goes from wind to rough air, a veil and a failure, and then has nothing more', () => {
		expect(ladder('straight-level')).toEqual([
			'wind of 15 kt',
			'light turbulence',
			'wind of 25 kt',
			'the panel dim but for what is looked at',
			'moderate turbulence',
			'the vacuum failing, between one minute and three'
		]);
	});

	it('leaves out what the card has already', () => {
		expect(ladder('vacuum-partial')).not.toContain('the vacuum failing, between one minute and three');
	});

	it('every step of every card can be flown from its start', () => {
		for (const card of cardCatalog.all) {
			const step = oneStepHarder(card, NO_CONDITIONS)!;
			const aircraft = aircraftCatalog.get(card.aircraft);
			const set = withConditions(card, step.conditions, aircraft);
			expect(set.weather, card.id).not.toEqual(card.weather);
			// The card itself is not touched.
			expect(card).toEqual(cardCatalog.get(card.id));
		}
	});

	it('conditions refuse by their own name', () => {
		const card = cardCatalog.get('straight-level');
		const aircraft = aircraftCatalog.get(card.aircraft);
		const put = (change: Partial<Conditions>) => () =>
			withConditions(card, { ...NO_CONDITIONS, ...change }, aircraft);
		expect(put({ cloudBaseFt: 2000, cloudTopsFt: 1500 })).toThrow('/cloudTopsFt must be a number above 2000');
		expect(put({ failure: 'vacuum', failFromSeconds: 90, failToSeconds: 30 })).toThrow(/^\/failToSeconds/);
		expect(put({ loading: 'nothing' })).toThrow(/^\/loading must be one of standard/);
	});
});

describe('what a list says of a card', () => {
	it('names what it trains and how much it asks at once', () => {
		expect(cardTraits(cardCatalog.get('straight-level'))).toEqual({
			trains: ['Straight and level'],
			difficulty: 1,
			because: []
		});
		expect(cardTraits(cardCatalog.get('hold-direct')).trains).toContain('Holds');
		const partial = cardTraits(cardCatalog.get('vacuum-partial'));
		expect(partial.difficulty).toBeGreaterThan(1);
		expect(partial.because).toContain('a failure');
	});

	it('is harder with wind, rough air and a failure on it, never easier', () => {
		for (const card of cardCatalog.all) {
			const harder = structuredClone(card);
			harder.weather.windLayers = [{ altitudeFt: 0, fromDeg: 90, speedKt: 30 }];
			harder.weather.turbulence = 'moderate';
			expect(cardTraits(harder).difficulty, card.id).toBeGreaterThanOrEqual(cardTraits(card).difficulty);
		}
	});
});

describe('the small pictures of shipped cards', () => {
	it('are of the cards as they are now: npm run sketches', () => {
		const of = (card: unknown) =>
			createHash('sha256').update(JSON.stringify(card)).digest('hex').slice(0, 16);
		const drawn = sketches as unknown as Record<string, { of: string }>;
		expect(Object.keys(drawn).sort()).toEqual(cardCatalog.all.map(({ id }) => id).sort());
		expect(cardCatalog.all.filter((card) => drawn[card.id]!.of !== of(card)).map(({ id }) => id)).toEqual([]);
	});

	it('are what the steady robot flies today', () => {
		for (const id of ['upset-mild', 'speed-changes']) {
			const card = cardCatalog.get(id);
			const flight = flyByRobot(
				card,
				aircraftCatalog.get(card.aircraft),
				areaCatalog.get(card.area),
				TECHNIQUES.steady,
				1
			);
			expect(cardSketch(id)).toMatchObject(sketchOf(flight.track, cutPhases(card, flight.track)));
		}
	});
});
