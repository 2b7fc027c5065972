import { setPriority } from 'node:os';
import { isMainThread } from 'node:worker_threads';
import { InputError } from '@hanza/core';
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

/** Does one piece of work by its name. */
export default function run({ name, given }: { name: keyof typeof work; given: unknown }): Answer {
	try {
		return { done: (work[name] as (given: unknown) => unknown)(given) };
	} catch (error) {
		if (error instanceof InputError) return { refused: { place: error.place, wanted: error.wanted } };
		throw error;
	}
}
