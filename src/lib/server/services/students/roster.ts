import type { Knex } from 'knex';
import type { AttemptRow } from '$lib/contracts/views.js';
import { lastAttempts, openAssignments, studentsOf, type Person } from '../../data/index.js';
import { isInTheAir } from '../attempts/live.js';

export interface RosterEntry {
	student: Person;
	last: AttemptRow[];
	/** What an instructor should look at, most urgent first. */
	attention: { text: string; attemptId: string | null }[];
	openTasks: number;
	/** A flight that is being flown right now. */
	inTheAir: string | null;
}

const SILENT_DAYS = 10;

/** The verdict that stands: an instructor's word over the computed one. */
export const standingVerdict = (attempt: AttemptRow): string | null => attempt.overridden ?? attempt.verdict;

/** What stands out in a student's last flights. */
export function attentionOf(
	last: readonly AttemptRow[],
	openTasks: number,
	now: Date
): RosterEntry['attention'] {
	const notes: RosterEntry['attention'] = [];
	const newest = last[0];
	if (!newest)
		return [{ text: openTasks > 0 ? 'has not flown yet' : 'nothing set, nothing flown', attemptId: null }];
	const ended = last.filter((attempt) => attempt.status !== 'flying');
	const failed = ended.slice(0, 2).filter((attempt) => standingVerdict(attempt) === 'not met');
	if (failed.length === 2) notes.push({ text: 'standard not met twice running', attemptId: failed[0]!.id });
	const counts = new Map<string, number>();
	for (const attempt of ended.slice(0, 3))
		for (const fault of new Set(attempt.faults)) counts.set(fault, (counts.get(fault) ?? 0) + 1);
	for (const [fault, count] of counts)
		if (count >= 2)
			notes.push({
				text: `${fault.toLowerCase()} in ${count} of the last ${Math.min(3, ended.length)}`,
				attemptId: ended.find((attempt) => attempt.faults.includes(fault))!.id
			});
	const [a, b] = ended.filter((attempt) => attempt.score !== null);
	if (a && b && a.cardId === b.cardId && b.score! - a.score! >= 8)
		notes.push({
			text: `score down ${Math.round(b.score! - a.score!)} since the flight before`,
			attemptId: a.id
		});
	if (newest.status === 'interrupted')
		notes.push({ text: 'last flight was broken off', attemptId: newest.id });
	const days = Math.floor((now.getTime() - newest.startedAt.getTime()) / 86_400_000);
	if (days >= SILENT_DAYS) notes.push({ text: `no flight for ${days} days`, attemptId: null });
	if (openTasks === 0) notes.push({ text: 'nothing set', attemptId: null });
	return notes;
}

/** The instructor's students with their last flights, those who need attention first. */
export async function rosterOf(db: Knex, instructorId: string, now = new Date()): Promise<RosterEntry[]> {
	const students = await studentsOf(db, instructorId);
	const all = await lastAttempts(
		db,
		students.map(({ id }) => id),
		5
	);
	const entries = await Promise.all(
		students.map(async (student) => {
			const last = all.filter((attempt) => attempt.studentId === student.id);
			const openTasks = (await openAssignments(db, student.id)).length;
			const flying = last.find((attempt) => isInTheAir(attempt, now));
			return {
				student,
				last,
				openTasks,
				inTheAir: flying?.id ?? null,
				attention: attentionOf(last, openTasks, now)
			};
		})
	);
	const urgency = ({ inTheAir, attention }: RosterEntry) => (inTheAir ? 100 : 0) + attention.length;
	return entries.sort((a, b) => urgency(b) - urgency(a));
}

/** The roster as its page shows it. */
export const rosterPage = async (db: Knex, person: Person) =>
	(await rosterOf(db, person.id)).map(({ student, ...rest }) => ({
		id: student.id,
		name: student.name,
		...rest
	}));
