import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import { once } from '../once.js';

export type Role = 'instructor' | 'student';

export interface Person {
	id: string;
	login: string;
	name: string;
	/** What somebody is; of whoever is both, what the session says they are at the moment. */
	role: Role;
	/** May be the other as well. */
	isBoth: boolean;
	/** Of a student: the instructor whose areas, rules and devices hold. */
	instructorId: string | null;
	/** Of a student: all who teach them, that one first. */
	teacherIds: string[];
	/** Head of training: an instructor who keeps the people of the school. */
	isHead: boolean;
}

const COLUMNS = [
	'users.id',
	'users.login',
	'users.name',
	'users.role',
	'users.is_both as isBoth',
	'users.instructor_id as instructorId',
	'users.is_head as isHead'
] as const;
const TEACHERS = `array_remove(array_prepend(users.instructor_id,
	array(select t.instructor_id from teaching t where t.student_id = users.id order by t.created_at)), null) as "teacherIds"`;
const people = (db: Knex) => db('users').select([...COLUMNS, db.raw(TEACHERS)]);

/** Whether somebody may be in a role, now or after changing over. */
export const canBe = (person: Pick<Person, 'role' | 'isBoth'>, role: Role): boolean =>
	person.role === role || person.isBoth;

export const findPerson = (db: Knex, id: string): Promise<Person | undefined> =>
	once(['person', id], async () => (await people(db).where({ id }).first()) as Person | undefined);

export const findCredentials = (
	db: Knex,
	login: string
): Promise<{ id: string; passwordHash: string } | undefined> =>
	db('users').select('id', 'password_hash as passwordHash').where({ login }).whereNull('archived_at').first();

export const allPeople = (db: Knex): Promise<Person[]> => people(db).orderBy(['role', 'name']);

/** Whom an instructor teaches, alone or beside others: a condition on a table of people. */
export const taughtBy =
	(instructorId: string, users = 'users') =>
	(query: Knex.QueryBuilder): void =>
		void query
			.where(`${users}.instructor_id`, instructorId)
			.orWhereRaw(
				`exists (select 1 from teaching t where t.student_id = ${users}.id and t.instructor_id = ?)`,
				[instructorId]
			);

export const studentsOf = (db: Knex, instructorId: string): Promise<Person[]> =>
	once(
		['students', instructorId],
		async () =>
			(await people(db)
				.where(taughtBy(instructorId))
				.whereRaw(`(users.role = 'student' or users.is_both)`)
				.whereNull('users.archived_at')
				.orderBy('users.name')) as Person[]
	);

export async function addPerson(
	db: Knex,
	person: Pick<Person, 'login' | 'name' | 'role' | 'instructorId'> & {
		passwordHash: string;
		isHead?: boolean;
		email?: string | null;
	}
): Promise<string> {
	const [row] = await db('users')
		.insert({
			login: person.login,
			name: person.name,
			role: person.role,
			instructor_id: person.instructorId,
			is_head: person.isHead ?? false,
			email: person.email ?? null,
			password_hash: person.passwordHash
		})
		.returning('id');
	return row.id as string;
}

export async function addSession(
	db: Knex,
	tokenHash: Buffer,
	userId: string,
	expiresAt: Date,
	agent = ''
): Promise<void> {
	await db('sessions').insert({ token_hash: tokenHash, user_id: userId, expires_at: expiresAt, agent });
	await db('sessions').where('expires_at', '<', db.fn.now()).delete();
}

/** So often a device is noted as seen, s; and so long one that is not seen stays signed in, days. */
const SEEN_SECONDS = 300;
const IDLE_DAYS = 7;

export async function personOfSession(db: Knex, tokenHash: Buffer): Promise<Person | undefined> {
	const row = await db('sessions')
		.join('users', 'users.id', 'sessions.user_id')
		.select([
			...COLUMNS,
			db.raw(TEACHERS),
			db.raw(`case when users.is_both then sessions.acting_role end as "actsAs"`),
			db.raw(`sessions.seen_at < now() - interval '${SEEN_SECONDS} seconds' as "isLongAgo"`)
		])
		.where('sessions.token_hash', tokenHash)
		.whereNull('users.archived_at')
		.where('sessions.expires_at', '>', db.fn.now())
		.where('sessions.seen_at', '>', db.raw(`now() - interval '${IDLE_DAYS} days'`))
		.first();
	if (!row) return undefined;
	const { isLongAgo, actsAs, ...person } = row as Person & { isLongAgo: boolean; actsAs: Role | null };
	if (isLongAgo) await db('sessions').where({ token_hash: tokenHash }).update({ seen_at: db.fn.now() });
	return inOneRole(person, actsAs ?? person.role);
}

/** Somebody as they are in one of their roles: an instructor has no instructor, and a student is no head. */
export const inOneRole = (person: Person, role: Role): Person =>
	role === 'student'
		? { ...person, role, isHead: false }
		: { ...person, role, instructorId: null, teacherIds: [] };

/** Says what somebody who is both is on one device. @returns 0 for who is not both. */
export const actAs = (db: Knex, tokenHash: Buffer, role: Role): Promise<number> =>
	db('sessions')
		.where({ token_hash: tokenHash })
		.whereIn('user_id', db('users').select('id').where({ is_both: true }))
		.update({ acting_role: role });

export const removeSession = (db: Knex, tokenHash: Buffer): Promise<number> =>
	db('sessions').where('token_hash', tokenHash).delete();

/** A secret of this installation by its name, made when it is first asked for. */
export async function secretOf(db: Knex, name: string): Promise<string> {
	const key = `secret:${name}`;
	await db('meta')
		.insert({ key, value: JSON.stringify(randomBytes(32).toString('base64url')) })
		.onConflict('key')
		.ignore();
	return ((await db('meta').where({ key }).first('value')) as { value: string }).value;
}

export async function isDemo(db: Knex): Promise<boolean> {
	return (await db('meta').where({ key: 'demo' }).first()) !== undefined;
}

export async function markDemo(db: Knex): Promise<void> {
	await db('meta').insert({ key: 'demo', value: JSON.stringify({ loadedAt: new Date().toISOString() }) });
}
