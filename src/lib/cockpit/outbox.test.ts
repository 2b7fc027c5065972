import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Outbox, type UploadState } from './outbox.js';

type Answer = number | 'away' | 'portal';

/** A server that answers the chunks it is sent in turn, the last answer for ever; what it has, and when it was asked. */
function serverThat(...answers: Answer[]): { sent: string[]; askedAt: number[] } {
	const sent: string[] = [];
	const askedAt: number[] = [];
	vi.stubGlobal('fetch', (address: string) => {
		const answer = answers.length > 1 ? answers.shift()! : answers[0]!;
		const [attempt, , seq] = address.split('/').slice(-3);
		askedAt.push(Date.now());
		if (answer === 'away') return Promise.reject(new TypeError('Failed to fetch'));
		// A network that asks to sign in answers everything with a page of its own.
		if (answer === 'portal') return Promise.resolve(new Response('<html>Welcome</html>'));
		sent.push(`${attempt}${seq}:${answer}`);
		const said = answer === 200 ? { kept: Number(seq) } : { message: 'no' };
		return Promise.resolve(new Response(JSON.stringify(said), { status: answer }));
	});
	return { sent, askedAt };
}
/** Between which requests how long was waited, ms. */
const pauses = (askedAt: number[]): number[] => askedAt.slice(1).map((at, i) => at - askedAt[i]!);

let flights = 0;
const body = () => new ArrayBuffer(8);

async function outboxOf(attempt: string): Promise<{ outbox: Outbox; states: string[] }> {
	const states: string[] = [];
	const outbox = new Outbox(attempt, (state: UploadState, waiting) => states.push(`${state} ${waiting}`));
	await outbox.open();
	return { outbox, states };
}

/** Lets time go by until something is done: the timers' time, not the test's. */
async function until(done: Promise<void>): Promise<void> {
	let over = false;
	void done.then(() => (over = true));
	while (!over) {
		if (vi.getTimerCount() > 0) await vi.advanceTimersToNextTimerAsync();
		else await new Promise((resolve) => setImmediate(resolve));
	}
}

describe.each([
	['with a shelf', true],
	['in a browser that keeps nothing', false]
])('the upload of a flight, %s', (_, shelf) => {
	let flight: string;
	beforeEach(() => {
		vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'Date'] });
		if (!shelf) vi.stubGlobal('indexedDB', undefined);
		flight = `f${flights++}-`;
	});
	afterEach(() => {
		vi.useRealTimers();
		vi.unstubAllGlobals();
	});

	it('sends chunks in their order, and says how many wait', async () => {
		const { sent } = serverThat(200);
		const { outbox, states } = await outboxOf(flight);
		for (const seq of [0, 1, 2]) await outbox.add(seq, body());
		await outbox.drain();
		expect(sent).toEqual([0, 1, 2].map((seq) => `${flight}${seq}:200`));
		expect(states.at(-1)).toBe('sent 0');
	});

	it('waits longer and longer while the server is away, five seconds at the most, and begins anew after a success', async () => {
		const away = (count: number): Answer[] => Array.from({ length: count }, () => 'away');
		const { sent, askedAt } = serverThat(...away(8), 200, 'away', 200);
		const { outbox, states } = await outboxOf(flight);
		await outbox.add(0, body());
		await outbox.add(1, body());
		await until(outbox.drain());
		expect(sent).toEqual([`${flight}0:200`, `${flight}1:200`]);
		expect(pauses(askedAt)).toEqual([500, 800, 1280, 2048, 3276, 5000, 5000, 5000, 0, 500]);
		expect(states).toEqual([
			...Array.from({ length: 8 }, () => 'offline 2'),
			'sending 1',
			'offline 1',
			'sent 0'
		]);
	});

	it.each([401, 403, 429, 500, 503, 'portal'] as const)(
		'keeps a chunk for later when told %s',
		async (told) => {
			const { sent } = serverThat(told, 200);
			const { outbox } = await outboxOf(flight);
			await outbox.add(0, body());
			const drained = outbox.drain();
			await vi.advanceTimersByTimeAsync(1000);
			await drained;
			expect(sent.at(-1)).toBe(`${flight}0:200`);
		}
	);

	it.each([400, 404, 409, 413])('drops what the server will never take (%s), and goes on', async (told) => {
		const { sent } = serverThat(told, 200);
		const { outbox } = await outboxOf(flight);
		await outbox.add(0, body());
		await outbox.add(1, body());
		await outbox.drain();
		expect(sent).toEqual([`${flight}0:${told}`, `${flight}1:200`]);
		const later = serverThat(200);
		await outboxOf(flight);
		expect(later.sent).toEqual([]);
	});

	it('does not wait for ever for an answer', async () => {
		const signals: (AbortSignal | null | undefined)[] = [];
		vi.stubGlobal('fetch', (_: string, { signal }: RequestInit) => {
			signals.push(signal);
			return Promise.resolve(new Response('{"kept":0}'));
		});
		const { outbox } = await outboxOf(flight);
		await outbox.add(0, body());
		await outbox.drain();
		expect(signals[0]).toBeInstanceOf(AbortSignal);
	});

	it('stops when it is closed', async () => {
		const { askedAt } = serverThat('away');
		const { outbox } = await outboxOf(flight);
		await outbox.add(0, body());
		outbox.close();
		await vi.advanceTimersByTimeAsync(10_000);
		expect(askedAt.length).toBeLessThanOrEqual(1);
		expect(vi.getTimerCount()).toBe(0);
	});

	if (shelf)
		it('a chunk that was not sent is sent by the next visit, once, in order, and only that flight’s', async () => {
			serverThat('away');
			const { outbox } = await outboxOf(flight);
			await outbox.add(0, body());
			await outbox.add(1, body());
			const { outbox: other } = await outboxOf(`${flight}other-`);
			await other.add(7, body());
			outbox.close();
			other.close();
			await vi.advanceTimersByTimeAsync(10_000);

			const { sent } = serverThat(200);
			const { outbox: next } = await outboxOf(flight);
			expect(sent).toEqual([`${flight}0:200`, `${flight}1:200`]);
			await next.add(2, body());
			await next.drain();
			await outboxOf(flight);
			expect(sent).toEqual([0, 1, 2].map((seq) => `${flight}${seq}:200`));
		});
});
