import type { Knex } from 'knex';
import { massAndBalance } from '@hanza/core';
import { aircraftCatalog, cardCatalog } from '$data';
import { settableStandards } from '../library/standards.js';
import {
	addAssignment,
	cardsOf,
	closeAssignment,
	studentsOf,
	type AllowedAssist,
	type Person
} from '../../data/index.js';
import {
	found,
	ownStudent,
	settableCard,
	usableArea,
	visibleAssignment,
	visibleStandard
} from '../../policy.js';
import { withConditions, NO_CONDITIONS, type Conditions } from './conditions.js';
import { FAILURE_ROWS, SCHOOL_ROWS } from './library.js';

/** What an instructor sets a student. */
export interface Task extends Conditions {
	student: string;
	card: string;
	standard: string;
	assist: AllowedAssist;
	note: string;
}

/**
 * Sets a task.
 * @returns the student.
 * @throws HanzaError where the card cannot be flown under these conditions.
 */
export async function setTask(db: Knex, person: Person, task: Task): Promise<Person> {
	const student = found(await ownStudent(db, person, task.student));
	const { card } = found(await settableCard(db, person, task.card));
	const { standard } = found(await visibleStandard(db, person, task.standard));
	await addAssignment(db, {
		studentId: student.id,
		instructorId: person.id,
		card: withConditions(card, task, await usableArea(db, person, card.area)),
		standardId: standard.id,
		assist: task.assist,
		note: task.note.trim()
	});
	return student;
}

/** Takes a task back. */
export async function closeTask(db: Knex, person: Person, id: string): Promise<void> {
	await closeAssignment(db, found(await visibleAssignment(db, person, id)).id);
}

/** What a task can be set from. */
export async function taskPage(db: Knex, person: Person) {
	const [students, saved, standards] = await Promise.all([
		studentsOf(db, person.id),
		cardsOf(db, person.id),
		settableStandards(db, person)
	]);
	return {
		students: students.map(({ id, name }) => ({ id, name })),
		cards: [
			...saved.map(({ id, card, authorName }) => ({
				id,
				name: card.name,
				summary: `${card.summary} Kept by ${authorName}.`,
				group: 'Your own',
				aircraft: card.aircraft,
				kept: true
			})),
			...cardCatalog.all.map(({ id, name, summary, aircraft, group = 'Others' }) => ({
				id,
				name,
				summary,
				group,
				aircraft,
				kept: false
			}))
		],
		aircraft: aircraftCatalog.all.map((one) => ({
			id: one.id,
			name: one.name,
			verticalSpeed: one.verticalSpeed,
			loadings: [
				{ id: 'standard', name: 'as in its table', loading: one.loading.standard },
				...one.loading.examples
			].map(({ id, name, loading }) => ({
				id,
				name,
				massKg: Math.round(massAndBalance(one, loading).massKg)
			}))
		})),
		failures: FAILURE_ROWS,
		standards: standards.map(({ id, name, edition, source }) => ({ id, name, edition, source })),
		schools: SCHOOL_ROWS,
		usual: NO_CONDITIONS
	};
}
