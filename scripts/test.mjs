// Runs every check and ends with one line: N passed, N failed. With --fast only what a day's work needs often: no
// robot that flies whole cards, no database, no browser.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import { root } from './bundle.mjs';
import { buildIfStale, copyOf, freshDemo, startApplication } from './serve.mjs';

const bin = (name) => join(root, 'node_modules/.bin', name);
const results = join(root, 'test-results');
const fast = process.argv.includes('--fast');
const begun = Date.now();
let passed = 0;
let failed = 0;
/** What fell, said again at the end: of a long output often only that is kept. */
const fell = [];

async function run(title, command, args, env = {}) {
	const begun = Date.now();
	console.log(`\n== ${title}`);
	const child = spawn(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
	const [code] = await once(child, 'exit');
	const seconds = ((Date.now() - begun) / 1000).toFixed(0);
	console.log(`== ${title}: ${code === 0 ? 'passed' : 'FAILED'} in ${seconds} s`);
	return code === 0;
}

function tell(title, ok) {
	if (ok) return void passed++;
	failed++;
	fell.push(title);
}

async function check(title, command, args) {
	tell(title, await run(title, command, args));
}

/** The same while other things go on; what it says is kept until it is awaited and has ended. */
function beside(title, command, args) {
	const begun = Date.now();
	const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
	let said = '';
	for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text));
	const ended = once(child, 'close').then(([code]) => ({ code, seconds: (Date.now() - begun) / 1000 }));
	return async () => {
		const { code, seconds } = await ended;
		console.log(`\n== ${title}\n${said}`);
		console.log(`== ${title}: ${code === 0 ? 'passed' : 'FAILED'} in ${seconds.toFixed(0)} s`);
		return code === 0;
	};
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

/** The words for a run of some of vitest's projects, and the file of its report. */
function vitest(...projects) {
	const report = join(results, `${projects[0]}.json`);
	const words = [
		'run',
		...projects.flatMap((project) => ['--project', project]),
		'--reporter=minimal',
		'--reporter=json',
		`--outputFile.json=${report}`
	];
	return { title: `tests of ${projects.join(', ')}`, words, report };
}
const isolated = fast ? vitest('unit', 'components') : vitest('flights', 'unit', 'components');
const database = vitest('database');
/** In a hurry the tests run beside the other checks, and what those have read before is not read again. */
const hurried = fast ? beside(isolated.title, bin('vitest'), isolated.words) : null;
const cache = fast ? ['--cache'] : [];
const lintCache = fast ? ['--cache', '--cache-location', join(root, 'node_modules/.cache/eslint')] : [];

if (!fast) await run('generated types', bin('svelte-kit'), ['sync']);
// Types take as long as all other checks together, and leave a core to them.
const types = beside('types', bin('svelte-check'), [
	'--tsconfig',
	'./tsconfig.json',
	'--threshold',
	'warning',
	'--fail-on-warnings',
	'--output',
	'human',
	...(fast ? ['--incremental'] : [])
]);
await check('formatting', bin('prettier'), ['--check', '--log-level', 'warn', ...cache, '.']);
await check('barrels', process.execPath, ['scripts/barrels.mjs', '--check']);
await check('lint', bin('eslint'), ['--max-warnings', '0', ...lintCache, '.']);
tell('types', await types());

if (hurried) {
	count(isolated.title, await hurried(), isolated.report, vitestCounts);
	end();
}
// One server of databases, and one file at a time: it would leave a core idle.
const ofDatabase = beside(database.title, bin('vitest'), database.words);
count(
	isolated.title,
	await run(isolated.title, bin('vitest'), isolated.words),
	isolated.report,
	vitestCounts
);
count(database.title, await ofDatabase(), database.report, vitestCounts);

let postgres;
const applications = [];
try {
	const [built, filled] = await Promise.allSettled([buildIfStale(), freshDemo('test-e2e')]);
	postgres = filled.value;
	for (const { reason } of [built, filled]) if (reason) throw reason;
	await check('weight of pages', process.execPath, ['scripts/page-weights.mjs']);
	// Two browsers beside each other, each with an application and a database of its own.
	const databases = [await copyOf(postgres.url, 'second'), postgres.url];
	for (const url of databases) applications.push(await startApplication(url));
	count(
		'end-to-end tests',
		await run('end-to-end tests', bin('playwright'), ['test', ...process.argv.slice(2)], {
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
