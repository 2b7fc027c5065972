import '$lib/contracts/ready/tap.js';
import { API } from '$lib/contracts/api.js';
import { call, CallError } from '$lib/contracts/client.js';
import { parse, type ScanInstrument } from '@hanza/core';
import { Outgoing, Sheet } from './sheet.js';

const KEPT = 'hanza-tap-sheet';
const WAITING = 'hanza-tap-waiting';
const RETRY_MS = 3000;

/** What a refusal means; whatever it is, the sheet stays in the browser. */
const KEPT_BECAUSE: Record<number, string> = {
	401: 'You are signed out. The sheet is kept here: sign in again and it is sent.',
	404: 'That flight is not there any more. The sheet is kept here.'
};

const fresh = (): Sheet => ({ startedAt: null, looks: [], open: null, stopped: false });

function read<T>(key: string, schema: typeof Sheet | typeof Outgoing, usual: T): T {
	try {
		const kept = localStorage.getItem(key);
		return kept ? (parse(schema, JSON.parse(kept)) as T) : usual;
	} catch {
		return usual;
	}
}

/** An instructor taps what the student looks at; the sheets wait in the browser until they are sent. */
export class TapSheet {
	sheet = $state<Sheet>(read(KEPT, Sheet, fresh()));
	/** Sheets on their way to the server. */
	waiting = $state<Outgoing>(read(WAITING, Outgoing, []));
	said = $state('');
	private sending = false;
	private timer: ReturnType<typeof setInterval>;

	constructor(private readonly now: () => number = Date.now) {
		this.timer = setInterval(() => void this.send(), RETRY_MS);
	}

	private keep(): void {
		localStorage.setItem(KEPT, JSON.stringify($state.snapshot(this.sheet)));
		localStorage.setItem(WAITING, JSON.stringify($state.snapshot(this.waiting)));
	}

	get elapsedMs(): number {
		return this.sheet.startedAt === null ? 0 : this.now() - this.sheet.startedAt;
	}

	start(): void {
		this.sheet = { ...fresh(), startedAt: this.now() };
		this.said = '';
		this.keep();
	}

	/** The eye has gone there; null when it is on nothing of the panel. */
	tap(instrument: ScanInstrument | null): void {
		const { sheet } = this;
		if (sheet.startedAt === null || sheet.stopped) return;
		const at = this.elapsedMs;
		if (sheet.open && at > sheet.open.startMs) sheet.looks.push({ ...sheet.open, endMs: at });
		sheet.open = instrument && { instrument, startMs: at };
		this.keep();
	}

	stop(): void {
		this.tap(null);
		this.sheet.stopped = true;
		this.keep();
	}

	clear(): void {
		this.sheet = fresh();
		this.keep();
	}

	/** Gives the sheet to a flight, begun at a time of it; it leaves when the server is there. */
	async give(attempt: string, beganSeconds: number): Promise<void> {
		const shift = Math.round(beganSeconds * 1000);
		const looks = $state.snapshot(this.sheet.looks).map(({ instrument, startMs, endMs }) => ({
			instrument,
			startMs: startMs + shift,
			endMs: endMs + shift
		}));
		this.waiting.push({ attempt, looks });
		this.sheet = fresh();
		this.keep();
		await this.send();
	}

	/** One at a time: two at once would each take a sheet off the pile for the same one sent. */
	private async send(): Promise<void> {
		const next = this.waiting[0];
		if (!next || this.sending) return;
		this.sending = true;
		try {
			const looks = $state.snapshot(next.looks);
			await call(API.addLooks, { source: 'tap', looks }, { params: { id: next.attempt } });
			this.waiting.shift();
			this.said = 'Sent: the looks are in the debrief.';
			this.keep();
		} catch (error) {
			const status = error instanceof CallError ? error.status : null;
			this.said =
				status === null
					? 'No connection. The sheet is kept here and sent when the server is back.'
					: (KEPT_BECAUSE[status] ?? 'The server did not take it. The sheet is kept here.');
		} finally {
			this.sending = false;
		}
	}

	close(): void {
		clearInterval(this.timer);
	}
}
