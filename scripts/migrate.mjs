import knex from 'knex';
import { join } from 'node:path';
import { root } from './root.mjs';

/** The migrations of the project on a database, ready to go up or down. */
export const migrations = { directory: join(root, 'db/migrations'), loadExtensions: ['.mjs'] };

/** Any number of its own: who holds it brings the database up to date, others wait. */
const LOCK = 7_041_977;

/**
 * Brings a database to the newest form. Several starts at once do it one after the other. Each step is a transaction, so a
 * start that was killed in the middle has left only its mark behind, which is taken off here: the lock that counts is the
 * connection's, and ends with it.
 * @param {string} url
 */
export async function migrate(url) {
	const db = knex({ client: 'pg', connection: url, migrations, pool: { min: 0, max: 3 } });
	const guard = knex({ client: 'pg', connection: url, pool: { min: 1, max: 1 } });
	try {
		await guard.raw('select pg_advisory_lock(?)', [LOCK]);
		await unlock(db);
		await db.migrate.latest();
	} finally {
		await guard.destroy();
		await db.destroy();
	}
}

/** Takes off the mark of a start that was killed in the middle of bringing a database up to date. @param {import('knex').Knex} db */
async function unlock(db) {
	if (await db.schema.hasTable('knex_migrations_lock')) await db.migrate.forceFreeMigrationsLock();
}

/** The names of the steps that a database still lacks. @param {import('knex').Knex} db @returns {Promise<string[]>} */
export async function missingMigrations(db) {
	const [, pending] = await db.migrate.list(migrations);
	return pending.map((one) => one.file ?? one.name ?? String(one));
}
