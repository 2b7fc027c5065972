import type { Knex } from 'knex';
import { isUpToDate } from '../../data/index.js';

/** Whether the database is reached and in the form that this version needs; in words why not, null where it is. */
export async function whyNotReady(db: Knex): Promise<string | null> {
	try {
		return (await isUpToDate(db)) ? null : 'the database is not up to date';
	} catch {
		return 'the database is not reached';
	}
}
