import { availableParallelism } from 'node:os';
import type { Knex } from 'knex';
import { Piscina } from 'piscina';
import { InputError } from '@hanza/core';
import { flownOf } from '../data/attempts.js';
import * as work from './work.js';
import type { Answer, Asked } from './worker.js';

type Work = typeof work;
type Name = { [K in keyof Work]: Work[K] extends (given: never) => unknown ? K : never }[keyof Work];
/** Work on a whole flight. */
type OnFlight = { [K in Name]: Parameters<Work[K]>[0] extends { flown: unknown } ? K : never }[Name];
type Any<K extends Name> = (given: unknown) => ReturnType<Work[K]>;

/** A thread that nothing was asked of for so long ends, ms; one stays. */
const IDLE_MS = 60_000;
let pool: Piscina | null = null;

/**
 * The threads of this process for what is heavy, made at first use. The built application has its work as a file of its own,
 * named by HANZA_HEAVY; where there is none (tests of services, scripts) it is done where it is asked for.
 */
function threads(): Piscina | null {
	const filename = process.env.HANZA_HEAVY;
	if (!filename) return null;
	pool ??= new Piscina({
		filename,
		minThreads: 1,
		maxThreads: Number(process.env.HEAVY_THREADS) || Math.max(1, availableParallelism() - 1),
		idleTimeout: IDLE_MS
	});
	return pool;
}

/** Starts the first thread before anybody waits for it. */
export const warmUp = (): void => void threads();

async function inThread<K extends Name>(at: Piscina, asked: Asked): Promise<ReturnType<Work[K]>> {
	const answer = (await at.run(asked)) as Answer;
	if ('refused' in answer) throw new InputError(answer.refused.place, answer.refused.wanted);
	return answer.done as ReturnType<Work[K]>;
}

/** Does one piece of heavy work, in a thread where there is one. */
export async function heavy<K extends Name>(
	name: K,
	given: Parameters<Work[K]>[0]
): Promise<ReturnType<Work[K]>> {
	const at = threads();
	return at ? inThread<K>(at, { name, given }) : (work[name] as Any<K>)(given);
}

/**
 * Heavy work on a flight that is kept. Whoever does it reads the flight, too: a long one, read where everybody is answered,
 * would keep everybody waiting.
 * @param db where it is read when there are no threads; a thread reads what has been committed.
 */
export async function heavyOnFlight<K extends OnFlight>(
	db: Knex,
	flight: string,
	name: K,
	given: Omit<Parameters<Work[K]>[0], 'flown'>
): Promise<ReturnType<Work[K]>> {
	const at = threads();
	if (at) return inThread<K>(at, { name, given, flight });
	return (work[name] as Any<K>)({ ...given, flown: await flownOf(db, flight) });
}
