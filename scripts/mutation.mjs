// npm run mutation [-- mutants per area] [seed]: changes one thing at a time in the code and looks whether a test falls.
// Writes docs/mutation.md. The mutants are a sample, the same for the same seed; two are tried at once, each in its own copy.
import { spawn } from 'node:child_process';
import { cpSync, mkdirSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import ts from 'typescript';
import { root } from './bundle.mjs';

const [perArea = 25, seed = 1] = process.argv.slice(2).map(Number);
const LONGEST_MS = 300_000;
/** What is changed, and the quick tests that ought to see it: those that fly for minutes are left out. */
const AREAS = {
	grading: {
		sources: ['core/src/grading'],
		tests: ['core/test/kept', 'grading', 'faults', 'golden', 'core/test/scan']
	},
	paths: {
		sources: ['core/src/paths'],
		tests: ['core/test/kept', 'grading', 'brief', 'cards/paths', 'plan']
	},
	recording: {
		sources: ['core/src/recording'],
		tests: ['core/test/recording', 'effective-column', 'golden', 'debrief/recording', 'session']
	},
	upload: {
		sources: [
			'src/lib/cockpit/outbox.ts',
			'src/lib/cockpit/attempt-server.ts',
			'src/lib/contracts/client.ts'
		],
		tests: ['outbox', 'attempt-server']
	}
};

const OPERATORS = {
	'<': ['<=', '>='],
	'<=': ['<', '>'],
	'>': ['>=', '<='],
	'>=': ['>', '<'],
	'===': ['!=='],
	'!==': ['==='],
	'+': ['-'],
	'-': ['+'],
	'*': ['/'],
	'/': ['*'],
	'&&': ['||'],
	'||': ['&&'],
	'??': ['&&'],
	'&': ['|']
};

/** Every change of a file: where, and what stands there instead. */
function mutantsOf(file) {
	const text = readFileSync(join(root, file), 'utf8');
	const source = ts.createSourceFile(file, text, ts.ScriptTarget.ESNext, true);
	const found = [];
	const change = (node, to) =>
		found.push({ file, from: node.getStart(source), to: node.getEnd(), was: node.getText(source), now: to });
	const visit = (node) => {
		if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isInterfaceDeclaration(node)) return;
		// Words and schemas' descriptions are not computation.
		if (ts.isTemplateExpression(node) || ts.isStringLiteral(node)) return;
		if (ts.isBinaryExpression(node)) {
			const operator = node.operatorToken.getText(source);
			for (const other of OPERATORS[operator] ?? []) change(node.operatorToken, other);
		}
		if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
			change(node, node.operand.getText(source));
		if (ts.isNumericLiteral(node) && !ts.isPropertyAccessExpression(node.parent))
			change(node, `(${node.text} + 1)`);
		if (ts.isPropertyAccessExpression(node) && node.getText(source) === 'Math.min') change(node, 'Math.max');
		else if (ts.isPropertyAccessExpression(node) && node.getText(source) === 'Math.max')
			change(node, 'Math.min');
		if (ts.isIfStatement(node)) {
			change(node.expression, 'true');
			change(node.expression, 'false');
		}
		if (ts.isConditionalExpression(node)) change(node.condition, `!(${node.condition.getText(source)})`);
		if (ts.isExpressionStatement(node) && ts.isCallExpression(node.expression)) change(node, ';');
		if (node.kind === ts.SyntaxKind.TrueKeyword) change(node, 'false');
		if (node.kind === ts.SyntaxKind.FalseKeyword) change(node, 'true');
		ts.forEachChild(node, visit);
	};
	visit(source);
	return found.map((one) => ({
		...one,
		line: source.getLineAndCharacterOfPosition(one.from).line + 1,
		text
	}));
}

/** Numbers between 0 and 1, the same for a seed (mulberry32). */
function random(state) {
	return () => {
		state = (state + 0x6d2b79f5) | 0;
		let t = Math.imul(state ^ (state >>> 15), 1 | state);
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
	};
}
const walk = (place) =>
	place.endsWith('.ts')
		? [place]
		: readdirSync(join(root, place), { withFileTypes: true }).flatMap(({ name }) => walk(`${place}/${name}`));

function copyTo(place) {
	rmSync(place, { recursive: true, force: true });
	mkdirSync(place, { recursive: true });
	const left = new Set(['node_modules', '.git', '.hanza', 'build', 'test-results', 'docs']);
	for (const name of readdirSync(root))
		if (!left.has(name)) cpSync(join(root, name), join(place, name), { recursive: true });
	// The packages are shared, the core is the copy's own.
	mkdirSync(join(place, 'node_modules/@hanza'), { recursive: true });
	for (const name of readdirSync(join(root, 'node_modules')))
		if (name !== '@hanza') symlinkSync(join(root, 'node_modules', name), join(place, 'node_modules', name));
	symlinkSync(join(place, 'core'), join(place, 'node_modules/@hanza/core'));
}

/** @returns whether the tests fell; a run without an end counts as fallen. */
function fall(place, tests) {
	return new Promise((resolve) => {
		const words = [
			'run',
			'--project',
			'unit',
			'--project',
			'flights',
			'--bail',
			'1',
			'--maxWorkers',
			'1',
			...tests
		];
		const child = spawn(join(root, 'node_modules/.bin/vitest'), words, {
			cwd: place,
			stdio: 'ignore',
			detached: true
		});
		const timer = setTimeout(() => process.kill(-child.pid, 'SIGKILL'), LONGEST_MS);
		child.on('exit', (code) => {
			clearTimeout(timer);
			resolve(code !== 0);
		});
	});
}

const next = random(seed);
const jobs = Object.entries(AREAS).flatMap(([area, { sources, tests }]) => {
	const all = sources
		.flatMap(walk)
		.filter((file) => !file.endsWith('index.ts'))
		.flatMap(mutantsOf);
	const chosen = [];
	while (chosen.length < perArea && all.length > 0)
		chosen.push(...all.splice(Math.floor(next() * all.length), 1));
	return chosen.map((mutant) => ({ area, tests, mutant, of: all.length + chosen.length }));
});
const places = Array.from({ length: Math.max(1, Math.min(2, availableParallelism())) }, (_, i) =>
	join(root, `.hanza/mutation-${i}`)
);
for (const place of places) copyTo(place);
for (const [area, { tests }] of Object.entries(AREAS))
	if (await fall(places[0], tests)) throw new Error(`the tests of ${area} fall without any change`);

const results = [];
const queue = [...jobs];
await Promise.all(
	places.map(async (place) => {
		for (let job = queue.shift(); job; job = queue.shift()) {
			const { file, from, to, now, text } = job.mutant;
			writeFileSync(join(place, file), text.slice(0, from) + now + text.slice(to));
			const killed = await fall(place, job.tests);
			writeFileSync(join(place, file), text);
			results.push({ ...job, killed });
			console.log(
				`${results.length}/${jobs.length} ${killed ? 'seen' : 'SURVIVED'} ${file}:${job.mutant.line} ${job.mutant.was} → ${now}`
			);
		}
	})
);
for (const place of places) rmSync(place, { recursive: true, force: true });

const rows = Object.keys(AREAS).map((area) => {
	const own = results.filter((one) => one.area === area);
	const seen = own.filter(({ killed }) => killed).length;
	return `| ${area} | ${own[0]?.of ?? 0} | ${own.length} | ${seen} | ${Math.round((100 * seen) / own.length)} % |`;
});
const seen = results.filter(({ killed }) => killed).length;
const short = (words) => words.replace(/\s+/g, ' ').replaceAll('|', '\\|').slice(0, 60);
const left = results
	.filter(({ killed }) => !killed)
	.map(({ mutant: { file, line, was, now } }) => `- \`${file}:${line}\` ${short(was)} → ${short(now)}`)
	.sort();
writeFileSync(
	join(root, 'docs/mutation.md'),
	`# Mutants

Written by \`npm run mutation -- ${perArea} ${seed}\`. One thing is changed in the code (an operator, a number, a condition, a call
left out) and the quick tests of its area are run: a test ought to fall. Aim: 80 %. The sample is drawn by its seed from
all changes that can be made.

| area | possible | tried | seen by a test | score |
| --- | ---: | ---: | ---: | ---: |
${rows.join('\n')}
| together | | ${results.length} | ${seen} | ${Math.round((100 * seen) / results.length)} % |

Not seen:

${left.join('\n')}
`
);
