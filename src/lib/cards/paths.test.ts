import { describe, expect, it } from 'vitest';
import { Path, parse } from '@hanza/core';
import { PATH_FORMS, PATH_KINDS, newPath, valueOf, withField } from './paths.js';

describe('paths in the card editor', () => {
	it.each(PATH_KINDS)('a new %s is one that a card takes, and has the fields that it says', (kind) => {
		const path = newPath(kind, 'VSK');
		expect(parse(Path, path)).toEqual(path);
		for (const field of PATH_FORMS[kind].fields)
			if (field.kind === 'choice') {
				for (const option of field.options)
					expect(() => parse(Path, withField(path, field, option))).not.toThrow();
			} else if (field.kind === 'place') {
				const elsewhere = withField(path, field, 'HLM');
				expect(parse(Path, elsewhere)).toEqual(elsewhere);
				expect(valueOf(elsewhere, field)).toBe('HLM');
				expect(valueOf(path, field)).toBe('VSK');
			} else {
				expect(() => parse(Path, withField(path, field, field.min))).not.toThrow();
				expect(() => parse(Path, withField(path, field, field.max))).not.toThrow();
			}
	});
	it('lets go of an optional figure that is emptied, and refuses a needed one', () => {
		const cut = { ...newPath('course', 'VSK'), interceptDeg: 45 };
		const [, course, , intercept] = PATH_FORMS.course.fields;
		expect(withField(cut, intercept!, NaN)).not.toHaveProperty('interceptDeg');
		expect(() => parse(Path, withField(cut, course!, NaN))).toThrow();
	});
});
