// A PostgreSQL server for the data-access tests, unless one is given by DATABASE_URL.
import { join } from 'node:path';
import { root } from '../../scripts/bundle.mjs';
import { startPostgres } from '../../scripts/postgres.mjs';

export default async function setup() {
	if (process.env.DATABASE_URL) return;
	const postgres = await startPostgres({
		folder: join(root, '.hanza/test-data'),
		fresh: true,
		durable: false
	});
	process.env.DATABASE_URL = postgres.url;
	return () => postgres.stop();
}
