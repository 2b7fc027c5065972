import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import type { Knex } from 'knex';
import { InputError } from '@hanza/core';
import { verify } from '@node-rs/argon2';
import {
	addInvitation,
	addPerson,
	archivePerson,
	changePerson,
	dropMeta,
	endSessions,
	findPerson,
	invitationBy,
	isLoginTaken,
	lockFirst,
	members,
	metaOf,
	nobodyYet,
	openInvitations,
	passwordHashOf,
	sessionsOf,
	setMeta,
	useInvitation,
	withdrawInvitation,
	type Invitation,
	type Person,
	type Role,
	type SignedIn
} from '../../data/index.js';
import { found, inRole, isRecordId } from '../../policy.js';
import { hashPassword, hashToken } from './auth.js';
import { countTry, forgetTries } from './limits.js';

const name = Type.String({ minLength: 1, maxLength: 80, description: 'a name' });
const password = Type.String({ minLength: 10, maxLength: 200, description: 'ten letters or more' });
const login = Type.String({
	pattern: '^[a-z0-9][a-z0-9._-]{1,39}$',
	description: 'two to forty small letters, digits, points, strokes'
});
/** What a new person enters. */
export const Newcomer = Type.Object({ name, login, password });
/** The same with the school's own name and the code that the start has printed. */
export const FirstPerson = Type.Object({
	code: Type.String({ maxLength: 80 }),
	school: name,
	name,
	login,
	password
});
export const NewPassword = Type.Object({ password });

const FIRST_CODE = 'first-code';
const SCHOOL = 'school';
const INVITED_DAYS = 14;
const RESET_DAYS = 2;
const DAY_MS = 86_400_000;

/** There is no school yet: the first page is that on which it is made. */
export const nobodyHere = (db: Knex): Promise<boolean> => nobodyYet(db);

const digestOf = (code: string): string =>
	createHash('sha256').update(code.trim().toUpperCase()).digest('hex');

/** A new code for whoever started the application, and for nobody else; null where there is a school already. */
export async function newFirstCode(db: Knex): Promise<string | null> {
	if (!(await nobodyYet(db))) return null;
	const code = randomBytes(10).toString('hex').toUpperCase().match(/.{5}/g)!.join('-');
	await setMeta(db, FIRST_CODE, digestOf(code));
	return code;
}

/**
 * Makes the school with its first head of training.
 * @throws InputError for a wrong code, TooManyTries, NotFoundError where there is a school already.
 */
export async function makeSchool(
	db: Knex,
	{ code, school, ...head }: Static<typeof FirstPerson>,
	address: string
): Promise<Person> {
	await countTry(db, { login: FIRST_CODE, address, mark: null });
	const passwordHash = await hashPassword(head.password);
	return db.transaction(async (tx) => {
		await lockFirst(tx);
		found((await nobodyYet(tx)) || null);
		const right = Buffer.from(String(await metaOf(tx, FIRST_CODE)));
		const given = Buffer.from(digestOf(code));
		if (right.length !== given.length || !timingSafeEqual(right, given))
			throw new InputError('/code', 'must be the code that the start has printed');
		const id = await addPerson(tx, {
			login: head.login,
			name: head.name,
			role: 'instructor',
			instructorId: null,
			isHead: true,
			passwordHash
		});
		await setMeta(tx, SCHOOL, school);
		await dropMeta(tx, FIRST_CODE);
		return (await findPerson(tx, id))!;
	});
}

const inHead = (person: Person): Person => found(person.isHead ? person : null);
/** Null where it was not made by a first start: the demo's. */
const schoolName = async (db: Knex): Promise<string | null> => (await metaOf(db, SCHOOL)) as string | null;

/** The people of the school: a head sees all of them, an instructor the own students. */
export async function peoplePage(db: Knex, person: Person) {
	inRole(person, 'instructor');
	const [all, invited] = await Promise.all([members(db), openInvitations(db)]);
	const nameOf = new Map(all.map((one) => [one.id, one.name]));
	const seen = (one: { instructorId: string | null; id: string }): boolean =>
		person.isHead || one.instructorId === person.id || one.id === person.id;
	return {
		school: await schoolName(db),
		isHead: person.isHead,
		ownId: person.id,
		people: all.filter(seen).map((one) => ({
			...one,
			instructorName: one.instructorId ? (nameOf.get(one.instructorId) ?? null) : null
		})),
		instructors: all
			.filter(({ role, archivedAt }) => role === 'instructor' && !archivedAt)
			.map(({ id, name }) => ({ id, name })),
		invitations: invited
			.filter(({ authorId }) => person.isHead || authorId === person.id)
			.map(({ id, role, name, resetsId, expiresAt, authorId }) => ({
				id,
				role,
				name,
				isReset: resetsId !== null,
				expiresAt,
				by: nameOf.get(authorId) ?? ''
			}))
	};
}

async function addLink(
	db: Knex,
	one: Omit<Invitation, 'id' | 'createdAt' | 'expiresAt'>,
	days: number
): Promise<string> {
	const token = randomBytes(24).toString('base64url');
	const expiresAt = new Date(Date.now() + days * DAY_MS);
	await addInvitation(db, { ...one, expiresAt, tokenHash: hashToken(token) });
	return token;
}

/** Invites somebody: a head whomever, an instructor students of their own. @returns the token of the link, told once. */
export async function invite(
	db: Knex,
	person: Person,
	{ role, name, instructorId }: { role: Role; name: string; instructorId: string | null }
): Promise<string> {
	inRole(person, 'instructor');
	if (role === 'instructor') inHead(person);
	const teacherId = role === 'student' ? (person.isHead && instructorId ? instructorId : person.id) : null;
	if (teacherId) {
		const teacher = isRecordId(teacherId) ? await findPerson(db, teacherId) : undefined;
		if (teacher?.role !== 'instructor')
			throw new InputError('/instructorId', 'must be an instructor of the school');
	}
	return addLink(
		db,
		{ role, name, instructorId: teacherId, resetsId: null, authorId: person.id },
		INVITED_DAYS
	);
}

/** A link by which somebody chooses a new password: from the head for anybody, from an instructor for own students. */
export async function inviteToReset(db: Knex, person: Person, id: string): Promise<string> {
	const one = await keptPerson(db, person, id);
	const { role, name } = one;
	return addLink(db, { role, name, instructorId: null, resetsId: one.id, authorId: person.id }, RESET_DAYS);
}

/** Somebody whom this person may do something about. */
async function keptPerson(db: Knex, person: Person, id: string): Promise<Person> {
	inRole(person, 'instructor');
	const one = found(isRecordId(id) ? await findPerson(db, id) : null);
	return found(person.isHead || one.instructorId === person.id ? one : null);
}

export async function takeInvitationBack(db: Knex, person: Person, id: string): Promise<void> {
	inRole(person, 'instructor');
	const one = (await openInvitations(db)).find((each) => each.id === id);
	found(one && (person.isHead || one.authorId === person.id) ? one : null);
	await withdrawInvitation(db, id);
}

/** What a link is for; nothing is there for one that was used, withdrawn or has run out. */
export async function invitedPage(db: Knex, token: string) {
	const one = found(await invitationBy(db, hashToken(token)));
	return { school: await schoolName(db), role: one.role, name: one.name, isReset: one.resetsId !== null };
}

/** Uses a link, once. @throws InputError where the name to sign in with is taken. */
export async function acceptInvitation(
	db: Knex,
	token: string,
	entered: Static<typeof Newcomer>
): Promise<Person> {
	const passwordHash = await hashPassword(entered.password);
	return db.transaction(async (tx) => {
		const one = found(await invitationBy(tx, hashToken(token), true));
		found(one.resetsId === null ? one : null);
		if (await isLoginTaken(tx, entered.login)) throw new InputError('/login', 'is taken: choose another');
		const id = await addPerson(tx, {
			login: entered.login,
			name: entered.name,
			role: one.role,
			instructorId: one.instructorId,
			passwordHash
		});
		await useInvitation(tx, one.id);
		return (await findPerson(tx, id))!;
	});
}

/** Uses a link for a new password, once; who was signed in with the old one is signed out everywhere. */
export async function acceptReset(db: Knex, token: string, password: string): Promise<Person> {
	const hashed = await hashPassword(password);
	return db.transaction(async (tx) => {
		const one = found(await invitationBy(tx, hashToken(token), true));
		const id = found(one.resetsId);
		await changePerson(tx, id, { password_hash: hashed });
		await endSessions(tx, id, { allBut: null });
		await useInvitation(tx, one.id);
		return found(await findPerson(tx, id));
	});
}

/** A student goes over to another instructor, with the whole record. */
export async function handOver(
	db: Knex,
	person: Person,
	studentId: string,
	instructorId: string
): Promise<void> {
	const student = await keptPerson(db, person, studentId);
	found(student.role === 'student' ? student : null);
	const to = isRecordId(instructorId) ? await findPerson(db, instructorId) : undefined;
	if (to?.role !== 'instructor') throw new InputError('/instructor', 'must be an instructor of the school');
	await changePerson(db, student.id, { instructor_id: to.id });
}

/** Somebody leaves the school, or comes back; what they flew and wrote stays. */
export async function letLeave(db: Knex, person: Person, id: string, away: boolean): Promise<void> {
	inHead(person);
	const one = await keptPerson(db, person, id);
	if (one.id === person.id) throw new InputError('/person', 'must be somebody else: a school keeps its head');
	const students = (await members(db)).filter(
		({ instructorId, archivedAt }) => instructorId === one.id && !archivedAt
	);
	if (away && students.length > 0)
		throw new InputError(
			'/person',
			`still teaches ${students.map((student) => student.name).join(', ')}: hand them over first`
		);
	await archivePerson(db, one.id, away);
}

export async function rename(db: Knex, person: Person, id: string, to: string): Promise<void> {
	const one = person.id === id ? person : await keptPerson(db, person, id);
	await changePerson(db, one.id, { name: to });
}

/** Where a person is signed in. */
export const accountPage = async (
	db: Knex,
	person: Person,
	token: string
): Promise<{ name: string; login: string; devices: SignedIn[] }> => ({
	name: person.name,
	login: person.login,
	devices: await sessionsOf(db, person, hashToken(token))
});

/** Changes the own password; all other devices are signed out. @throws InputError for a wrong one. */
export async function changePassword(
	db: Knex,
	person: Person,
	token: string,
	{ before, password }: { before: string; password: string }
): Promise<void> {
	const tried = { login: `password ${person.id}`, address: `own ${person.id}`, mark: null };
	await countTry(db, tried);
	if (!(await verify(await passwordHashOf(db, person.id), before)))
		throw new InputError('/before', 'is not your password of now');
	await forgetTries(db, tried);
	await changePerson(db, person.id, { password_hash: await hashPassword(password) });
	await endSessions(db, person.id, { allBut: hashToken(token) });
}

/** Signs out on one device, or on all others. */
export const signOutElsewhere = (
	db: Knex,
	person: Person,
	token: string,
	device: string | null
): Promise<number> =>
	device !== null
		? endSessions(db, person.id, { id: found(isRecordId(device) ? device : null) })
		: endSessions(db, person.id, { allBut: hashToken(token) });
