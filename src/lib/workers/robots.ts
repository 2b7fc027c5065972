import { decodeChunk, type Track } from '@hanza/core';
import type { FlownAnswer, FlyRequest } from '$lib/workers/analysis.messages.js';

export type Flown = Omit<NonNullable<FlownAnswer['flown']>, 'recording'> & { track: Track };

const SEED = 1;
const LONGEST_SECONDS = 1800;

/** Robots that fly cards in a worker of their own, one after the other. */
export class Robots {
	private readonly worker = new Worker(new URL('./analysis.worker.ts', import.meta.url), {
		type: 'module'
	});
	private readonly waiting = new Map<
		number,
		{ done: (flown: Flown) => void; failed: (error: Error) => void }
	>();
	private asked = 0;

	constructor() {
		this.worker.onmessage = ({ data }: MessageEvent<FlownAnswer>) => {
			const one = this.waiting.get(data.id);
			this.waiting.delete(data.id);
			if (!one) return;
			if (!data.flown) {
				one.failed(new Error(data.problem ?? 'This cannot be flown.'));
				return;
			}
			const { recording, ...rest } = data.flown;
			one.done({ ...rest, track: decodeChunk(new Uint8Array(recording)).track });
		};
	}

	/** @throws Error with words to show when it cannot be flown. */
	fly(request: Omit<FlyRequest, 'id'>): Promise<Flown> {
		const id = ++this.asked;
		return new Promise((done, failed) => {
			this.waiting.set(id, { done, failed });
			this.worker.postMessage({ ...request, id } satisfies FlyRequest);
		});
	}

	/** As the steady robot flies it, always the same, to look at before it is set. */
	flySteady(
		request: Pick<FlyRequest, 'card' | 'conditions' | 'aircraft' | 'area' | 'standard'>
	): Promise<Flown> {
		return this.fly({ ...request, pilot: 'steady', seed: SEED, longestSeconds: LONGEST_SECONDS });
	}

	close(): void {
		this.worker.terminate();
	}
}
