// The built application behind Node's own HTTP server, in one process or in several that share its port.
import cluster from 'node:cluster';
import { createServer } from 'node:http';
import { join } from 'node:path';
import { AggregatorRegistry, Histogram, collectDefaultMetrics, register } from 'prom-client';
import { root } from './root.mjs';

const port = Number(process.env.PORT ?? 4310);
const host = process.env.HOST ?? '127.0.0.1';
const processes = Number(process.env.PROCESSES) || 1;
const metricsPort = Number(process.env.METRICS_PORT ?? 0);
/** What is being answered when the end is asked for has so long to be done, ms. */
const DRAIN_MS = 10_000;
const IDLE_MS = 100;
/** Longer than any proxy before it keeps a line open: else one is asked on just as it is closed, ms. */
const KEEP_ALIVE_MS = 75_000;
/** A process that fails at its very start is not begun again and again, ms. */
const TOO_SOON_MS = 3000;

if (cluster.isPrimary && processes > 1) several();
else await serve();

/** Metrics on loopback only: they say how much a school flies, and are nobody else's business. */
function serveMetrics(metrics) {
	createServer(async (_, response) => {
		response.setHeader('Content-Type', register.contentType);
		response.end(await metrics());
	}).listen(metricsPort, '127.0.0.1');
}

/** Keeps as many processes as are asked for; one that dies is begun again. */
function several() {
	let ending = false;
	let told = false;
	const begin = () => {
		const began = Date.now();
		const one = cluster.fork();
		one.on('message', (message) => {
			if (!message.listening || told) return;
			told = true;
			process.send?.(message);
			if (!process.send) console.log(`Hanza listens on ${host}:${message.listening}, ${processes} processes`);
		});
		one.once('exit', (code) => {
			if (ending) {
				if (Object.keys(cluster.workers).length === 0) process.exit(0);
			} else if (Date.now() - began < TOO_SOON_MS && !told) process.exit(code ?? 1);
			else begin();
		});
	};
	for (let i = 0; i < processes; i++) begin();
	const end = () => {
		ending = true;
		for (const one of Object.values(cluster.workers)) one.process.kill('SIGTERM');
	};
	for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, end);
	process.on('disconnect', () => {
		end();
		process.exit(0);
	});
	if (metricsPort > 0) serveMetrics(() => new AggregatorRegistry().clusterMetrics());
}

async function serve() {
	// Behind no proxy the request itself says how it came; forms are checked against that origin.
	process.env.PROTOCOL_HEADER ??= 'x-forwarded-proto';
	// A whole record with its flights comes in one form.
	process.env.BODY_SIZE_LIMIT ??= '64M';
	// What is heavy is done in threads, by a file of its own.
	process.env.HANZA_HEAVY ??= join(root, 'build/heavy.mjs');
	const trusted = process.env.TRUST_PROXY === '1';
	const { handler } = await import('../build/handler.js');

	const answered = new Histogram({
		name: 'hanza_request_seconds',
		help: 'Time to answer a request, by its kind',
		labelNames: ['method', 'place', 'status'],
		buckets: [0.01, 0.03, 0.1, 0.3, 1, 3, 10]
	});
	/** The first part of an address, and nothing of a person or a record. */
	const placeOf = (url) => /^\/(?:api\/)?[a-z]*/.exec(url)?.[0] ?? 'other';

	const server = createServer((request, response) => {
		if (!trusted || !request.headers['x-forwarded-proto']) request.headers['x-forwarded-proto'] = 'http';
		if (metricsPort > 0) {
			const done = answered.startTimer({ method: request.method, place: placeOf(request.url) });
			response.once('close', () => done({ status: `${Math.floor(response.statusCode / 100)}xx` }));
		}
		handler(request, response);
	});
	server.keepAliveTimeout = KEEP_ALIVE_MS;
	server.once('error', (error) => {
		console.error(error.code === 'EADDRINUSE' ? `Port ${port} is in use.` : error.message);
		process.exit(1);
	});
	server.listen(port, host, () => {
		process.send?.({ listening: server.address().port });
		if (!process.send) console.log(`Hanza listens on ${host}:${server.address().port}`);
	});
	if (metricsPort > 0) {
		collectDefaultMetrics();
		if (cluster.isPrimary) serveMetrics(() => register.metrics());
	}
	let ending = false;
	for (const signal of ['SIGTERM', 'SIGINT'])
		process.on(signal, () => {
			if (ending) return;
			ending = true;
			server.close(() => process.exit(0));
			// What is idle goes at once, what is being answered when it is.
			setInterval(() => server.closeIdleConnections(), IDLE_MS).unref();
			server.closeIdleConnections();
			setTimeout(() => server.closeAllConnections(), DRAIN_MS).unref();
		});
	// Started by another script: never outlive it.
	process.on('disconnect', () => process.exit(0));
}
