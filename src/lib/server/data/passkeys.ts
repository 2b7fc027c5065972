import type { Knex } from 'knex';

/** A key that a device of somebody's keeps; only its public half is here. */
export interface Passkey {
	id: string;
	userId: string;
	publicKey: Buffer;
	counter: number;
	transports: string[];
	name: string;
	createdAt: Date;
	usedAt: Date | null;
}
const COLUMNS = [
	'id',
	'user_id as userId',
	'public_key as publicKey',
	'counter',
	'transports',
	'name',
	'created_at as createdAt',
	'used_at as usedAt'
] as const;

export const passkeysOf = (db: Knex, userId: string): Promise<Passkey[]> =>
	db('passkeys').select(COLUMNS).where({ user_id: userId }).orderBy('created_at');

/** A key of somebody who is still here. */
export const findPasskey = (db: Knex, id: string): Promise<Passkey | undefined> =>
	db('passkeys')
		.select(COLUMNS)
		.where({ id })
		.whereIn('user_id', db('users').select('id').whereNull('archived_at'))
		.first();

export async function addPasskey(
	db: Knex,
	one: Omit<Passkey, 'createdAt' | 'usedAt' | 'publicKey'> & { publicKey: Uint8Array }
): Promise<void> {
	await db('passkeys').insert({
		id: one.id,
		user_id: one.userId,
		public_key: Buffer.from(one.publicKey),
		counter: one.counter,
		transports: JSON.stringify(one.transports),
		name: one.name
	});
}
export const usedPasskey = (db: Knex, id: string, counter: number): Promise<number> =>
	db('passkeys').where({ id }).update({ counter, used_at: db.fn.now() });

/** @returns 0 for another's. */
export const removePasskey = (db: Knex, userId: string, id: string): Promise<number> =>
	db('passkeys').where({ id, user_id: userId }).delete();

/** All of somebody's. */
export const dropPasskeys = (db: Knex, userId: string): Promise<number> =>
	db('passkeys').where({ user_id: userId }).delete();

const CHALLENGE_MINUTES = 5;

/** Keeps what a device is asked to sign; those that have run out go. */
export async function addChallenge(db: Knex, challenge: string, userId: string | null): Promise<string> {
	await db('passkey_challenges').where('expires_at', '<', db.fn.now()).delete();
	const [row] = await db('passkey_challenges')
		.insert({
			challenge,
			user_id: userId,
			expires_at: db.raw(`now() + interval '${CHALLENGE_MINUTES} minutes'`)
		})
		.returning('id');
	return row.id as string;
}

/** Takes a challenge, once. */
export async function takeChallenge(db: Knex, id: string, userId: string | null): Promise<string | null> {
	const [row] = await db('passkey_challenges')
		.where({ id, user_id: userId })
		.where('expires_at', '>', db.fn.now())
		.delete()
		.returning('challenge');
	return (row as { challenge: string } | undefined)?.challenge ?? null;
}
