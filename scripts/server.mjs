// The built application behind Node's own HTTP server.
import { createServer } from 'node:http';

const port = Number(process.env.PORT ?? 4310);
const host = process.env.HOST ?? '127.0.0.1';
// Behind no proxy the request itself says how it came; forms are checked against that origin.
process.env.PROTOCOL_HEADER ??= 'x-forwarded-proto';
// A whole record with its flights comes in one form.
process.env.BODY_SIZE_LIMIT ??= '64M';
const trusted = process.env.TRUST_PROXY === '1';
const { handler } = await import('../build/handler.js');

const server = createServer((request, response) => {
	if (!trusted || !request.headers['x-forwarded-proto']) request.headers['x-forwarded-proto'] = 'http';
	handler(request, response);
});
server.once('error', (error) => {
	console.error(error.code === 'EADDRINUSE' ? `Port ${port} is in use.` : error.message);
	process.exit(1);
});
server.listen(port, host, () => process.send?.({ listening: server.address().port }));
for (const signal of ['SIGTERM', 'SIGINT'])
	process.on(signal, () => {
		server.close(() => process.exit(0));
		server.closeAllConnections();
	});
// Started by another script: never outlive it.
process.on('disconnect', () => process.exit(0));
