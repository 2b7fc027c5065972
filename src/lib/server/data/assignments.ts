import type { Knex } from 'knex';
import { CARD_EDITIONS, type Conditions, type TaskCard } from '@hanza/core';

export type AllowedAssist = 'direct' | 'attitude' | 'any';

export interface Assignment {
	id: string;
	studentId: string;
	instructorId: string;
	instructorName: string;
	cardId: string;
	card: TaskCard;
	standardId: string;
	assist: AllowedAssist;
	note: string;
	createdAt: Date;
	closedAt: Date | null;
	/** What was put on the card for it; null where that was not kept. */
	conditions: Conditions | null;
	/** The card as it was chosen: of the catalog, or an own one by its record. */
	chosenCard: string | null;
}

const query = (db: Knex) =>
	db('assignments as a')
		.join('users as i', 'i.id', 'a.instructor_id')
		.select(
			'a.id',
			'a.student_id as studentId',
			'a.instructor_id as instructorId',
			'i.name as instructorName',
			'a.card_id as cardId',
			'a.card',
			'a.standard_id as standardId',
			'a.assist',
			'a.note',
			'a.created_at as createdAt',
			'a.closed_at as closedAt',
			'a.conditions',
			'a.chosen_card as chosenCard'
		);

type StoredAssignment = Omit<Assignment, 'card'> & { card: unknown };
const read = ({ card, ...rest }: StoredAssignment): Assignment => ({
	...rest,
	card: CARD_EDITIONS.upgrade(card)
});

export async function findAssignment(db: Knex, id: string): Promise<Assignment | undefined> {
	const stored: StoredAssignment | undefined = await query(db).where('a.id', id).first();
	return stored && read(stored);
}

export async function openAssignments(db: Knex, studentId: string): Promise<Assignment[]> {
	const stored: StoredAssignment[] = await query(db)
		.where('a.student_id', studentId)
		.whereNull('a.closed_at')
		.orderBy('a.created_at', 'desc');
	return stored.map(read);
}

export async function addAssignment(
	db: Knex,
	assignment: {
		studentId: string;
		instructorId: string;
		card: TaskCard;
		standardId: string;
		assist: AllowedAssist;
		note: string;
		createdAt?: Date;
		conditions?: Conditions;
		chosenCard?: string;
	}
): Promise<string> {
	const [row] = await db('assignments')
		.insert({
			student_id: assignment.studentId,
			instructor_id: assignment.instructorId,
			card_id: assignment.card.id,
			card: JSON.stringify(assignment.card),
			standard_id: assignment.standardId,
			assist: assignment.assist,
			note: assignment.note,
			conditions: assignment.conditions ? JSON.stringify(assignment.conditions) : null,
			chosen_card: assignment.chosenCard ?? null,
			...(assignment.createdAt ? { created_at: assignment.createdAt } : {})
		})
		.returning('id');
	return row.id as string;
}

/** The newest task that was set for each student by this instructor. */
export async function newestAssignments(db: Knex, instructorId: string): Promise<Assignment[]> {
	const stored: StoredAssignment[] = await query(db)
		.distinctOn('a.student_id')
		.where('a.instructor_id', instructorId)
		.orderBy([{ column: 'a.student_id' }, { column: 'a.created_at', order: 'desc' }]);
	return stored.map(read);
}

/** Open tasks of several students. */
export async function openAssignmentsOf(db: Knex, studentIds: readonly string[]): Promise<Assignment[]> {
	const stored: StoredAssignment[] = await query(db)
		.whereIn('a.student_id', studentIds)
		.whereNull('a.closed_at')
		.orderBy('a.created_at', 'desc');
	return stored.map(read);
}

/** Which of these tasks have been flown at all. */
export async function begunAssignments(db: Knex, ids: readonly string[]): Promise<Set<string>> {
	if (ids.length === 0) return new Set();
	const rows = await db('attempts').distinct('assignment_id as id').whereIn('assignment_id', ids);
	return new Set(rows.map(({ id }) => id as string));
}

export const closeAssignment = (db: Knex, id: string): Promise<number> =>
	db('assignments').where({ id }).whereNull('closed_at').update({ closed_at: db.fn.now() });
