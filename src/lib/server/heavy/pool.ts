import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { InputError } from '@hanza/core';
import * as work from './work.js';
import type { Answer } from './worker.js';

type Work = typeof work;
type Name = { [K in keyof Work]: Work[K] extends (given: never) => unknown ? K : never }[keyof Work];

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

/** Does one piece of heavy work, in a thread where there is one. */
export async function heavy<K extends Name>(
	name: K,
	given: Parameters<Work[K]>[0]
): Promise<ReturnType<Work[K]>> {
	const at = threads();
	if (!at) return (work[name] as (given: unknown) => ReturnType<Work[K]>)(given);
	const answer = (await at.run({ name, given })) as Answer;
	if ('refused' in answer) throw new InputError(answer.refused.place, answer.refused.wanted);
	return answer.done as ReturnType<Work[K]>;
}
