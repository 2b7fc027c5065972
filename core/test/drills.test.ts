import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { procedureCatalog } from '../../data/index.js';
import {
	BOX_DAYS,
	chooseItems,
	DRILL_IDS,
	DRILLS,
	FLAG,
	isRight,
	LAST_BOX,
	PRIMARY,
	question,
	reviewed,
	SeededRandom,
	solveHoldEntry,
	solveNeedle,
	type DrillContext
} from '../src/index.js';
import { tourer, trainer } from './shipped.js';

const context: DrillContext = {
	aircraft: trainer,
	ruleMaxErrorDeg: 30,
	dipDeg: 60,
	procedures: procedureCatalog.all
};

describe.each(DRILL_IDS)('the drill %s', (id) => {
	it('asks every item, with one right answer that is marked right and others that are not', () => {
		for (const aircraft of [trainer, tourer])
			for (const item of DRILLS[id].items({ ...context, aircraft }))
				for (let seed = 0; seed < 5; seed++) {
					const asked = question(id, item, seed, { ...context, aircraft });
					expect(asked.prompt.length).toBeGreaterThan(10);
					expect(asked.explanation.length).toBeGreaterThan(10);
					const { answer } = asked;
					expect(isRight(asked, answer.right)).toBe(true);
					if (answer.kind === 'choice') {
						expect(new Set(answer.options).size).toBe(answer.options.length);
						// There are three entries into a hold, and three things to do at a minimum.
						const fewest = id === 'hold-entry' || id === 'minimum' ? 3 : 4;
						expect(answer.options.length).toBeGreaterThanOrEqual(fewest);
						expect(isRight(asked, (answer.right + 1) % answer.options.length)).toBe(false);
					} else {
						expect(isRight(asked, answer.right + answer.tolerance * 0.99)).toBe(true);
						expect(isRight(asked, answer.right + answer.tolerance * 1.01)).toBe(false);
					}
				}
	});

	it('is the same again for the same seed, and refuses an item it does not have', () => {
		const [item] = DRILLS[id].items(context);
		expect(question(id, item!, 7, context)).toEqual(question(id, item!, 7, context));
		expect(() => question(id, 'none/such', 1, context)).toThrow(/\/item is none of the drill/);
	});
});

describe('what is asked of the radios', () => {
	const seeds = Array.from({ length: 60 }, (_, seed) => seed);

	it('hold entry: never where either entry is right, and the entry and heading that the solver gives', () => {
		for (const item of DRILLS['hold-entry'].items(context))
			for (const seed of seeds) {
				const { hold, answer } = question('hold-entry', item, seed, context);
				const solved = solveHoldEntry(hold!);
				expect(solved.alsoAllowed).toEqual([]);
				if (answer.kind === 'choice') expect(answer.options[answer.right]).toBe(solved.entry);
				else expect(answer.right).toBe(solved.firstHeadingDeg);
				expect(item.split('/').slice(1)).toEqual([solved.entry, hold!.turns]);
			}
	});

	it('needle: the radial is the one from which a receiver shows that needle', () => {
		for (const item of DRILLS.needle.items(context).filter((one) => one.startsWith('radial')))
			for (const seed of seeds) {
				const { needle, answer } = question('needle', item, seed, context);
				const found = solveNeedle({
					kind: 'vor',
					selectedCourseDeg: needle!.courseDeg,
					radialDeg: answer.right
				});
				expect(found.deflection).toBeCloseTo(needle!.needle, 6);
				expect(found.flag).toBe(needle!.flag === FLAG.to ? 'to' : 'from');
			}
	});

	it('needle: against the course that is set, the course lies away from the needle', () => {
		for (const item of DRILLS.needle.items(context).filter((one) => one.startsWith('side'))) {
			const { needle, answer } = question('needle', item, 3, context);
			const shown = needle!.needle > 0 ? 'right' : 'left';
			const other = needle!.needle > 0 ? 'left' : 'right';
			const right = answer.kind === 'choice' ? answer.options[answer.right] : '';
			expect(right).toBe(`to the ${item.endsWith('against') ? other : shown}`);
		}
	});
});

describe('what is asked', () => {
	it('primary: the altimeter for pitch in level flight, the turn rate for bank in a turn', () => {
		const answer = (item: string) => {
			const { answer } = question('primary', item, 1, context);
			return answer.kind === 'choice' ? answer.options[answer.right] : '';
		};
		expect(answer('level/pitch')).toBe('altimeter');
		expect(answer('turn/bank')).toBe('turn rate');
		expect(answer('speed-climb/power')).toBe('tachometer');
		expect(answer('rate-descent/pitch')).toBe('vertical speed');
		expect(Object.keys(PRIMARY)).toHaveLength(7);
	});

	it('bank: 100 kt asks for 15.4°', () => {
		const { answer } = question('standard-bank', 'bank/100', 1, context);
		expect(answer.right).toBeCloseTo(15.36, 2);
	});

	it('leads: a tenth of the rate, half the bank', () => {
		const level = question('leads', 'level/500', 3, context);
		const asked = Number(/to (\d+) ft/.exec(level.prompt)![1]);
		expect(Math.abs(level.answer.right - asked)).toBe(50);
		const roll = question('leads', 'roll/20', 3, context);
		expect(roll.explanation).toMatch(/Half the bank is 10°/);
	});

	it('compass: a right turn to north by the 30° rule rolls out on 330, to south on 210', () => {
		expect(question('compass', 'right/0', 1, context).answer.right).toBeCloseTo(330, 9);
		expect(question('compass', 'right/180', 1, context).answer.right).toBeCloseTo(210, 9);
		expect(question('compass', 'left/90', 1, context).answer.right).toBeCloseTo(90, 9);
		const south = question('compass', 'right/0', 1, { ...context, dipDeg: -60 });
		expect(south.answer.right).toBeCloseTo(30, 9);
	});

	it('the panel: of two pictures ten seconds apart the second follows from the first, unless something lies', () => {
		const { panels } = question('panel', 'does/climb-left', 5, context);
		expect(panels!.second.altimeterFt - panels!.first.altimeterFt).toBeCloseTo(83.3, 1);
		expect((panels!.first.headingDeg - panels!.second.headingDeg + 360) % 360).toBeCloseTo(30, 6);
		const stuck = question('panel', 'lies/heading', 5, context).panels!;
		expect(stuck.second.headingDeg).toBeCloseTo(stuck.first.headingDeg, 6);
		expect(stuck.second.compassDeg).not.toBeCloseTo(stuck.first.compassDeg, 0);
	});
});

describe('spaced repetition', () => {
	it('what is right moves on and comes later; what is wrong goes back to the first box, due at once', () => {
		let state = reviewed(undefined, 'a', true, 100);
		const dues = [state.dueDay];
		for (let i = 0; i < 6; i++) {
			state = reviewed(state, 'a', true, 100);
			dues.push(state.dueDay);
		}
		expect(dues).toEqual([101, 103, 107, 116, 135, 135, 135]);
		expect(state.box).toBe(LAST_BOX);
		expect(reviewed(state, 'a', false, 200)).toEqual({ item: 'a', box: 0, dueDay: 200 + BOX_DAYS[0] });
	});

	it('asks what is due before what is new, and what is new before what is not due; nothing twice', () => {
		const all = ['a', 'b', 'c', 'd', 'e'];
		const states = [
			{ item: 'b', box: 1, dueDay: 90 },
			{ item: 'd', box: 2, dueDay: 80 },
			{ item: 'e', box: 3, dueDay: 140 }
		];
		fc.assert(
			fc.property(fc.nat(), fc.integer({ min: 1, max: 5 }), (seed, count) => {
				const chosen = chooseItems(all, states, 100, count, new SeededRandom(seed));
				expect(chosen).toHaveLength(count);
				expect(new Set(chosen).size).toBe(count);
				expect(chosen[0]).toBe('d');
				if (count > 1) expect(chosen[1]).toBe('b');
				if (count > 3) expect(['a', 'c']).toContain(chosen[3]);
				if (count === 5) expect(chosen[4]).toBe('e');
			})
		);
	});
});
