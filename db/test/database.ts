import { afterAll, beforeAll, beforeEach } from 'vitest';
import type { Knex } from 'knex';
import { openDatabase } from '../../src/lib/server/db.js';
import { addPerson, findPerson, type Person } from '../../src/lib/server/data/index.js';
import { ratingsWorkedOut } from '../../src/lib/server/services/rating/rating.js';
import { migrate } from '../../scripts/migrate.mjs';

/** A real server for the tests of a file: empty tables before each test. */
export function withDatabase(): { readonly db: Knex } {
	const url = process.env.DATABASE_URL;
	if (!url) throw new Error('DATABASE_URL is not set: run npm test, which starts a server');
	const holder = { db: null as unknown as Knex };
	beforeAll(async () => {
		await migrate(url);
		holder.db = openDatabase(url);
	});
	beforeEach(async () => {
		await ratingsWorkedOut();
		await holder.db.raw('truncate users, rate_limits, meta cascade');
	});
	afterAll(async () => {
		await ratingsWorkedOut();
		await holder.db.destroy();
	});
	return holder;
}

let people = 0;
export async function somebody(
	db: Knex,
	role: 'instructor' | 'student',
	instructorId: string | null = null
): Promise<Person> {
	people++;
	const id = await addPerson(db, {
		login: `person${people}`,
		name: `Person ${people}`,
		role,
		instructorId,
		passwordHash: 'none'
	});
	return (await findPerson(db, id))!;
}
