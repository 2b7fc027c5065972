import type { Knex } from 'knex';
import { storedBytes } from '../../data/index.js';
import { TooLarge, TooMuch } from '../../policy.js';
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
	for (const [limit, key] of keysOf(tried)) await consume(db, limit, key);
}

async function consume(db: Knex, limit: Limit, key: string): Promise<void> {
	try {
		await limitersOf(db)[limit].consume(key);
	} catch (refused) {
		if (refused instanceof RateLimiterRes) throw new TooManyTries(Math.ceil(refused.msBeforeNext / 1000));
		throw refused;
	}
}

/** Counts what somebody who has not signed in asks for, by where it comes from. @throws TooManyTries */
export const countFrom = (db: Knex, address: string): Promise<void> => consume(db, 'address', address);

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

/** Flights that one person begins: more than one every ten seconds over ten minutes is nobody who flies them. */
const begun = new RateLimiterMemory({ keyPrefix: 'begun', points: 60, duration: 600 });

async function count(limiter: RateLimiterMemory, personId: string, words: string): Promise<void> {
	try {
		await limiter.consume(personId);
	} catch (refused) {
		if (refused instanceof RateLimiterRes) throw new TooMuch(words);
		throw refused;
	}
}

/** Counts a part of a flight. @throws TooMuch */
export const countPart = (personId: string): Promise<void> =>
	count(
		parts,
		personId,
		'More comes than can be flown. It is kept where it is, and may come again in a moment.'
	);

/** Counts a flight that is begun. @throws TooMuch */
export const countBegun = (personId: string): Promise<void> =>
	count(begun, personId, 'So many flights have just been begun: go on in some minutes.');

/** A flight of twelve hours, part by part as it comes, bytes; its recording is a tenth of it. */
const MOST_OF_A_FLIGHT = 320e6;
/** What is kept for one person where nothing is set, MB: some thousand hours of recordings. */
const USUAL_QUOTA_MB = 2000;
const MB = 1e6;

/** Whether so much more of a flight may be kept. @throws TooLarge */
export function withinAFlight(storedBytes: number, bytes: number): void {
	if (storedBytes + bytes > MOST_OF_A_FLIGHT)
		throw new TooLarge('This flight is as long as one can be: end it, and begin another.');
}

/** Whether a person may keep more. @throws TooLarge */
export async function withinQuota(db: Knex, personId: string): Promise<void> {
	const quota = (Number(process.env.QUOTA_MB) || USUAL_QUOTA_MB) * MB;
	if ((await storedBytes(db, personId)) > quota)
		throw new TooLarge(
			`Your flights take more than the ${Math.round(quota / MB)} MB that are kept for one person: whoever runs this can allow more.`
		);
}
