import { hash, verify } from '@node-rs/argon2';
import { createHash, randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import {
	allPeople,
	addSession,
	findCredentials,
	findPerson,
	isDemo,
	personOfSession,
	removeSession,
	type Person,
	type Role
} from '../../data/index.js';
import { isRecordId } from '../../policy.js';
import { markOf } from './known-browser.js';
import { countTry, forgetTries } from './limits.js';

export const SESSION_COOKIE = 'hanza_session';
export const SESSION_DAYS = 14;
/** By which the made-up people of the demo sign in. */
export const DEMO_PASSWORD = 'practice';
// OWASP Password Storage Cheat Sheet, 2024: Argon2id with 19 MiB, two passes, one lane.
const ARGON2 = { memoryCost: 19456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password, ARGON2);

/** Verified against when the login is unknown, so that the answer takes as long. */
let decoy: Promise<string> | null = null;

export const hashToken = (token: string): Buffer => createHash('sha256').update(token).digest();

/**
 * The person with this login and password, or null.
 * @param known the cookie of a browser that somebody has signed in on before.
 * @throws TooManyTries after repeated failures for the login or from the address.
 */
export async function signIn(
	db: Knex,
	login: string,
	password: string,
	address: string,
	known?: string
): Promise<Person | null> {
	const account = await findCredentials(db, login);
	const tried = { login, address, mark: account ? await markOf(db, account.id, known) : null };
	await countTry(db, tried);
	// The word of the demo's people, which everybody knows, opens nothing anywhere else.
	if (password === DEMO_PASSWORD && process.env.HANZA_DEMO !== '1') return null;
	decoy ??= hashPassword(randomBytes(12).toString('hex'));
	const right = await verify(account?.passwordHash ?? (await decoy), password);
	if (!account || !right) return null;
	await forgetTries(db, tried);
	return (await findPerson(db, account.id)) ?? null;
}

/** Opens a session; the token goes to the browser, only its hash to the database. */
export async function openSession(
	db: Knex,
	userId: string,
	agent = ''
): Promise<{ token: string; expiresAt: Date }> {
	const token = randomBytes(32).toString('base64url');
	const expiresAt = new Date(Date.now() + SESSION_DAYS * 86_400_000);
	await addSession(db, hashToken(token), userId, expiresAt, agent.slice(0, 200));
	return { token, expiresAt };
}

export const personOfToken = (db: Knex, token: string): Promise<Person | undefined> =>
	personOfSession(db, hashToken(token));

export const closeSession = (db: Knex, token: string): Promise<number> => removeSession(db, hashToken(token));

/** The choice of demo people exists only in demo mode and only over the demo data. */
const demoOffered = async (db: Knex): Promise<boolean> =>
	process.env.HANZA_DEMO === '1' && (await isDemo(db));

/** The made-up people that may be entered as; null where there are none. */
export async function demoPeople(db: Knex): Promise<{ id: string; name: string; role: Role }[] | null> {
	if (!(await demoOffered(db))) return null;
	return (await allPeople(db)).map(({ id, name, role }) => ({ id, name, role }));
}

/** One of them. */
export const demoPerson = async (db: Knex, id: string): Promise<Person | undefined> =>
	(await demoOffered(db)) && isRecordId(id) ? findPerson(db, id) : undefined;
