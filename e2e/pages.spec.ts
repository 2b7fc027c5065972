import { expect, test, type Page, type ConsoleMessage } from '@playwright/test';
import { seriousFindings } from './support/axe.js';
import { enterAs } from './support/people.js';

/*
 * Every page of the desk, as it is seen: at a screen, a large one and a phone, light and dark; without a finding that a
 * machine can make, no wider than the screen, and by keys alone.
 */
const SIZES = [
	{ width: 1280, height: 800 },
	{ width: 1920, height: 1080 },
	{ width: 390, height: 844 }
];
/** What both may open is looked at once, as the instructor has it. */
const INSTRUCTOR = [
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
];
const STUDENT = [
	'/today',
	'/record',
	'/record/faults',
	'/record/attitude',
	'/record/navigation',
	'/record/scan',
	'/record/drills',
	'/record/numbers',
	'/record/practice',
	'/log/own',
	'/log/own/rating',
	'/log/own/import',
	'/log/own/paper',
	'/practice/drills',
	'/practice/drills/primary',
	'/practice/drills/sheet',
	'/practice/controls'
];

/** Everything at first; of a page that was looked at already, what another size or theme can change. */
const looked = (again: boolean) => ({
	runOnly: again
		? {
				type: 'rule' as const,
				values: ['color-contrast', 'link-in-text-block', 'scrollable-region-focusable']
			}
		: { type: 'tag' as const, values: ['wcag2a', 'wcag2aa'] }
});

/** What Tab comes to, one after the other, until it begins again; and what of it cannot be seen to have the focus. */
async function tabRound(page: Page, most: number): Promise<{ reached: number; unseen: string[] }> {
	await page.evaluate(() => {
		document.body.tabIndex = -1;
		document.body.focus();
		document.body.removeAttribute('tabindex');
	});
	const seen = new Set<string>();
	const unseen: string[] = [];
	for (let i = 0; i < most; i++) {
		await page.keyboard.press('Tab');
		const at = await page.evaluate(() => {
			const element = document.activeElement as HTMLElement | null;
			if (!element || element === document.body) return null;
			const box = element.getBoundingClientRect();
			const style = getComputedStyle(element);
			const place = [...document.querySelectorAll('*')].indexOf(element);
			const shown =
				style.outlineStyle !== 'none' || style.boxShadow !== 'none' || element.matches('input, textarea, tr');
			return {
				place: String(place),
				words: `${element.tagName} ${(element.getAttribute('aria-label') ?? element.textContent ?? '').trim().slice(0, 40)}`,
				ok: shown && box.width > 0 && box.height > 0
			};
		});
		if (!at || seen.has(at.place)) break;
		seen.add(at.place);
		if (!at.ok) unseen.push(at.words);
	}
	return { reached: seen.size, unseen };
}

/** Whatever a pointer can press and that is not one of a group that arrows move in. */
const pressable = (page: Page): Promise<number> =>
	page.evaluate(
		() =>
			[
				...document.querySelectorAll<HTMLElement>(
					'a[href], button:not([disabled]), input:not([disabled]):not([type=hidden])'
				)
			].filter(
				(element) =>
					element.tabIndex >= 0 &&
					!element.matches(':disabled') &&
					element.offsetParent !== null &&
					element.closest('[hidden]') === null
			).length
	);

/** The bar of a phone at the bottom takes some. */
const MOST_EMPTY_PX = 120;

async function look(page: Page, path: string): Promise<void> {
	const complaints: string[] = [];
	const heard = (message: ConsoleMessage): void => {
		if (message.type() === 'error') complaints.push(`said: ${message.text().slice(0, 300)}`);
	};
	page.on('console', heard);
	await page.setViewportSize(SIZES[0]!);
	await page.goto(path, { waitUntil: 'networkidle' });
	for (const size of SIZES) {
		await page.setViewportSize(size);
		const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
		if (wide > 0) complaints.push(`${size.width}: ${wide} px wider than the screen`);
		// What is clipped in a list of its own must not make the page go on below its end.
		const empty = await page.evaluate(() => {
			// The last line of the page, wherever it is: a footer may be laid out anew only when it is asked about.
			const ends = [...document.querySelectorAll('body *')]
				.filter((one) => getComputedStyle(one).position === 'static')
				.map(
					(one) =>
						(one.closest('footer, main') ? one.closest('footer, main')! : one).getBoundingClientRect().bottom
				);
			return document.documentElement.scrollHeight - Math.round(Math.max(...ends) + scrollY);
		});
		if (empty > MOST_EMPTY_PX) complaints.push(`${size.width}: ${empty} px of nothing below the page`);
		for (const theme of ['light', 'dark']) {
			await page.evaluate((name) => (document.documentElement.dataset.theme = name), theme);
			const again = size !== SIZES[0] || theme === 'dark';
			for (const finding of await seriousFindings(page, looked(again)))
				complaints.push(`${size.width} ${theme}: ${finding}`);
		}
	}
	await page.setViewportSize(SIZES[0]!);
	await page.evaluate(() => delete document.documentElement.dataset.theme);
	const most = 90;
	const { reached, unseen } = await tabRound(page, most);
	const wanted = Math.min(await pressable(page), most) * 0.9;
	if (reached < wanted) complaints.push(`by Tab only ${reached} of ${Math.round(wanted)} are reached`);
	complaints.push(...unseen.map((words) => `focus is not to be seen: ${words}`));
	page.off('console', heard);
	expect(complaints, path).toEqual([]);
}

for (const [who, pages] of [
	['Harun Aldbeck', INSTRUCTOR],
	['Ilse Varnholm', STUDENT]
] as const)
	test.describe(`as ${who}`, () => {
		test.describe.configure({ timeout: 60_000 });
		let page: Page;
		test.beforeAll(async ({ browser }) => {
			page = await (await browser.newContext()).newPage();
			await enterAs(page, who);
		});
		test.afterAll(() => page.context().close());
		for (const path of pages) test(path, () => look(page, path));
	});

test('the first page, records, a debrief and a brief, too', async ({ page }) => {
	test.setTimeout(180_000);
	await look(page, '/');
	await enterAs(page, 'Harun Aldbeck');
	await page.goto('/students');
	await page.getByRole('link', { name: 'Teo Marrask', exact: true }).click();
	await expect(page).toHaveURL(/\/students\//);
	const student = new URL(page.url()).pathname;
	await look(page, student);
	await look(page, `${student}/faults`);
	await page.goto('/students');
	await page
		.getByRole('row', { name: /Obed Linnaker/ })
		.getByRole('link', { name: 'Debrief' })
		.click();
	await expect(page).toHaveURL(/\/debrief\//);
	await look(page, new URL(page.url()).pathname);
	await page.context().clearCookies();
	await enterAs(page, 'Obed Linnaker');
	await page.getByRole('link', { name: 'Brief: Hold, direct entry' }).click();
	await expect(page).toHaveURL(/\/brief\//);
	await look(page, new URL(page.url()).pathname);
});

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
