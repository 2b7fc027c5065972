// npm run screenshots: one current picture of each main view from fresh demo data, into docs/screenshots.
import { chromium } from '@playwright/test';
import knex from 'knex';
import { join } from 'node:path';
import { root } from './bundle.mjs';
import { beginFlight, setTask } from './desk-hands.mjs';
import { migrate } from './migrate.mjs';
import { buildIfStale, freshDemo, startApplication } from './serve.mjs';

const only = process.argv.slice(2);
let first = null;
await buildIfStale();
const postgres = await freshDemo('screenshots');
const application = await startApplication(postgres.url);
const address = `http://127.0.0.1:${application.port}`;
const browser = await chromium.launch({
	executablePath: '/usr/bin/chromium',
	args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking']
});

/** A page signed in as one of the demo's people. */
async function enterAs(name, size = { width: 1280, height: 800 }) {
	const context = await browser.newContext({ viewport: size });
	const page = await context.newPage();
	await page.goto(address);
	if (name) {
		await page.getByRole('button', { name: `Enter as ${name}` }).click();
		await page.waitForURL(/today/);
	}
	return page;
}

async function shot(name, take) {
	if (only.length > 0 && !only.includes(name)) return;
	const page = await take();
	await page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) });
	await page.context().close();
	console.log(name);
}

try {
	await shot('today', () => enterAs('Harun Aldbeck'));
	await shot('students', async () => {
		const page = await enterAs('Harun Aldbeck');
		await page.goto(`${address}/students`, { waitUntil: 'networkidle' });
		return page;
	});
	await shot('debrief', async () => {
		const page = await enterAs('Harun Aldbeck');
		await page
			.getByRole('region', { name: 'Flown and not looked at' })
			.getByRole('listitem')
			.filter({ hasText: 'Level, slow' })
			.getByRole('link')
			.nth(1)
			.click();
		await page.waitForSelector('[data-loaded=true]');
		await page.getByTestId('statements').getByRole('button').first().click();
		await page.waitForTimeout(400);
		return page;
	});
	await shot('phone', () => enterAs('Obed Linnaker', { width: 390, height: 844 }));
	await shot('cards', async () => {
		const page = await enterAs('Harun Aldbeck');
		await page.goto(`${address}/library/cards`, { waitUntil: 'networkidle' });
		await page.getByRole('searchbox').fill('holds');
		await page.waitForTimeout(300);
		return page;
	});
	await shot('help', async () => {
		const page = await enterAs('Ilse Varnholm');
		await page.goto(`${address}/help/tracking`, { waitUntil: 'networkidle' });
		await page.getByRole('heading', { name: 'Bracketing' }).scrollIntoViewIfNeeded();
		await page.mouse.wheel(0, 160);
		await page.waitForTimeout(300);
		return page;
	});
	await shot('approach-brief', async () => {
		const page = await enterAs('Obed Linnaker', { width: 1280, height: 1100 });
		const places = await page.evaluate(() => fetch('/api/find').then((response) => response.json()));
		const task = places.find(({ group, text }) => group === 'Tasks' && /VOR, circling/.test(text));
		await page.goto(`${address}${task.href}`, { waitUntil: 'networkidle' });
		await page.waitForTimeout(800);
		return page;
	});
	await shot('procedure-sheet', async () => {
		const page = await enterAs('Harun Aldbeck', { width: 1280, height: 1100 });
		await page.goto(`${address}/library/procedures/ves-vor-dme-28`, { waitUntil: 'networkidle' });
		await page.waitForTimeout(500);
		return page;
	});
	await shot('cockpit-final', async () => {
		const desk = await enterAs('Harun Aldbeck');
		await setTask(desk, address, { who: 'Ilse Varnholm', card: 'Veskar: ILS 10, from the final fix' });
		await desk.context().close();
		const page = await enterAs('Ilse Varnholm');
		const places = await page.evaluate(() => fetch('/api/find').then((response) => response.json()));
		const task = places.find(
			({ group, text }) => group === 'Tasks' && /ILS 10, from the final fix/.test(text)
		);
		await page.goto(address + task.href, { waitUntil: 'networkidle' });
		await page.getByRole('button', { name: 'Fly' }).last().click();
		await beginFlight(page);
		const nav1 = page.getByRole('region', { name: 'Nav 1' });
		await nav1.getByLabel('Nav 1 standby').fill('109.5');
		await nav1.getByLabel('Nav 1 standby').press('Enter');
		await nav1.getByRole('button', { name: /change places/ }).click();
		await nav1.getByLabel('Nav 1 course, degrees').fill('101');
		await nav1.getByLabel('Nav 1 course, degrees').press('Enter');
		await page.keyboard.press('End');
		await page.waitForTimeout(12_000);
		return page;
	});
	await shot('set-a-task', async () => {
		const page = await enterAs('Harun Aldbeck');
		await page.goto(`${address}/set?card=hold-direct`, { waitUntil: 'networkidle' });
		await page.getByRole('combobox', { name: 'Who' }).click();
		await page.keyboard.type('Obed', { delay: 30 });
		await page.getByRole('option', { name: 'Obed Linnaker' }).click();
		await page.keyboard.press('Escape');
		await page.getByRole('radio', { name: 'rough' }).click();
		await page.getByTestId('preview').getByText('as the steady robot flies it').waitFor();
		await page.waitForTimeout(1500);
		return page;
	});
	/** Ilse on a veiled panel, looking about, then too long at the altimeter. */
	const veiled = async () => {
		const desk = await enterAs('Harun Aldbeck');
		await setTask(desk, address, { who: 'Ilse Varnholm', card: 'Level, slow', veil: 'blur' });
		await desk.context().close();
		const page = await enterAs('Ilse Varnholm');
		await page.getByRole('button', { name: 'Fly' }).first().click();
		await beginFlight(page);
		const round = ['2', '1', '2', '3', '2', '5', '2', '6'];
		for (let i = 0; i < 40; i++) {
			await page.keyboard.press(round[i % round.length]);
			await page.waitForTimeout(350 + (i % 3) * 200);
		}
		return page;
	};
	await shot('scan-debrief', async () => {
		const page = await veiled();
		await page.keyboard.press('3');
		await page.keyboard.down('ArrowRight');
		await page.waitForTimeout(350);
		await page.keyboard.up('ArrowRight');
		await page.waitForTimeout(6500);
		await page.keyboard.press('2');
		await page.waitForTimeout(800);
		await page.getByRole('button', { name: 'Break off' }).click();
		await page.waitForURL(/debrief/);
		await page.waitForSelector('[data-loaded=true]');
		await page.getByRole('region', { name: 'Scan' }).scrollIntoViewIfNeeded();
		await page.waitForTimeout(500);
		return page;
	});
	await shot('bench-hold', async () => {
		const page = await enterAs('Ilse Varnholm');
		await page.goto(`${address}/bench/hold?inboundCourseDeg=30&windFromDeg=300&windSpeedKt=20`);
		await page.waitForTimeout(500);
		return page;
	});
	await shot('cockpit', async () => {
		const page = await enterAs('Obed Linnaker');
		await page.getByRole('button', { name: 'Fly: Hold, direct entry' }).click();
		await beginFlight(page);
		const nav1 = page.getByRole('region', { name: 'Nav 1' });
		await nav1.getByLabel('Nav 1 standby').fill('112.3');
		await nav1.getByLabel('Nav 1 standby').press('Enter');
		await nav1.getByRole('button', { name: /change places/ }).click();
		await nav1.getByLabel('Nav 1 course, degrees').fill('105');
		await nav1.getByLabel('Nav 1 course, degrees').press('Enter');
		await page.keyboard.press('9');
		await page.keyboard.press('c');
		await page.getByText('✓ identified').waitFor({ timeout: 30_000 });
		await page.keyboard.down('ArrowRight');
		await page.waitForTimeout(600);
		await page.keyboard.up('ArrowRight');
		await page.waitForTimeout(1500);
		return page;
	});
	await shot('people', async () => {
		const page = await enterAs('Harun Aldbeck');
		await page.goto(`${address}/people`, { waitUntil: 'networkidle' });
		await page.getByPlaceholder('their name').fill('Sunniva Eldh');
		await page.getByRole('button', { name: 'Make a link' }).click();
		await page.getByTestId('link').waitFor();
		return page;
	});
	await shot('first-start', async () => {
		const empty = postgres.url.replace(/\/postgres$/, '/nobody');
		const admin = knex({ client: 'pg', connection: postgres.url });
		await admin.raw('create database nobody');
		await admin.destroy();
		await migrate(empty);
		first = await startApplication(empty, { demo: false });
		const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
		await page.goto(`http://127.0.0.1:${first.port}/`, { waitUntil: 'networkidle' });
		return page;
	});
	await shot('log', async () => {
		const page = await enterAs('Ilse Varnholm');
		await page.goto(`${address}/log/own`, { waitUntil: 'networkidle' });
		return page;
	});
	await shot('rating', async () => {
		const page = await enterAs('Harun Aldbeck');
		await page.goto(`${address}/students`, { waitUntil: 'networkidle' });
		await page
			.getByRole('row', { name: /Teo Marrask/ })
			.getByRole('link', { name: / of \d met$/ })
			.click();
		await page.getByRole('button', { name: 'Try it here' }).click();
		await page.getByText('With the flight that is tried').first().waitFor();
		return page;
	});
	await shot('import', async () => {
		const page = await enterAs('Mirja Toft-Hale');
		await page.goto(`${address}/log/own/import`, { waitUntil: 'networkidle' });
		const lines = [
			'Day;Type;Reg.;From;To;Total time;PIC;XC;Hood;Safety pilot;Comments',
			...Array.from(
				{ length: 9 },
				(_, i) => `${i + 3}.9.2026;Ferrin 160;X-FERA;XVES;XOST;1,5;1,5;1,5;1,2;Berit Ask;to the islands`
			),
			'31.9.2026;Ferrin 160;X-FERA;XVES;XVES;1,2;1,2;;;;round the field',
			'14.9.2026;Ferrin 160;X-FERA;XVES;XVES;1,2;1,4;;;;more than all'
		];
		await page
			.locator('input[type=file]')
			.setInputFiles({ name: 'my-old-log.csv', mimeType: 'text/csv', buffer: Buffer.from(lines.join('\n')) });
		await page.getByText(/rows can be taken/).waitFor();
		return page;
	});
	await shot('approach-debrief', async () => {
		const page = await enterAs('Obed Linnaker', { width: 1280, height: 1100 });
		await page.goto(`${address}/record`, { waitUntil: 'networkidle' });
		await page
			.getByRole('row', { name: /Localizer 30/ })
			.last()
			.getByRole('link', { name: 'Debrief' })
			.click();
		await page.waitForSelector('[data-loaded=true]');
		await page.getByTestId('approach-debrief').scrollIntoViewIfNeeded();
		await page.waitForTimeout(800);
		return page;
	});
} finally {
	await browser.close();
	await first?.stop();
	await application.stop();
	await postgres.stop();
}
