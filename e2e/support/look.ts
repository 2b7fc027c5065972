import { expect, test, type ConsoleMessage, type Page } from '@playwright/test';
import { seriousFindings } from './axe.js';
import { enterAs } from './people.js';

/*
 * Every page of the desk, as it is seen: at a screen, a large one and a phone, light and dark; without a finding that a
 * machine can make, no wider than the screen, and by keys alone.
 */
const LARGE = { width: 1920, height: 1080 };
const SIZES = [{ width: 1280, height: 800 }, LARGE, { width: 390, height: 844 }];
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

/** Looks at a page in all its sizes and looks, and goes through it by Tab. */
export async function look(page: Page, path: string): Promise<void> {
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
		// What a larger screen changes is where things are, not how they are seen.
		if (size === LARGE) continue;
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

/** A test for each page, all in one visit of one person. */
export function lookAtAll(who: string, pages: readonly string[]): void {
	test.describe(`as ${who}`, () => {
		let page: Page;
		test.beforeAll(async ({ browser }) => {
			page = await (await browser.newContext()).newPage();
			await enterAs(page, who);
		});
		test.afterAll(() => page.context().close());
		for (const path of pages) test(path, () => look(page, path));
	});
}
