import { expect, it } from 'vitest';
import { choicesOf, grouped, matches } from './choices.js';

it('a bare value is its own name', () => {
	expect(choicesOf([0.5, { value: 2, text: 'twice' }])).toEqual([
		{ value: 0.5, text: '0.5' },
		{ value: 2, text: 'twice' }
	]);
});

it('choices stand under their headings, in the order of the first of each', () => {
	const one = (value: string, group?: string) => ({ value, text: value, ...(group ? { group } : {}) });
	expect(
		grouped([one('a', 'own'), one('b'), one('c', 'own')]).map(([name, list]) => [
			name,
			list.map(({ value }) => value).join('')
		])
	).toEqual([
		['own', 'ac'],
		['', 'b']
	]);
});

it('every typed word must begin a word of the text, in any order and case', () => {
	const text = 'Hold, direct entry';
	expect(['', 'ho', 'ENT dir', 'hold, direct'].map((typed) => matches(text, typed))).toEqual([
		true,
		true,
		true,
		true
	]);
	// A name with a hyphen is found as it is written.
	expect(matches('Mirja Toft-Hale', 'Toft-Hale')).toBe(true);
	expect(['rect', 'hold teardrop', 'x'].map((typed) => matches(text, typed))).toEqual([false, false, false]);
});
