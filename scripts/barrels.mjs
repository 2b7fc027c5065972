// node scripts/barrels.mjs [--check]: writes the core's barrels so that each exports what other folders use and no more.
// With --check nothing is written: it lists the barrels that are not so, and exported names that nothing uses at all.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, dirname, join, normalize, relative } from 'node:path';
import prettier from 'prettier';
import ts from 'typescript';
import { root } from './bundle.mjs';

const SRC = join(root, 'core/src');
/** From the ground up: a folder imports from those before it. */
const FOLDERS = [
	'base',
	'rating',
	'log',
	'navigation',
	'world',
	'aircraft',
	'paths',
	'procedures',
	'recording',
	'simulation',
	'training',
	'grading',
	'pilots'
];
const OUTSIDE = ['src', 'cli', 'db', 'scripts', 'data', 'e2e', 'core/test'];
const check = process.argv.includes('--check');

const walk = (folder) =>
	readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
		entry.isDirectory() ? walk(join(folder, entry.name)) : [join(folder, entry.name)]
	);
const parsed = (file) => ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.ESNext, true);
const exported = (node) =>
	ts.canHaveModifiers(node) &&
	(ts.getModifiers(node) ?? []).some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword);

/** Names that a file declares and exports; whether each is a type alone. */
function declared(source) {
	const found = new Map();
	const add = (name, isType) => found.set(name, isType && (found.get(name) ?? true));
	for (const node of source.statements) {
		if (!exported(node)) continue;
		if (ts.isVariableStatement(node))
			for (const { name } of node.declarationList.declarations) add(name.text, false);
		else if (node.name)
			add(node.name.text, ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node));
	}
	return found;
}

const files = walk(SRC).filter((file) => file.endsWith('.ts'));
const inFolder = (folder) => files.filter((file) => file.startsWith(join(SRC, folder) + '/'));
const isBarrel = (file) => basename(file) === 'index.ts' && dirname(dirname(file)) === SRC;
/** Folder → name → file that declares it. */
const homes = new Map();
for (const folder of FOLDERS) {
	const names = new Map();
	for (const file of inFolder(folder).filter((one) => !isBarrel(one)))
		for (const [name, isType] of declared(parsed(file))) {
			if (names.has(name) && names.get(name).file !== file)
				names.set(name, { ...names.get(name), twice: file });
			else names.set(name, { file, isType });
		}
	homes.set(folder, names);
}

/** Folder → names asked of its barrel by other folders. */
const wanted = new Map(FOLDERS.map((folder) => [folder, new Set()]));
const used = new Set();
for (const file of files.filter((one) => !isBarrel(one) && one !== join(SRC, 'index.ts')))
	for (const node of parsed(file).statements) {
		if (!ts.isImportDeclaration(node) && !ts.isExportDeclaration(node)) continue;
		const spec = node.moduleSpecifier?.text;
		if (!spec?.startsWith('.')) continue;
		const target = normalize(join(dirname(file), spec)).replace(/\.js$/, '.ts');
		const bindings = ts.isImportDeclaration(node) ? node.importClause?.namedBindings : node.exportClause;
		for (const { name, propertyName } of bindings?.elements ?? []) {
			const asked = (propertyName ?? name).text;
			used.add(asked);
			if (isBarrel(target)) wanted.get(relative(SRC, dirname(target))).add(asked);
		}
	}

/** Names that the application, the command line, scripts and tests ask of the core: local name → its own name. */
const outside = new Map();
const ALIASES = { scaled: 'times', summed: 'plus', unitVector: 'unit' };
for (const file of OUTSIDE.flatMap((folder) => walk(join(root, folder)))) {
	if (!/\.(ts|svelte|mjs)$/.test(file)) continue;
	const text = readFileSync(file, 'utf8');
	for (const [, list] of text.matchAll(
		/(?:import|export)\s+(?:type\s+)?\{([^}]*)\}\s*from\s*'(?:@hanza\/core|[./]*\/src\/index\.js)'/g
	))
		for (const part of list.split(',')) {
			const name = part
				.trim()
				.replace(/^type\s+/, '')
				.split(/\s+as\s+/)[0];
			if (name) outside.set(name, ALIASES[name] ?? name);
		}
}

const problems = [];
const place = new Map();
for (const [name, own] of outside) {
	const folder = FOLDERS.find((one) => homes.get(one).has(own));
	if (!folder) {
		problems.push(`nothing in the core exports ${name}`);
		continue;
	}
	wanted.get(folder).add(own);
	place.set(name, folder);
	used.add(own);
}

const entry = (name, isType, own = name) =>
	`${isType ? 'type ' : ''}${own === name ? name : `${own} as ${name}`}`;
const list = (entries) => `export { ${entries.sort((a, b) => (a < b ? -1 : 1)).join(', ')} }`;
const texts = new Map();
for (const folder of FOLDERS) {
	const byFile = new Map();
	for (const name of wanted.get(folder)) {
		const home = homes.get(folder).get(name);
		if (!home) {
			problems.push(`${folder} does not export ${name}`);
			continue;
		}
		if (home.twice)
			problems.push(
				`${folder} exports ${name} twice: ${relative(SRC, home.file)}, ${relative(SRC, home.twice)}`
			);
		const entries = byFile.get(home.file) ?? [];
		byFile.set(home.file, [...entries, entry(name, home.isType)]);
	}
	texts.set(
		join(SRC, folder, 'index.ts'),
		[...byFile]
			.sort(([a], [b]) => (a < b ? -1 : 1))
			.map(([file, entries]) => {
				const from = './' + relative(join(SRC, folder), file).replace(/\.ts$/, '.js');
				return `${list(entries)} from '${from}';\n`;
			})
			.join('')
	);
}
texts.set(
	join(SRC, 'index.ts'),
	FOLDERS.flatMap((folder) => {
		const entries = [...place]
			.filter(([, one]) => one === folder)
			.map(([name]) => {
				const own = outside.get(name);
				return entry(name, homes.get(folder).get(own).isType, own);
			});
		return entries.length > 0 ? [`${list(entries)} from './${folder}/index.js';\n`] : [];
	}).join('')
);

const options = await prettier.resolveConfig(join(SRC, 'index.ts'));
for (const [file, text] of texts) {
	const formatted = await prettier.format(text, { ...options, filepath: file });
	let before = '';
	try {
		before = readFileSync(file, 'utf8');
	} catch {
		// A folder that is new.
	}
	if (before === formatted) continue;
	if (check) problems.push(`${relative(root, file)} does not export just what is used: npm run barrels`);
	else writeFileSync(file, formatted);
}
// An export that nothing outside its file asks for is either unused or no export.
for (const [folder, names] of homes)
	for (const [name, { file, isType }] of names)
		if (!used.has(name) && (check || process.argv.includes('--unused')))
			problems.push(
				`${relative(root, file)} exports ${name}${isType ? ' (type)' : ''}, which nothing else in ${folder} or outside uses`
			);
for (const problem of problems) console.error(problem);
process.exit(problems.length > 0 ? 1 : 0);
