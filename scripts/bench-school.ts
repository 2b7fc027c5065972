// A school of 200 students with 40,000 entries in their logs: server time of its pages, and of one long log's rating. Part
// of npm run bench; writes its rows for bench.ts to print.
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ratingEntryOf, ratingState, type LogEntry } from '@hanza/core';
import { ruleCatalog } from '$data';
import { demoLog } from '../db/seed-logs.js';
import { openDatabase } from '../src/lib/server/db.js';
import { bareLoopMs } from './bare-loop.js';
import { root } from './bundle.mjs';
import { buildIfStale, freshDemo, startApplication } from './serve.mjs';

const STUDENTS = 200;
const ENTRIES_EACH = 200;
const ASKED = 100;
/** A server that has run for a while, not one that has just been started; the very first is told apart. */
const BEFORE = 20;
const WAITING = 10;
const LONG = 2000;
const TODAY = new Date().toISOString().slice(0, 10);
const rows: [string, string][] = [];
const percentile = (times: number[], share: number): number =>
	times.toSorted((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))]!;

/** So many entries: the demo logs over and over. */
const log = (count: number): LogEntry[] => {
	const some = ['obed', 'teo', 'ilse', 'runa'].flatMap((login) => demoLog(login, TODAY));
	return Array.from({ length: count }, (_, i) => some[i % some.length]!);
};

rows.push([
	'a bare loop of 100 million steps on this machine, for comparison',
	`${bareLoopMs().toFixed(0)} ms`
]);
const rules = ruleCatalog.get('us-instrument-airplane');
const entries = log(LONG).flatMap((entry) => ratingEntryOf(entry) ?? []);
const rated = Array.from({ length: 200 }, () => {
	const began = performance.now();
	ratingState(rules, TODAY, entries);
	return performance.now() - began;
});
rows.push([
	`rating of one log of ${LONG.toLocaleString('en')} entries`,
	`median ${percentile(rated, 0.5).toFixed(1)} ms, 95th percentile ${percentile(rated, 0.95).toFixed(1)} ms`
]);

await buildIfStale();
const postgres = await freshDemo('bench-school');
const db = openDatabase(postgres.url);
const instructor = (await db('users').where({ login: 'harun' }).first('id')) as { id: string };
const lists = log(ENTRIES_EACH);
for (let n = 0; n < STUDENTS; n++) {
	const [student] = await db('users')
		.insert({
			login: `school-${n}`,
			name: `Student ${n}`,
			role: 'student',
			instructor_id: instructor.id,
			password_hash: 'none'
		})
		.returning('id');
	await db.batchInsert(
		'log_entries',
		lists.map((entry, i) => ({
			student_id: student.id,
			entry: JSON.stringify(entry),
			// The last ones wait for the instructor.
			...(i >= WAITING && { confirmed_by: instructor.id, confirmed_at: new Date() })
		})),
		200
	);
}
await db.raw('analyze');
const one = (await db('users').where({ login: 'school-7' }).first('id')) as { id: string };
const application = await startApplication(postgres.url);
const address = `http://127.0.0.1:${application.port}`;

const entered = await fetch(`${address}/?/demo`, {
	method: 'POST',
	headers: { 'Content-Type': 'application/x-www-form-urlencoded', Origin: address },
	body: new URLSearchParams({ person: instructor.id }),
	redirect: 'manual'
});
const cookie = entered.headers
	.getSetCookie()
	.map((text) => text.split(';')[0])
	.join('; ');
/** Until each line of the roster has been worked out once this month. */
async function everyLineKnown(): Promise<void> {
	const began = performance.now();
	for (;;) {
		const page = await (await fetch(`${address}/students`, { headers: { cookie } })).text();
		if (!page.includes('is being worked out')) break;
		await new Promise((resolve) => setTimeout(resolve, 1000));
	}
	rows.push([
		`a school of ${STUDENTS} students: all lines of the roster, worked out for the first time`,
		`${((performance.now() - began) / 1000).toFixed(0)} s after the page is there`
	]);
}
const sized = `a school of ${STUDENTS} students and ${(STUDENTS * ENTRIES_EACH).toLocaleString('en')} entries`;
const before = performance.now();
await (await fetch(`${address}/students`, { headers: { cookie } })).arrayBuffer();
rows.push([
	`${sized}: first roster of a month, on a server just started`,
	`${Math.round(performance.now() - before)} ms`
]);
await everyLineKnown();
for (const [what, path] of [
	['roster of all', '/students'],
	['today', '/today'],
	['a log', `/log/${one.id}`],
	['a log, found by words', `/log/${one.id}?q=xost+ferrin`],
	['way to the rating', `/log/${one.id}/rating`],
	['rule sets', '/library/rules'],
	['a student', `/students/${one.id}`]
] as const) {
	const times: number[] = [];
	for (let i = 0; i < BEFORE + ASKED; i++) {
		const began = performance.now();
		const reply = await fetch(address + path, { headers: { cookie }, redirect: 'manual' });
		await reply.arrayBuffer();
		if (reply.status !== 200) throw new Error(`${path}: ${reply.status}`);
		times.push(performance.now() - began);
	}
	const [first] = times.splice(0, BEFORE);
	rows.push([
		`${sized}: ${what}`,
		`median ${Math.round(percentile(times, 0.5))} ms, 95th percentile ${Math.round(percentile(times, 0.95))} ms; the very first ${Math.round(first!)} ms`
	]);
}
await db.destroy();
await application.stop();
await postgres.stop();
for (const [what, figure] of rows) console.log(`${what}: ${figure}`);
mkdirSync(join(root, '.hanza'), { recursive: true });
writeFileSync(join(root, '.hanza/bench-school.json'), JSON.stringify(rows));
