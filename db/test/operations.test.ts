import { existsSync, mkdtempSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import knex, { type Knex } from 'knex';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { encodeChunk, flyByRobot, TECHNIQUES } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '../../data/index.js';
import { backup, restore } from '../../scripts/backup.mjs';
import { root } from '../../scripts/bundle.mjs';
import { migrate, missingMigrations } from '../../scripts/migrate.mjs';
import { newPassword, startPostgres } from '../../scripts/postgres.mjs';
import { openDatabase } from '../../src/lib/server/db.js';
import { addChunk, addRemark } from '../../src/lib/server/data/index.js';
import { beginFlight, debriefPage, endFlight, keepEntry } from '../../src/lib/server/services/index.js';
import { emptyEntry, typedOf } from '@hanza/core';
import { somebody, withDatabase } from './database.js';

const at = withDatabase();
const url = (): string => process.env.DATABASE_URL!;
const urlOf = (name: string): string => url().replace(/\/postgres$/, `/${name}`);
let admin: Knex;
let folder: string;
const NAMES = ['restored', 'killed', 'together'];
beforeAll(async () => {
	folder = mkdtempSync(join(root, '.hanza/operations-'));
	admin = knex({ client: 'pg', connection: url() });
	for (const name of NAMES) {
		await admin.raw(`drop database if exists ${name} with (force)`);
		await admin.raw(`create database ${name}`);
	}
});
afterAll(async () => {
	for (const name of NAMES) await admin.raw(`drop database if exists ${name} with (force)`);
	await admin.destroy();
	rmSync(folder, { recursive: true, force: true });
});

/** Every row of every table, as text. */
async function everything(db: Knex): Promise<Record<string, string[]>> {
	const { rows: tables } = await db.raw(
		`select tablename as name from pg_tables where schemaname = 'public' order by tablename`
	);
	const all: Record<string, string[]> = {};
	for (const { name } of tables as { name: string }[]) {
		const { rows } = await db.raw(`select t::text as row from ?? t order by t::text`, [name]);
		all[name] = (rows as { row: string }[]).map(({ row }) => row);
	}
	return all;
}

async function aFlight(): Promise<{ attemptId: string; student: Awaited<ReturnType<typeof somebody>> }> {
	const teacher = await somebody(at.db, 'instructor');
	const student = await somebody(at.db, 'student', teacher.id);
	const card = cardCatalog.get('hold-direct');
	const aircraft = aircraftCatalog.get(card.aircraft);
	const { track } = flyByRobot(card, aircraft, areaCatalog.get(card.area), TECHNIQUES.steady, 1, 120);
	const attemptId = await beginFlight(at.db, student, {
		assignmentId: null,
		card,
		standard: standardCatalog.get('us-instrument'),
		assist: 'direct'
	});
	await addChunk(at.db, attemptId, {
		seq: 0,
		body: encodeChunk({ first: 0, track }),
		samples: track.length,
		resume: null
	});
	await endFlight(at.db, { id: attemptId }, 'finished');
	await addRemark(at.db, {
		attemptId,
		authorId: teacher.id,
		atSeconds: 12,
		text: 'Nicely done: “quotes”, ümlaute, \\ and all.'
	});
	await keepEntry(at.db, student, student.id, typedOf({ ...emptyEntry('2026-03-03'), totalMinutes: 61 }));
	return { attemptId, student };
}

describe('a backup', () => {
	it('restored into an empty database is the same, row for row, and its debriefs open', async () => {
		const { attemptId, student } = await aFlight();
		const file = join(folder, 'school.backup');
		backup(url(), file);
		await restore(urlOf('restored'), file);
		const restored = openDatabase(urlOf('restored'));
		try {
			const [before, after] = [await everything(at.db), await everything(restored)];
			expect(Object.keys(before)).toContain('attempt_looks');
			expect(before['attempts']).toHaveLength(1);
			expect(after).toEqual(before);
			const plain = (page: unknown): unknown => JSON.parse(JSON.stringify(page));
			expect(plain(await debriefPage(restored, student, attemptId))).toEqual(
				plain(await debriefPage(at.db, student, attemptId))
			);
		} finally {
			await restored.destroy();
		}
		expect(() => backup(url(), file)).toThrow('nothing is written over');
		await expect(restore(urlOf('restored'), file)).rejects.toThrow('not empty');
		expect(() => backup(url().replace(/:[^:@/]+@/, ':wrong@'), join(folder, 'no.backup'))).toThrow('pg_dump');
		expect(readdirSync(folder)).toEqual(['school.backup']);
	}, 60_000);
});

describe('bringing a database up to date', () => {
	it('killed anywhere in it, is done by the next start', async () => {
		// The driver tells of each connection that is killed.
		for (const way of ['log', 'warn', 'error'] as const) vi.spyOn(console, way).mockImplementation(() => {});
		const killer = knex({ client: 'pg', connection: url() });
		for (let i = 0; i < 8; i++) {
			const start = migrate(urlOf('killed')).catch(() => {});
			await new Promise((done) => setTimeout(done, 30 + i * 40));
			await killer.raw(`select pg_terminate_backend(pid) from pg_stat_activity where datname = 'killed'`);
			await start;
		}
		await killer.destroy();
		vi.restoreAllMocks();
		// As a start leaves it that was killed before it could take its mark off.
		const db = openDatabase(urlOf('killed'));
		if (await db.schema.hasTable('knex_migrations_lock'))
			await db('knex_migrations_lock').update({ is_locked: 1 });
		await migrate(urlOf('killed'));
		expect(await missingMigrations(db)).toEqual([]);
		expect(await db.schema.hasTable('log_entries')).toBe(true);
		await db.destroy();
	}, 60_000);

	it('is done once by three starts at once', async () => {
		await Promise.all([1, 2, 3].map(() => migrate(urlOf('together'))));
		const db = openDatabase(urlOf('together'));
		expect(await missingMigrations(db)).toEqual([]);
		await db.destroy();
	}, 60_000);
});

describe('a data folder', () => {
	it('is never emptied by a start: what is missing is said, mended, and everything is still there', async () => {
		const data = join(folder, 'data');
		const secret = `${data}.secret`;
		let server = await startPostgres({ folder: data, durable: false });
		const write = knex({ client: 'pg', connection: server.url });
		await write.raw('create table kept (what text)');
		await write('kept').insert({ what: 'a flight' });
		await write.destroy();
		await server.stop();
		renameSync(secret, `${secret}.elsewhere`);
		await expect(startPostgres({ folder: data, durable: false })).rejects.toThrow('new-password');
		expect(existsSync(secret)).toBe(false);
		newPassword(data);
		server = await startPostgres({ folder: data, durable: false });
		const read = knex({ client: 'pg', connection: server.url });
		expect(await read('kept').select('what')).toEqual([{ what: 'a flight' }]);
		await read.destroy();
		await server.stop();
	}, 60_000);
});
