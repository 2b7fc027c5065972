import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Outbox, type UploadState } from './outbox.js';
import { fileOf, sendUnsent, unsentOf, unsentOfFile } from './unsent.js';

type Answer = number | 'away' | 'portal';

/** A server that answers the chunks it is sent in turn, the last answer for ever; what it has, and when it was asked. */
function serverThat(...answers: Answer[]): { sent: string[]; askedAt: number[] } {
	const sent: string[] = [];
	const askedAt: number[] = [];
	vi.stubGlobal('fetch', (address: string) => {
		if (address.endsWith('/hold'))
			return Promise.resolve(new Response(JSON.stringify({ held: true, heardAt: null })));
		const answer = answers.length > 1 ? answers.shift()! : answers[0]!;
		const [attempt, , seq] = address.split('?')[0]!.split('/').slice(-3);
		askedAt.push(Date.now());
		if (answer === 'away') return Promise.reject(new TypeError('Failed to fetch'));
		// A network that asks to sign in answers everything with a page of its own.
		if (answer === 'portal') return Promise.resolve(new Response('<html>Welcome</html>'));
		sent.push(`${attempt}${seq}:${answer}`);
		const said = answer === 200 ? { kept: Number(seq), attempt } : { message: `refused ${answer}` };
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
	const outbox = new Outbox(
		{ attempt, person: 'somebody', device: 'this-tab' },
		(state: UploadState, waiting, reason) => states.push(`${state} ${waiting}${reason ? `: ${reason}` : ''}`)
	);
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

/** Lets time go by until something is so. */
async function reached(isSo: () => boolean): Promise<void> {
	for (let i = 0; i < 2000 && !isSo(); i++)
		if (vi.getTimerCount() > 0) await vi.advanceTimersToNextTimerAsync();
		else await new Promise((resolve) => setImmediate(resolve));
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

	it.each([403, 429, 500, 503, 'portal'] as const)('keeps a chunk for later when told %s', async (told) => {
		const { sent } = serverThat(told, 200);
		const { outbox } = await outboxOf(flight);
		await outbox.add(0, body());
		const drained = outbox.drain();
		await vi.advanceTimersByTimeAsync(1000);
		await drained;
		expect(sent.at(-1)).toBe(`${flight}0:200`);
	});

	it.each([400, 409, 413])(
		'what the server refuses (%s) is said, stays, and holds up nothing',
		async (told) => {
			const { sent } = serverThat(told, 200);
			const { outbox, states } = await outboxOf(flight);
			await outbox.add(0, body());
			await outbox.add(1, body());
			await outbox.drain();
			expect(sent).toEqual([`${flight}0:${told}`, `${flight}1:200`]);
			expect(states.at(-1)).toBe(`refused 1: refused ${told}`);
			expect(outbox.blockedBy).toBeNull();
			const later = serverThat(200);
			await outboxOf(flight);
			expect(later.sent).toEqual(shelf ? [`${flight}0:200`] : []);
		}
	);

	it.each([401, 404])(
		'while somebody else is signed in (%s) nothing is lost: it is said, waits, and goes through afterwards',
		async (told) => {
			const { sent } = serverThat(told, told, 200);
			const { outbox, states } = await outboxOf(flight);
			await outbox.add(0, body());
			await outbox.add(1, body());
			// Whoever wants to leave does not wait for ever.
			await outbox.drain();
			expect(outbox.blockedBy).toContain('signed in');
			expect(states.at(-1)).toMatch(/^refused 2: .* signed in/);
			await reached(() => states.at(-1) === 'sent 0');
			expect(sent.slice(-2)).toEqual([`${flight}0:200`, `${flight}1:200`]);
			expect([outbox.blockedBy, states.at(-1)]).toEqual([null, 'sent 0']);
		}
	);

	it('an acknowledgement of another flight, or of another chunk, is none', async () => {
		const answers = [
			{ kept: 0, attempt: 'another' },
			{ kept: 5, attempt: flight },
			{ kept: 0, attempt: flight }
		];
		let asked = 0;
		vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify(answers[asked++]))));
		const { outbox } = await outboxOf(flight);
		await outbox.add(0, body());
		await until(outbox.drain());
		expect(asked).toBe(3);
	});

	it('does not wait for ever for an answer', async () => {
		const signals: (AbortSignal | null | undefined)[] = [];
		vi.stubGlobal('fetch', (_: string, { signal }: RequestInit) => {
			signals.push(signal);
			return Promise.resolve(new Response(JSON.stringify({ kept: 0, attempt: flight })));
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

	if (shelf) {
		it('what one person has flown is not shown to another, and goes to a file and back', async () => {
			serverThat(409);
			const { outbox } = await outboxOf('5e0f7f8a-0000-4000-8000-000000000001');
			await outbox.add(3, new Uint8Array([1, 2, 250]).buffer);
			await outbox.drain();
			outbox.close();
			expect(await unsentOf('another')).toEqual([]);
			const mine = (await unsentOf('somebody')).find(({ attempt }) => attempt.startsWith('5e0f7f8a'))!;
			expect(mine.reason).toBe('refused 409');
			const file = unsentOfFile(JSON.stringify(fileOf(mine)));
			expect(file.attempt).toBe(mine.attempt);
			expect([...new Uint8Array(file.chunks[0]!.body)]).toEqual([1, 2, 250]);
			expect(() => unsentOfFile('{}')).toThrow('/file/format');
			expect(() => unsentOfFile('no')).toThrow('/file');
			const { sent } = serverThat(200);
			expect(await sendUnsent(file)).toBeNull();
			expect(sent).toEqual(['5e0f7f8a-0000-4000-8000-0000000000013:200']);
			expect((await unsentOf('somebody')).some(({ attempt }) => attempt === mine.attempt)).toBe(false);
		});
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
	}
});
