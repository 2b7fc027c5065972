// A mail server that sends nothing on: what it takes is handed to whoever started it. For the demo and the tests.
import { SMTPServer } from 'smtp-server';

/**
 * @param {(letter: { to: string[], text: string }) => void} take
 * @returns {Promise<{ url: string, stop: () => Promise<void> }>}
 */
export function startMailStandIn(take) {
	const server = new SMTPServer({
		authOptional: true,
		disabledCommands: ['STARTTLS', 'AUTH'],
		onData(stream, session, done) {
			const parts = [];
			stream.on('data', (part) => parts.push(part));
			stream.on('end', () => {
				take({
					to: session.envelope.rcptTo.map(({ address }) => address),
					// Soft line breaks and signs of quoted-printable; our letters are one part of plain words.
					text: Buffer.concat(parts)
						.toString('utf8')
						.replace(/=\r?\n/g, '')
						.replace(/=3D/g, '=')
				});
				done();
			});
		}
	});
	return new Promise((resolve, reject) => {
		server.once('error', reject);
		server.listen(0, '127.0.0.1', () => {
			const { port } = server.server.address();
			resolve({
				url: `smtp://127.0.0.1:${port}`,
				stop: () => new Promise((done) => server.close(done))
			});
		});
	});
}
