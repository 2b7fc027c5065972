import type { Knex } from 'knex';
import { cardTraits, massAndBalance, NO_CONDITIONS, type Conditions, type TaskCard } from '@hanza/core';
import { aircraftCatalog, cardCatalog } from '$data';
import { settableStandards } from '../library/standards.js';
import {
	addAssignment,
	cardsOf,
	closeAssignment,
	newestAssignments,
	sharedCards,
	studentsOf,
	type AllowedAssist,
	type Person
} from '../../data/index.js';
import {
	found,
	ownStudent,
	settableCard,
	usableArea,
	closableAssignment,
	visibleStandard
} from '../../policy.js';
import { withConditions } from './conditions.js';
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
		note: task.note.trim(),
		conditions: conditionsOf(task),
		chosenCard: task.card
	});
	return student;
}

/** Sets one task to several students: to all of them, or, where one is not the instructor's, to none. */
export async function setTasks(
	db: Knex,
	person: Person,
	students: readonly string[],
	task: Omit<Task, 'student'>
): Promise<Person[]> {
	for (const id of students) found(await ownStudent(db, person, id));
	return db.transaction(async (tx) => {
		const set: Person[] = [];
		for (const student of new Set(students)) set.push(await setTask(tx, person, { ...task, student }));
		return set;
	});
}

/** Takes a task back: the instructor's own, or one that a student of theirs chose. */
export async function closeTask(db: Knex, person: Person, id: string): Promise<void> {
	await closeAssignment(db, found(await closableAssignment(db, person, id)).id);
}

const conditionsOf = (task: Task): Conditions =>
	Object.fromEntries(
		Object.keys(NO_CONDITIONS).map((name) => [name, task[name as keyof Conditions]])
	) as unknown as Conditions;

/** What a task can be set from. */
export async function taskPage(db: Knex, person: Person) {
	const [students, saved, standards, newest, shared] = await Promise.all([
		studentsOf(db, person.id),
		cardsOf(db, person.id),
		settableStandards(db, person),
		newestAssignments(db, person.id),
		sharedCards(db, person.id)
	]);
	const row = (id: string, card: TaskCard, kept: boolean, summary: string) => ({
		id,
		name: card.name,
		summary,
		group: kept ? 'Your own' : (card.group ?? 'Others'),
		aircraft: card.aircraft,
		kept,
		...cardTraits(card)
	});
	const cards = [
		...saved.map(({ id, card, authorName }) => row(id, card, true, `${card.summary} Kept by ${authorName}.`)),
		...shared.map(({ id, card, authorName }) => ({
			...row(id, card, false, `${card.summary} Shared by ${authorName}.`),
			group: 'The school’s'
		})),
		...cardCatalog.all.map((card) => row(card.id, card, false, card.summary))
	];
	return {
		students: students.map(({ id, name }) => ({ id, name })),
		cards,
		/** The newest task of each student, where it can be set again. */
		last: newest
			.filter(({ chosenCard }) => cards.some(({ id }) => id === chosenCard))
			.map(({ studentId, chosenCard, conditions, standardId, assist, note }) => ({
				studentId,
				card: chosenCard!,
				conditions: conditions ?? NO_CONDITIONS,
				standard: standardId,
				assist,
				note
			})),
		aircraft: aircraftCatalog.all.map(({ id, name }) => ({ id, name })),
		loadings: Object.fromEntries(
			aircraftCatalog.all.map((one) => [
				one.id,
				[
					{ id: 'standard', name: 'as in its table', loading: one.loading.standard },
					...one.loading.examples
				].map(({ id, name, loading }) => ({
					id,
					name,
					massKg: Math.round(massAndBalance(one, loading).massKg)
				}))
			])
		),
		failures: FAILURE_ROWS,
		standards,
		schools: SCHOOL_ROWS,
		usual: NO_CONDITIONS
	};
}
