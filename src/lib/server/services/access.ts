import type { Knex } from 'knex';
import {
	findAssignment,
	findAttempt,
	findPerson,
	type Assignment,
	type Attempt,
	type Person
} from '../data/index.js';

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** Whether a text can be the id of a record: PostgreSQL would answer anything else with an error. */
export const isRecordId = (id: string): boolean => UUID.test(id);

/** May this person see what belongs to that student? Students their own, instructors their students'. */
async function maySee(db: Knex, person: Person, studentId: string): Promise<boolean> {
	if (person.role === 'student') return person.id === studentId;
	const student = await findPerson(db, studentId);
	return student?.instructorId === person.id;
}

/** A flight that this person may see; null when there is none, or it is another's. */
export async function visibleAttempt(db: Knex, person: Person, id: string): Promise<Attempt | null> {
	const attempt = isRecordId(id) ? await findAttempt(db, id) : undefined;
	return attempt && (await maySee(db, person, attempt.studentId)) ? attempt : null;
}

/** A flight of this very student. */
export async function ownAttempt(db: Knex, person: Person, id: string): Promise<Attempt | null> {
	const attempt = isRecordId(id) ? await findAttempt(db, id) : undefined;
	return attempt && person.role === 'student' && attempt.studentId === person.id ? attempt : null;
}

/** A student of this instructor. */
export async function ownStudent(db: Knex, person: Person, id: string): Promise<Person | null> {
	if (person.role !== 'instructor' || !isRecordId(id)) return null;
	const student = await findPerson(db, id);
	return student?.role === 'student' && student.instructorId === person.id ? student : null;
}

/** A task set for this very student, or set by this instructor. */
export async function visibleAssignment(db: Knex, person: Person, id: string): Promise<Assignment | null> {
	const assignment = isRecordId(id) ? await findAssignment(db, id) : undefined;
	if (!assignment) return null;
	const own = person.role === 'student' ? assignment.studentId : assignment.instructorId;
	return own === person.id ? assignment : null;
}
