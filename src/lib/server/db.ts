import knex, { type Knex } from 'knex';
import pg from 'pg';

// Big whole numbers (counts) fit a double here; the driver would give them as text.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

let shared: Knex | null = null;

/** Opens a pool. Bound values never reach a log: errors are reported by their code and message only. */
export const openDatabase = (url: string): Knex =>
	knex({ client: 'pg', connection: url, pool: { min: 0, max: 12 }, asyncStackTraces: false });

/** The application's pool, opened at first use from DATABASE_URL. */
export function database(): Knex {
	if (!shared) {
		const url = process.env.DATABASE_URL;
		if (!url) throw new Error('DATABASE_URL is not set');
		shared = openDatabase(url);
	}
	return shared;
}

/** Closes the application's pool. */
export async function closeDatabase(): Promise<void> {
	await shared?.destroy();
	shared = null;
}
