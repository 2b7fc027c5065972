// npm run backup -- FILE · npm run restore -- FILE · npm run data -- migrate · npm run data -- new-password FOLDER
// On the database of DATABASE_URL; without it, on that of the demo, which must be running.
import { join, resolve } from 'node:path';
import { backup, restore } from './backup.mjs';
import { root } from './root.mjs';
import { migrate } from './migrate.mjs';
import { newPassword, runningServer } from './postgres.mjs';

const [what, argument] = process.argv.slice(2);
function databaseUrl() {
	const url = process.env.DATABASE_URL ?? runningServer(join(root, '.hanza/demo'));
	if (!url) throw new Error('Set DATABASE_URL, or start the demo first.');
	return url;
}
function needed(name) {
	if (!argument) throw new Error(`Which ${name}? ${USAGE}`);
	return resolve(argument);
}
const USAGE = 'Known: backup FILE, restore FILE, migrate, new-password FOLDER.';
const COMMANDS = {
	backup: () => {
		backup(databaseUrl(), needed('file'));
		return `Everything is in ${argument}. Keep it where the server is not: it holds what people have flown and written.`;
	},
	restore: async () => {
		await restore(databaseUrl(), needed('file'));
		await migrate(databaseUrl());
		return `${argument} is restored, and up to date.`;
	},
	// A start that was killed while it brought the database up to date is mended by the same.
	migrate: async () => {
		await migrate(databaseUrl());
		return 'The database is up to date.';
	},
	'new-password': () => {
		newPassword(needed('folder'));
		return 'The data have a new password.';
	}
};
try {
	const command = Object.hasOwn(COMMANDS, what ?? '') ? COMMANDS[what] : null;
	if (!command) throw new Error(USAGE);
	console.log(await command());
} catch (error) {
	console.error(error.message);
	process.exit(1);
}
