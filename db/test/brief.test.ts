import { describe, expect, it } from 'vitest';
import { briefOf, workedOut, type BriefAnswer } from '@hanza/core';
import { cardCatalog } from '../../data/index.js';
import { addAssignment, addBriefTry, briefTries, type Person } from '../../src/lib/server/data/index.js';
import { briefBefore, validateTry } from '../../src/lib/server/services/index.js';
import { somebody, withDatabase } from './database.js';

const at = withDatabase();
const card = cardCatalog.get('hold-direct');
const answer = (ending: string): BriefAnswer => briefOf(card).find(({ id }) => id.endsWith(ending))!.answer;

async function task(): Promise<{ student: Person; assignmentId: string }> {
	const instructor = await somebody(at.db, 'instructor');
	const student = await somebody(at.db, 'student', instructor.id);
	const assignmentId = await addAssignment(at.db, {
		studentId: student.id,
		instructorId: instructor.id,
		card,
		standardId: 'us-instrument',
		assist: 'any',
		note: ''
	});
	return { student, assignmentId };
}

describe('what is worked out before a task', () => {
	it('shows no answer before a try, the last try after it, and what was right at once', async () => {
		const { student, assignmentId } = await task();
		const own = async () => workedOut(card, await briefTries(at.db, assignmentId, student.id));
		expect((await own()).map(({ answer, tried }) => [answer, tried])).toEqual(
			briefOf(card).map(() => [null, null])
		);
		const heading = answer('outbound');
		if (heading.kind !== 'direction') throw new Error('the outbound heading is a direction');
		const put = (question: string, entered: string) =>
			addBriefTry(at.db, { studentId: student.id, assignmentId, question, entered });
		await put('leg-2-outbound', '90');
		await put('leg-2-outbound', String(Math.round(heading.deg)));
		await put('leg-2-entry', 'direct');
		const rows = new Map((await own()).map((row) => [row.id, row]));
		expect(rows.get('leg-2-outbound')).toMatchObject({ answer: { right: true }, rightAtOnce: false });
		expect(rows.get('leg-2-entry')).toMatchObject({
			tried: 'direct',
			answer: { right: true },
			rightAtOnce: true
		});
		expect(rows.get('leg-2-time')).toMatchObject({ tried: null, answer: null, rightAtOnce: false });
	});

	it('belongs to the student and the task it was tried for', async () => {
		const [one, other] = [await task(), await task()];
		await addBriefTry(at.db, {
			studentId: one.student.id,
			assignmentId: one.assignmentId,
			question: 'leg-2-entry',
			entered: 'direct'
		});
		expect(await briefTries(at.db, one.assignmentId, one.student.id)).toHaveLength(1);
		expect(await briefTries(at.db, one.assignmentId, other.student.id)).toEqual([]);
		expect(await briefTries(at.db, other.assignmentId, one.student.id)).toEqual([]);
	});

	it('counts for a flight only what was tried before it', async () => {
		const { student, assignmentId } = await task();
		const attempt = (startedAt: Date) => ({ card, assignmentId, studentId: student.id, startedAt });
		expect(await briefBefore(at.db, attempt(new Date()))).toBeNull();
		const begin = new Date(Date.now() - 60_000);
		await addBriefTry(at.db, {
			studentId: student.id,
			assignmentId,
			question: 'leg-2-entry',
			entered: 'direct'
		});
		expect(await briefBefore(at.db, attempt(begin))).toBeNull();
		const asked = briefOf(card).length;
		expect(await briefBefore(at.db, attempt(new Date(Date.now() + 60_000)))).toEqual({
			asked,
			tried: 1,
			rightAtOnce: 1,
			wrong: []
		});
		expect(await briefBefore(at.db, { ...attempt(new Date()), assignmentId: null })).toBeNull();
	});
});

describe('a try', () => {
	it('is kept as it was meant, and what cannot be meant is refused by name', () => {
		expect(validateTry(card, 'leg-2-outbound', ' 285 ')).toBe('285');
		expect(validateTry(card, 'leg-2-time', '61,5')).toBe('61.5');
		expect(validateTry(card, 'leg-2-entry', 'parallel')).toBe('parallel');
		expect(() => validateTry(card, 'leg-2-outbound', '400')).toThrow(/entered.*360/);
		expect(() => validateTry(card, 'leg-2-outbound', '')).toThrow(/entered/);
		expect(() => validateTry(card, 'leg-2-time', 'a minute')).toThrow(/entered.*number/);
		expect(() => validateTry(card, 'leg-2-entry', 'offset')).toThrow(/entered/);
		expect(() => validateTry(card, 'leg-9-entry', 'direct')).toThrow(/question/);
	});
});
