// Starts the command line; builds it first when it is missing or older than its sources.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const built = join(root, 'cli/dist/hanza.mjs');

function newest(folder) {
	let latest = 0;
	for (const entry of readdirSync(folder, { withFileTypes: true })) {
		if (entry.name === 'dist' || entry.name === 'node_modules' || entry.name === 'test') continue;
		const path = join(folder, entry.name);
		latest = Math.max(latest, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs);
	}
	return latest;
}

const fresh =
	existsSync(built) &&
	statSync(built).mtimeMs >
		Math.max(...['core/src', 'cli', 'data'].map((folder) => newest(join(root, folder))));
if (!fresh) {
	// Standard output belongs to the answer: what npm and the bundler say goes to standard error.
	const quiet = { cwd: root, stdio: ['ignore', 2, 2] };
	if (!existsSync(join(root, 'node_modules/esbuild'))) spawnSync('npm', ['ci'], quiet);
	const done = spawnSync(process.execPath, ['scripts/build-cli.mjs'], quiet);
	if (done.status !== 0) process.exit(2);
}
await import(pathToFileURL(built).href);
