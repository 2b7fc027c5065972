import type { Knex } from 'knex';
import {
	DRILLS,
	FAULT_NAMES,
	faultRecords,
	NO_CONDITIONS,
	sinceThen,
	type FaultKind,
	type FaultRecord
} from '@hanza/core';
import { aircraftCatalog, areaCatalog } from '$data';
import type { AttemptRow } from '$lib/contracts/views.js';
import { guideOf } from '$lib/help/fault-guide.js';
import {
	addAssignment,
	attemptsOf,
	begunAssignments,
	findAttempt,
	lastAttempts,
	markLooked,
	newestAssignments,
	openAssignments,
	openAssignmentsOf,
	roundsOf,
	studentsOf,
	waitingByStudent,
	type Person
} from '../../data/index.js';
import { found, instructedAttempt, ownStudent } from '../../policy.js';
import { isInTheAir } from '../attempts/live.js';
import { withConditions } from '../cards/conditions.js';
import { drillContext, drillRows } from '../drills/drills.js';
import { flightFaults } from './flight-faults.js';
import { drawnSketchOf } from '../cards/library.js';
import { cardFor } from '../next/next.js';
import { standingVerdict } from './roster.js';

const DAY_MS = 86_400_000;
const EACH = 12;
/** Not seen for so long is a row of its own, days. */
const SILENT_DAYS = 10;
/** Flights that ended longer ago are no news, days. */
const NEWS_DAYS = 30;
/** Of the last three flights. */
const CAME_AGAIN = 2;

const daysSince = (date: Date, now: Date): number => Math.floor((now.getTime() - date.getTime()) / DAY_MS);

/** A fault that came again, with what trains it. */
export const trainedBy = (record: FaultRecord) => {
	const card = cardFor(record.kind);
	const { drill } = guideOf(record.kind);
	return {
		kind: record.kind,
		name: FAULT_NAMES[record.kind],
		ofLastThree: record.ofLastThree,
		flights: record.flightIds.length,
		newestId: record.flightIds[0]!,
		sinceAt: record.sinceAt,
		card: card && { id: card.id, name: card.name },
		drill: drill ? { id: drill, name: DRILLS[drill].name } : null
	};
};

/** What waits for an instructor, each list in the order of its worth. */
export async function instructorToday(db: Knex, person: Person, now = new Date()) {
	const students = await studentsOf(db, person.id);
	const ids = students.map(({ id }) => id);
	const [flights, open, newest, waiting] = await Promise.all([
		lastAttempts(db, ids, EACH),
		openAssignmentsOf(db, ids),
		newestAssignments(db, person.id),
		waitingByStudent(db, ids)
	]);
	const begun = await begunAssignments(
		db,
		open.map(({ id }) => id)
	);
	const nameOf = new Map(students.map(({ id, name }) => [id, name]));
	const flight = (row: AttemptRow) => ({
		id: row.id,
		studentId: row.studentId,
		studentName: nameOf.get(row.studentId)!,
		cardName: row.cardName,
		startedAt: row.startedAt,
		verdict: standingVerdict(row),
		score: row.score,
		faults: row.faults
	});
	const ended = flights.filter(({ status }) => status !== 'flying');
	return {
		inTheAir: flights.filter((row) => isInTheAir(row, now)).map(flight),
		unseen: ended
			.filter(({ lookedAt, startedAt }) => !lookedAt && daysSince(startedAt, now) < NEWS_DAYS)
			.map(flight),
		cameAgain: students.flatMap(({ id, name }) => {
			const set = new Set(open.filter(({ studentId }) => studentId === id).map(({ cardId }) => cardId));
			return faultRecords(flightFaults(flights.filter(({ studentId }) => studentId === id)))
				.filter(({ ofLastThree }) => ofLastThree >= CAME_AGAIN)
				.map((record) => {
					const trained = trainedBy(record);
					return {
						studentId: id,
						studentName: name,
						...trained,
						/** The card that trains it is set already. */
						isSet: trained.card !== null && set.has(trained.card.id)
					};
				});
		}),
		/** Entries of the log that only an instructor's word makes final. */
		toConfirm: students
			.map(({ id, name }) => ({ studentId: id, studentName: name, entries: waiting.get(id) ?? 0 }))
			.filter(({ entries }) => entries > 0)
			.sort((a, b) => b.entries - a.entries),
		notBegun: open
			.filter(({ id }) => !begun.has(id))
			.map(({ id, studentId, card, createdAt }) => ({
				id,
				studentId,
				studentName: nameOf.get(studentId)!,
				cardName: card.name,
				days: daysSince(createdAt, now)
			}))
			.sort((a, b) => b.days - a.days),
		silent: students
			.map(({ id, name }) => {
				const last = flights.find(({ studentId }) => studentId === id);
				return {
					studentId: id,
					studentName: name,
					days: last ? daysSince(last.startedAt, now) : null,
					lastCard: newest.find(({ studentId }) => studentId === id)?.card.name ?? null,
					open: open.filter(({ studentId }) => studentId === id).length
				};
			})
			.filter(({ days }) => days === null || days >= SILENT_DAYS)
			.sort((a, b) => (b.days ?? Infinity) - (a.days ?? Infinity)),
		students: students.length
	};
}

/** Takes a flight off the list of those not looked at. */
export async function lookAt(db: Knex, person: Person, attemptId: string): Promise<void> {
	await markLooked(db, found(await instructedAttempt(db, person, attemptId)).id);
}

/** Sets the card that trains a fault, by the standard of the student's newest flight. */
export async function setTraining(
	db: Knex,
	person: Person,
	studentId: string,
	kind: string,
	usualStandard: string
): Promise<void> {
	const student = found(await ownStudent(db, person, studentId));
	const fault = found(Object.keys(FAULT_NAMES).find((one) => one === kind)) as FaultKind;
	const card = found(cardFor(fault));
	const [newest] = await attemptsOf(db, student.id, 1);
	const standard = newest ? (await findAttempt(db, newest.id))?.standard.id : undefined;
	await addAssignment(db, {
		studentId: student.id,
		instructorId: person.id,
		card: withConditions(card, NO_CONDITIONS),
		standardId: standard ?? usualStandard,
		assist: 'any',
		note: `Trains what came again: ${FAULT_NAMES[fault].toLowerCase()}.`,
		conditions: NO_CONDITIONS,
		chosenCard: card.id
	});
}

/** The drill that is most worth ten minutes: what is due, else the one for the last fault, else the next that is new. */
function drillOf(
	rows: Awaited<ReturnType<typeof drillRows>>,
	faults: readonly FaultRecord[]
): { id: string; name: string; why: string } | null {
	const lately = faults.filter(({ sinceAt }) => sinceAt !== null);
	for (const { kind } of lately) {
		const row = rows.find(({ id }) => id === guideOf(kind).drill);
		if (row && (row.rounds === 0 || row.due > 0))
			return { id: row.id, name: row.name, why: `for “${FAULT_NAMES[kind].toLowerCase()}”` };
	}
	const due = [...rows].sort((a, b) => b.due - a.due)[0];
	if (due && due.due > 0)
		return { id: due.id, name: due.name, why: `${due.due} question${due.due === 1 ? ' is' : 's are'} due` };
	const fresh = rows.find(({ rounds }) => rounds === 0);
	return fresh ? { id: fresh.id, name: fresh.name, why: 'not done yet' } : null;
}

/** A student's day: the one thing to do, what is set, and ten minutes. */
export async function studentToday(db: Knex, person: Person, now = new Date()) {
	const [tasks, flights, rounds] = await Promise.all([
		openAssignments(db, person.id),
		attemptsOf(db, person.id, 60),
		roundsOf(db, person.id)
	]);
	const faults = faultRecords(flightFaults(flights));
	const aircraft = aircraftCatalog.all[0]!;
	const rows = await drillRows(db, person, drillContext(aircraft, areaCatalog.all[0]!), now);
	const flownOf = (id: string) => flights.filter((one) => one.assignmentId === id && one.status !== 'flying');
	const shown = tasks.map(
		({ id, card, assist, note, instructorId, instructorName, createdAt, chosenCard, conditions }) => {
			const flown = flownOf(id);
			const last = flown[0];
			return {
				id,
				cardId: card.id,
				name: card.name,
				summary: card.summary,
				assist,
				note,
				instructorName: instructorId === person.id ? null : instructorName,
				createdAt,
				flown: flown.length,
				lastVerdict: last ? standingVerdict(last) : null,
				lastScore: last?.score ?? null,
				lastId: last?.id ?? null,
				/** True to the card only where nothing was put on it. */
				sketch: conditions && chosenCard === card.id ? drawnSketchOf(card.id) : null
			};
		}
	);
	const unfinished = flights.filter(({ status }) => status === 'flying');
	const newest = [...shown].filter(({ flown }) => flown === 0);
	const failed = shown.filter(({ lastVerdict }) => lastVerdict !== null && lastVerdict !== 'met');
	const next = newest[0] ?? failed[0] ?? shown[0] ?? null;
	const why = !next
		? ''
		: next.flown === 0
			? next.instructorName
				? `${next.instructorName} has set it, and it is not flown yet`
				: 'you chose it, and it is not flown yet'
			: next.lastVerdict !== 'met'
				? `flown ${next.flown === 1 ? 'once' : `${next.flown} times`}, ${next.lastVerdict} the last time`
				: 'met the last time: once more, to keep it';
	const lately = faults.find(({ sinceAt }) => sinceAt !== null) ?? faults[0];
	const trained = lately ? trainedBy(lately) : null;
	const firstRound = trained?.drill && rounds.filter(({ drill }) => drill === trained.drill!.id).at(-1);
	return {
		personId: person.id,
		next: next && { ...next, why },
		unfinished: unfinished.map(({ id, cardName, startedAt }) => ({ id, cardName, startedAt })),
		tasks: shown,
		flights: flights.filter(({ status }) => status !== 'flying').slice(0, 5),
		drill: drillOf(rows, faults),
		fault: trained && {
			...trained,
			taskId: shown.find(({ cardId }) => cardId === trained.card?.id)?.id ?? null,
			since: firstRound ? sinceThen(flightFaults(flights), trained.kind, firstRound.at.getTime()) : null
		}
	};
}
