import { AsyncLocalStorage } from 'node:async_hooks';

const reading = new AsyncLocalStorage<Map<string, Promise<unknown>>>();

/** Runs the work of a request that only reads: what is asked of the database twice in it is asked once. */
export const readingOnce = <T>(work: () => T): T => reading.run(new Map(), work);

/** What a question is answered with; within a request that only reads the first answer holds. @param question all it depends on. */
export function once<T>(question: readonly (string | boolean)[], ask: () => Promise<T>): Promise<T> {
	const known = reading.getStore();
	if (!known) return ask();
	const key = question.join('\n');
	if (!known.has(key)) known.set(key, ask());
	return known.get(key) as Promise<T>;
}
