import { ESLint } from 'eslint';
import { describe, expect, it } from 'vitest';
import { root } from '../bundle.mjs';
import { circles, folderCircles, graphsOf } from './graph.mjs';
import { CORE, forbidden, LIB, SERVER } from './layers.mjs';

/** How often a rule speaks of text that is not in the file. */
async function reported(eslint, rule, filePath, text) {
	const [result] = await eslint.lintText(`${text}\n`, { filePath: `${root}/${filePath}` });
	return result.messages.filter(({ ruleId }) => ruleId === rule).length;
}

describe('the layers of the house', () => {
	it('each folder of the core imports only those below it, through their barrels', () => {
		CORE.forEach((here, i) =>
			CORE.forEach((there, j) => {
				const from = `core/src/${here}/planted.ts`;
				const why = forbidden(from, `../${there}/index.js`);
				if (here === there) expect(why).toBeNull();
				else expect(why === null).toBe(j < i);
				if (j < i) expect(forbidden(from, `../${there}/inside.js`)).toMatch(/barrel/);
			})
		);
	});

	it('the core knows nothing of the application, the framework or Node', () => {
		for (const source of [
			'node:fs',
			'svelte',
			'knex',
			'../../../src/lib/ui/format.js',
			'../../../data/index.js'
		])
			expect(forbidden('core/src/training/planted.ts', source), source).not.toBeNull();
		expect(forbidden('core/src/training/planted.ts', '@sinclair/typebox')).toBeNull();
	});

	it('each folder of src/lib imports only what it is allowed to', () => {
		for (const [here, allowed] of Object.entries(LIB))
			for (const there of Object.keys(LIB)) {
				const why = forbidden(`src/lib/${here}/planted.ts`, `$lib/${there}/some.js`);
				expect(why === null, `${here} → ${there}`).toBe(here === there || allowed.includes(there));
			}
		for (const here of Object.keys(LIB))
			expect(forbidden(`src/lib/${here}/planted.ts`, '$lib/server/policy.js')).not.toBeNull();
		expect(forbidden('src/lib/novel/planted.ts', '$lib/ui/format.js')).toMatch(/no place/);
	});

	it('routes use services, services use policy and data, and data nothing above it', () => {
		const parts = Object.keys(SERVER);
		for (const there of parts) {
			const page = forbidden('src/routes/planted/+page.server.ts', `$lib/server/${there}.js`);
			expect(page === null, there).toBe(['services', 'http', 'forms', 'enter'].includes(there));
			expect(forbidden('src/routes/planted/+page.svelte', `$lib/server/${there}.js`)).not.toBeNull();
			const data = forbidden('src/lib/server/data/planted.ts', `../${there}.js`);
			expect(data === null, there).toBe(['data', 'once'].includes(there));
		}
		expect(forbidden('src/lib/server/services/cards/planted.ts', '@sveltejs/kit')).not.toBeNull();
		expect(forbidden('src/routes/planted/+page.server.ts', 'knex')).not.toBeNull();
	});

	it('lint says so: a planted import is an error, by type too', async () => {
		const eslint = new ESLint({ cwd: root });
		const planted = (filePath, line) => reported(eslint, 'hanza/layers', filePath, line);
		const type = "import type { Grade } from '../grading/index.js';\nexport type G = Grade;";
		expect(await planted('core/src/aircraft/planted.ts', type)).toBe(1);
		expect(await planted('core/src/pilots/planted.ts', type)).toBe(0);
		const data = "import { findAttempt } from '$lib/server/data/index.js';\nexport const f = findAttempt;";
		expect(await planted('src/routes/planted/+page.server.ts', data)).toBe(1);
	}, 60_000);
});

describe('docstrings', () => {
	it('are asked of what a folder of the core gives to others, and of nothing else', async () => {
		const eslint = new ESLint({ cwd: root });
		const asked = (text) => reported(eslint, 'core/docstrings', 'core/src/navigation/planted.ts', text);
		const solver = 'export function solveHold() {}';
		expect(await asked(solver)).toBe(1);
		expect(await asked(`// A line.\n${solver}`)).toBe(1);
		expect(await asked(`/** The hold for a wind. */\n${solver}`)).toBe(0);
		expect(await asked('export function planted() {}')).toBe(0);
		const pair = 'export const HoldInput = 1;\nexport type HoldInput = number;';
		expect(await asked(pair)).toBe(2);
		expect(await asked(`/** A hold in a wind. */\n${pair}`)).toBe(0);
	}, 60_000);
});

describe('circles', () => {
	const { core, lib } = graphsOf(root);

	it('a planted one is seen, between files and between folders', () => {
		const files = new Map([
			['a/x.ts', new Set(['b/y.ts'])],
			['b/y.ts', new Set(['a/z.ts'])],
			['a/z.ts', new Set()]
		]);
		expect(circles(files)).toEqual([]);
		expect(folderCircles(files)).toEqual([['a', 'b']]);
		files.get('a/z.ts').add('a/x.ts');
		expect(circles(files)).toEqual([['a/x.ts', 'a/z.ts', 'b/y.ts']]);
	});

	it.each([
		['core', core],
		['src/lib', lib]
	])('%s has none, of files or of folders', (_, graph) => {
		expect(graph.size).toBeGreaterThan(100);
		expect(circles(graph)).toEqual([]);
		expect(folderCircles(graph)).toEqual([]);
	});
});
