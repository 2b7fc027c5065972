import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { root } from './bundle.mjs';
import { migrate } from './migrate.mjs';
import { startPostgres } from './postgres.mjs';
import { loadDemo } from './serve.mjs';

const postgres = await startPostgres({ folder: join(root, '.hanza/dev') });
await migrate(postgres.url);
await loadDemo(postgres.url);
const vite = spawn(join(root, 'node_modules/.bin/vite'), ['dev', ...process.argv.slice(2)], {
	cwd: root,
	stdio: 'inherit',
	env: { ...process.env, DATABASE_URL: postgres.url, HANZA_DEMO: '1' }
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => vite.kill(signal));
vite.once('exit', async (code) => {
	await postgres.stop();
	process.exit(code ?? 0);
});
