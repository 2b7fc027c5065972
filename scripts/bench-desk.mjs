// The desk's own figures, seen in Debian's Chromium: part of npm run bench. Writes them for bench.ts to print.
import { chromium } from '@playwright/test';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './bundle.mjs';
import { buildIfStale, freshDemo, startApplication } from './serve.mjs';

const PAGES = {
	'Harun Aldbeck': [
		'/today',
		'/students',
		'/set',
		'/library/cards',
		'/library/areas/veskar',
		'/library/standards',
		'/practice/faults/late-level-off',
		'/bench/hold',
		'/help/holds',
		'/library/rules'
	],
	'Ilse Varnholm': [
		'/today',
		'/record',
		'/record/faults',
		'/log/own',
		'/log/own/rating',
		'/log/own/import',
		'/practice/drills',
		'/practice/drills/primary'
	]
};
const KB = 1024;
const rows = [];

await buildIfStale();
const postgres = await freshDemo('bench-desk');
const application = await startApplication(postgres.url);
const address = `http://127.0.0.1:${application.port}`;
const browser = await chromium.launch({
	executablePath: '/usr/bin/chromium',
	args: ['--no-sandbox', '--disable-background-networking']
});

async function enterAs(name) {
	const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
	await page.goto(address);
	await page.getByRole('button', { name: `Enter as ${name}` }).click();
	await page.waitForURL(/today/);
	return page;
}

/** JavaScript that a browser with nothing in its store fetches for a page, workers too, as sent over the wire, in kB. */
async function weightOf(cookies, path) {
	const context = await browser.newContext();
	await context.addCookies(cookies);
	const sizes = [];
	context.on('response', (response) => {
		if (new URL(response.url()).pathname.endsWith('.js'))
			sizes.push(
				response
					.request()
					.sizes()
					.then(({ responseBodySize }) => responseBodySize)
					.catch(() => 0)
			);
	});
	const page = await context.newPage();
	await page.goto(address + path, { waitUntil: 'networkidle' });
	await page.waitForTimeout(1500);
	const total = (await Promise.all(sizes)).reduce((sum, size) => sum + size, 0);
	await context.close();
	return total / KB;
}

/** A known card set to a known student by keys alone, from the first page of the day: seconds. */
async function setByKeys() {
	const page = await enterAs('Harun Aldbeck');
	await page.waitForLoadState('networkidle');
	const began = Date.now();
	await page.keyboard.press('Control+k');
	await page.keyboard.type('Set a task', { delay: 60 });
	await page.keyboard.press('Enter');
	await page.waitForURL(/\/set$/);
	await page.getByRole('combobox', { name: 'Who' }).waitFor();
	const goTo = async (name, most = 60) => {
		for (let i = 0; i < most; i++) {
			await page.keyboard.press('Tab');
			if (await name.evaluate((element) => element === document.activeElement)) return;
		}
		throw new Error('Tab does not lead there');
	};
	await goTo(page.getByRole('combobox', { name: 'Who' }));
	await page.keyboard.type('Ilse', { delay: 90 });
	await page.keyboard.press('ArrowDown');
	await page.keyboard.press('Enter');
	await page.getByRole('button', { name: 'Ilse Varnholm: take out' }).waitFor();
	await goTo(page.getByPlaceholder('Words of the card'));
	await page.keyboard.type('vertical s straight', { delay: 90 });
	await page.keyboard.press('Enter');
	await page
		.getByRole('complementary')
		.getByRole('heading', { name: /Vertical S/ })
		.waitFor();
	await goTo(page.getByRole('button', { name: 'Set it' }), 90);
	await page.keyboard.press('Enter');
	await page.waitForURL(/\/students\//);
	return (Date.now() - began) / 1000;
}

/** The sheet of a procedure drawn for another wind, with layout: ms of the page's thread, each of so many times. */
async function sheetRedrawn(times = 60) {
	const page = await enterAs('Harun Aldbeck');
	await page.goto(`${address}/library/procedures/ves-vor-dme-28`, { waitUntil: 'networkidle' });
	await page.getByRole('slider', { name: 'Wind speed' }).focus();
	const took = await page.evaluate(async (count) => {
		const slider = document.activeElement;
		const sheet = document.querySelector('[data-testid=procedure-sheet]');
		const all = [];
		for (let i = 0; i < count; i++) {
			const before = sheet.textContent;
			const began = performance.now();
			const key = i % 40 < 20 ? 'ArrowRight' : 'ArrowLeft';
			slider.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
			await Promise.resolve();
			await Promise.resolve();
			sheet.getBoundingClientRect();
			const ms = performance.now() - began;
			if (sheet.textContent !== before) all.push(ms);
			await new Promise(requestAnimationFrame);
		}
		return all;
	}, times);
	await page.context().close();
	return took.sort((a, b) => a - b);
}

/** A file of 20,000 rows into a log: s until it is read, s until it is taken, and the longest that the page stood still, ms. */
async function importMany(count = 20_000) {
	const page = await enterAs('Mirja Toft-Hale');
	await page.goto(`${address}/log/own/import`, { waitUntil: 'networkidle' });
	await page.evaluate(() => {
		window.longest = 0;
		let last = performance.now();
		const tick = (now) => {
			window.longest = Math.max(window.longest, now - last);
			last = now;
			requestAnimationFrame(tick);
		};
		requestAnimationFrame(tick);
	});
	const rows = Array.from(
		{ length: count },
		(_, i) =>
			`${2000 + (i % 26)}-0${1 + (i % 9)}-1${i % 10},Ferrin 160,XVES,XOST,1:${String(i % 60).padStart(2, '0')},remark ${i}`
	);
	const buffer = Buffer.from(['Date,Type,From,To,Total,Remarks', ...rows].join('\n'));
	const began = Date.now();
	await page.locator('input[type=file]').setInputFiles({ name: 'many.csv', mimeType: 'text/csv', buffer });
	await page.getByRole('heading', { name: `${count} of ${count} rows` }).waitFor();
	const read = Date.now();
	await page.getByRole('button', { name: `Take ${count} in` }).click();
	await page.getByText(`${count} entries are in the log`).waitFor({ timeout: 120_000 });
	const taken = Date.now();
	const longest = await page.evaluate(() => window.longest);
	await page.context().close();
	return { read: (read - began) / 1000, taken: (taken - read) / 1000, longest };
}

try {
	for (const [who, paths] of Object.entries(PAGES)) {
		const page = await enterAs(who);
		const cookies = await page.context().cookies();
		for (const path of paths)
			rows.push([
				`JavaScript of ${path}, compressed, with its workers`,
				`${Math.round(await weightOf(cookies, path))} kB`
			]);
		if (who === 'Ilse Varnholm') {
			await page.getByRole('button', { name: /^Fly/ }).first().click();
			await page.waitForURL(/\/fly\//);
			await page.getByTestId('frozen').waitFor();
			const path = new URL(page.url()).pathname;
			await page.context().close();
			rows.push([
				'JavaScript of the cockpit, compressed, with its workers',
				`${Math.round(await weightOf(cookies, path))} kB`
			]);
		}
	}
	const sheet = await sheetRedrawn();
	rows.push([
		`procedure sheet redrawn for another wind, ${sheet.length} times`,
		`median ${sheet[Math.floor(sheet.length / 2)]?.toFixed(1)} ms, 95th percentile ${sheet[Math.floor(sheet.length * 0.95)]?.toFixed(1)} ms of the page’s thread with layout`
	]);
	const many = await importMany();
	rows.push([
		'a log’s file of 20,000 rows',
		`read and checked in ${many.read.toFixed(1)} s, taken in in ${many.taken.toFixed(1)} s; the page stood still for ${Math.round(many.longest)} ms at most`
	]);
	rows.push([
		'a known card set to a known student by keys alone, with a person’s pace of typing',
		`${(await setByKeys()).toFixed(1)} s`
	]);
} finally {
	await browser.close();
	await application.stop();
	await postgres.stop();
}
for (const [what, figure] of rows) console.log(`${what}: ${figure}`);
mkdirSync(join(root, '.hanza'), { recursive: true });
writeFileSync(join(root, '.hanza/bench-desk.json'), JSON.stringify(rows));
