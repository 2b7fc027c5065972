import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import type { Knex } from 'knex';
import { InputError } from '@hanza/core';
import { verify } from '@node-rs/argon2';
import {
	actAs,
	addInvitation,
	addPerson,
	archivePerson,
	canBe,
	changePerson,
	dropMeta,
	dropPasskeys,
	emailOf,
	endSessions,
	findByMail,
	findPerson,
	invitationBy,
	isLoginTaken,
	isMailTaken,
	lockFirst,
	members,
	metaOf,
	nobodyYet,
	openInvitations,
	passkeysOf,
	passwordHashOf,
	sessionsOf,
	setMeta,
	teachBeside,
	useInvitation,
	withdrawInvitation,
	type Invitation,
	type Person,
	type Role,
	type SignedIn
} from '../../data/index.js';
import { found, inRole, isRecordId } from '../../policy.js';
import { hashPassword, hashToken } from './auth.js';
import { isMailOn, sendMail } from '../mail/mail.js';
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
const EMAIL = '^[^@\\s]+@[^@\\s]+\\.[^@\\s]+$';
/** An address, or nothing. */
export const Address = Type.String({
	maxLength: 200,
	pattern: `^$|${EMAIL}`,
	description: 'an address as name@place.example, or nothing'
});
export const NewPassword = Type.Object({ password });

const FIRST_CODE = 'first-code';
const MOST_CODES = 8;
const SCHOOL = 'school';
const INVITED_DAYS = 14;
const RESET_DAYS = 2;
const DAY_MS = 86_400_000;
const NOBODY = '00000000-0000-0000-0000-000000000000';

/** There is no school yet: the first page is that on which it is made. */
export const nobodyHere = (db: Knex): Promise<boolean> => nobodyYet(db);

const digestOf = (code: string): string =>
	createHash('sha256').update(code.trim().toUpperCase()).digest('hex');

/** A new code for whoever started the application, and for nobody else; null where there is a school already. */
export async function newFirstCode(db: Knex): Promise<string | null> {
	if (!(await nobodyYet(db))) return null;
	const code = randomBytes(10).toString('hex').toUpperCase().match(/.{5}/g)!.join('-');
	// Each of several processes prints its own: any of the newest is right.
	const before = (await metaOf(db, FIRST_CODE)) as string[] | null;
	await setMeta(db, FIRST_CODE, [digestOf(code), ...(before ?? [])].slice(0, MOST_CODES));
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
		const given = Buffer.from(digestOf(code));
		const printed = ((await metaOf(tx, FIRST_CODE)) as string[] | null) ?? [];
		const isRight = (digest: string): boolean => {
			const right = Buffer.from(digest);
			return right.length === given.length && timingSafeEqual(right, given);
		};
		if (!printed.some(isRight)) throw new InputError('/code', 'must be the code that the start has printed');
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
	const seen = (one: { instructorId: string | null; alsoTaughtBy: string[]; id: string }): boolean =>
		person.isHead ||
		one.instructorId === person.id ||
		one.alsoTaughtBy.includes(person.id) ||
		one.id === person.id;
	return {
		school: await schoolName(db),
		isHead: person.isHead,
		ownId: person.id,
		mails: isMailOn(),
		people: all.filter(seen).map((one) => ({
			...one,
			instructorName: one.instructorId ? (nameOf.get(one.instructorId) ?? null) : null,
			alsoTaughtBy: one.alsoTaughtBy.map((id) => ({ id, name: nameOf.get(id) ?? '' })),
			/** A head changes anybody, an instructor whom they teach first. */
			mayChange: person.isHead || one.instructorId === person.id || one.id === person.id,
			mayReset: one.id !== person.id && (person.isHead || (one.role === 'student' && !one.isBoth))
		})),
		instructors: all
			.filter((one) => canBe(one, 'instructor') && !one.archivedAt)
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
	{
		role,
		name,
		instructorId,
		email = null
	}: { role: Role; name: string; instructorId: string | null; email?: string | null }
): Promise<string> {
	inRole(person, 'instructor');
	if (role === 'instructor') inHead(person);
	const teacherId = role === 'student' ? (person.isHead && instructorId ? instructorId : person.id) : null;
	if (teacherId) {
		await instructorBy(db, teacherId, '/instructorId');
	}
	return addLink(
		db,
		{ role, name, instructorId: teacherId, resetsId: null, authorId: person.id, email },
		INVITED_DAYS
	);
}

/** A link by which somebody chooses a new password: from the head for anybody, from an instructor for own students. */
export async function inviteToReset(db: Knex, person: Person, id: string): Promise<string> {
	const one = await keptAccount(db, person, id);
	const { role, name } = one;
	return addLink(
		db,
		{ role, name, instructorId: null, resetsId: one.id, authorId: person.id, email: null },
		RESET_DAYS
	);
}

/** An instructor of the school. @throws InputError */
async function instructorBy(db: Knex, id: string, place: string): Promise<Person> {
	const one = isRecordId(id) ? await findPerson(db, id) : undefined;
	if (!one || !canBe(one, 'instructor')) throw new InputError(place, 'must be an instructor of the school');
	return one;
}

/**
 * Sends a link for a new password to whoever has an address here; nobody is told whether there is one.
 * @param linkOf the address of the page that takes the token.
 * @returns the work that goes on, for whoever wants to see it end.
 */
export async function mailReset(
	db: Knex,
	nameOrAddress: string,
	address: string,
	linkOf: (token: string) => string
): Promise<{ sent: Promise<void> }> {
	const asked = nameOrAddress.trim().toLowerCase();
	await countTry(db, { login: `forgotten ${asked}`, address, mark: null });
	const one = isMailOn() ? await findByMail(db, asked) : undefined;
	if (!one) return { sent: Promise.resolve() };
	const { id, role, name, email } = one;
	const token = await addLink(
		db,
		{ role, name, instructorId: null, resetsId: id, authorId: id, email },
		RESET_DAYS
	);
	return {
		sent: sendMail(
			email,
			'A new password for Hanza',
			`${name}, somebody has asked for a new password for you. If it was you, choose it here within ${RESET_DAYS} days:\n\n${linkOf(token)}\n\nIf it was not you, nothing has changed.\n`
		)
	};
}

/** Sends an invitation to the address it is for. @throws InputError where it could not be sent. */
export async function mailInvitation(
	db: Knex,
	person: Person,
	to: { name: string; email: string; link: string }
): Promise<void> {
	try {
		await sendMail(
			to.email,
			`${(await schoolName(db)) ?? 'Your school'} invites you`,
			`${to.name}, ${person.name} invites you to Hanza, where instrument flying is practised, graded and logged. This link works once, for ${INVITED_DAYS} days:\n\n${to.link}\n`
		);
	} catch {
		throw new InputError('/email', 'could not be reached: hand the link over yourself');
	}
}

/** The own address, to which a link for a new password can be sent. @throws InputError for one that is somebody's. */
export async function changeAddress(db: Knex, person: Person, email: string): Promise<void> {
	if (email && (await isMailTaken(db, email, person.id)))
		throw new InputError('/email', 'is somebody else’s');
	await changePerson(db, person.id, { email: email || null });
}

/** Somebody whom this person may do something about: the head anybody, an instructor whom they teach first. */
async function keptPerson(db: Knex, person: Person, id: string): Promise<Person> {
	inRole(person, 'instructor');
	const one = found(isRecordId(id) ? await findPerson(db, id) : null);
	const teaches = canBe(one, 'student') && one.instructorId === person.id;
	return found(person.isHead || teaches ? one : null);
}

/**
 * Somebody whose account this person may change. Whoever is an instructor as well has more to lose than a student: who only
 * teaches them must not come into it.
 */
async function keptAccount(db: Knex, person: Person, id: string): Promise<Person> {
	const one = await keptPerson(db, person, id);
	return found(person.isHead || (one.role === 'student' && !one.isBoth) ? one : null);
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
			email: one.email && !(await isMailTaken(tx, one.email, NOBODY)) ? one.email : null,
			passwordHash
		});
		await useInvitation(tx, one.id);
		return (await findPerson(tx, id))!;
	});
}

/** Uses a link for a new password, once; who was signed in with the old one is signed out everywhere, and all passkeys go. */
export async function acceptReset(db: Knex, token: string, password: string): Promise<Person> {
	const hashed = await hashPassword(password);
	return db.transaction(async (tx) => {
		const one = found(await invitationBy(tx, hashToken(token), true));
		const id = found(one.resetsId);
		await changePerson(tx, id, { password_hash: hashed });
		await endSessions(tx, id, { allBut: null });
		// Whoever was in it may have left a key of their own.
		await dropPasskeys(tx, id);
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
	found(canBe(student, 'student') ? student : null);
	const to = otherThan(student, await instructorBy(db, instructorId, '/instructor'));
	await db.transaction(async (tx) => {
		await changePerson(tx, student.id, { instructor_id: to.id });
		await teachBeside(tx, student.id, to.id, false);
	});
}

/** Nobody teaches themselves. @throws InputError */
function otherThan(student: Person, instructor: Person): Person {
	if (student.id === instructor.id) throw new InputError('/instructor', 'must be somebody else');
	return instructor;
}

/** An instructor teaches a student beside the first one, or does so no longer. */
export async function teachToo(
	db: Knex,
	person: Person,
	studentId: string,
	instructorId: string,
	on: boolean
): Promise<void> {
	const student = await keptPerson(db, person, studentId);
	found(canBe(student, 'student') ? student : null);
	const other = otherThan(student, await instructorBy(db, instructorId, '/instructor'));
	if (on && student.instructorId === other.id)
		throw new InputError('/instructor', 'must be another than who teaches first');
	await teachBeside(db, student.id, other.id, on);
}

/**
 * Makes an instructor a student as well, taught by another, or a student an instructor; or one of the two again. What was
 * flown and written in either stays.
 */
export async function setBoth(
	db: Knex,
	person: Person,
	id: string,
	{ isBoth, instructorId }: { isBoth: boolean; instructorId: string | null }
): Promise<void> {
	inHead(person);
	const one = await keptPerson(db, person, id);
	if (!isBoth) {
		// An instructor who is a student no longer is nobody's student; a student stays whose they are.
		await changePerson(db, one.id, {
			is_both: false,
			...(one.role === 'instructor' && { instructor_id: null })
		});
		return;
	}
	const teacherId = one.instructorId ?? instructorId ?? '';
	const teacher = otherThan(one, await instructorBy(db, teacherId, '/instructor'));
	await changePerson(db, one.id, { is_both: true, instructor_id: teacher.id });
}

/** Whoever is both is, on this device, the other from now on. */
export async function changeOver(db: Knex, person: Person, token: string): Promise<void> {
	const other = person.role === 'student' ? 'instructor' : 'student';
	found((await actAs(db, hashToken(token), other)) > 0 ? true : null);
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
	const one = person.id === id ? person : await keptAccount(db, person, id);
	await changePerson(db, one.id, { name: to });
}

/** Where a person is signed in, and by what. */
export const accountPage = async (db: Knex, person: Person, token: string) => ({
	name: person.name,
	login: person.login,
	email: (await emailOf(db, person.id)) ?? '',
	mails: isMailOn(),
	devices: (await sessionsOf(db, person, hashToken(token))) satisfies SignedIn[],
	passkeys: (await passkeysOf(db, person.id)).map(({ id, name, createdAt, usedAt }) => ({
		id,
		name,
		createdAt,
		usedAt
	}))
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
