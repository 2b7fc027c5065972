import type { Knex } from 'knex';
import { RECORDING_RATE_HZ } from '@hanza/core';
import { aircraftCatalog } from '$data';
import { attemptsOf, lastAttempts, openAssignments, studentsOf, type Person } from '../../data/index.js';
import { found, ownStudent } from '../../policy.js';
import { scanTrend } from '../attempts/scans.js';
import { ownNumbers } from '../attempts/steady-state.js';
import { manoeuvresOf } from './manoeuvres.js';
import { attentionOf } from './roster.js';

/** A student's record as the instructor sees it. */
export async function studentPage(db: Knex, person: Person, id: string) {
	const student = found(await ownStudent(db, person, id));
	const [manoeuvres, scans, flights, tasks] = await Promise.all([
		manoeuvresOf(db, student.id),
		scanTrend(db, student.id),
		attemptsOf(db, student.id, 500),
		openAssignments(db, student.id)
	]);
	return {
		student: { id: student.id, name: student.name },
		manoeuvres: manoeuvres.records,
		leanings: manoeuvres.leanings,
		scans,
		flights,
		attention: attentionOf(flights.slice(0, 5), tasks.length, new Date()),
		tasks: tasks.map(({ id, card, note, assist, standardId, createdAt }) => ({
			id,
			name: card.name,
			note,
			assist,
			standardId,
			createdAt
		}))
	};
}

/** A student's own first page: tasks and last flights. */
export async function homePage(db: Knex, person: Person) {
	const [tasks, flights] = await Promise.all([openAssignments(db, person.id), attemptsOf(db, person.id, 12)]);
	return {
		tasks: tasks.map(({ id, card, assist, note, instructorName, createdAt }) => ({
			id,
			name: card.name,
			summary: card.summary,
			assist,
			note,
			instructorName,
			createdAt,
			flown: flights.filter((flight) => flight.assignmentId === id && flight.status !== 'flying').length
		})),
		unfinished: flights.filter((flight) => flight.status === 'flying'),
		flights: flights.filter((flight) => flight.status !== 'flying')
	};
}

/** All ended flights of a student with their practice time. */
export const practicePage = async (db: Knex, person: Person) =>
	(await attemptsOf(db, person.id, 1000))
		.filter(({ status }) => status !== 'flying')
		.map((flight) => ({ ...flight, practiceSeconds: flight.samples / RECORDING_RATE_HZ }));

/** The newest flights of an instructor's students: a tap sheet is given to one of them. */
export async function tapPage(db: Knex, person: Person) {
	const students = await studentsOf(db, person.id);
	const names = new Map(students.map(({ id, name }) => [id, name]));
	const flights = await lastAttempts(db, [...names.keys()], 4);
	return flights.map(({ id, studentId, cardName, startedAt, status }) => ({
		id,
		cardName,
		startedAt,
		flying: status === 'flying',
		studentName: names.get(studentId) ?? ''
	}));
}

/** An aircraft with a student's own numbers in it: the person's, or those of a student of the instructor's. */
export async function aircraftPage(db: Knex, person: Person, id: string, studentId: string) {
	const aircraft = found(aircraftCatalog.find(id));
	const instructs = person.role === 'instructor';
	const student = instructs ? (studentId ? found(await ownStudent(db, person, studentId)) : null) : person;
	return {
		aircraft,
		others: aircraftCatalog.all.map(({ id, name }) => ({ id, name })),
		students: instructs ? (await studentsOf(db, person.id)).map(({ id, name }) => ({ id, name })) : [],
		student: student && { id: student.id, name: instructs ? student.name : 'you' },
		measured: student ? await ownNumbers(db, student.id, aircraft.id) : []
	};
}
