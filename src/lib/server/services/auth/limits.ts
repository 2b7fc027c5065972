import type { Knex } from 'knex';
import { TooMuch } from '../../policy.js';
import { RateLimiterMemory, RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';

export class TooManyTries extends Error {
	override name = 'TooManyTries';
	constructor(readonly seconds: number) {
		super(`Too many tries. Wait ${seconds < 90 ? 'a minute' : `${Math.ceil(seconds / 60)} minutes`}.`);
	}
}

/** Tries before one has to wait, and over how long they are counted, s. */
const LIMITS = {
	/** One name from one address. */
	pair: { points: 6, duration: 60 },
	/** One name from anywhere, by browsers that it never signed in on. */
	login: { points: 60, duration: 900 },
	/** A school behind one address is not one person. */
	address: { points: 200, duration: 900 },
	/** One name on a browser that it has signed in on: what others try elsewhere counts for nothing here. */
	known: { points: 6, duration: 60 }
} as const;
type Limit = keyof typeof LIMITS;

const limiters = new WeakMap<Knex, Record<Limit, RateLimiterPostgres>>();
function limitersOf(db: Knex): Record<Limit, RateLimiterPostgres> {
	let all = limiters.get(db);
	if (!all) {
		const made = Object.entries(LIMITS).map(([keyPrefix, { points, duration }]) => [
			keyPrefix,
			new RateLimiterPostgres({
				storeClient: db,
				storeType: 'knex',
				tableName: 'rate_limits',
				tableCreated: true,
				clearExpiredByTimeout: false,
				keyPrefix,
				points,
				duration
			})
		]);
		all = Object.fromEntries(made) as Record<Limit, RateLimiterPostgres>;
		limiters.set(db, all);
	}
	return all;
}

/** Who tries: a name, where from, and the mark of a browser that knows it. */
export interface Tried {
	login: string;
	address: string;
	mark: string | null;
}
const keysOf = ({ login, address, mark }: Tried): [Limit, string][] =>
	mark
		? [['known', `${login} ${mark}`]]
		: [
				['address', address],
				['pair', `${login} ${address}`],
				['login', login]
			];

/** Counts a try before its password is looked at: many at once are counted one by one. @throws TooManyTries */
export async function countTry(db: Knex, tried: Tried): Promise<void> {
	const all = limitersOf(db);
	for (const [limit, key] of keysOf(tried))
		try {
			await all[limit].consume(key);
		} catch (refused) {
			if (refused instanceof RateLimiterRes) throw new TooManyTries(Math.ceil(refused.msBeforeNext / 1000));
			throw refused;
		}
}

/** The password was right: what was counted for this name is forgotten, and the try counts for nothing. */
export async function forgetTries(db: Knex, tried: Tried): Promise<void> {
	const all = limitersOf(db);
	for (const [limit, key] of keysOf(tried))
		if (limit === 'address' || limit === 'login') await all[limit].reward(key);
		else await all[limit].delete(key);
	await db('rate_limits').where('expire', '<', Date.now()).delete();
}

/**
 * Parts of flights that a process takes from one person: eight a second come at eight times, and more than twice that from a
 * browser that catches up after the server was away.
 */
const parts = new RateLimiterMemory({ keyPrefix: 'parts', points: 200, duration: 10 });

/** Counts a part of a flight. @throws TooMuch */
export async function countPart(personId: string): Promise<void> {
	try {
		await parts.consume(personId);
	} catch (refused) {
		if (refused instanceof RateLimiterRes)
			throw new TooMuch(
				'More comes than can be flown. It is kept where it is, and may come again in a moment.'
			);
		throw refused;
	}
}
