import knex from 'knex';
import { spawnSync } from 'node:child_process';
import { existsSync, renameSync, rmSync } from 'node:fs';
import { clientProgram } from './postgres.mjs';

/** Runs one of PostgreSQL's own programs on a database; the password goes by the environment, not by the list of processes. */
function run(program, url, args) {
	const { hostname, port, username, password, pathname } = new URL(url);
	const done = spawnSync(clientProgram(program), args, {
		encoding: 'utf8',
		env: {
			...process.env,
			PGHOST: hostname,
			PGPORT: port || '5432',
			PGUSER: decodeURIComponent(username),
			PGPASSWORD: decodeURIComponent(password),
			PGDATABASE: decodeURIComponent(pathname.slice(1))
		}
	});
	if (done.error?.code === 'ENOENT')
		throw new Error(`${program} is not installed (Debian package: postgresql-client).`);
	if (done.status !== 0) throw new Error(`${program}: ${done.stderr || done.error?.message}`);
}

/** Everything in a database as one file, as it stood at one moment, while the application goes on. */
export function backup(url, file) {
	if (existsSync(file)) throw new Error(`${file} is there already: nothing is written over.`);
	const partial = `${file}.partial`;
	rmSync(partial, { force: true });
	try {
		run('pg_dump', url, ['--format=custom', '--no-owner', '--no-privileges', `--file=${partial}`]);
		renameSync(partial, file);
	} finally {
		rmSync(partial, { force: true });
	}
}

/** A backup into a database that has nothing in it, all or nothing. */
export async function restore(url, file) {
	if (!existsSync(file)) throw new Error(`${file} is not there.`);
	const db = knex({ client: 'pg', connection: url });
	try {
		const { rows } = await db.raw(`select count(*)::int as n from pg_tables where schemaname = 'public'`);
		if (rows[0].n > 0)
			throw new Error(
				'The database is not empty. Make an empty one, and restore into that: nothing was changed.'
			);
	} finally {
		await db.destroy();
	}
	run('pg_restore', url, [
		'--no-owner',
		'--no-privileges',
		'--exit-on-error',
		'--single-transaction',
		`--dbname=${decodeURIComponent(new URL(url).pathname.slice(1))}`,
		file
	]);
}
