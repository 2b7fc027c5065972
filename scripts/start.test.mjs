import { expect, it } from 'vitest';
import { problemsOf, SETTINGS } from './start.mjs';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './bundle.mjs';

const RIGHT = {
	DATABASE_URL: 'postgres://hanza:x@db.example.org:5432/hanza',
	ORIGIN: 'https://hanza.example.org'
};

it('a start with what it needs goes on', () => {
	expect(problemsOf(RIGHT)).toEqual([]);
	expect(problemsOf({ ...RIGHT, PORT: '', XFF_DEPTH: '2', BODY_SIZE_LIMIT: '128M' })).toEqual([]);
});

it('everything that is missing or cannot be is named at once', () => {
	expect(problemsOf({})).toEqual([
		expect.stringContaining('DATABASE_URL is not set'),
		expect.stringContaining('ORIGIN is not set')
	]);
	const wrong = {
		DATABASE_URL: 'mysql://x',
		ORIGIN: 'hanza.example.org/',
		PORT: '99999',
		XFF_DEPTH: '11',
		LOG_LEVEL: 'loud'
	};
	expect(problemsOf(wrong).map((words) => words.split(' ')[0])).toEqual(Object.keys(wrong));
});

it('every setting stands in the page on operations', () => {
	const page = readFileSync(join(root, 'docs/operations.md'), 'utf8');
	expect(Object.keys(SETTINGS).filter((name) => !page.includes(`\`${name}\``))).toEqual([]);
});
