import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { inputsAtRest } from '@hanza/core';
import { Hints } from './hints.svelte.js';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

function browser(kept: string | null = null) {
	let value = kept;
	return {
		getItem: () => value,
		setItem: (_: string, next: string) => void (value = next),
		kept: () => value
	};
}
const inputs = (change = {}) => ({ ...inputsAtRest(), ...change });

it('the hints of a first flight come one after the other, and only once in a browser', () => {
	const storage = browser();
	const hints = new Hints(storage);
	expect(hints.now).toBe('begin');
	// While the flight stands nothing runs out.
	hints.watch(inputs(), false);
	vi.advanceTimersByTime(60_000);
	expect(hints.now).toBe('begin');
	hints.watch(inputs(), true);
	expect(hints.now).toBe('stick');
	// What is done needs no telling; what is not done runs out.
	hints.watch(inputs({ elevator: 0.3 }), true);
	expect(hints.now).toBe('power');
	vi.advanceTimersByTime(12_000);
	expect(hints.now).toBe('trim');
	vi.advanceTimersByTime(24_000);
	expect(hints.now).toBeNull();
	expect(storage.kept()).not.toBeNull();
	expect(new Hints(storage).now).toBeNull();
});

it('they can be ended at once, and asked for again', () => {
	const hints = new Hints(browser());
	hints.end();
	expect(hints.now).toBeNull();
	hints.again();
	expect(hints.now).toBe('begin');
});
