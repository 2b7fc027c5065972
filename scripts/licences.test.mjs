import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { root } from './bundle.mjs';

/** Licences under which a school may use, change and pass on what is installed; all else is asked about first. */
const ALLOWED = new Set([
	'MIT',
	'MIT-0',
	'ISC',
	'0BSD',
	'BSD-2-Clause',
	'BSD-3-Clause',
	'Apache-2.0',
	'BlueOak-1.0.0',
	'Unlicense',
	'Python-2.0',
	'OFL-1.1',
	// Of files, not of what is made with them: build tools and the checker of pages.
	'MPL-2.0'
]);
/** Packages that name no licence in the lock file: what their own files say, read by hand. */
const READ_BY_HAND = { 'svelte-toolbelt': 'MIT' };

const { packages } = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'));
const installed = Object.entries(packages)
	.filter(([path, { link }]) => path.includes('node_modules/') && !link)
	.map(([path, { license, version }]) => {
		const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
		return { name, version, licence: license ?? READ_BY_HAND[name] ?? 'none' };
	});

it('every package in the lock file has a licence of the short list', () => {
	expect(installed.length).toBeGreaterThan(300);
	expect(installed.filter(({ licence }) => !ALLOWED.has(licence))).toEqual([]);
});

it('a licence of another kind is not let in', () => {
	for (const licence of ['SEE LICENSE IN LICENSE', 'GPL-3.0', 'UNLICENSED', 'none', undefined])
		expect(ALLOWED.has(licence)).toBe(false);
});

it('the library of charts is the last one that is free for everybody', () => {
	expect(installed.filter(({ name }) => name === 'apexcharts').map(({ version }) => version)).toEqual([
		'5.0.0'
	]);
	const { dependencies } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
	expect(dependencies.apexcharts).toBe('5.0.0');
	expect(readdirSync(join(root, 'node_modules/apexcharts')).some((name) => /licen[cs]e/i.test(name))).toBe(
		true
	);
});
