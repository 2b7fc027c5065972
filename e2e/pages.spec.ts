import { expect, test } from '@playwright/test';
import { lookAtAll } from './support/look.js';
import { enterAs } from './support/people.js';

// What both may open is looked at once, as the instructor has it.
lookAtAll('Harun Aldbeck', [
	'/today',
	'/students',
	'/set',
	'/library/cards',
	'/library/cards/vertical-s-a',
	'/library/procedures',
	'/library/procedures/ves-vor-dme-28',
	'/library/areas',
	'/library/areas/veskar',
	'/library/aircraft/ferrin-160',
	'/library/standards',
	'/library/standards/us-instrument',
	'/library/rules',
	'/people',
	'/account',
	'/library/rules/us-instrument-airplane',
	'/practice/faults/late-level-off',
	'/bench/hold',
	'/bench/wind',
	'/bench/final',
	'/bench/tap',
	'/help/holds',
	'/help/log',
	'/help/faults'
]);

test('addresses of before lead to their pages of today, and G with a letter to a house', async ({ page }) => {
	await enterAs(page, 'Harun Aldbeck');
	for (const [old, now] of [
		['/roster', '/students'],
		['/cards/oval', '/library/cards/oval'],
		['/faults/ball-out', '/practice/faults/ball-out'],
		['/tap', '/bench/tap'],
		// A house without a page of its own leads to its first room.
		['/library', '/library/cards'],
		['/practice', '/practice/drills'],
		['/bench', '/bench/hold'],
		['/help', '/help/first-flight']
	]) {
		await page.goto(old!);
		await expect(page).toHaveURL(new RegExp(`${now}$`));
	}
	await page.goto('/today');
	await expect(async () => {
		await page.keyboard.press('g');
		await page.keyboard.press('s');
		await expect(page).toHaveURL(/\/students$/, { timeout: 1500 });
	}).toPass();
	// In a field the letters are letters.
	await page.getByRole('searchbox').fill('');
	await page.getByRole('searchbox').pressSequentially('gt');
	await expect(page.getByRole('searchbox')).toHaveValue('gt');
	await expect(page).toHaveURL(/\/students$/);
});

test('a page runs only its own scripts', async ({ page }) => {
	const policy = (await page.request.get('/')).headers()['content-security-policy'] ?? '';
	expect(policy).toContain("script-src 'self'");
	expect(policy).not.toContain('unsafe-eval');
	expect(policy).not.toContain('unsafe-inline');
	// What the server lays a page out with is allowed by its hashes, and no other style in an attribute.
	expect(policy).toMatch(/style-src-attr 'unsafe-hashes'( 'sha256-[\w+/=]+')+/);
	await enterAs(page, 'Ilse Varnholm');
	// Code out of text, as a page would do it: a tool of the browser's own is let through.
	const ran = await page.evaluate(async () => {
		const own = window as unknown as { evil?: number };
		setTimeout('window.evil = 1' as unknown as () => void, 0);
		const script = document.createElement('script');
		script.textContent = 'window.evil = 2';
		document.body.append(script);
		await new Promise((done) => setTimeout(done, 300));
		return own.evil ?? 'refused';
	});
	expect(ran).toBe('refused');
});

test('on paper: light, from the first row on, and without what nobody can press there', async ({ page }) => {
	await enterAs(page, 'Harun Aldbeck');
	for (const path of ['/students', '/library/standards']) {
		await page.goto(path, { waitUntil: 'networkidle' });
		await page.evaluate(() => (document.documentElement.dataset.theme = 'dark'));
		await page.emulateMedia({ media: 'print' });
		await page.setViewportSize({ width: 718, height: 1016 });
		await expect(page.getByRole('table').first()).toBeVisible();
		expect(await page.locator('.button:visible').count(), path).toBe(0);
		const { headPx, rowPx, ink } = await page.evaluate(() => {
			const table = document.querySelector('table')!;
			return {
				headPx: table.querySelector('thead th')!.getBoundingClientRect().bottom,
				rowPx: table.querySelector('tbody tr')!.getBoundingClientRect().top,
				ink: getComputedStyle(table.querySelector('td')!).color
			};
		});
		expect(rowPx, path).toBeGreaterThanOrEqual(headPx - 1);
		expect(Math.max(...ink.match(/\d+/g)!.slice(0, 3).map(Number)), `${path}: ${ink}`).toBeLessThan(128);
		await page.emulateMedia({ media: 'screen' });
		await page.setViewportSize({ width: 1280, height: 800 });
	}
});
