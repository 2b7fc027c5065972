import { describe, expect, it } from 'vitest';
import { DRILL_IDS } from '@hanza/core';
import { cardCatalog } from '../../data/index.js';
import { addAssignment, addCard } from '../../src/lib/server/data/index.js';
import { findable } from '../../src/lib/server/services/index.js';
import { somebody, withDatabase } from './database.js';

const at = withDatabase();
const card = cardCatalog.get('hold-direct');

describe('what can be gone to by name', () => {
	it('is for an instructor the own students and cards, and every card to be set', async () => {
		const [own, other] = [await somebody(at.db, 'instructor'), await somebody(at.db, 'instructor')];
		const student = await somebody(at.db, 'student', own.id);
		const strange = await somebody(at.db, 'student', other.id);
		await addCard(at.db, {
			ownerId: other.id,
			authorId: other.id,
			attemptId: null,
			card: { ...card, name: 'Not yours' }
		});
		const kept = await addCard(at.db, {
			ownerId: own.id,
			authorId: own.id,
			attemptId: null,
			card: { ...card, name: 'My own hold' }
		});
		const found = await findable(at.db, own);
		expect(found).toContainEqual({ group: 'Students', text: student.name, href: `/students/${student.id}` });
		expect(found).toContainEqual({
			group: 'Your cards',
			text: 'My own hold',
			href: `/library/cards/${kept}`
		});
		expect(found).toContainEqual({ group: 'Set a task', text: card.name, href: '/set?card=hold-direct' });
		expect(found.map(({ text }) => text)).not.toContain(strange.name);
		expect(found.map(({ text }) => text)).not.toContain('Not yours');
		expect(found.filter(({ group }) => group === 'Set a task')).toHaveLength(cardCatalog.all.length);
	});

	it('is for a student the own tasks and flights and nothing of anybody else', async () => {
		const instructor = await somebody(at.db, 'instructor');
		const [student, other] = [
			await somebody(at.db, 'student', instructor.id),
			await somebody(at.db, 'student', instructor.id)
		];
		const set = (studentId: string) =>
			addAssignment(at.db, {
				studentId,
				instructorId: instructor.id,
				card,
				standardId: 'us-instrument',
				assist: 'any',
				note: ''
			});
		const [task] = [await set(student.id), await set(other.id)];
		const found = await findable(at.db, student);
		const common = new Set(['Bench', 'Drills', 'Faults', 'Procedures', 'Aircraft', 'Areas']);
		expect(found.filter(({ group }) => !common.has(group))).toEqual([
			{ group: 'Tasks', text: card.name, href: `/brief/${task}` }
		]);
		// What is there for everybody: every calculation and drill by its name.
		expect(found).toContainEqual({ group: 'Bench', text: 'Reversal', href: '/bench/reversal' });
		expect(found.filter(({ group }) => group === 'Drills')).toHaveLength(DRILL_IDS.length);
	});
});
