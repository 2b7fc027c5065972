// npm run demo [-- --fresh] [-- --port N]
import { parseArgs } from 'node:util';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { root } from './bundle.mjs';
import { startMailStandIn } from './mail-stand-in.mjs';
import { migrate } from './migrate.mjs';
import { startPostgres } from './postgres.mjs';
import { buildIfStale, loadDemo, startApplication } from './serve.mjs';

const USUAL_PORT = 4310;

let options;
try {
	options = parseArgs({ options: { fresh: { type: 'boolean' }, port: { type: 'string' } } }).values;
} catch (error) {
	console.error(`${error.message}. Known: --fresh, --port N`);
	process.exit(2);
}
const asked = options.port === undefined ? null : Number(options.port);
if (asked !== null && !(Number.isInteger(asked) && asked > 0 && asked < 65536)) {
	console.error('--port must be a whole number from 1 to 65535');
	process.exit(2);
}

const isFree = (port) =>
	new Promise((resolve) => {
		const probe = createServer();
		probe.once('error', () => resolve(false));
		probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
	});

async function choosePort() {
	if (asked !== null) {
		if (await isFree(asked)) return asked;
		throw new Error(`Port ${asked} is in use; choose another with --port N.`);
	}
	for (let port = USUAL_PORT; port < USUAL_PORT + 50; port++) if (await isFree(port)) return port;
	return 0;
}

const started = [];
let stopping = null;
function stop(code) {
	stopping ??= (async () => {
		for (const part of started.reverse()) await part.stop();
		process.exit(code);
	})();
	return stopping;
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

try {
	const port = await choosePort();
	const filled = async () => {
		const postgres = await startPostgres({ folder: join(root, '.hanza/demo'), fresh: options.fresh });
		started.push(postgres);
		await migrate(postgres.url);
		await loadDemo(postgres.url);
		return postgres;
	};
	// Neither needs the other, and each takes a minute the first time.
	const [postgres] = await Promise.all([filled(), buildIfStale()]);
	// Mail of the demo goes nowhere: what would be sent is shown here.
	const mail = await startMailStandIn(({ to, text }) =>
		console.log(`\nA letter to ${to.join(', ')}:\n${text}`)
	);
	started.push(mail);
	process.env.SMTP_URL = mail.url;
	process.env.MAIL_FROM = 'Hanza <hanza@school.example>';
	const application = await startApplication(postgres.url, { port });
	started.push(application);
	console.log(`\nHanza is running at http://127.0.0.1:${application.port}/   (Ctrl-C stops it)`);
	console.log('Practice only: not an approved device, not for navigation.');
	await application.ended;
	if (!stopping) throw new Error('The application has ended by itself.');
} catch (error) {
	if (!stopping) {
		console.error(error.message);
		await stop(1);
	}
}
