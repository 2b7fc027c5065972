import type { ResumeState, Situation } from '@hanza/core';
import type { Moment } from '$lib/workers/messages.js';
import type { PendingCommand } from '$lib/contracts/instructor-command.js';

/** The server's no, with its reason where it gives one to show. */
class Refusal extends Error {
	constructor(readonly reason: string | null) {
		super(reason ?? 'refused');
	}
}

export const NOT_REACHED = 'The server could not be reached. What you flew is safe; try again in a moment.';

/** What to say of a request that failed. */
export const problemOf = (error: unknown): string =>
	error instanceof Refusal && error.reason
		? `That cannot be flown: ${error.reason.replace(/^\/(start\/)?/, '')}`
		: NOT_REACHED;

/** Where a flight was when it was last seen, to be taken up again. */
export interface Resumed {
	state: ResumeState;
	recorded: ArrayBuffer;
	nextSeq: number;
}

/** One attempt on the server, but for its recording, which the `Uploader` sends. */
export class AttemptServer {
	private readonly address: string;

	constructor(id: string) {
		this.address = `/api/attempts/${id}`;
	}

	/** @returns null for a flight that has not begun. @throws where the server is not reached. */
	async whereItWas(): Promise<Resumed | null> {
		const [state, recording] = await Promise.all([
			fetch(`${this.address}/state`),
			fetch(`${this.address}/recording`)
		]);
		if (!state.ok || !recording.ok) throw new Error('not reached');
		const { resume, nextSeq } = (await state.json()) as { resume: ResumeState | null; nextSeq: number };
		return resume && { state: resume, recorded: await recording.arrayBuffer(), nextSeq };
	}

	/** What the instructor wants done to this flight; nothing while the server is away: the flight goes on. */
	async commands(): Promise<PendingCommand[]> {
		try {
			const answer = await fetch(`${this.address}/commands`);
			return answer.ok ? ((await answer.json()) as PendingCommand[]) : [];
		} catch {
			return [];
		}
	}

	/** Where it is not heard, the server will send the command again, and doing it twice does no harm. */
	acknowledge(id: string): void {
		void fetch(`${this.address}/commands/${id}`, { method: 'PUT' }).catch(() => {});
	}

	/** A new flight from an earlier moment of this one. @returns its id. @throws where it is not made. */
	branch(moment: Moment): Promise<string> {
		return this.made('branch', moment);
	}

	/** A new flight from elsewhere. @returns its id. @throws where it is not made. */
	reposition(situation: Situation): Promise<string> {
		return this.made('reposition', situation);
	}

	/** A situation as a card of the instructor's. @throws where it is not kept. */
	async keep(name: string, situation: Situation): Promise<void> {
		await this.post('situation', { name, situation });
	}

	/** @returns whether anything of the flight was kept. @throws where it is not ended. */
	async end(status: 'finished' | 'interrupted'): Promise<'kept' | 'discarded'> {
		return ((await this.post('end', { status })) as { outcome: 'kept' | 'discarded' }).outcome;
	}

	private async made(what: string, from: unknown): Promise<string> {
		const { id } = (await this.post(what, from)) as { id: string };
		await this.end('interrupted');
		return id;
	}

	/** Sends JSON and reads the answer; throws when the server does not take it. */
	private async post(what: string, body: unknown): Promise<unknown> {
		const response = await fetch(`${this.address}/${what}`, {
			method: 'POST',
			headers: { 'Content-Type': 'application/json' },
			body: JSON.stringify(body)
		});
		if (response.ok) return response.json();
		const said = (await response.json().catch(() => null)) as { message?: string } | null;
		throw new Refusal(response.status === 400 ? (said?.message ?? null) : null);
	}
}
