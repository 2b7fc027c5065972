import { describe, expect, it } from 'vitest';
import { Guide, parse } from '@hanza/core';
import { GUIDE_FIELDS, GUIDE_KINDS, newGuide, withField } from './paths.js';

describe('guides in the card editor', () => {
	it.each(GUIDE_KINDS)('a new %s is one that a card takes, and has the fields that it says', (kind) => {
		const guide = newGuide(kind, 'VSK');
		expect(parse(Guide, guide)).toEqual(guide);
		for (const field of GUIDE_FIELDS[kind])
			if (field.kind === 'choice') {
				for (const option of field.options)
					expect(() => parse(Guide, withField(guide, field, option))).not.toThrow();
			} else {
				expect(() => parse(Guide, withField(guide, field, field.min))).not.toThrow();
				expect(() => parse(Guide, withField(guide, field, field.max))).not.toThrow();
			}
	});
	it('lets go of an optional figure that is emptied, and refuses a needed one', () => {
		const cut = { ...newGuide('course', 'VSK'), interceptDeg: 45 };
		const [course, , intercept] = GUIDE_FIELDS.course;
		expect(withField(cut, intercept!, NaN)).not.toHaveProperty('interceptDeg');
		expect(() => parse(Guide, withField(cut, course!, NaN))).toThrow();
	});
});
