// The built application behind Node's own HTTP server.
import { createServer } from 'node:http';
import { Histogram, collectDefaultMetrics, register } from 'prom-client';

const port = Number(process.env.PORT ?? 4310);
const host = process.env.HOST ?? '127.0.0.1';
const metricsPort = Number(process.env.METRICS_PORT ?? 0);
/** What is being answered when the end is asked for has so long to be done, ms. */
const DRAIN_MS = 10_000;
const IDLE_MS = 100;
// Behind no proxy the request itself says how it came; forms are checked against that origin.
process.env.PROTOCOL_HEADER ??= 'x-forwarded-proto';
// A whole record with its flights comes in one form.
process.env.BODY_SIZE_LIMIT ??= '64M';
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
	// On loopback only: it says how much a school flies, and is nobody else's business.
	createServer(async (_, response) => {
		response.setHeader('Content-Type', register.contentType);
		response.end(await register.metrics());
	}).listen(metricsPort, '127.0.0.1');
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
