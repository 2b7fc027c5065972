import type { Knex } from 'knex';
import {
	DRILLS,
	faultRecords,
	RECORDING_RATE_HZ,
	sinceThen,
	type BeforeAfter,
	type DrillId
} from '@hanza/core';
import { aircraftCatalog, areaCatalog } from '$data';
import {
	attemptsOf,
	lastAttempts,
	openAssignments,
	roundsOf,
	studentsOf,
	type DrillRound,
	type Person
} from '../../data/index.js';
import { found, ownStudent } from '../../policy.js';
import { scanTrend } from '../attempts/scans.js';
import { ownNumbers } from '../attempts/steady-state.js';
import { drillContext, drillRows } from '../drills/drills.js';
import { flightFaults } from './flight-faults.js';
import { manoeuvresOf } from './manoeuvres.js';
import { attentionOf } from './roster.js';
import { trainedBy } from './today.js';

/** Views of one record, each an address of its own. */
export const RECORD_VIEWS = [
	'flights',
	'faults',
	'attitude',
	'navigation',
	'scan',
	'drills',
	'numbers'
] as const;
export type RecordView = (typeof RECORD_VIEWS)[number];

const MOST_FLIGHTS = 500;
const MOST_ROUNDS = 200;
const NEWEST_FOR_ATTENTION = 12;

/** A fault in a record: how often, since when, what trains it, and whether that has helped. */
async function faultsIn(db: Knex, studentId: string) {
	const [flights, rounds] = await Promise.all([
		attemptsOf(db, studentId, MOST_FLIGHTS),
		roundsOf(db, studentId, MOST_ROUNDS)
	]);
	const having = flightFaults(flights);
	const rowOf = new Map(flights.map((flight) => [flight.id, flight]));
	return faultRecords(having).map((record) => {
		const trained = trainedBy(record);
		const begun: DrillRound | undefined = trained.drill
			? rounds.filter(({ drill }) => drill === trained.drill!.id).at(-1)
			: undefined;
		const since: BeforeAfter | null = begun ? sinceThen(having, record.kind, begun.at.getTime()) : null;
		return {
			...trained,
			id: record.kind,
			flightRows: record.flightIds.map((id) => {
				const { cardName, startedAt } = rowOf.get(id)!;
				return { id, cardName, startedAt };
			}),
			drilledAt: begun?.at ?? null,
			since
		};
	});
}

/** One view of a student's record: only what it shows is read. */
export async function recordView(db: Knex, studentId: string, view: RecordView) {
	switch (view) {
		case 'flights': {
			const [flights, { leanings }] = await Promise.all([
				attemptsOf(db, studentId, MOST_FLIGHTS),
				manoeuvresOf(db, studentId)
			]);
			return { view, flights, leanings };
		}
		case 'faults':
			return { view, faults: await faultsIn(db, studentId) };
		case 'attitude':
			return { view, records: (await manoeuvresOf(db, studentId)).records };
		case 'navigation':
			return { view, records: (await manoeuvresOf(db, studentId)).navigation };
		case 'scan':
			return { view, scans: await scanTrend(db, studentId) };
		case 'drills': {
			const rows = await drillRows(
				db,
				{ id: studentId } as Person,
				drillContext(aircraftCatalog.all[0]!, areaCatalog.all[0]!)
			);
			const rounds = (await roundsOf(db, studentId, MOST_ROUNDS)).map((round) => ({
				...round,
				name: DRILLS[round.drill as DrillId]?.name ?? round.drill
			}));
			return { view, rows, rounds };
		}
		case 'numbers': {
			const aircraft = await Promise.all(
				aircraftCatalog.all.map(async ({ id, name, configurations }) => ({
					id,
					name,
					configurations: configurations.map((one) => ({ id: one.id, name: one.name })),
					numbers: await ownNumbers(db, studentId, id)
				}))
			);
			return { view, aircraft: aircraft.filter(({ numbers }) => numbers.length > 0) };
		}
	}
}
export type ShownRecord = Awaited<ReturnType<typeof recordView>>;

/** The view that an address names; the first without a name. @throws NotFoundError */
export const viewOf = (name: string | undefined): RecordView =>
	name === undefined ? RECORD_VIEWS[0] : found(RECORD_VIEWS.find((one) => one === name));

/** A student's record as the instructor sees it. */
export async function studentPage(db: Knex, person: Person, id: string, view: RecordView) {
	const student = found(await ownStudent(db, person, id));
	const [record, newest, tasks] = await Promise.all([
		recordView(db, student.id, view),
		attemptsOf(db, student.id, NEWEST_FOR_ATTENTION),
		openAssignments(db, student.id)
	]);
	return {
		student: { id: student.id, name: student.name },
		record,
		attention: attentionOf(newest, tasks.length, new Date()),
		tasks: tasks.map(({ id, card, note, assist, standardId, createdAt, instructorId }) => ({
			id,
			name: card.name,
			note,
			assist,
			standardId,
			createdAt,
			/** Chosen by the student. */
			own: instructorId === student.id
		}))
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
