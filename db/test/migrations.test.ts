import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import knex from 'knex';
import { describe, expect, it } from 'vitest';
import { root } from '../../scripts/bundle.mjs';
import { migrations } from '../../scripts/migrate.mjs';
import { NEWEST_MIGRATION } from '../../src/lib/server/data/index.js';

describe('migrations', () => {
	it('go up, all the way down and up again, and leave nothing behind', async () => {
		const url = process.env.DATABASE_URL!;
		const admin = knex({ client: 'pg', connection: url });
		await admin.raw('drop database if exists up_and_down');
		await admin.raw('create database up_and_down');
		const db = knex({ client: 'pg', connection: url.replace(/\/postgres$/, '/up_and_down'), migrations });
		const tables = async () =>
			(await db('information_schema.tables').select('table_name').where({ table_schema: 'public' }))
				.map(({ table_name }) => table_name as string)
				.filter((name) => !name.startsWith('knex_'))
				.sort();
		try {
			await db.migrate.latest();
			const first = await tables();
			expect(first).toContain('attempt_chunks');
			await db.migrate.rollback(undefined, true);
			expect(await tables()).toEqual([]);
			await db.migrate.latest();
			expect(await tables()).toEqual(first);
		} finally {
			await db.destroy();
			await admin.raw('drop database up_and_down');
			await admin.destroy();
		}
	});
});

it('the step that readiness asks for is the newest one', () => {
	const steps = readdirSync(join(root, 'db/migrations')).sort();
	expect(NEWEST_MIGRATION).toBe(steps.at(-1));
});
