import { describe, expect, it } from 'vitest';
import { once, readingOnce } from './once.js';

describe('what is asked twice in a request that only reads', () => {
	let asked = 0;
	const ask = () => once(['person', '7'], async () => ++asked);

	it('is asked once there, and anew in the next request and outside of any', async () => {
		expect(await readingOnce(() => Promise.all([ask(), ask()]))).toEqual([1, 1]);
		expect(await readingOnce(ask)).toBe(2);
		expect([await ask(), await ask()]).toEqual([3, 4]);
	});

	it('is not mistaken for another question', async () => {
		const [a, b] = await readingOnce(() =>
			Promise.all([once(['cards', 'x', true], async () => 'a'), once(['cards', 'x', false], async () => 'b')])
		);
		expect([a, b]).toEqual(['a', 'b']);
	});
});
