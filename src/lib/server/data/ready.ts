import type { Knex } from 'knex';

/** The last step of the database's form that this version knows of; a test holds it against the folder. */
export const NEWEST_MIGRATION = '20261208-blind-turns.mjs';

/** Whether the database is in the form that this version needs, or a newer one. */
export async function isUpToDate(db: Knex): Promise<boolean> {
	return (await db('knex_migrations').where('name', '>=', NEWEST_MIGRATION).first('id')) !== undefined;
}
