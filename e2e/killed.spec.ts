import { spawn, type ChildProcess } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { get } from 'node:http';
import knex, { type Knex } from 'knex';
import { freePort } from '../scripts/postgres.mjs';
import { expect, test, type APIRequestContext } from '@playwright/test';
import { CardFlight, encodeChunk, flyByRobot, TECHNIQUES } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog } from '../data/index.js';
import { addAssignment, addPerson } from '../src/lib/server/data/index.js';
import { hashPassword } from '../src/lib/server/services/auth/auth.js';
import { emptyDatabase } from './support/database.js';

/** So many processes die, each in the middle of what it does. */
const KILLS = 10;
/** Of so many processes on one port so many die in turn, while so many ask. */
const ASKED_OF = 2;
const DEATHS = 5;
const ASKERS = 8;
/** Longer than two processes take to begin anew on a slow machine: who waits so long waits for ever. */
const NEVER_MS = 50_000;
const PASSWORD = 'a long enough word';
const PARTS = 30;
const SAMPLES_EACH = 30;
const SAMPLES = PARTS * SAMPLES_EACH;
const card = cardCatalog.get('approach-descent');
const aircraft = aircraftCatalog.get(card.aircraft);
const area = areaCatalog.get(card.area);

async function start(url: string, origin: string, port: number, processes = 1): Promise<ChildProcess> {
	const { HANZA_DEMO: _, ...environment } = process.env;
	const one = spawn(process.execPath, ['scripts/start.mjs'], {
		env: {
			...environment,
			DATABASE_URL: url,
			ORIGIN: origin,
			PORT: String(port),
			PROCESSES: String(processes)
		},
		stdio: ['ignore', 'pipe', 'inherit']
	});
	let said = '';
	one.stdout.on('data', (text) => (said += text));
	await expect.poll(() => /listens on/.test(said), { intervals: [50] }).toBe(true);
	return one;
}

/** The processes that another has begun, and that live. */
function begunBy(pid: number): number[] {
	return readdirSync('/proc')
		.filter((name) => /^\d+$/.test(name))
		.filter((name) => {
			try {
				const [state, parent] = readFileSync(`/proc/${name}/stat`, 'utf8')
					.replace(/^.*\) /s, '')
					.split(' ');
				return Number(parent) === pid && state !== 'Z';
			} catch {
				// Gone meanwhile.
				return false;
			}
		})
		.map(Number);
}

test('of several processes on one port one that dies is begun again, and the port answers all the while', async () => {
	const port = await freePort();
	const origin = `http://localhost:${port}`;
	const first = await start(await emptyDatabase('several'), origin, port, ASKED_OF);
	await expect.poll(() => begunBy(first.pid!).length).toBe(ASKED_OF);
	// A line of its own each time: none is kept to the process that dies.
	const statusOf = (path: string): Promise<number | 'cut' | 'no answer'> =>
		new Promise((done) =>
			get(`${origin}${path}`, { agent: false, timeout: NEVER_MS }, (reply) => {
				reply.resume();
				done(reply.statusCode!);
			})
				.once('error', () => done('cut'))
				.once('timeout', () => done('no answer'))
		);
	await expect.poll(() => statusOf('/readyz')).toBe(200);
	const answers: Record<string, number> = {};
	let asking = true;
	const askers = Array.from({ length: ASKERS }, async () => {
		while (asking) {
			const answer = await statusOf('/healthz');
			answers[answer] = (answers[answer] ?? 0) + 1;
		}
	});
	const answered = (): number => answers['200'] ?? 0;
	for (let i = 0; i < DEATHS; i++) {
		const [dies, lives] = begunBy(first.pid!) as [number, number];
		const before = answered();
		await new Promise((done) => setTimeout(done, 150 + i * 37));
		process.kill(dies, 'SIGKILL');
		await expect.poll(() => begunBy(first.pid!).filter((pid) => pid !== dies).length).toBe(ASKED_OF);
		expect(begunBy(first.pid!)).toContain(lives);
		// Every asker is answered again, however long the machine takes.
		await expect.poll(answered).toBeGreaterThan(before + ASKERS);
	}
	asking = false;
	await Promise.all(askers);
	console.log(`asked while ${DEATHS} processes died: ${JSON.stringify(answers)}`);
	// Only what the dying one was just answering is cut.
	expect(Object.keys(answers).filter((answer) => answer !== 'cut')).toEqual(['200']);
	expect(answers.cut ?? 0).toBeLessThanOrEqual(DEATHS * ASKERS);
	await expect.poll(() => statusOf('/readyz')).toBe(200);
	const ended = new Promise<number | null>((done) => first.once('exit', done));
	first.kill('SIGTERM');
	expect(await ended).toBe(0);
	expect(begunBy(first.pid!)).toEqual([]);
});

test('a process that is killed while a flight ends leaves it unfinished and whole, or finished and whole', async ({
	playwright
}) => {
	const url = await emptyDatabase('a_killed');
	const [steady, dying] = [await freePort(), await freePort()];
	const origin = `http://localhost:${steady}`;
	const survivor = await start(url, origin, steady);
	const db: Knex = knex({ client: 'pg', connection: url });
	const passwordHash = await hashPassword(PASSWORD);
	const teacher = await addPerson(db, {
		login: 'teacher',
		name: 'Teacher',
		role: 'instructor',
		instructorId: null,
		passwordHash
	});
	const studentId = await addPerson(db, {
		login: 'student',
		name: 'Student',
		role: 'student',
		instructorId: teacher,
		passwordHash
	});
	const assignmentId = await addAssignment(db, {
		studentId,
		instructorId: teacher,
		card,
		standardId: 'us-instrument',
		assist: 'any',
		note: ''
	});
	const { track } = flyByRobot(card, aircraft, area, TECHNIQUES.steady, 1, SAMPLES / 10 + 5);
	const resume = new CardFlight(card, aircraft, area, { assist: 'direct', seed: 1 }).state();
	const state = new TextEncoder().encode(JSON.stringify({ resume, looks: [] }));
	const parts = Array.from({ length: PARTS }, (_, i) => {
		const chunk = encodeChunk({ first: 0, track }, i * SAMPLES_EACH, (i + 1) * SAMPLES_EACH);
		const head = Buffer.alloc(4);
		head.writeUInt32LE(state.length, 0);
		return Buffer.concat([head, state, chunk]);
	});
	const at: APIRequestContext = await playwright.request.newContext({
		baseURL: origin,
		extraHTTPHeaders: { Origin: origin }
	});
	await at.post('/?/signIn', { form: { login: 'student', password: PASSWORD } });
	const cookie = (await at.storageState()).cookies.map(({ name, value }) => `${name}=${value}`).join('; ');

	let killedInIt = 0;
	let finished = 0;
	for (let i = 0; i < KILLS; i++) {
		const victim = await start(url, origin, dying);
		const begun = await at.post('/api/attempts', { data: { assignmentId, assist: 'direct' } });
		const { id } = (await begun.json()) as { id: string };
		for (const [seq, data] of parts.entries()) {
			const reply = await at.put(`/api/attempts/${id}/chunks/${seq}?device=a`, {
				headers: { 'Content-Type': 'application/octet-stream' },
				data
			});
			expect(reply.status()).toBe(200);
		}
		// The end is asked of the one that dies, at moments spread over it.
		const gone = new Promise((done) => victim.once('exit', done));
		const ended = fetch(`http://localhost:${dying}/api/attempts/${id}/end`, {
			method: 'POST',
			headers: { cookie, Origin: origin, 'Content-Type': 'application/json' },
			body: JSON.stringify({ status: 'finished' })
		}).then(
			(reply) => reply.status,
			() => 'cut'
		);
		await new Promise((done) => setTimeout(done, 10 + i * 150));
		victim.kill('SIGKILL');
		await gone;
		if ((await ended) === 'cut') killedInIt++;
		const row = await db('attempts')
			.where({ id })
			.first('status', 'samples', 'grade', 'recording', 'figures');
		const left = Number((await db('attempt_chunks').where({ attempt_id: id }).count('* as n').first())!.n);
		if (row.status === 'flying') {
			expect([left, row.samples, row.grade, row.recording]).toEqual([PARTS, SAMPLES, null, null]);
			// And it can be ended by the one that lives.
			expect((await at.post(`/api/attempts/${id}/end`, { data: { status: 'finished' } })).status()).toBe(200);
		} else {
			finished++;
			expect([left, row.samples, row.grade !== null, row.figures !== null]).toEqual([0, SAMPLES, true, true]);
		}
		expect((await at.get(`/debrief/${id}`)).status()).toBe(200);
		expect((await at.get(`/api/attempts/${id}/recording`)).status()).toBe(200);
	}
	console.log(
		`${killedInIt} of ${KILLS} died before they had answered; ${finished} flights had ended by then`
	);
	expect(killedInIt).toBeGreaterThan(1);
	await db.destroy();
	survivor.kill('SIGKILL');
});
