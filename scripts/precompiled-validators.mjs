// A plugin of Vite: in the browser, validators come ready made instead of being compiled there out of text.
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { Ajv } from 'ajv';
import standaloneCode from 'ajv/dist/standalone/index.js';
import { bundle, projectPaths, root } from './bundle.mjs';

const COMPILER = join(root, 'core/src/base/validation/compile.ts');
const READY = '\0precompiled-validators/';
const GROUP = /\/src\/lib\/contracts\/ready\/(\w+)\.ts$/;
const OUT = '.build/browser-schemas.mjs';

/** FNV-1a over the schema's JSON, twice with different offsets: the same schema gives the same name on either side. */
const HASH = `function nameOf(schema) {
	const text = JSON.stringify(schema);
	let [a, b] = [0x811c9dc5, 0x01000193];
	for (let i = 0; i < text.length; i++) {
		const code = text.charCodeAt(i);
		a = Math.imul(a ^ code, 0x01000193);
		b = Math.imul(b ^ (code + i), 0x85ebca6b);
	}
	return (a >>> 0).toString(16) + '-' + (b >>> 0).toString(16);
}`;
const nameOf = new Function(`${HASH}; return nameOf;`)();

/** The schemas of the browser, group by group: read once for a build. */
let schemas = null;
async function browserSchemas() {
	await bundle('scripts/browser-schemas.ts', OUT, { packages: 'external', plugins: [projectPaths] });
	const { BROWSER_SCHEMAS } = await import(`${pathToFileURL(join(root, OUT)).href}?at=${Date.now()}`);
	return BROWSER_SCHEMAS;
}

/** The validators of one group as the text of a module; "common" is the compiler's place, the others add to it. */
async function moduleText(group) {
	schemas ??= browserSchemas();
	const list = (await schemas)[group];
	if (!list) throw new Error(`scripts/browser-schemas.ts has no group "${group}"`);
	const byName = new Map(list.map((schema) => [nameOf(schema), schema]));
	const ajv = new Ajv({
		strict: false,
		discriminator: true,
		allErrors: false,
		code: { source: true, esm: true }
	});
	const exported = {};
	[...byName].forEach(([name, schema], i) => {
		ajv.addSchema(schema, name);
		exported[`v${i}`] = name;
	});
	// The few helpers of the compiler's run time are asked for as CommonJS does.
	const helpers = [];
	const code = standaloneCode(ajv, exported)
		.replace(/^"use strict";/, '')
		.replace(/require\("([^"]+)"\)\.default/g, (_, path) => {
			if (!helpers.includes(path)) helpers.push(path);
			return `helper${helpers.indexOf(path)}`;
		});
	const imports = helpers.map(
		(path, i) => `import module${i} from '${path}.js';\nconst helper${i} = module${i}.default ?? module${i};`
	);
	const entries = Object.entries(exported)
		.map(([variable, name]) => `'${name}': ${variable}`)
		.join(', ');
	return [
		...imports,
		...(group === 'common' ? [] : [`import { add } from '${READY}common';`]),
		code,
		...(group === 'common'
			? [
					HASH,
					`const ready = { ${entries} };
export const add = (more) => void Object.assign(ready, more);
export const compileSchema = (schema) => {
	const found = ready[nameOf(schema)];
	if (!found) throw new Error('a schema that the browser checks by is not in scripts/browser-schemas.ts, or its group is not imported');
	return found;
};`
				]
			: [`add({ ${entries} });`])
	].join('\n');
}

/** @returns {import('vite').Plugin} */
export function precompiledValidators() {
	return {
		name: 'precompiled-validators',
		enforce: 'pre',
		buildStart() {
			schemas = null;
		},
		async resolveId(source, importer, options) {
			if (source.startsWith(READY)) return source;
			if (options?.ssr || !/\/(compile|ready\/\w+)\.js$/.test(source)) return null;
			const found = await this.resolve(source, importer, { ...options, skipSelf: true });
			if (found?.id === COMPILER) return { id: `${READY}common`, moduleSideEffects: false };
			const group = found && GROUP.exec(found.id)?.[1];
			return group ? { id: READY + group, moduleSideEffects: true } : null;
		},
		load: (id) => (id.startsWith(READY) ? moduleText(id.slice(READY.length)) : null)
	};
}
