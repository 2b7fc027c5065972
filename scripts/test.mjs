// Runs every check and ends with one line: N passed, N failed. With --fast only what a day's work needs often: no
// robot that flies whole cards, no database, no browser.
import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import knex from 'knex';
import { root } from './bundle.mjs';
import { buildIfStale, freshDemo, startApplication } from './serve.mjs';

const bin = (name) => join(root, 'node_modules/.bin', name);
const results = join(root, 'test-results');
const fast = process.argv.includes('--fast');
const begun = Date.now();
let passed = 0;
let failed = 0;
/** What fell, said again at the end: of a long output often only that is kept. */
const fell = [];

function run(title, command, args, env = {}) {
	const started = Date.now();
	console.log(`\n== ${title}`);
	const { status } = spawnSync(command, args, {
		cwd: root,
		stdio: 'inherit',
		env: { ...process.env, ...env }
	});
	console.log(
		`== ${title}: ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(0)} s`
	);
	return status === 0;
}

function tell(title, ok) {
	if (ok) return void passed++;
	failed++;
	fell.push(title);
}

function check(title, command, args) {
	tell(title, run(title, command, args));
}

/** The same while other things go on; what it says is kept until it is done. */
function started(command, args) {
	return new Promise((resolve) => {
		const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
		let said = '';
		for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text));
		child.on('exit', (code) => resolve({ ok: code === 0, said }));
	});
}

/** Counts of a runner's own report; a runner that fell over before writing one counts as one failure. */
function count(title, ok, file, read) {
	let good = 0;
	let bad = [];
	try {
		({ good, bad } = read(JSON.parse(readFileSync(file, 'utf8'))));
	} catch {
		bad = ['no report was written'];
	}
	if (bad.length === 0 && (!ok || good === 0)) bad = ['it ended badly without a test that failed'];
	passed += good;
	failed += bad.length;
	fell.push(...bad.map((name) => `${title}: ${name}`));
}

function end() {
	const minutes = ((Date.now() - begun) / 60_000).toFixed(1);
	if (fell.length > 0) console.log(`\nFailed:\n${fell.map((name) => `- ${name}`).join('\n')}`);
	console.log(`\nIn ${minutes} min.\n${passed} passed, ${failed} failed`);
	process.exit(failed > 0 ? 1 : 0);
}

const vitestCounts = (report) => ({
	good: report.numPassedTests,
	bad: report.testResults.flatMap(({ name, status, message, assertionResults }) => {
		const tests = assertionResults.filter((one) => one.status === 'failed').map((one) => one.fullName);
		// A file that could not be read has no tests that failed.
		return tests.length === 0 && status === 'failed' ? [`${relative(root, name)}: ${message}`] : tests;
	})
});
const playwrightCounts = ({ stats, suites }) => {
	const specs = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specs)];
	const bad = suites
		.flatMap(specs)
		.filter(({ tests }) => tests.some(({ status }) => /unexpected|flaky/.test(status)));
	return { good: stats.expected, bad: bad.map(({ file, line, title }) => `${file}:${line} ${title}`) };
};

rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

const tests = join(results, 'vitest.json');
const projects = fast ? ['unit', 'components'] : ['unit', 'components', 'flights', 'database'];
const title = `tests of ${projects.join(', ')}`;
const words = [
	'run',
	...projects.flatMap((project) => ['--project', project]),
	'--reporter=dot',
	'--reporter=json',
	`--outputFile.json=${tests}`
];
/** In a hurry the tests run beside the other checks, and what those have read before is not read again. */
const beside = fast ? started(bin('vitest'), words) : null;
const cache = fast ? ['--cache'] : [];
const lintCache = fast ? ['--cache', '--cache-location', join(root, 'node_modules/.cache/eslint')] : [];

if (!fast) run('generated types', bin('svelte-kit'), ['sync']);
// Types take as long as all other checks together, and leave a core to them.
const types = started(bin('svelte-check'), [
	'--tsconfig',
	'./tsconfig.json',
	'--threshold',
	'warning',
	'--fail-on-warnings',
	'--output',
	'human',
	...(fast ? ['--incremental'] : [])
]);
check('formatting', bin('prettier'), ['--check', '--log-level', 'warn', ...cache, '.']);
check('barrels', process.execPath, ['scripts/barrels.mjs', '--check']);
check('lint', bin('eslint'), ['--max-warnings', '0', ...lintCache, '.']);
const { ok: typesOk, said: typesSaid } = await types;
console.log(`\n== types\n${typesSaid}== types: ${typesOk ? 'passed' : 'FAILED'}`);
tell('types', typesOk);

if (beside) {
	const { ok, said } = await beside;
	console.log(`\n== ${title}\n${said}`);
	count(title, ok, tests, vitestCounts);
	end();
}
count(title, run(title, bin('vitest'), words), tests, vitestCounts);

/** Another database like this one, on the same server. */
async function copyOf(url, name) {
	const admin = knex({ client: 'pg', connection: url.replace(/\/postgres$/, '/template1') });
	await admin.raw('create database ?? template postgres', [name]);
	await admin.destroy();
	return url.replace(/\/postgres$/, `/${name}`);
}

let postgres;
const applications = [];
try {
	await buildIfStale();
	check('weight of pages', process.execPath, ['scripts/page-weights.mjs']);
	postgres = await freshDemo('test-e2e');
	// Two browsers beside each other, each with an application and a database of its own.
	const databases = [await copyOf(postgres.url, 'second'), postgres.url];
	for (const url of databases) applications.push(await startApplication(url));
	count(
		'end-to-end tests',
		run('end-to-end tests', bin('playwright'), ['test', ...process.argv.slice(2)], {
			HANZA_URLS: applications.map(({ port }) => `http://127.0.0.1:${port}`).join(' '),
			DATABASE_URLS: databases.join(' ')
		}),
		join(results, 'e2e.json'),
		playwrightCounts
	);
} catch (error) {
	console.error(error.message);
	tell(error.message, false);
} finally {
	for (const application of applications) await application.stop();
	await postgres?.stop();
}

end();
