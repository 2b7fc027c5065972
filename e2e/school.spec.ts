import { spawn, type ChildProcess } from 'node:child_process';
import { createServer, request as ask, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import knex from 'knex';
import { expect, test, type Browser, type Page } from '@playwright/test';

const PASSWORD = 'a long enough word';
let started: ChildProcess;
let proxy: Server;
let origin: string;
let code: string;
const behind = { port: 0 };
let metricsPort = 0;

async function freePort(): Promise<number> {
	const probe = createServer().listen(0, '127.0.0.1');
	await new Promise((done) => probe.once('listening', done));
	const { port } = probe.address() as AddressInfo;
	await new Promise((done) => probe.close(done));
	return port;
}

/** A proxy as one stands before it: says who asks, and passes everything on. */
async function aProxy(): Promise<Server> {
	const server = createServer((incoming, outgoing) => {
		const headers = { ...incoming.headers, 'x-forwarded-for': incoming.socket.remoteAddress ?? '' };
		const passed = ask(
			{ host: '127.0.0.1', port: behind.port, path: incoming.url, method: incoming.method, headers },
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
	const url = process.env.DATABASE_URL!;
	const admin = knex({ client: 'pg', connection: url });
	await admin.raw('drop database if exists a_school with (force)');
	await admin.raw('create database a_school');
	await admin.destroy();
	proxy = await aProxy();
	origin = `http://127.0.0.1:${(proxy.address() as AddressInfo).port}`;
	behind.port = await freePort();
	metricsPort = await freePort();
	const { HANZA_DEMO: _, ...environment } = process.env;
	started = spawn(process.execPath, ['scripts/start.mjs'], {
		env: {
			...environment,
			DATABASE_URL: url.replace(/\/postgres$/, '/a_school'),
			ORIGIN: origin,
			PORT: String(behind.port),
			ADDRESS_HEADER: 'x-forwarded-for',
			METRICS_PORT: String(metricsPort)
		},
		stdio: ['ignore', 'pipe', 'inherit']
	});
	let said = '';
	started.stdout!.on('data', (text) => (said += text));
	await expect.poll(() => /listens on/.test(said), { timeout: 60_000 }).toBe(true);
	await expect.poll(() => /([0-9A-F]{5}-){3}[0-9A-F]{5}/.exec(said)?.[0], { timeout: 10_000 }).toBeTruthy();
	code = /([0-9A-F]{5}-){3}[0-9A-F]{5}/.exec(said)![0];
});
test.afterAll(async () => {
	started?.kill('SIGKILL');
	proxy?.close();
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
			.getByRole('listitem')
			.filter({ has: head.locator('.font-semibold', { hasText: name }) });
	await row('Cato Veium').getByText('Change', { exact: true }).click();
	const resetLink = await linkFor(head, () =>
		row('Cato Veium').getByRole('button', { name: 'Link for a new password' }).click()
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
	await head.goto('/people');
	const leave = async (): Promise<void> => {
		await row('Birk Solvang').getByText('Change', { exact: true }).click();
		await head.getByRole('button', { name: 'Leaves: Birk Solvang' }).click();
	};
	await leave();
	await expect(head.getByRole('alert')).toContainText('still teaches Cato Veium');
	await head.goto('/people');
	await row('Cato Veium').getByText('Change', { exact: true }).click();
	await row('Cato Veium').getByRole('button', { name: 'Hand over', exact: true }).click();
	await expect(row('Cato Veium')).toContainText('taught by Asta Brenholm');
	await leave();
	await expect(head.getByRole('heading', { name: 'Have left' })).toBeVisible();
	await teacher.goto('/today');
	await expect(teacher).toHaveURL(/\/$/);
	await head.goto('/students');
	await expect(head.getByRole('link', { name: 'Cato Veium', exact: true })).toBeVisible();

	await head.goto('/account');
	await expect(head.getByTestId('devices').getByRole('listitem')).toHaveCount(1);
});

test('it says that it lives and is ready, answers with its headers, and takes no writing from elsewhere', async ({
	playwright
}) => {
	const there = await playwright.request.newContext({ baseURL: origin });
	for (const path of ['/healthz', '/readyz']) expect((await there.get(path)).status()).toBe(200);
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
	const ended = new Promise<number | null>((done) => started.once('exit', (status) => done(status)));
	started.kill('SIGTERM');
	expect(await ended).toBe(0);
});
