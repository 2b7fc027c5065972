import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { root } from './bundle.mjs';

/** Licences that anybody may use and pass on under; MPL keeps its own files open and asks no more of ours. */
const FREE = [
	'0BSD',
	'Apache-2.0',
	'BlueOak-1.0.0',
	'BSD-2-Clause',
	'BSD-3-Clause',
	'CC0-1.0',
	'CC-BY-4.0',
	'ISC',
	'MIT',
	'MIT-0',
	'MPL-2.0',
	'OFL-1.1',
	'Python-2.0',
	'Unlicense'
];
/** Their lock entry names no licence; it was read in the package itself. */
const READ = { 'node_modules/svelte-toolbelt': 'MIT' };

const lock = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'));
const own = new Set(['', 'core']);

/** Packages of a lock file that are not free for all, with what they say: one of several licences is enough. */
const unfree = (packages) =>
	Object.entries(packages)
		.filter(([place, { link }]) => !own.has(place) && !link)
		.map(([place, { license }]) => [place, license ?? READ[place] ?? 'none'])
		.filter(
			([, license]) =>
				!license
					.replace(/[()]/g, '')
					.split(' OR ')
					.some((one) => one.split(' AND ').every((part) => FREE.includes(part)))
		);

describe('the packages that ship or build', () => {
	it('are free for all', () => {
		expect(Object.keys(lock.packages).length).toBeGreaterThan(100);
		expect(unfree(lock.packages)).toEqual([]);
	});
	it('one that is not is seen', () => {
		expect(
			unfree({
				'node_modules/a': { license: 'MIT' },
				'node_modules/b': { license: 'SEE LICENSE IN LICENSE' },
				'node_modules/c': {},
				'node_modules/d': { license: '(GPL-3.0 OR MIT)' },
				'node_modules/e': { license: '(MIT AND SSPL-1.0)' }
			}).map(([place]) => place)
		).toEqual(['node_modules/b', 'node_modules/c', 'node_modules/e']);
	});
	it('the charts are the last edition that was free for all, to the digit', () => {
		const { dependencies } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
		expect(dependencies.apexcharts).toBe('5.0.0');
		expect(lock.packages['node_modules/apexcharts'].version).toBe('5.0.0');
		const installed = JSON.parse(readFileSync(join(root, 'node_modules/apexcharts/package.json'), 'utf8'));
		expect([installed.version, installed.license]).toEqual(['5.0.0', 'MIT']);
	});
});
