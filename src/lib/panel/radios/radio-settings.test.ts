import { describe, expect, it } from 'vitest';
import { RADIOS_AT_REST } from '@hanza/core';
import {
	goTo,
	listenNext,
	nextReceiver,
	swap,
	tuneBy,
	turnCourse,
	typedFrequency,
	withStandby
} from './radio-settings.js';

describe('the radios under the fingers', () => {
	it('tune by channels and go round at the ends of the band', () => {
		expect(tuneBy(RADIOS_AT_REST, 'nav1', 1).nav1.standbyMHz).toBe(108.05);
		expect(tuneBy(RADIOS_AT_REST, 'nav1', -1).nav1.standbyMHz).toBe(117.95);
		expect(tuneBy(RADIOS_AT_REST, 'nav1', 104).nav1.standbyMHz).toBe(113.2);
		expect(tuneBy(RADIOS_AT_REST, 'adf', 147).adf.standbyKHz).toBe(347);
	});
	it('take a typed frequency on a channel, and nothing else', () => {
		expect(typedFrequency('nav2', '113,2')).toBe(113.2);
		expect(typedFrequency('nav2', ' 116.85 ')).toBe(116.85);
		expect(typedFrequency('adf', '371')).toBe(371);
		for (const text of ['', 'abc', '99', '118.5']) expect(typedFrequency('nav1', text)).toBeNull();
	});
	it('swap active and standby and leave the course', () => {
		const set = turnCourse(withStandby(RADIOS_AT_REST, 'nav1', 113.2), 'nav1', -10);
		expect(swap(set, 'nav1').nav1).toEqual({ activeMHz: 113.2, standbyMHz: 108, courseDeg: 350 });
		expect(swap(swap(set, 'nav1'), 'nav1')).toEqual(set);
	});
	it('never change what they were given', () => {
		const before = JSON.stringify(RADIOS_AT_REST);
		swap(listenNext(goTo(RADIOS_AT_REST, ['VSK'], null)), 'adf');
		expect(JSON.stringify(RADIOS_AT_REST)).toBe(before);
	});
	it('go through the receivers and come round', () => {
		expect(nextReceiver(nextReceiver(nextReceiver('nav1')))).toBe('nav1');
		expect(goTo(goTo(RADIOS_AT_REST, ['A'], 90), ['B'], null).rnav.serial).toBe(2);
	});
});
