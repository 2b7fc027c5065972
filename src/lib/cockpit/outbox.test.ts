import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Outbox, type UploadState } from './outbox.js';

/** Answers for the chunks that are sent, in order; the last one goes on for ever. */
function serverThat(...answers: (number | 'away')[]): string[] {
	const sent: string[] = [];
	vi.stubGlobal('fetch', (address: string) => {
		const answer = answers.length > 1 ? answers.shift()! : answers[0]!;
		if (answer === 'away') return Promise.reject(new TypeError('Failed to fetch'));
		sent.push(`${address.split('/').at(-1)}:${answer}`);
		return Promise.resolve(new Response('{}', { status: answer }));
	});
	return sent;
}

// Node has no IndexedDB: the shelf is left out, as in a browser that has storage switched off.
describe('the upload of a flight', () => {
	beforeEach(() => vi.useFakeTimers());
	afterEach(() => {
		vi.useRealTimers();
		vi.unstubAllGlobals();
	});
	const body = () => new ArrayBuffer(8);

	it('sends chunks in their order', async () => {
		const sent = serverThat(200);
		const uploader = new Outbox('a', () => {});
		await uploader.open();
		for (const seq of [0, 1, 2]) await uploader.add(seq, body());
		await uploader.drain();
		expect(sent).toEqual(['0:200', '1:200', '2:200']);
	});

	it('waits and tries again while the server is away, and says so', async () => {
		const sent = serverThat('away', 'away', 503, 200);
		const states: UploadState[] = [];
		const uploader = new Outbox('a', (state) => states.push(state));
		await uploader.open();
		await uploader.add(0, body());
		await uploader.add(1, body());
		const drained = uploader.drain();
		await vi.advanceTimersByTimeAsync(20_000);
		await drained;
		expect(sent).toEqual(['0:503', '0:200', '1:200']);
		expect(states).toEqual(['offline', 'offline', 'offline', 'sending', 'sent']);
	});

	it('drops what the server will never take, and goes on', async () => {
		const sent = serverThat(409, 200);
		const uploader = new Outbox('a', () => {});
		await uploader.open();
		await uploader.add(0, body());
		await uploader.add(1, body());
		await uploader.drain();
		expect(sent).toEqual(['0:409', '1:200']);
	});

	it('stops when it is closed', async () => {
		serverThat('away');
		const uploader = new Outbox('a', () => {});
		await uploader.open();
		await uploader.add(0, body());
		uploader.close();
		await vi.advanceTimersByTimeAsync(1000);
		await uploader.drain();
		expect(vi.getTimerCount()).toBe(0);
	});
});
