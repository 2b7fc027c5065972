import { setPriority } from 'node:os';
import { isMainThread } from 'node:worker_threads';
import { InputError } from '@hanza/core';
import { flownOf } from '../data/attempts.js';
import { database } from '../db.js';
import * as work from './work.js';

/*
 * What a thread runs. An error loses its kind on the way out of a thread: what is refused is told in its parts, and made an
 * error again by whoever asked.
 */

/** Behind whoever waits for a page: on Linux a thread has a priority of its own, elsewhere only the whole process has. */
const BEHIND = 5;
if (!isMainThread && process.platform === 'linux')
	try {
		setPriority(BEHIND);
	} catch {
		// Where that is forbidden (a sandbox's rules) the work is done all the same.
	}

/** What a thread answers. */
export type Answer = { done: unknown } | { refused: { place: string; wanted: string } };

/** What a thread is asked: work by its name, and where it is on a flight that is kept, which one. */
export interface Asked {
	name: keyof typeof work;
	given: object;
	flight?: string;
}

/** Does one piece of work; a flight is read here, by a connection of the thread's own. */
export default async function run({ name, given, flight }: Asked): Promise<Answer> {
	try {
		const whole = flight ? { ...given, flown: await flownOf(database(), flight) } : given;
		return { done: (work[name] as (given: unknown) => unknown)(whole) };
	} catch (error) {
		if (error instanceof InputError) return { refused: { place: error.place, wanted: error.wanted } };
		throw error;
	}
}
