// npm run build: the application, and beside it the file that its threads run.
import { execFile } from 'node:child_process';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { bundle, root } from './bundle.mjs';

/** @throws Error with what the build has said. */
export async function build() {
	await promisify(execFile)(join(root, 'node_modules/.bin/vite'), ['build', '--logLevel', 'error'], {
		cwd: root
	}).catch(({ stdout, message }) => {
		throw new Error(`The build failed:\n${stdout}${message}`);
	});
	// The drivers of the database ask for parts of theirs by names made up while they run.
	await bundle('src/lib/server/heavy/worker.ts', 'build/heavy.mjs', { external: ['knex', 'pg'] });
}
if (process.argv[1] === join(root, 'scripts/build.mjs')) await build();
