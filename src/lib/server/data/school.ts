import type { Knex } from 'knex';
import type { Person, Role } from './people.js';

/** Somebody of the school, also who has left. */
export interface Member {
	id: string;
	login: string;
	name: string;
	role: Role;
	isHead: boolean;
	isBoth: boolean;
	instructorId: string | null;
	/** Who teaches them besides. */
	alsoTaughtBy: string[];
	email: string | null;
	archivedAt: Date | null;
}

/** Held while the first person is made, so that two at once do not both become it. */
const FIRST_LOCK = 7_041_978;

export const nobodyYet = async (db: Knex): Promise<boolean> => (await db('users').first('id')) === undefined;

/** The transaction in which the first person is made. */
export const lockFirst = (tx: Knex): Promise<unknown> =>
	tx.raw('select pg_advisory_xact_lock(?)', [FIRST_LOCK]);

export async function metaOf(db: Knex, key: string): Promise<unknown> {
	return ((await db('meta').where({ key }).first('value')) as { value: unknown } | undefined)?.value ?? null;
}
export const setMeta = (db: Knex, key: string, value: unknown): Promise<unknown> =>
	db('meta')
		.insert({ key, value: JSON.stringify(value) })
		.onConflict('key')
		.merge();
export const dropMeta = (db: Knex, key: string): Promise<number> => db('meta').where({ key }).delete();

export const members = (db: Knex): Promise<Member[]> =>
	db('users')
		.select([
			'id',
			'login',
			'name',
			'role',
			'is_head as isHead',
			'is_both as isBoth',
			'instructor_id as instructorId',
			'email',
			'archived_at as archivedAt',
			db.raw(
				'array(select t.instructor_id from teaching t where t.student_id = users.id order by t.created_at) as "alsoTaughtBy"'
			)
		])
		.orderBy(['role', 'name']);

/** An instructor teaches a student beside another, or does so no longer. */
export const teachBeside = (
	db: Knex,
	studentId: string,
	instructorId: string,
	on: boolean
): Promise<unknown> => {
	const row = { student_id: studentId, instructor_id: instructorId };
	return on
		? db('teaching').insert(row).onConflict(['student_id', 'instructor_id']).ignore()
		: db('teaching').where(row).delete();
};

/** Somebody by the address of their mail, to whom a link can be sent. */
export const findByMail = (
	db: Knex,
	nameOrAddress: string
): Promise<{ id: string; name: string; role: Role; email: string } | undefined> =>
	db('users')
		.select('id', 'name', 'role', 'email')
		.whereRaw('(login = ? or lower(email) = ?)', [nameOrAddress, nameOrAddress])
		.whereNotNull('email')
		.whereNull('archived_at')
		.first();

export const isMailTaken = async (db: Knex, email: string, exceptId: string): Promise<boolean> =>
	(await db('users')
		.whereRaw('lower(email) = ?', [email.toLowerCase()])
		.whereNot({ id: exceptId })
		.first('id')) !== undefined;
export const emailOf = async (db: Knex, id: string): Promise<string | null> =>
	((await db('users').where({ id }).first('email')) as { email: string | null }).email;

export const isLoginTaken = async (db: Knex, login: string): Promise<boolean> =>
	(await db('users').where({ login }).first('id')) !== undefined;

export const changePerson = (
	db: Knex,
	id: string,
	change: Partial<{
		name: string;
		instructor_id: string | null;
		password_hash: string;
		is_both: boolean;
		email: string | null;
	}>
): Promise<number> => db('users').where({ id }).update(change);

/** Somebody leaves, or comes back; who leaves is signed out everywhere. */
export const archivePerson = (db: Knex, id: string, away: boolean): Promise<void> =>
	db.transaction(async (tx) => {
		await tx('users')
			.where({ id })
			.update({ archived_at: away ? tx.fn.now() : null });
		if (!away) return;
		await tx('sessions').where({ user_id: id }).delete();
		await tx('teaching').where({ instructor_id: id }).delete();
	});

export const passwordHashOf = async (db: Knex, id: string): Promise<string> =>
	((await db('users').where({ id }).first('password_hash as hash')) as { hash: string }).hash;

export interface Invitation {
	id: string;
	role: Role;
	name: string;
	instructorId: string | null;
	resetsId: string | null;
	authorId: string;
	/** Where the link was sent to. */
	email: string | null;
	createdAt: Date;
	expiresAt: Date;
}
const INVITATION = [
	'id',
	'role',
	'name',
	'instructor_id as instructorId',
	'resets_id as resetsId',
	'author_id as authorId',
	'email',
	'created_at as createdAt',
	'expires_at as expiresAt'
] as const;
const open = (db: Knex) =>
	db('invitations')
		.select(INVITATION)
		.whereNull('used_at')
		.whereNull('withdrawn_at')
		.where('expires_at', '>', db.fn.now());

export const openInvitations = (db: Knex): Promise<Invitation[]> => open(db).orderBy('created_at', 'desc');

/** An invitation that can still be used; in a transaction it is held until its end, so that it is used once. */
export const invitationBy = (db: Knex, tokenHash: Buffer, hold = false): Promise<Invitation | undefined> => {
	const query = open(db).where({ token_hash: tokenHash });
	return (hold ? query.forUpdate() : query).first();
};

export async function addInvitation(
	db: Knex,
	one: Omit<Invitation, 'id' | 'createdAt'> & { tokenHash: Buffer }
): Promise<void> {
	await db('invitations').insert({
		token_hash: one.tokenHash,
		role: one.role,
		name: one.name,
		instructor_id: one.instructorId,
		resets_id: one.resetsId,
		author_id: one.authorId,
		email: one.email,
		expires_at: one.expiresAt
	});
}
export const useInvitation = (db: Knex, id: string): Promise<number> =>
	db('invitations').where({ id }).update({ used_at: db.fn.now() });
export const withdrawInvitation = (db: Knex, id: string): Promise<number> =>
	db('invitations').where({ id }).whereNull('used_at').update({ withdrawn_at: db.fn.now() });

/** Where somebody is signed in. */
export interface SignedIn {
	id: string;
	agent: string;
	createdAt: Date;
	seenAt: Date;
	isThis: boolean;
}
export const sessionsOf = (db: Knex, person: Pick<Person, 'id'>, tokenHash: Buffer): Promise<SignedIn[]> =>
	db('sessions')
		.select(
			'id',
			'agent',
			'created_at as createdAt',
			'seen_at as seenAt',
			db.raw('token_hash = ? as "isThis"', [tokenHash])
		)
		.where({ user_id: person.id })
		.where('expires_at', '>', db.fn.now())
		.orderBy('seen_at', 'desc');

/** Signs out on one device, or on all but the one that asks. @returns on how many. */
export const endSessions = (
	db: Knex,
	personId: string,
	which: { id: string } | { allBut: Buffer | null }
): Promise<number> => {
	const query = db('sessions').where({ user_id: personId });
	if ('id' in which) return query.where({ id: which.id }).delete();
	return (which.allBut ? query.whereNot({ token_hash: which.allBut }) : query).delete();
};
