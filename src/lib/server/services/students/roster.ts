import type { Knex } from 'knex';
import { FAULT_NAMES, faultRecords } from '@hanza/core';
import type { AttemptRow } from '$lib/contracts/views.js';
import { lastAttempts, openAssignmentsOf, studentsOf, type Person } from '../../data/index.js';
import { isInTheAir } from '../attempts/live.js';
import { ratingOfStudents } from '../rating/rating.js';
import { flightFaults } from './flight-faults.js';

/** What an instructor should look at. */
export interface Attention {
	text: string;
	attemptId: string | null;
}

export interface RosterEntry {
	student: Person;
	/** Newest first. */
	last: AttemptRow[];
	/** Most urgent first. */
	attention: Attention[];
	/** Faults that come up now, each with the flight that had it last and since when. */
	fails: { name: string; kind: string; attemptId: string; since: Date; ofLastThree: number }[];
	/** Names of the cards that are set. */
	set: string[];
	/** A flight that is being flown right now. */
	inTheAir: string | null;
}

const SILENT_DAYS = 10;
const EACH = 12;
const DAY_MS = 86_400_000;
/** Of the last three flights, before it is said. */
const CAME_AGAIN = 2;
const LAST = 3;
/** Points lost on the same card that are worth a word. */
const DOWN = 8;

/** The verdict that stands: an instructor's word over the computed one. */
export const standingVerdict = (attempt: AttemptRow): string | null => attempt.overridden ?? attempt.verdict;

/** What stands out in a student's last flights. @param last newest first. */
export function attentionOf(last: readonly AttemptRow[], openTasks: number, now: Date): Attention[] {
	const notes: Attention[] = [];
	const newest = last[0];
	if (!newest)
		return [{ text: openTasks > 0 ? 'has not flown yet' : 'nothing set, nothing flown', attemptId: null }];
	const ended = last.filter((attempt) => attempt.status !== 'flying');
	const failed = ended.slice(0, 2).filter((attempt) => standingVerdict(attempt) === 'not met');
	if (failed.length === 2) notes.push({ text: 'standard not met twice running', attemptId: failed[0]!.id });
	for (const { kind, ofLastThree, flightIds } of faultRecords(flightFaults(last)))
		if (ofLastThree >= CAME_AGAIN)
			notes.push({
				text: `${FAULT_NAMES[kind].toLowerCase()} in ${ofLastThree} of the last ${Math.min(LAST, ended.length)}`,
				attemptId: flightIds[0]!
			});
	const [a, b] = ended.filter((attempt) => attempt.score !== null);
	if (a && b && a.cardId === b.cardId && b.score! - a.score! >= DOWN)
		notes.push({
			text: `score down ${Math.round(b.score! - a.score!)} since the flight before`,
			attemptId: a.id
		});
	if (newest.status === 'interrupted')
		notes.push({ text: 'last flight was broken off', attemptId: newest.id });
	const days = Math.floor((now.getTime() - newest.startedAt.getTime()) / DAY_MS);
	if (days >= SILENT_DAYS) notes.push({ text: `no flight for ${days} days`, attemptId: null });
	if (openTasks === 0) notes.push({ text: 'nothing set', attemptId: null });
	return notes;
}

/** The instructor's students with their last flights, those who need attention first. */
export async function rosterOf(db: Knex, instructorId: string, now = new Date()): Promise<RosterEntry[]> {
	const students = await studentsOf(db, instructorId);
	const ids = students.map(({ id }) => id);
	const [all, open] = await Promise.all([lastAttempts(db, ids, EACH), openAssignmentsOf(db, ids)]);
	const entries = students.map((student) => {
		const last = all.filter(({ studentId }) => studentId === student.id);
		const set = open.filter(({ studentId }) => studentId === student.id).map(({ card }) => card.name);
		return {
			student,
			last,
			set,
			inTheAir: last.find((attempt) => isInTheAir(attempt, now))?.id ?? null,
			attention: attentionOf(last, set.length, now),
			fails: faultRecords(flightFaults(last))
				.filter(({ sinceAt, ofLastThree }) => sinceAt !== null && ofLastThree > 0)
				.map(({ kind, flightIds, sinceAt, ofLastThree }) => ({
					kind,
					name: FAULT_NAMES[kind],
					attemptId: flightIds[0]!,
					since: new Date(sinceAt!),
					ofLastThree
				}))
		};
	});
	const urgency = ({ inTheAir, attention }: RosterEntry) => (inTheAir ? 100 : 0) + attention.length;
	return entries.sort((a, b) => urgency(b) - urgency(a));
}

/** The roster as its page shows it, with how each stands on the way to the rating. */
export async function rosterPage(db: Knex, person: Person) {
	const entries = await rosterOf(db, person.id);
	const ratings = await ratingOfStudents(
		db,
		entries.map(({ student }) => student)
	);
	return entries.map(({ student, last, ...rest }) => ({
		id: student.id,
		name: student.name,
		...rest,
		last: last.map((flight) => ({
			id: flight.id,
			status: flight.status,
			cardName: flight.cardName,
			startedAt: flight.startedAt,
			score: flight.score,
			verdict: standingVerdict(flight)
		})),
		rating: ratings.get(student.id)!
	}));
}
