import type { Knex } from 'knex';
import { areaCatalog, cardCatalog, ruleCatalog, standardCatalog } from '$data';
import { HanzaError, type Area, type RuleSet, type Standard, type TaskCard } from '@hanza/core';
import {
	canBe,
	findArea,
	findAssignment,
	findAttempt,
	findCard,
	findPerson,
	findRules,
	findStandard,
	type Assignment,
	type Attempt,
	type Person,
	type Role,
	type SavedArea,
	type SavedCard,
	type SavedStandard
} from './data/index.js';

/*
 * Who may. Nothing else decides it: services ask here for every record that a request names, and what is another's is
 * answered as what does not exist.
 */

/** Another's record, or none: the two look the same. */
export class NotFoundError extends Error {
	override name = 'NotFoundError';
}

/** What was asked no longer fits the record: it comes too late. Fit to be shown. */
export class ConflictError extends Error {
	override name = 'ConflictError';
}

/** More is sent than one person can have flown. Fit to be shown; it may come again a moment later. */
export class TooMuch extends Error {
	override name = 'TooMuch';
}

/** More than is kept for one flight or one person. Fit to be shown; nothing that waiting would change. */
export class TooLarge extends Error {
	override name = 'TooLarge';
}

/** The record; what is null or undefined is not there for this person. @throws NotFoundError */
export function found<T>(record: T | null | undefined): T {
	if (record === null || record === undefined) throw new NotFoundError();
	return record;
}

/** A person in a role; for everybody else there is nothing here. @throws NotFoundError */
export function inRole(person: Person, role: Role): Person {
	if (person.role !== role) throw new NotFoundError();
	return person;
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** Whether a text can be the id of a record: PostgreSQL would answer anything else with an error. */
export const isRecordId = (id: string): boolean => UUID.test(id);

/** May this person see what belongs to that student? Students their own, instructors their students'. */
async function maySee(db: Knex, person: Person, studentId: string): Promise<boolean> {
	if (person.role === 'student') return person.id === studentId;
	return teaches(person, await findPerson(db, studentId));
}

/** An instructor teaches a student, alone or beside others. */
const teaches = (person: Person, student: Person | undefined): boolean =>
	student !== undefined && canBe(student, 'student') && student.teacherIds.includes(person.id);

/** A flight that this person may see; null when there is none, or it is another's. */
export async function visibleAttempt(db: Knex, person: Person, id: string): Promise<Attempt | null> {
	const attempt = isRecordId(id) ? await findAttempt(db, id) : undefined;
	return attempt && (await maySee(db, person, attempt.studentId)) ? attempt : null;
}

/** A flight of a student of this very instructor, who may do something to it. */
export const instructedAttempt = (db: Knex, person: Person, id: string): Promise<Attempt | null> =>
	person.role === 'instructor' ? visibleAttempt(db, person, id) : Promise.resolve(null);

/** A flight of this very student. */
export async function ownAttempt(db: Knex, person: Person, id: string): Promise<Attempt | null> {
	const attempt = isRecordId(id) ? await findAttempt(db, id) : undefined;
	return attempt && person.role === 'student' && attempt.studentId === person.id ? attempt : null;
}

/** A student of this instructor. */
export async function ownStudent(db: Knex, person: Person, id: string): Promise<Person | null> {
	if (person.role !== 'instructor' || !isRecordId(id)) return null;
	const student = await findPerson(db, id);
	return student && teaches(person, student) ? student : null;
}

/** A student as this person may see them: themselves, or one of their students. */
export async function visibleStudent(db: Knex, person: Person, id: string): Promise<Person | null> {
	if (person.role === 'student') return person.id === id ? person : null;
	return ownStudent(db, person, id);
}

/** A task set for this very student, or set by this instructor, or to a student of theirs. */
export async function visibleAssignment(db: Knex, person: Person, id: string): Promise<Assignment | null> {
	const assignment = isRecordId(id) ? await findAssignment(db, id) : undefined;
	if (!assignment) return null;
	const own = person.role === 'student' ? assignment.studentId : assignment.instructorId;
	return own === person.id || (await ownStudent(db, person, assignment.studentId)) ? assignment : null;
}

/** A task that this instructor may take back: one of a student whom they teach now, whoever set it. */
export async function closableAssignment(db: Knex, person: Person, id: string): Promise<Assignment | null> {
	const assignment = isRecordId(id) ? await findAssignment(db, id) : undefined;
	return assignment && (await ownStudent(db, person, assignment.studentId)) ? assignment : null;
}

/** A saved card of this very instructor. */
export async function ownCard(db: Knex, person: Person, id: string): Promise<SavedCard | null> {
	const saved = isRecordId(id) ? await findCard(db, id) : undefined;
	return saved && person.role === 'instructor' && saved.ownerId === person.id && !saved.isProposed
		? saved
		: null;
}

/** A card that this instructor may set, read and copy: one that ships, one of their own, or one that is shared. */
export async function settableCard(
	db: Knex,
	person: Person,
	id: string
): Promise<{ card: TaskCard; mine: boolean } | null> {
	if (person.role !== 'instructor') return null;
	const saved = isRecordId(id) ? await findCard(db, id) : undefined;
	const mine = saved?.ownerId === person.id && !saved.isProposed;
	if (saved && (mine || saved.sharedAt)) return { card: saved.card, mine };
	const shipped = cardCatalog.find(id);
	return shipped ? { card: shipped, mine: false } : null;
}

/** An area as a person may look at it: any that ships, an instructor's own, a student's instructor's. */
export async function visibleArea(
	db: Knex,
	person: Person,
	id: string
): Promise<{ area: Area; mine: boolean } | null> {
	const shipped = areaCatalog.find(id);
	if (shipped) return { area: shipped, mine: false };
	const saved = await findArea(db, id);
	if (!saved || saved.archivedAt) return null;
	const mine = saved.ownerId === person.id;
	return mine || person.teacherIds.includes(saved.ownerId) ? { area: saved.area, mine } : null;
}

/**
 * The area that a card may be made in: one that the person may look at. To name another instructor's by its id is as good
 * as naming none.
 * @throws HanzaError
 */
export async function usableArea(db: Knex, person: Person, id: string): Promise<Area> {
	const visible = await visibleArea(db, person, id);
	if (!visible) throw new HanzaError(`no area "${id}"`);
	return visible.area;
}

/** A standard that an instructor may look at: one that ships, or an own one in use. */
export async function visibleStandard(
	db: Knex,
	person: Person,
	id: string
): Promise<{ standard: Standard; mine: boolean } | null> {
	const shipped = standardCatalog.find(id);
	if (shipped) return { standard: shipped, mine: false };
	const own = await ownStandard(db, person, id);
	return own && { standard: own.standard, mine: true };
}

/** A standard in use of this very instructor. */
export async function ownStandard(db: Knex, person: Person, id: string): Promise<SavedStandard | null> {
	const saved = await findStandard(db, id);
	const mine = saved && person.role === 'instructor' && saved.ownerId === person.id;
	return mine && !saved.archivedAt ? saved : null;
}

/** A rule set as a person may look at it: any that ships, an instructor's own, a student's instructor's. */
export async function visibleRules(
	db: Knex,
	person: Person,
	id: string
): Promise<{ rules: RuleSet; mine: boolean } | null> {
	const shipped = ruleCatalog.find(id);
	if (shipped) return { rules: shipped, mine: false };
	const saved = await findRules(db, id);
	if (!saved || saved.archivedAt) return null;
	const mine = saved.ownerId === person.id;
	return mine || person.teacherIds.includes(saved.ownerId) ? { rules: saved.rules, mine } : null;
}

/** A rule set in use of this very instructor. */
export async function ownRules(db: Knex, person: Person, id: string): Promise<RuleSet | null> {
	const saved = await findRules(db, id);
	const mine = saved && person.role === 'instructor' && saved.ownerId === person.id;
	return mine && !saved.archivedAt ? saved.rules : null;
}

/** A saved area of this very instructor. */
export async function ownArea(db: Knex, person: Person, id: string): Promise<SavedArea | null> {
	const saved = await findArea(db, id);
	return saved && !saved.archivedAt && person.role === 'instructor' && saved.ownerId === person.id
		? saved
		: null;
}
