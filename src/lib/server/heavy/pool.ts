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

/**
 * Chunks of a flight that go over to the thread and are not copied: a long flight's would keep everybody waiting. Those that
 * share their memory with others stay.
 */
function handedOver(given: object): ArrayBuffer[] {
	const { chunks } = ('flown' in given ? given.flown : given) as { chunks?: Uint8Array[] };
	return (chunks ?? []).flatMap(({ buffer, byteLength }) =>
		buffer instanceof ArrayBuffer && buffer.byteLength === byteLength ? [buffer] : []
	);
}

/** Does one piece of heavy work, in a thread where there is one. Chunks that are given are the thread's from then on. */
export async function heavy<K extends Name>(
	name: K,
	given: Parameters<Work[K]>[0]
): Promise<ReturnType<Work[K]>> {
	const at = threads();
	if (!at) return (work[name] as (given: unknown) => ReturnType<Work[K]>)(given);
	const answer = (await at.run({ name, given }, { transferList: handedOver(given) })) as Answer;
	if ('refused' in answer) throw new InputError(answer.refused.place, answer.refused.wanted);
	return answer.done as ReturnType<Work[K]>;
}
