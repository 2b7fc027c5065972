import type { ResumeState, Situation } from '@hanza/core';
import '$lib/contracts/ready/flight.js';
import { API } from '$lib/contracts/api.js';
import { addressOf } from '$lib/contracts/endpoint.js';
import { call, CallError } from '$lib/contracts/client.js';
import type { PendingCommand } from '$lib/contracts/instructor-command.js';
import type { Moment } from '$lib/workers/messages.js';

export const NOT_REACHED = 'The server could not be reached. What you flew is safe; try again in a moment.';

/** What to say of a request that failed. */
export const problemOf = (error: unknown): string =>
	error instanceof CallError && error.status === 400 && error.reason
		? `That cannot be flown: ${error.reason.replace(/^\/(start\/)?/, '')}`
		: NOT_REACHED;

/** Where a flight was when it was last seen, to be taken up again. */
export interface Resumed {
	state: ResumeState;
	recorded: ArrayBuffer;
	nextSeq: number;
}

/** One attempt on the server, but for its recording, which the `Outbox` sends. */
export class AttemptServer {
	private readonly at: { params: { id: string } };

	constructor(id: string) {
		this.at = { params: { id } };
	}

	/** @returns null for a flight that has not begun. @throws CallError where the server is not reached. */
	async whereItWas(): Promise<Resumed | null> {
		const [{ resume, nextSeq }, recorded] = await Promise.all([
			call(API.attemptState, null, this.at),
			call(API.recording, null, this.at)
		]);
		return resume && { state: resume, recorded, nextSeq };
	}

	/** Takes hold of the flight, or goes on holding it. @returns null when it is held; else when the other device was last heard. */
	async hold(device: string, takeOver: boolean): Promise<{ heardAt: string | null } | null> {
		const { held, heardAt } = await call(API.holdAttempt, { device, takeOver }, this.at);
		return held ? null : { heardAt };
	}

	/** Lets go of it, as a page that goes away can. */
	release(device: string): void {
		const body = JSON.stringify({ device, takeOver: false, release: true });
		navigator.sendBeacon?.(
			addressOf(API.holdAttempt, this.at.params),
			new Blob([body], { type: 'application/json' })
		);
	}

	/** What the instructor wants done to this flight; nothing while the server is away: the flight goes on. */
	async commands(): Promise<PendingCommand[]> {
		try {
			return await call(API.pendingCommands, null, this.at);
		} catch {
			return [];
		}
	}

	/** Where it is not heard, the server will send the command again, and doing it twice does no harm. */
	acknowledge(command: string): void {
		const { id } = this.at.params;
		void call(API.acknowledgeCommand, null, { params: { id, command } }).catch(() => {});
	}

	/** A new flight from an earlier moment of this one. @returns its id. @throws CallError where it is not made. */
	async branch({ samples, state }: Moment): Promise<string> {
		const { id } = await call(API.branchAttempt, { samples, state }, this.at);
		await this.end('interrupted');
		return id;
	}

	/** A new flight from elsewhere. @returns its id. @throws CallError where it is not made. */
	async reposition(situation: Situation): Promise<string> {
		const { id } = await call(API.repositionAttempt, situation, this.at);
		await this.end('interrupted');
		return id;
	}

	/** A situation as a card of the instructor's. @throws CallError where it is not kept. */
	async keep(name: string, situation: Situation): Promise<void> {
		await call(API.saveSituation, { name, situation }, this.at);
	}

	/** @returns whether anything of the flight was kept. @throws CallError where it is not ended. */
	async end(status: 'finished' | 'interrupted'): Promise<'kept' | 'discarded'> {
		return (await call(API.endAttempt, { status }, this.at)).outcome;
	}
}
