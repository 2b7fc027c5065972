// The built application behind Node's own HTTP server, in one process or in several that share its port.
import cluster from 'node:cluster';
import { createServer } from 'node:http';
import { createServer as createDoor } from 'node:net';
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

/**
 * Keeps as many processes as are asked for; one that dies is begun again. Connections come in here and go to each in turn, open
 * here until they are taken: what a process had not taken when it died goes to another. (Listening by way of `cluster` loses
 * those, and whoever asked waits for ever.)
 */
function several() {
	let ending = false;
	/** By process: what was handed to it and is not taken yet. */
	const handed = new Map();
	const waiting = [];
	let turn = 0;
	let count = 0;
	const hand = (socket) => {
		const ready = [...handed.keys()].filter((one) => one.isConnected());
		if (ready.length === 0) return void waiting.push(socket);
		const one = ready[turn++ % ready.length];
		const number = count++;
		handed.get(one).set(number, socket);
		// It fails only when the process dies, and its end says so as well.
		one.process.send({ take: number }, socket, { keepOpen: true }, () => {});
	};
	const door = createDoor({ pauseOnConnect: true }, (socket) => {
		socket.on('error', () => socket.destroy());
		hand(socket);
	});
	door.once('error', failedToListen);
	const open = () => {
		if (!door.listening) door.listen(port, host, () => says(door.address().port, `, ${processes} processes`));
	};
	const begin = () => {
		const began = Date.now();
		const one = cluster.fork();
		one.on('message', ({ ready, taken }) => {
			if (ready) {
				handed.set(one, new Map());
				for (const socket of waiting.splice(0)) hand(socket);
				open();
			} else if (taken !== undefined) {
				handed.get(one)?.get(taken)?.destroy();
				handed.get(one)?.delete(taken);
			}
		});
		one.once('exit', (code) => {
			const left = handed.get(one) ?? new Map();
			handed.delete(one);
			for (const socket of left.values()) hand(socket);
			if (ending) {
				if (Object.keys(cluster.workers).length === 0) process.exit(0);
			} else if (Date.now() - began < TOO_SOON_MS && !door.listening) process.exit(code ?? 1);
			else begin();
		});
	};
	for (let i = 0; i < processes; i++) begin();
	const end = () => {
		ending = true;
		door.close();
		for (const one of Object.values(cluster.workers)) one.process.kill('SIGTERM');
	};
	for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, end);
	process.on('disconnect', () => {
		end();
		process.exit(0);
	});
	if (metricsPort > 0) serveMetrics(() => new AggregatorRegistry().clusterMetrics());
}

function failedToListen(error) {
	console.error(error.code === 'EADDRINUSE' ? `Port ${port} is in use.` : error.message);
	process.exit(1);
}

/** To whoever started it: another script, or a person. */
function says(listening, more = '') {
	if (process.send) process.send({ listening });
	else console.log(`Hanza listens on ${host}:${listening}${more}`);
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
	const open = new Set();
	server.on('connection', (socket) => {
		open.add(socket);
		socket.once('close', () => open.delete(socket));
	});
	server.once('error', failedToListen);
	if (cluster.isWorker) {
		process.on('message', ({ take }, socket) => {
			if (take === undefined) return;
			process.send({ taken: take });
			if (socket) server.emit('connection', socket);
		});
		// A door of its own that nobody uses: Node's watch over slow requests begins with it.
		server.listen({ port: 0, host: '127.0.0.1', exclusive: true }, () => process.send({ ready: true }));
	} else server.listen(port, host, () => says(server.address().port));
	if (metricsPort > 0) {
		collectDefaultMetrics();
		if (cluster.isPrimary) serveMetrics(() => register.metrics());
	}
	let ending = false;
	for (const signal of ['SIGTERM', 'SIGINT'])
		process.on(signal, () => {
			if (ending) return;
			ending = true;
			server.close();
			// What is idle goes at once, what is being answered when it is.
			const idle = () => {
				server.closeIdleConnections();
				if (open.size === 0) process.exit(0);
			};
			setInterval(idle, IDLE_MS);
			idle();
			setTimeout(() => process.exit(0), DRAIN_MS);
		});
	// Started by another script: never outlive it.
	process.on('disconnect', () => process.exit(0));
}
