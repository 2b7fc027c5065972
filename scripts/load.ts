// npm run load [-- students attempts]: a school of a size, its pages one at a time and ten at once, and fifty students in the
// air. Writes docs/load.md. Measures; judges nothing.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { CardFlight, encodeChunk, flyByRobot, TECHNIQUES, Track, type LogEntry } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '$data';
import { demoLog } from '../db/seed-logs.js';
import { openDatabase } from '../src/lib/server/db.js';
import { addAttempt } from '../src/lib/server/data/index.js';
import { openSession } from '../src/lib/server/services/auth/auth.js';
import { bareLoopMs } from './bare-loop.js';
import { root } from './bundle.mjs';
import { buildIfStale, freshDemo, startApplication } from './serve.mjs';

const STUDENTS = Number(process.argv[2] ?? 200);
const ATTEMPTS = Number(process.argv[3] ?? 20_000);
const ENTRIES_EACH = 200;
const TEACHERS = 10;
const ASKED = 60;
/** Each page is asked in so many rounds; the calmest counts, for the machine does other things as well. */
const ROUNDS = 3;
const WARM = 15;
const AT_ONCE = 10;
const FLYING = 50;
const FLOWN_SECONDS = 60;
const TODAY = new Date().toISOString().slice(0, 10);
const share = (times: number[], of: number): number =>
	times.toSorted((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * of))] ?? 0;

await buildIfStale();
const postgres = await freshDemo('load');
const db = openDatabase(postgres.url);
const made = async (rows: object[]): Promise<string[]> =>
	((await db('users').insert(rows).returning('id')) as { id: string }[]).map(({ id }) => id);
const teachers = await made(
	Array.from({ length: TEACHERS }, (_, n) => ({
		login: `teacher-${n}`,
		name: `Teacher ${n}`,
		role: 'instructor',
		is_head: n === 0,
		password_hash: 'none'
	}))
);
const students = await made(
	Array.from({ length: STUDENTS }, (_, n) => ({
		login: `student-${n}`,
		name: `Student ${n}`,
		role: 'student',
		instructor_id: teachers[n % TEACHERS],
		password_hash: 'none'
	}))
);
const some: LogEntry[] = ['obed', 'teo', 'ilse', 'runa'].flatMap((login) => demoLog(login, TODAY));
for (const student of students)
	await db.batchInsert(
		'log_entries',
		Array.from({ length: ENTRIES_EACH }, (_, i) => ({
			student_id: student,
			entry: JSON.stringify(some[i % some.length]),
			...(i >= 10 && { confirmed_by: teachers[0], confirmed_at: new Date() })
		})),
		200
	);
// Flights as the demo's people have flown them, over and over, over two years.
await db.raw(
	`insert into attempts (student_id, card_id, card, standard, assist, status, started_at, ended_at, recording, samples, grade, verdict, score, looked_at)
	select s.id, a.card_id, a.card, a.standard, a.assist, a.status, now() - (n * interval '1 hour') * 17520 / ?, now() - (n * interval '1 hour') * 17520 / ?, a.recording, a.samples, a.grade, a.verdict, a.score, case when n > 400 then now() end
	from generate_series(1, ?) n
	join lateral (select id from users where role = 'student' and login like 'student-%' order by id offset (n % ?) limit 1) s on true
	join lateral (select * from attempts where status <> 'flying' and grade is not null order by id offset (n % 40) limit 1) a on true`,
	[ATTEMPTS, ATTEMPTS, ATTEMPTS, STUDENTS]
);
// As it is by itself some minutes later.
await db.raw('vacuum analyze');
const sizes = (await db.raw(
	`select (select count(*)::int from attempts) as attempts, (select count(*)::int from log_entries) as entries, pg_database_size(current_database())::float8 / 1e6 as megabytes`
)) as { rows: { attempts: number; entries: number; megabytes: number }[] };
const size = sizes.rows[0]!;

async function started(processes: number) {
	process.env.PROCESSES = String(processes);
	const application = await startApplication(postgres.url);
	return { ...application, address: `http://127.0.0.1:${application.port}` };
}
let application = await started(1);
let { address } = application;
const cookieOf = async (id: string): Promise<string> => `hanza_session=${(await openSession(db, id)).token}`;
const teacher = await cookieOf(teachers[1]!);
const head = await cookieOf(teachers[0]!);
const student = students[1]!;
const own = await cookieOf(student);
const flight = (await db('attempts').where({ student_id: student }).whereNotNull('grade').first('id')) as {
	id: string;
};
const PAGES: [string, string, string][] = [
	['today, instructor', '/today', teacher],
	['students', '/students', teacher],
	['people, all', '/people', head],
	['a student', `/students/${student}`, teacher],
	['a student’s faults', `/students/${student}/faults`, teacher],
	['a debrief', `/debrief/${flight.id}`, teacher],
	['set a task', '/set', teacher],
	['cards', '/library/cards', teacher],
	['today, student', '/today', own],
	['record', '/record', own],
	['record, attitude', '/record/attitude', own],
	['log', '/log/own', own],
	['way to the rating', '/log/own/rating', own]
];
async function asked(path: string, cookie: string): Promise<number> {
	const began = performance.now();
	const reply = await fetch(address + path, { headers: { cookie }, redirect: 'manual' });
	await reply.arrayBuffer();
	if (reply.status !== 200) throw new Error(`${path}: ${reply.status}`);
	return performance.now() - began;
}
interface Times {
	one: number[];
	ten: number[];
	bare: number;
}
/** Each page alone, and by ten at once: the calmest round. */
async function timesOf(path: string, cookie: string): Promise<Times> {
	for (let i = 0; i < WARM; i++) await asked(path, cookie);
	const rounds: Times[] = [];
	for (let round = 0; round < ROUNDS; round++) {
		const bare = bareLoopMs();
		const one: number[] = [];
		for (let i = 0; i < ASKED; i++) one.push(await asked(path, cookie));
		const ten = (
			await Promise.all(
				Array.from({ length: AT_ONCE }, async () => {
					const times: number[] = [];
					for (let i = 0; i < ASKED / 6; i++) times.push(await asked(path, cookie));
					return times;
				})
			)
		).flat();
		rounds.push({ one, ten, bare });
	}
	const calmest = (of: 'one' | 'ten'): Times =>
		rounds.reduce((least, round) => (share(round[of], 0.95) < share(least[of], 0.95) ? round : least));
	return { ...calmest('ten'), one: calmest('one').one };
}
const alone = new Map<string, Times>();
for (const [what, path, cookie] of PAGES) alone.set(what, await timesOf(path, cookie));
await application.stop();
application = await started(2);
({ address } = application);
const lines: string[] = [];
for (const [what, path, cookie] of PAGES) {
	const [first, both] = [alone.get(what)!, await timesOf(path, cookie)];
	const cells = [
		share(first.one, 0.5),
		share(first.one, 0.95),
		share(first.ten, 0.5),
		share(first.ten, 0.95),
		first.bare,
		share(both.ten, 0.5),
		share(both.ten, 0.95),
		both.bare
	];
	const line = `| ${what} | ${cells.map((ms) => ms.toFixed(0)).join(' | ')} |`;
	console.log(line);
	lines.push(line);
}
await application.stop();
application = await started(1);
({ address } = application);

// Fifty in the air: a part a second each, and an instructor who looks on.
const card = cardCatalog.get('approach-descent');
const aircraft = aircraftCatalog.get(card.aircraft);
const area = areaCatalog.get(card.area);
const { track } = flyByRobot(card, aircraft, area, TECHNIQUES.steady, 1, FLOWN_SECONDS + 5);
const resume = new CardFlight(card, aircraft, area, { assist: 'direct', seed: 1 }).state();
const state = new TextEncoder().encode(JSON.stringify({ resume, looks: [] }));
const parts = Array.from({ length: FLOWN_SECONDS }, (_, i) => {
	const chunk = encodeChunk({ first: 0, track }, i * 10, i * 10 + 10);
	const body = new Uint8Array(4 + state.length + chunk.length);
	new DataView(body.buffer).setUint32(0, state.length, true);
	body.set(state, 4);
	body.set(chunk, 4 + state.length);
	return body;
});
const sent: number[] = [];
let refused = 0;
await Promise.all(
	students.slice(0, FLYING).map(async (id, n) => {
		const cookie = await cookieOf(id);
		const attempt = await addAttempt(db, {
			studentId: id,
			assignmentId: null,
			card,
			standard: standardCatalog.get('us-instrument'),
			assist: 'direct'
		});
		await new Promise((done) => setTimeout(done, n * 20));
		const began = performance.now();
		for (const [seq, body] of parts.entries()) {
			const wait = began + seq * 1000 - performance.now();
			if (wait > 0) await new Promise((done) => setTimeout(done, wait));
			const at = performance.now();
			const reply = await fetch(`${address}/api/attempts/${attempt}/chunks/${seq}?device=device-${n}`, {
				method: 'PUT',
				headers: { cookie, Origin: address, 'Content-Type': 'application/octet-stream' },
				body
			});
			await reply.arrayBuffer();
			if (reply.status === 200) sent.push(performance.now() - at);
			else refused++;
			if (seq % 10 === 5 && n % 10 === 0) await asked('/today', teacher);
		}
	})
);
const inTheAir = `${FLYING} students in the air for ${FLOWN_SECONDS} s, a part a second each, with an instructor looking on: ${sent.length} parts taken, ${refused} refused; median ${share(sent, 0.5).toFixed(0)} ms, 95th percentile ${share(sent, 0.95).toFixed(0)} ms.`;
console.log(inTheAir);

// Five long flights end at once: does anybody else wait for it? Asked every few milliseconds whether it lives.
const LONG_HOURS = 2;
const LONG_FLIGHTS = 5;
const ASKED_EVERY_MS = 3;
const QUIET_MS = 5000;
const long = new Track(
	track.rateHz,
	new Map(
		[...track.channels].map(([name, column]) => {
			const values = new Float64Array(LONG_HOURS * 3600 * track.rateHz);
			for (let i = 0; i < values.length; i++) values[i] = column[i % column.length]!;
			return [name, values] as const;
		})
	),
	LONG_HOURS * 3600 * track.rateHz
);
/** How long the thread that answers has worked, ms: what it waits for a core is not in it. */
const workedMs = (): number =>
	Number(readFileSync(`/proc/${application.pid}/task/${application.pid}/schedstat`, 'utf8').split(' ')[0]) /
	1e6;
interface Asked {
	/** How long each answer was waited for, ms. */
	waits: number[];
	/** What the thread worked from one answer to the next: no piece of work that lets nobody in between was longer. */
	works: number[];
	seconds: number;
}
/** Asks every few milliseconds whether the server lives, for as long as something else goes on. */
async function askedWhile(work: Promise<unknown>): Promise<Asked> {
	const waits: number[] = [];
	const works: number[] = [];
	const began = performance.now();
	let goesOn = true;
	const done = work.finally(() => (goesOn = false));
	let before = workedMs();
	while (goesOn) {
		const at = performance.now();
		await (await fetch(`${address}/healthz`)).arrayBuffer();
		waits.push(performance.now() - at);
		const worked = workedMs();
		works.push(worked - before);
		before = worked;
		await new Promise((ready) => setTimeout(ready, ASKED_EVERY_MS));
	}
	await done;
	return { waits, works, seconds: (performance.now() - began) / 1000 };
}
const longFlight = async (studentId: string) => {
	const attempt = await addAttempt(db, {
		studentId,
		assignmentId: null,
		card,
		standard: standardCatalog.get('us-instrument'),
		assist: 'direct'
	});
	const rows = Array.from({ length: LONG_HOURS * 60 }, (_, seq) => {
		const from = seq * 60 * track.rateHz;
		return {
			attempt_id: attempt,
			seq,
			body: Buffer.from(encodeChunk({ first: 0, track: long }, from, from + 60 * track.rateHz))
		};
	});
	await db.batchInsert('attempt_chunks', rows, 20);
	await db('attempts').where({ id: attempt }).update({ samples: long.length });
	return { attempt, cookie: await cookieOf(studentId) };
};
const end = async ({ attempt, cookie }: Awaited<ReturnType<typeof longFlight>>): Promise<void> => {
	const reply = await fetch(`${address}/api/attempts/${attempt}/end`, {
		method: 'POST',
		headers: { cookie, Origin: address, 'Content-Type': 'application/json' },
		body: JSON.stringify({ status: 'finished' })
	});
	if (reply.status !== 200) throw new Error(`end: ${reply.status} ${await reply.text()}`);
};
const most = (times: number[]): number => share(times, 1);
const calmer = (a: Asked, b: Asked): Asked => (most(a.works) <= most(b.works) ? a : b);
let quiet: Asked | null = null;
let ended: Asked | null = null;
for (let round = 0; round < ROUNDS; round++) {
	const flights = await Promise.all(students.slice(0, LONG_FLIGHTS).map(longFlight));
	const before = await askedWhile(new Promise((done) => setTimeout(done, QUIET_MS)));
	quiet = quiet ? calmer(quiet, before) : before;
	const during = await askedWhile(Promise.all(flights.map(end)));
	ended = ended ? calmer(ended, during) : during;
	console.log(
		`round ${round}: ${most(before.works).toFixed(0)} and ${most(during.works).toFixed(0)} ms of work`
	);
}
const told = ({ waits, works }: Asked): string =>
	`${share(waits, 0.5).toFixed(0)} ms in the median, ${share(waits, 0.95).toFixed(0)} at the 95th percentile and ${most(waits).toFixed(0)} at most, and from one answer to the next the thread that answers worked ${most(works).toFixed(0)} ms at most`;
const heavyLine = `${LONG_FLIGHTS} flights of ${LONG_HOURS} hours end at once (joined, graded and compressed in threads): all done after ${ended!.seconds.toFixed(1)} s. Whoever asks meanwhile whether the server lives (${ended!.waits.length} times) waits ${told(ended!)}: no piece of work lets nobody in for longer. In ${QUIET_MS / 1000} quiet seconds before it was ${told(quiet!)}. The calmest of ${ROUNDS} rounds; work is the kernel’s count of the time that the thread had a core.`;
console.log(heavyLine);
await db.destroy();
await application.stop();
await postgres.stop();
writeFileSync(
	join(root, 'docs/load.md'),
	`# Load

Written by \`npm run load\`: ${STUDENTS} students of ${TEACHERS} instructors, ${size.attempts.toLocaleString('en')} flights, ${size.entries.toLocaleString('en')} log entries, ${Math.round(size.megabytes)} MB in the database;
PostgreSQL and the one who asks on the same two cores as the application. Each page was asked in ${ROUNDS} rounds, of which the calmest
counts; beside it stands what a bare loop of 100 million steps took on that machine just before it (about 140 ms is usual).
Wanted: 100 ms one at a time and 300 with ten at once, at the 95th percentile; parts of flights 250.

| page, ms of the server with its answer | one at a time: median | 95th | ten at once, one process: median | 95th | bare loop | ten at once, two processes: median | 95th | bare loop |
| --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: |
${lines.join('\n')}

${inTheAir}

${heavyLine}
`
);
