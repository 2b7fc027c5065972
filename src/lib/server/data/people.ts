import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';

export type Role = 'instructor' | 'student';

export interface Person {
	id: string;
	login: string;
	name: string;
	role: Role;
	instructorId: string | null;
	/** Head of training: an instructor who keeps the people of the school. */
	isHead: boolean;
}

const COLUMNS = [
	'id',
	'login',
	'name',
	'role',
	'instructor_id as instructorId',
	'is_head as isHead'
] as const;

export const findPerson = (db: Knex, id: string): Promise<Person | undefined> =>
	db('users').select(COLUMNS).where({ id }).first();

export const findCredentials = (
	db: Knex,
	login: string
): Promise<{ id: string; passwordHash: string } | undefined> =>
	db('users').select('id', 'password_hash as passwordHash').where({ login }).whereNull('archived_at').first();

export const allPeople = (db: Knex): Promise<Person[]> =>
	db('users').select(COLUMNS).orderBy(['role', 'name']);

export const studentsOf = (db: Knex, instructorId: string): Promise<Person[]> =>
	db('users')
		.select(COLUMNS)
		.where({ role: 'student', instructor_id: instructorId })
		.whereNull('archived_at')
		.orderBy('name');

export async function addPerson(
	db: Knex,
	person: Omit<Person, 'id' | 'isHead'> & { passwordHash: string; isHead?: boolean }
): Promise<string> {
	const [row] = await db('users')
		.insert({
			login: person.login,
			name: person.name,
			role: person.role,
			instructor_id: person.instructorId,
			is_head: person.isHead ?? false,
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
		.select(
			...COLUMNS.map((column) => `users.${column}`),
			db.raw(`sessions.seen_at < now() - interval '${SEEN_SECONDS} seconds' as "isLongAgo"`)
		)
		.where('sessions.token_hash', tokenHash)
		.whereNull('users.archived_at')
		.where('sessions.expires_at', '>', db.fn.now())
		.where('sessions.seen_at', '>', db.raw(`now() - interval '${IDLE_DAYS} days'`))
		.first();
	if (!row) return undefined;
	const { isLongAgo, ...person } = row as Person & { isLongAgo: boolean };
	if (isLongAgo) await db('sessions').where({ token_hash: tokenHash }).update({ seen_at: db.fn.now() });
	return person;
}

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
