import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';

export type Role = 'instructor' | 'student';

export interface Person {
	id: string;
	login: string;
	name: string;
	role: Role;
	instructorId: string | null;
}

const COLUMNS = ['id', 'login', 'name', 'role', 'instructor_id as instructorId'] as const;

export const findPerson = (db: Knex, id: string): Promise<Person | undefined> =>
	db('users').select(COLUMNS).where({ id }).first();

export const findCredentials = (
	db: Knex,
	login: string
): Promise<{ id: string; passwordHash: string } | undefined> =>
	db('users').select('id', 'password_hash as passwordHash').where({ login }).first();

export const allPeople = (db: Knex): Promise<Person[]> =>
	db('users').select(COLUMNS).orderBy(['role', 'name']);

export const studentsOf = (db: Knex, instructorId: string): Promise<Person[]> =>
	db('users').select(COLUMNS).where({ role: 'student', instructor_id: instructorId }).orderBy('name');

export async function addPerson(
	db: Knex,
	person: Omit<Person, 'id'> & { passwordHash: string }
): Promise<string> {
	const [row] = await db('users')
		.insert({
			login: person.login,
			name: person.name,
			role: person.role,
			instructor_id: person.instructorId,
			password_hash: person.passwordHash
		})
		.returning('id');
	return row.id as string;
}

export async function addSession(
	db: Knex,
	tokenHash: Buffer,
	userId: string,
	expiresAt: Date
): Promise<void> {
	await db('sessions').insert({ token_hash: tokenHash, user_id: userId, expires_at: expiresAt });
	await db('sessions').where('expires_at', '<', db.fn.now()).delete();
}

export const personOfSession = (db: Knex, tokenHash: Buffer): Promise<Person | undefined> =>
	db('sessions')
		.join('users', 'users.id', 'sessions.user_id')
		.select(COLUMNS.map((column) => `users.${column}`))
		.where('sessions.token_hash', tokenHash)
		.where('sessions.expires_at', '>', db.fn.now())
		.first();

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
