import * as Type from '@sinclair/typebox';
import { parse } from '@hanza/core';
import { DRILL_API } from '$lib/contracts/drill-api.js';
import { call, CallError } from '$lib/contracts/client.js';

const WAITING = 'hanza-drills-waiting';
/** Rounds that wait for a connection. */
export const Waiting = Type.Array(Type.Object({ address: Type.String(), body: Type.String() }));

/** Rounds that lie in the browser until the server has them. */
export function waiting(): { address: string; body: string }[] {
	try {
		return parse(Waiting, JSON.parse(localStorage.getItem(WAITING) ?? '[]'));
	} catch {
		return [];
	}
}

/** Sends rounds that lie in the browser. @returns whether any was sent. */
export async function sendWaiting(): Promise<boolean> {
	let sent = false;
	for (const round of waiting()) {
		const { pathname, searchParams } = new URL(round.address, location.origin);
		const params = { id: pathname.split('/').at(-1)! };
		try {
			await call(DRILL_API.markRound, JSON.parse(round.body), {
				params,
				query: Object.fromEntries(searchParams)
			});
		} catch (error) {
			// A round that the server will never take must not stand in the way of the next.
			const final = error instanceof CallError && (error.status === 400 || error.status === 404);
			if (!final) break;
		}
		localStorage.setItem(WAITING, JSON.stringify(waiting().filter(({ body }) => body !== round.body)));
		sent = true;
	}
	return sent;
}

/** A round that has been flown is kept in the browser first. */
export const putOnPile = (round: { address: string; body: string }): void =>
	localStorage.setItem(WAITING, JSON.stringify([...waiting(), round]));
