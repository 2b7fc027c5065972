import '$lib/contracts/ready/log.js';
import type { ColumnMap, LogEntry } from '@hanza/core';
import { call, CallError } from '$lib/contracts/client.js';
import { LOG_API, ROWS_AT_ONCE } from '$lib/contracts/log-api.js';
import type { ImportAnswer, ImportRequest, OpenedFile, ReadFile } from './import.messages.js';

type Without<T> = T extends unknown ? Omit<T, 'id'> : never;

/** A file of a log on its way in: opened, its columns mapped, read, looked at, and taken. */
export class Importing {
	fileName = $state('');
	opened = $state.raw<OpenedFile | null>(null);
	map = $state.raw<ColumnMap | null>(null);
	/** Where the map comes from. */
	mapFrom = $state<'guess' | 'before'>('guess');
	/** The very file was taken before: as what. */
	before = $state<string | null>(null);
	read = $state.raw<ReadFile | null>(null);
	busy = $state<{ words: string; share: number } | null>(null);
	problem = $state<string | null>(null);
	kept = $state<{ id: string; rows: number } | null>(null);

	// eslint-disable-next-line svelte/prefer-svelte-reactivity -- an address, never changed
	private readonly worker = new Worker(new URL('./import.worker.ts', import.meta.url), { type: 'module' });
	// eslint-disable-next-line svelte/prefer-svelte-reactivity -- nothing is drawn from it
	private readonly waiting = new Map<number, (answer: ImportAnswer) => void>();
	private asked = 0;

	constructor(
		private readonly student: string,
		private readonly today: string
	) {
		this.worker.onmessage = ({ data }: MessageEvent<ImportAnswer>) => {
			if ('progress' in data) {
				if (this.busy) this.busy = { ...this.busy, share: data.progress };
				return;
			}
			this.waiting.get(data.id)?.(data);
			this.waiting.delete(data.id);
		};
	}

	private ask(request: Without<ImportRequest>): Promise<ImportAnswer> {
		const id = ++this.asked;
		return new Promise((done) => {
			this.waiting.set(id, done);
			this.worker.postMessage({ ...request, id } as ImportRequest);
		});
	}

	async open(file: File): Promise<void> {
		this.fileName = file.name;
		this.opened = this.map = this.read = this.kept = null;
		this.problem = this.before = null;
		this.busy = { words: 'Opening the file', share: 0 };
		const answer = await this.ask({ kind: 'open', file, today: this.today });
		this.busy = null;
		if ('problem' in answer) this.problem = answer.problem;
		if (!('opened' in answer)) return;
		this.opened = answer.opened;
		const { heads, digest, guess } = answer.opened;
		let map: ColumnMap | null = null;
		try {
			const known = await call(LOG_API.know, { heads, digest }, { params: { student: this.student } });
			map = known.map;
			this.before = known.before;
		} catch (error) {
			// Without what was known of it the guess stands.
			if (!(error instanceof CallError)) throw error;
		}
		this.mapFrom = map ? 'before' : 'guess';
		await this.readBy(map ?? guess);
	}

	/** Reads the file by a map. */
	async readBy(map: ColumnMap): Promise<void> {
		this.map = map;
		this.busy = { words: 'Reading', share: 0 };
		const answer = await this.ask({ kind: 'read', map, today: this.today });
		this.busy = null;
		// Only what the map of now says.
		if ('read' in answer && this.map === map) this.read = answer.read;
	}

	/** The rows with something wrong, as a file with the reason beside each. */
	async badRows(): Promise<string> {
		const answer = await this.ask({ kind: 'bad' });
		return 'csv' in answer ? answer.csv : '';
	}

	/** Takes the good rows into the log: all of them, or none. */
	async take(): Promise<void> {
		const { opened, map, read } = this;
		if (!opened || !map || !read) return;
		this.problem = null;
		this.busy = { words: 'Taking the entries in', share: 0 };
		let id: string | null = null;
		try {
			({ id } = await call(
				LOG_API.begin,
				{
					fileName: this.fileName.slice(0, 200),
					digest: opened.digest,
					heads: opened.heads,
					map,
					rows: read.good,
					again: this.before !== null
				},
				{ params: { student: this.student } }
			));
			for (let first = 0; first < read.good; first += ROWS_AT_ONCE) {
				const answer = await this.ask({ kind: 'entries', first, count: ROWS_AT_ONCE });
				const entries: LogEntry[] = 'entries' in answer ? answer.entries : [];
				await call(LOG_API.rows, entries, { params: { id } });
				this.busy = {
					words: 'Taking the entries in',
					share: Math.min(1, (first + ROWS_AT_ONCE) / read.good)
				};
			}
			const { kept } = await call(LOG_API.keep, null, { params: { id } });
			this.kept = { id, rows: kept };
		} catch (error) {
			const reason = error instanceof CallError ? (error.reason ?? 'The server was not reached.') : '';
			this.problem = `${reason} Nothing was taken.`.trim();
			if (id) await call(LOG_API.drop, {}, { params: { id } }).catch(() => null);
			if (!(error instanceof CallError)) throw error;
		}
		this.busy = null;
	}

	/** Takes the whole import back. */
	async undo(): Promise<{ gone: number; stay: number } | null> {
		if (!this.kept) return null;
		const done = await call(LOG_API.drop, {}, { params: { id: this.kept.id } });
		this.kept = null;
		this.before = null;
		return done;
	}

	close(): void {
		this.worker.terminate();
	}
}
