import { RefusedError, sendChunk, StrangerError } from './send-chunk.js';
import { Shelf, type Waiting } from './shelf.js';

/** `refused`: what is left cannot be delivered as things are, and stays in this browser. */
export type UploadState = 'sent' | 'sending' | 'offline' | 'refused';

const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 5000;

/**
 * Sends the chunks of a flight in order. Each is put on the browser's own shelf first and taken from it only when the server
 * has acknowledged it: neither a reload, nor a server that is away, nor one that refuses loses any.
 */
export class Outbox {
	private shelf: Shelf | null = null;
	private queue: Waiting[] = [];
	private refused: Waiting[] = [];
	private working = false;
	private closed = false;
	private settled: (() => void)[] = [];
	/** Why nothing gets through to the right person's flight; null while it does. */
	private stranger: string | null = null;

	constructor(
		private readonly of: { attempt: string; person: string; device: string },
		private readonly report: (state: UploadState, waiting: number, reason: string | null) => void
	) {}

	/** Sends what an earlier visit left on the shelf, and what was refused then. Resolves when no more of it can be sent. */
	async open(): Promise<void> {
		this.shelf = await Shelf.open();
		this.queue = await this.shelf.ofAttempt(this.of.attempt);
		await this.drain();
	}

	async add(seq: number, body: ArrayBuffer): Promise<void> {
		const { attempt, person } = this.of;
		const chunk = { attempt, person, seq, body };
		this.queue.push(chunk);
		await this.shelf?.put(chunk);
		void this.work();
	}

	/** Resolves when everything has reached the server, or what is left cannot reach it as things are. */
	drain(): Promise<void> {
		const done = new Promise<void>((resolve) => this.settled.push(resolve));
		if (this.stranger) this.settle();
		void this.work();
		return done;
	}

	/** Why what waits cannot be delivered as things are, though it may later; null where it can. */
	get blockedBy(): string | null {
		return this.queue.length > 0 ? this.stranger : null;
	}

	close(): void {
		this.closed = true;
		this.shelf?.close();
	}

	private settle(): void {
		for (const resolve of this.settled.splice(0)) resolve();
	}

	private tell(state: UploadState): void {
		const reason = this.stranger ?? this.refused.at(-1)?.refused ?? null;
		this.report(reason ? 'refused' : state, this.queue.length + this.refused.length, reason);
	}

	private async work(): Promise<void> {
		if (this.working) return;
		this.working = true;
		let pause = FIRST_PAUSE_MS;
		while (this.queue.length > 0 && !this.closed) {
			const [chunk] = this.queue as [Waiting];
			try {
				await sendChunk(chunk, this.of.device);
				this.queue.shift();
				await this.shelf?.remove(chunk);
				this.stranger = null;
				pause = FIRST_PAUSE_MS;
				this.tell(this.queue.length > 0 ? 'sending' : 'sent');
			} catch (error) {
				if (error instanceof RefusedError) {
					this.queue.shift();
					const kept = { ...chunk, refused: error.message };
					this.refused.push(kept);
					await this.shelf?.put(kept);
					this.tell('refused');
					continue;
				}
				this.stranger = error instanceof StrangerError ? error.message : null;
				if (this.stranger) this.settle();
				this.tell('offline');
				await new Promise((resolve) => setTimeout(resolve, pause));
				pause = Math.min(LONGEST_PAUSE_MS, pause * 1.6);
			}
		}
		this.working = false;
		this.settle();
	}
}
