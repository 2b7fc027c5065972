import { API } from '$lib/contracts/api.js';
import { call, CallError } from '$lib/contracts/client.js';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** One chunk waiting to be sent. */
interface Waiting {
	attempt: string;
	seq: number;
	body: ArrayBuffer;
}

interface OutboxSchema extends DBSchema {
	waiting: { key: [string, number]; value: Waiting };
}

export type UploadState = 'sent' | 'sending' | 'offline';

/** The server will not take it, whatever is tried. */
export class RefusedError extends Error {
	override name = 'RefusedError';
}

const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 5000;

/**
 * Sends the chunks of a flight in order. Each is put on the browser's own shelf first and taken
 * from it once the server has it, so that neither a reload nor a server that is away loses any.
 */
export class Outbox {
	private db: IDBPDatabase<OutboxSchema> | null = null;
	private queue: Waiting[] = [];
	private working = false;
	private closed = false;
	private settled: (() => void)[] = [];

	constructor(
		private readonly attempt: string,
		private readonly report: (state: UploadState, waiting: number) => void
	) {}

	/** Sends what an earlier visit left on the shelf. Resolves when it has been sent. */
	async open(): Promise<void> {
		try {
			this.db = await openDB<OutboxSchema>('hanza-flights', 1, {
				upgrade: (db) => {
					db.createObjectStore('waiting', { keyPath: ['attempt', 'seq'] });
				}
			});
			const range = IDBKeyRange.bound([this.attempt, 0], [this.attempt, Infinity]);
			this.queue = await this.db.getAll('waiting', range);
		} catch {
			// A browser without storage still flies; only a reload while offline is then unprotected.
			this.db = null;
		}
		await this.drain();
	}

	async add(seq: number, body: ArrayBuffer): Promise<void> {
		const chunk = { attempt: this.attempt, seq, body };
		this.queue.push(chunk);
		await this.db?.put('waiting', chunk);
		void this.work();
	}

	/** Resolves when everything has reached the server. */
	drain(): Promise<void> {
		const done = new Promise<void>((resolve) => this.settled.push(resolve));
		void this.work();
		return done;
	}

	close(): void {
		this.closed = true;
		this.db?.close();
	}

	private async work(): Promise<void> {
		if (this.working) return;
		this.working = true;
		let pause = FIRST_PAUSE_MS;
		while (this.queue.length > 0 && !this.closed) {
			const [chunk] = this.queue as [Waiting];
			try {
				await send(chunk);
				this.queue.shift();
				await this.db?.delete('waiting', [chunk.attempt, chunk.seq]);
				pause = FIRST_PAUSE_MS;
				this.report(this.queue.length > 0 ? 'sending' : 'sent', this.queue.length);
			} catch (error) {
				if (error instanceof RefusedError) {
					this.queue.shift();
					await this.db?.delete('waiting', [chunk.attempt, chunk.seq]);
					continue;
				}
				this.report('offline', this.queue.length);
				await new Promise((resolve) => setTimeout(resolve, pause));
				pause = Math.min(LONGEST_PAUSE_MS, pause * 1.6);
			}
		}
		this.working = false;
		for (const resolve of this.settled.splice(0)) resolve();
	}
}

const SEND_TIMEOUT_MS = 10_000;
/** The flight has ended, or never was the caller's: nothing that waiting would change. */
const FINAL = [400, 404, 409, 413];

async function send({ attempt, seq, body }: Waiting): Promise<void> {
	try {
		const params = { id: attempt, seq: String(seq) };
		await call(API.saveChunk, body, { params, timeoutMs: SEND_TIMEOUT_MS });
	} catch (error) {
		if (error instanceof CallError && error.status !== null && FINAL.includes(error.status))
			throw new RefusedError(String(error.status));
		throw error;
	}
}
