import { describe, expect, it } from 'vitest';
import { aircraftCatalog, areaCatalog, cardCatalog } from '../../data/index.js';
import {
	cutPhases,
	Evidence,
	findFaults,
	flyByRobot,
	TECHNIQUES,
	Track,
	type FaultKind,
	type PilotId
} from '../src/index.js';
import { spread } from '../src/base/index.js';
import { climbThroughAir } from '../src/recording/index.js';
import { flyByHuman } from './human/human-pilot.js';
import { truthOf } from './human/truth.js';
import { varied, type Air, type Variation } from './human/varied.js';
import { area, descentCard, trainer } from './shipped.js';

/** A card as a person flew it in its air: what he did by his own account, and what was named. */
function flown(id: string, pilot: PilotId, seed: number, air: Air, vary: Variation | null = null) {
	const card = varied(cardCatalog.get(id), { seed, air, vary });
	const aircraft = aircraftCatalog.get(card.aircraft);
	const flight = flyByHuman(card, aircraft, areaCatalog.get(card.area), TECHNIQUES[pilot], seed, 600);
	const { track, looks, account } = flight;
	const found = findFaults(new Evidence(card, track, cutPhases(card, track), aircraft, {}, looks));
	return {
		did: (kind: FaultKind) => truthOf(kind, card, flight, pilot !== 'steady'),
		named: found.map(({ kind }) => kind),
		account
	};
}

describe('the rate through the air', () => {
	it('is that over the ground in still air, level, climbing or going down', () => {
		const { track } = flyByRobot(descentCard, trainer, area, TECHNIQUES.steady, 1);
		const through = climbThroughAir(track, descentCard.weather)!;
		const rate = track.column('verticalSpeedFpm');
		// The last digits of the angles are kept to hundredths: some 10 ft/min at this speed.
		const off = through.map((fpm, i) => fpm - rate[i]!);
		expect(Math.max(...off.map(Math.abs))).toBeLessThan(30);
		expect(spread(rate)).toBeGreaterThan(100);
	});

	it('leaves out what a draught does: in rough air it wanders far less than that over the ground', () => {
		const card = varied(cardCatalog.get('straight-level'), { seed: 4, air: 'moderate', vary: null });
		const { track } = flyByHuman(card, trainer, area, TECHNIQUES.steady, 4, 200);
		const through = climbThroughAir(track, card.weather)!;
		expect(spread(through)).toBeLessThan(0.75 * spread(track.column('verticalSpeedFpm')));
	});

	it('is not told where the angle of attack was not recorded', () => {
		const { track } = flyByRobot(descentCard, trainer, area, TECHNIQUES.steady, 1);
		const channels = new Map([...track.channels].filter(([name]) => name !== 'angleOfAttackDeg'));
		const blind = new Track(track.rateHz, channels, track.length);
		expect(climbThroughAir(blind, descentCard.weather)).toBeNull();
	});
});

/** Fault, card, pilot and air, and the seeds of flights in which it was done and had once gone unnamed. */
const DONE: [FaultKind, string, PilotId, Air, Variation | null, number[]][] = [
	['descent-before-slowing', 'approach-descent', 'hasty', 'moderate', null, [1, 319]],
	['early-level-off', 'approach-descent', 'early-leveller', 'moderate', null, [15, 19, 315, 321]],
	['compass-read-in-turn', 'compass-turns', 'card-reader', 'moderate', null, [26, 34, 211]],
	['turn-held-until-centred', 'track-crosswind', 'through-turner', 'moderate', 'across', [211]],
	['corrects-too-much', 'track-crosswind', 'overcorrector', 'moderate', 'across', [4, 13, 211]],
	['bank-held', 'oval', 'holder', 'moderate', null, [33, 214, 302]],
	['corrects-too-little', 'track-crosswind', 'undercorrector', 'moderate', 'across', [6, 202, 323]]
];
/** The same of flights in which it was not done, and had once been named. */
const NOT_DONE: [FaultKind, string, Air, Variation | null, number[]][] = [
	['two-changes-at-once', 'oval', 'light', null, [86, 100]],
	['early-level-off', 'approach-descent', 'light', null, [202, 322]],
	['early-level-off', 'approach-descent', 'moderate', null, [221, 304]],
	['chases-needle', 'bracket', 'moderate', 'across', [13, 205]],
	['wrong-way-input', 'upset-moderate', 'none', null, [201, 212]],
	['wrong-way-input', 'upset-moderate', 'moderate', null, [206]],
	['turn-held-until-centred', 'intercept-inbound', 'moderate', 'across', [8, 308]],
	['corrects-too-much', 'bracket', 'moderate', 'across', [31, 207]]
];

describe('what people do in rough air, told from what the air does', () => {
	it.each(DONE)('%s is named on %s where %s did it in %s air', (kind, card, pilot, air, vary, seeds) => {
		for (const seed of seeds) {
			const { did, named } = flown(card, pilot, seed, air, vary);
			expect(did(kind), `seed ${seed}`).toBe(true);
			expect(named, `seed ${seed}`).toContain(kind);
		}
	});

	it.each(NOT_DONE)('%s is not named on %s where nobody did it in %s air', (kind, card, air, vary, seeds) => {
		for (const seed of seeds) {
			const { did, named } = flown(card, 'steady', seed, air, vary);
			expect(did(kind), `seed ${seed}`).toBe(false);
			expect(named, `seed ${seed}`).not.toContain(kind);
		}
	});

	it('a compass that lied in the turn is told by the true heading, not by the dial that has failed', () => {
		const { did, account } = flown('compass-turns', 'card-reader', 6, 'none');
		expect(did('compass-read-in-turn')).toBe(true);
		const lies = account.deeds.filter(({ kind }) => kind === 'compass').map(({ by }) => by);
		expect(lies.length).toBeGreaterThanOrEqual(2);
		// Dip and bank make it lie by 14° and by some 35°; half a circle is what a dead dial is off.
		for (const deg of lies) expect(deg).toBeLessThan(60);
	});
});
