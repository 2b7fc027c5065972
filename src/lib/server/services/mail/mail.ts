import { createTransport } from 'nodemailer';

/** Mail goes out where a server for it is configured, and nowhere else. */
export const isMailOn = (): boolean => Boolean(process.env.SMTP_URL && process.env.MAIL_FROM);

const WAIT_MS = 10_000;

/** Sends a letter in plain words. @throws Error where the server does not take it. */
export async function sendMail(to: string, subject: string, text: string): Promise<void> {
	const transport = createTransport({
		url: process.env.SMTP_URL,
		connectionTimeout: WAIT_MS,
		greetingTimeout: WAIT_MS,
		socketTimeout: WAIT_MS
	});
	await transport.sendMail({ from: process.env.MAIL_FROM, to, subject, text });
}
