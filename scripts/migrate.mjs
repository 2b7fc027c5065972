import knex from 'knex';
import { join } from 'node:path';
import { root } from './bundle.mjs';

/** The migrations of the project on a database, ready to go up or down. */
export const migrations = { directory: join(root, 'db/migrations'), loadExtensions: ['.mjs'] };

/** Brings a database to the newest form. @param {string} url */
export async function migrate(url) {
	const db = knex({ client: 'pg', connection: url, migrations });
	try {
		await db.migrate.latest();
	} finally {
		await db.destroy();
	}
}
