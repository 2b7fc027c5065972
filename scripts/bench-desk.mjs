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
		'/help/holds'
	],
	'Ilse Varnholm': ['/today', '/record', '/record/faults', '/practice/drills', '/practice/drills/primary']
};
const KB = 1024;
const rows = [];

buildIfStale();
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
