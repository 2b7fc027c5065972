import { describe, expect, it } from 'vitest';
import { formatDuration, tally } from './format.js';

describe('durations in words', () => {
	it('are minutes up to an hour, and hours and minutes after it', () => {
		expect(formatDuration(0)).toBe('0 min');
		expect(formatDuration(29)).toBe('0 min');
		expect(formatDuration(31)).toBe('1 min');
		expect(formatDuration(59.4 * 60)).toBe('59 min');
		// Rounded up to the hour it is an hour.
		expect(formatDuration(59.6 * 60)).toBe('1 h 00 min');
		expect(formatDuration(3600 + 5 * 60)).toBe('1 h 05 min');
	});
});

describe('a tally', () => {
	it('says each word once, in the order of their first, and how often where it is more than once', () => {
		expect(tally([])).toBe('');
		expect(tally(['late', 'low'])).toBe('late, low');
		expect(tally(['low', 'late', 'low', 'low'])).toBe('low (3 times), late');
	});
});
