import { spawn, type ChildProcess } from 'node:child_process';
import { createServer, request as ask, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { freePort } from '../scripts/postgres.mjs';
import { expect, test, type Browser, type Page } from '@playwright/test';
import { startMailStandIn } from '../scripts/mail-stand-in.mjs';
import { emptyDatabase } from './support/database.js';

const CODE = /([0-9A-F]{5}-){3}[0-9A-F]{5}/;
const PASSWORD = 'a long enough word';
/** Two processes behind one database, as a school grows; the proxy asks them in turn. */
const started: ChildProcess[] = [];
let proxy: Server;
let origin: string;
let code: string;
const behind: { ports: number[]; turn: number } = { ports: [], turn: 0 };
const letters: { to: string[]; text: string }[] = [];
let mail: { url: string; stop: () => Promise<void> };
let metricsPort = 0;

/** A proxy as one stands before it: says who asks, and passes everything on. */
async function aProxy(): Promise<Server> {
	const server = createServer((incoming, outgoing) => {
		const headers = { ...incoming.headers, 'x-forwarded-for': incoming.socket.remoteAddress ?? '' };
		const passed = ask(
			{
				host: '127.0.0.1',
				port: behind.ports[behind.turn++ % behind.ports.length],
				path: incoming.url,
				method: incoming.method,
				headers
			},
			(reply) => {
				outgoing.writeHead(reply.statusCode ?? 502, reply.headers);
				reply.pipe(outgoing);
			}
		);
		passed.on('error', () => outgoing.writeHead(502).end());
		incoming.pipe(passed);
	});
	await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
	return server;
}

test.beforeAll(async () => {
	const url = await emptyDatabase('a_school');
	proxy = await aProxy();
	// A passkey is for a name, never for a number.
	origin = `http://localhost:${(proxy.address() as AddressInfo).port}`;
	metricsPort = await freePort();
	mail = await startMailStandIn((letter) => letters.push(letter));
	const { HANZA_DEMO: _, ...environment } = process.env;
	const codes: string[] = [];
	for (const metrics of [metricsPort, 0]) {
		const port = await freePort();
		const one = spawn(process.execPath, ['scripts/start.mjs'], {
			env: {
				...environment,
				DATABASE_URL: url,
				ORIGIN: origin,
				PORT: String(port),
				ADDRESS_HEADER: 'x-forwarded-for',
				METRICS_PORT: String(metrics),
				SMTP_URL: mail.url,
				MAIL_FROM: 'Hanza <hanza@school.example>'
			},
			stdio: ['ignore', 'pipe', 'inherit']
		});
		started.push(one);
		behind.ports.push(port);
		let said = '';
		one.stdout.on('data', (text) => (said += text));
		await expect.poll(() => /listens on/.test(said)).toBe(true);
		await expect.poll(() => CODE.exec(said)?.[0]).toBeTruthy();
		codes.push(CODE.exec(said)![0]);
	}
	// Each has printed one; the first is as good as the second.
	code = codes[0]!;
});
test.afterAll(async () => {
	for (const one of started) one.kill('SIGKILL');
	proxy?.close();
	await mail?.stop();
});

async function elsewhere(browser: Browser): Promise<Page> {
	return (await browser.newContext({ baseURL: origin })).newPage();
}
async function linkFor(page: Page, invite: () => Promise<void>): Promise<string> {
	await invite();
	return (await page.getByTestId('link').textContent())!;
}

test('a school is made, people are invited, a password is chosen anew, an instructor hands over and leaves', async ({
	browser
}) => {
	const head = await elsewhere(browser);
	// Whoever comes to a new school is led to where it is made; without the code nobody makes it.
	await head.goto('/');
	await expect(head).toHaveURL(/\/first$/);
	const enter = async (words: string): Promise<void> => {
		await head.getByLabel('Code').fill(words);
		await head.getByLabel('Name of the school').fill('Flight school at Veskar');
		await head.getByLabel('Your name').fill('Asta Brenholm');
		await head.getByLabel('You sign in as').fill('asta');
		await head.getByLabel(/^Password/).fill(PASSWORD);
		await head.getByRole('button', { name: 'Make the school' }).click();
	};
	await enter('00000-00000-00000-00000');
	await expect(head.getByText('must be the code that the start has printed')).toBeVisible();
	await expect(head.getByLabel('Name of the school')).toHaveValue('Flight school at Veskar');
	await enter(code);
	await expect(head).toHaveURL(/\/today$/);

	await head.goto('/people');
	await expect(head.getByRole('heading', { name: 'People of Flight school at Veskar' })).toBeVisible();
	const teacherLink = await linkFor(head, async () => {
		await head.getByPlaceholder('their name').fill('Birk Solvang');
		await head.getByLabel('as', { exact: true }).click();
		await head.getByRole('option', { name: 'an instructor' }).click();
		await head.getByRole('button', { name: 'Make a link' }).click();
	});
	const teacher = await elsewhere(browser);
	const join = async (page: Page, link: string, login: string): Promise<void> => {
		await page.goto(link);
		await expect(page.getByRole('heading', { name: 'Flight school at Veskar invites you' })).toBeVisible();
		await page.getByLabel('You sign in as').fill(login);
		await page.getByLabel(/^Password/).fill(PASSWORD);
		await page.getByRole('button', { name: 'Join' }).click();
		await expect(page).toHaveURL(/\/today$/);
	};
	await join(teacher, teacherLink, 'birk');
	expect((await head.request.get(teacherLink)).status()).toBe(404);

	// The instructor invites a student of the own, who sees what a student sees, and nothing of the people's page.
	await teacher.goto('/people');
	await expect(teacher.getByLabel('as', { exact: true })).toHaveCount(0);
	const studentLink = await linkFor(teacher, async () => {
		await teacher.getByPlaceholder('their name').fill('Cato Veium');
		await teacher.getByRole('button', { name: 'Make a link' }).click();
	});
	const student = await elsewhere(browser);
	await join(student, studentLink, 'cato');
	expect((await student.request.get('/people')).status()).toBe(404);

	// The head makes a link for a new password: the old one is none any more, and the student is signed out.
	await head.goto('/people');
	const row = (name: string) =>
		head
			.getByTestId('here')
			.getByRole('row')
			.filter({ has: head.locator('.font-semibold', { hasText: name }) });
	const sheet = head.getByRole('dialog');
	const change = async (name: string): Promise<void> => {
		await head.goto('/people');
		await row(name)
			.getByRole('button', { name: `Change ${name}` })
			.click();
		await expect(sheet.getByRole('heading', { name })).toBeVisible();
	};
	await change('Cato Veium');
	const resetLink = await linkFor(head, () =>
		sheet.getByRole('button', { name: 'Link for a new password' }).click()
	);
	const again = await elsewhere(browser);
	await again.goto(resetLink);
	await again.getByLabel(/^Password/).fill('another long word');
	await again.getByRole('button', { name: 'Choose it' }).click();
	await expect(again).toHaveURL(/\/today$/);
	await student.goto('/today');
	await expect(student).toHaveURL(/\/$/);
	await student.getByLabel('Name').fill('cato');
	await student.getByLabel('Password').fill(PASSWORD);
	await student.getByRole('button', { name: 'Sign in' }).click();
	await expect(student.getByRole('alert')).toContainText('do not belong together');

	// An instructor who still teaches cannot leave; after the hand-over, yes.
	const leave = async (): Promise<void> => {
		await change('Birk Solvang');
		await sheet.getByRole('button', { name: 'Leaves: Birk Solvang' }).click();
	};
	await leave();
	await expect(sheet.getByRole('alert')).toContainText('still teaches Cato Veium');
	// Both teach for a while; then one does.
	await change('Cato Veium');
	await sheet.getByRole('button', { name: 'Teaches too' }).click();
	await expect(sheet.getByRole('button', { name: 'Asta Brenholm no longer teaches' })).toBeVisible();
	await head.goto('/students');
	await expect(head.getByRole('link', { name: 'Cato Veium', exact: true })).toBeVisible();
	await teacher.goto('/students');
	await expect(teacher.getByRole('link', { name: 'Cato Veium', exact: true })).toBeVisible();
	await change('Cato Veium');
	await sheet.getByRole('button', { name: 'Hand over', exact: true }).click();
	await expect(sheet.getByRole('button', { name: /no longer teaches/ })).toHaveCount(0);
	await expect(row('Cato Veium')).toContainText('Asta Brenholm');
	await expect(row('Cato Veium')).not.toContainText('Birk Solvang');
	await leave();
	await expect(head.getByRole('heading', { name: 'Have left' })).toBeVisible();
	await teacher.goto('/today');
	await expect(teacher).toHaveURL(/\/$/);
	await head.goto('/students');
	await expect(head.getByRole('link', { name: 'Cato Veium', exact: true })).toBeVisible();

	await head.goto('/account');
	await expect(head.getByTestId('devices').getByRole('listitem')).toHaveCount(1);
});

test('by mail: an invitation and a new password; with a passkey in place of a password; as student and instructor in turn', async ({
	browser
}) => {
	const head = await elsewhere(browser);
	const signIn = async (page: Page, login: string, password: string): Promise<void> => {
		await page.goto('/');
		await page.getByLabel('Name').fill(login);
		await page.getByLabel('Password').fill(password);
		await page.getByRole('button', { name: 'Sign in', exact: true }).click();
		await expect(page).toHaveURL(/\/today$/);
	};
	const linkIn = (text: string): string => /http:\S+invited\/[\w-]+/.exec(text)![0];
	await signIn(head, 'asta', PASSWORD);
	await head.goto('/people');
	await head.getByPlaceholder('their name').fill('Dina Oskarvik');
	await head.getByLabel('as', { exact: true }).click();
	await head.getByRole('option', { name: 'an instructor' }).click();
	await head.getByLabel('Send it to').fill('dina@post.example');
	await head.getByRole('button', { name: 'Make a link' }).click();
	await expect(head.getByText('Sent to dina@post.example')).toBeVisible();
	expect(letters.map(({ to }) => to)).toEqual([['dina@post.example']]);
	const dina = await elsewhere(browser);
	await dina.goto(linkIn(letters[0]!.text));
	await dina.getByLabel('You sign in as').fill('dina');
	await dina.getByLabel(/^Password/).fill(PASSWORD);
	await dina.getByRole('button', { name: 'Join' }).click();
	await expect(dina).toHaveURL(/\/today$/);

	// Forgotten: the same words for whoever asks, and a letter only to whom there is.
	const forgot = await elsewhere(browser);
	for (const who of ['nobody@post.example', 'dina@post.example']) {
		await forgot.goto('/');
		await forgot.getByRole('link', { name: 'Password forgotten?' }).click();
		await forgot.getByLabel('The name you sign in with').fill(who);
		await forgot.getByRole('button', { name: 'Send me a link' }).click();
		await expect(forgot.getByRole('status')).toContainText('a link is on its way');
	}
	await expect.poll(() => letters.length).toBe(2);
	await forgot.goto(linkIn(letters[1]!.text));
	await forgot.getByLabel(/^Password/).fill('another long word');
	await forgot.getByRole('button', { name: 'Choose it' }).click();
	await expect(forgot).toHaveURL(/\/today$/);

	// A key of the device's, made once and signed with afterwards.
	const devices = await forgot.context().newCDPSession(forgot);
	await devices.send('WebAuthn.enable');
	await devices.send('WebAuthn.addVirtualAuthenticator', {
		options: {
			protocol: 'ctap2',
			transport: 'internal',
			hasResidentKey: true,
			hasUserVerification: true,
			isUserVerified: true,
			automaticPresenceSimulation: true
		}
	});
	await forgot.goto('/account');
	await forgot.getByLabel('What you call it').fill('Tablet of the club');
	await forgot.getByRole('button', { name: 'Make a passkey' }).click();
	await expect(forgot.getByTestId('passkey')).toContainText('Tablet of the club');
	const leave = async (): Promise<void> => {
		await forgot.getByRole('button', { name: /look and leave/ }).click();
		await forgot.getByRole('menuitem', { name: 'Sign out' }).click();
		await expect(forgot.getByRole('button', { name: 'Use a passkey' })).toBeVisible();
	};
	await leave();
	await forgot.getByRole('button', { name: 'Use a passkey' }).click();
	await expect(forgot).toHaveURL(/\/today$/);
	await forgot.goto('/account');
	await expect(forgot.getByTestId('passkey')).toContainText('used');
	await forgot.getByRole('button', { name: 'Remove the passkey Tablet of the club' }).click();
	await expect(forgot.getByTestId('passkey')).toHaveCount(0);
	await leave();
	await forgot.getByRole('button', { name: 'Use a passkey' }).click();
	await expect(forgot.getByRole('alert')).toHaveText('This passkey opens nothing here.');

	// An instructor who is a student as well goes over from one to the other.
	await head.goto('/people');
	await head.getByRole('button', { name: 'Change Dina Oskarvik' }).click();
	await head.getByRole('dialog').getByRole('button', { name: 'Also a student' }).click();
	await expect(head.getByRole('dialog')).toContainText('Instructor, student');
	await signIn(forgot, 'dina', 'another long word');
	await expect(forgot.getByRole('link', { name: 'Students', exact: true }).first()).toBeVisible();
	await forgot.getByRole('button', { name: /look and leave/ }).click();
	await forgot.getByRole('menuitem', { name: 'Go on as a student' }).click();
	await expect(forgot.getByRole('link', { name: 'Record', exact: true }).first()).toBeVisible();
	expect((await forgot.request.get('/people')).status()).toBe(404);
	await head.goto('/students');
	await expect(head.getByRole('link', { name: 'Dina Oskarvik', exact: true })).toBeVisible();
});

test('it says that it lives and is ready, answers with its headers, and takes no writing from elsewhere', async ({
	playwright
}) => {
	const there = await playwright.request.newContext({ baseURL: origin });
	// Twice each: the proxy asks its two processes in turn, and the counts of one are read.
	for (const path of ['/healthz', '/healthz', '/readyz', '/readyz'])
		expect((await there.get(path)).status()).toBe(200);
	const counted = await (await there.get(`http://127.0.0.1:${metricsPort}/`)).text();
	expect(counted).toMatch(/hanza_request_seconds_count\{method="GET",place="\/healthz",status="2xx"\} [1-9]/);
	// Nothing of a person or a record is in it.
	expect(counted).not.toMatch(/[0-9a-f]{8}-[0-9a-f]{4}-/);
	const missing = await there.get('/api/attempts/none/state');
	for (const [name, value] of [
		['x-content-type-options', 'nosniff'],
		['x-frame-options', 'DENY']
	] as const)
		expect(missing.headers()[name]).toBe(value);
	expect(missing.headers()['x-request-id']).toMatch(/^[0-9a-f-]{36}$/);
	const written = await there.post('/api/attempts', {
		headers: { Origin: 'https://elsewhere.example', 'Content-Type': 'application/json' },
		data: {}
	});
	expect(written.status()).toBe(403);
	await there.dispose();
});

test('told to end, it ends by itself', async () => {
	for (const one of started) {
		const ended = new Promise<number | null>((done) => one.once('exit', (status) => done(status)));
		one.kill('SIGTERM');
		expect(await ended).toBe(0);
	}
});
