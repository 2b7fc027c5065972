// Database and built application together, for the demo, the tests and the benches.
import { execFile, fork } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import knex from 'knex';
import { build } from './build.mjs';
import { root } from './bundle.mjs';
import { migrate } from './migrate.mjs';
import { startPostgres } from './postgres.mjs';

const BUILT_FROM = [
	'core/src',
	'data',
	'src',
	'static',
	'package-lock.json',
	'svelte.config.js',
	'vite.config.ts',
	'scripts/build.mjs'
];

function hashOf(path, hash) {
	const full = join(root, path);
	if (!existsSync(full)) return;
	const entries = readdirSync(full, { withFileTypes: true, recursive: false });
	for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
		const inner = join(path, entry.name);
		if (entry.isDirectory()) hashOf(inner, hash);
		else hash.update(inner).update(readFileSync(join(root, inner)));
	}
}

/** Builds the application when its sources are not those of the last build. */
export async function buildIfStale() {
	const hash = createHash('sha256');
	for (const path of BUILT_FROM)
		if (/\.\w+$/.test(path)) hash.update(readFileSync(join(root, path)));
		else hashOf(path, hash);
	const digest = hash.digest('hex');
	const stamp = join(root, '.hanza/built');
	if (
		existsSync(join(root, 'build/handler.js')) &&
		existsSync(join(root, 'build/heavy.mjs')) &&
		existsSync(stamp) &&
		readFileSync(stamp, 'utf8') === digest
	)
		return;
	console.log('Building the application');
	await build();
	mkdirSync(join(root, '.hanza'), { recursive: true });
	writeFileSync(stamp, digest);
}

/** Loads the demo's people and flights into a database that has none. */
export async function loadDemo(url) {
	await promisify(execFile)(process.execPath, ['scripts/run-ts.mjs', 'db/seed.ts'], {
		cwd: root,
		env: { ...process.env, DATABASE_URL: url }
	}).catch(({ message }) => {
		throw new Error(`The demo data could not be loaded:\n${message}`);
	});
}

/** @returns {Promise<{ port: number, pid: number, ended: Promise<void>, stop: () => Promise<void> }>} */
export function startApplication(url, { port = 0, demo = true } = {}) {
	return new Promise((resolve, reject) => {
		const child = fork(join(root, 'scripts/server.mjs'), {
			cwd: root,
			execArgv: ['--max-semi-space-size=64'],
			env: {
				...process.env,
				DATABASE_URL: url,
				PORT: String(port),
				HANZA_DEMO: demo ? '1' : '0',
				NODE_ENV: 'production'
			},
			// Its own group, so that Ctrl-C is handled once, by the script that started it.
			detached: true
		});
		const ended = new Promise((done) => child.once('exit', done));
		child.once('exit', (code) => reject(new Error(`The server ended with code ${code}.`)));
		child.once('message', ({ listening }) =>
			resolve({
				port: listening,
				pid: child.pid,
				ended,
				stop: async () => {
					child.kill('SIGTERM');
					await ended;
				}
			})
		);
	});
}

/** The demo as it was loaded, which nobody is connected to: what copies are made of while others work. */
export const UNTOUCHED = 'untouched';

/** Another database on the same server, like the one it is made of. */
export async function copyOf(url, name, like = 'postgres') {
	const admin = knex({ client: 'pg', connection: url.replace(/\/[^/]+$/, '/template1') });
	try {
		await admin.raw('drop database if exists ?? with (force)', [name]);
		await admin.raw('create database ?? template ??', [name, like]);
	} finally {
		await admin.destroy();
	}
	return url.replace(/\/[^/]+$/, `/${name}`);
}

/** A database with the demo in it, made anew, for tests and benches; another like it is left untouched. */
export async function freshDemo(name) {
	const postgres = await startPostgres({ folder: join(root, `.hanza/${name}`), fresh: true, durable: false });
	try {
		await migrate(postgres.url);
		await loadDemo(postgres.url);
		await copyOf(postgres.url, UNTOUCHED);
	} catch (error) {
		await postgres.stop();
		throw error;
	}
	return postgres;
}
