import { expect, it } from 'vitest';
import type { Grade } from '@hanza/core';
import { Reading } from './reading.svelte.js';

const statement = (
	atSeconds: number,
	endSeconds: number,
	cost: number,
	more = {}
): Grade['statements'][number] => ({
	atSeconds,
	endSeconds,
	tone: 'mind',
	text: `from ${atSeconds}`,
	cost,
	...more
});
const GRADE = {
	phases: [
		{ startSeconds: 0, endSeconds: 60 },
		{ startSeconds: 60, endSeconds: 120 },
		{ startSeconds: null, endSeconds: null }
	],
	statements: [
		statement(10, 50, 2),
		statement(20, 25, 6, { about: { phase: 0, item: 'altitudeFt' } }),
		statement(70, 70, 0, { tone: 'good' }),
		statement(90, 100, 4, { about: { phase: 1, fault: 'ball-out' } })
	]
} as unknown as Grade;

it('what cost most stands first, and in the order of time when that is asked for', () => {
	const reading = new Reading(() => GRADE);
	expect(reading.statements.map(({ atSeconds }) => atSeconds)).toEqual([20, 90, 10, 70]);
	reading.order = 'time';
	expect(reading.statements.map(({ atSeconds }) => atSeconds)).toEqual([10, 20, 70, 90]);
});

it('a grade of before, which does not tell the cost, is ordered by what fails and what is good', () => {
	const old = {
		...GRADE,
		statements: GRADE.statements.map(({ cost: _, ...rest }, i) => ({
			...rest,
			tone: (['good', 'fail', 'mind', 'fail'] as const)[i]!
		}))
	} as unknown as Grade;
	expect(new Reading(() => old).statements.map(({ tone }) => tone)).toEqual(['fail', 'fail', 'mind', 'good']);
});

it('choosing in one place marks it in all: statement, line of the table, moment', () => {
	const reading = new Reading(() => GRADE);
	reading.chooseStatement(GRADE.statements[1]!);
	expect(reading).toMatchObject({ moment: 20, span: { from: 20, to: 25 }, phase: 0, item: 'altitudeFt' });
	// The table's line leads back to the sentence that speaks of it.
	reading.chooseItem(0, 'altitudeFt', 22);
	expect(reading.statement).toBe(GRADE.statements[1]);
	expect(reading.moment).toBe(22);
	// A moment chooses what is said of it, the shortest stretch first.
	reading.chooseMoment(22);
	expect(reading.statement).toBe(GRADE.statements[1]);
	reading.chooseMoment(95);
	expect(reading).toMatchObject({ phase: 1, item: null });
	expect(reading.statement).toBe(GRADE.statements[3]);
	reading.chooseMoment(null);
	expect(reading).toMatchObject({ moment: null, phase: null, statement: null });
});
