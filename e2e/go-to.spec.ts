import { expect, test, type Page } from '@playwright/test';
import { enterAs } from './support/people.js';

async function openByKeys(page: Page): Promise<void> {
	await expect(async () => {
		// A key pressed before the page has woken up is not heard.
		await page.keyboard.press('Control+k');
		await expect(page.getByRole('dialog', { name: 'Go to' })).toBeVisible({ timeout: 1500 });
	}).toPass({ timeout: 20_000 });
}

test('everything is reached by a few letters: a student, a calculation, the dark look', async ({ page }) => {
	await enterAs(page, 'Harun Aldbeck');
	await openByKeys(page);
	const palette = page.getByRole('dialog', { name: 'Go to' });
	await expect(palette.getByText('Students', { exact: true }).first()).toBeVisible();
	await page.keyboard.type('obed');
	await page.keyboard.press('Enter');
	await expect(page).toHaveURL(/\/students\//);
	await expect(page.getByRole('heading', { name: 'Obed Linnaker' })).toBeVisible();

	await page.getByRole('button', { name: /^Go to/ }).click();
	await page.keyboard.type('reversal');
	await palette.getByRole('option', { name: 'Reversal', exact: true }).click();
	await expect(page).toHaveURL(/\/bench\/reversal/);

	await openByKeys(page);
	await page.keyboard.type('dark');
	await page.keyboard.press('Enter');
	await expect(palette).toBeHidden();
	const scheme = () => page.evaluate(() => getComputedStyle(document.documentElement).colorScheme);
	expect(await scheme()).toBe('dark');
	await page.reload();
	await expect.poll(scheme).toBe('dark');

	// What is written on an entry counts for more than the group it stands in.
	await openByKeys(page);
	await page.keyboard.type('Set a task');
	await page.keyboard.press('Enter');
	await expect(page).toHaveURL(/\/set$/);
	await page.goto('/bench/reversal');

	// Nothing of that name; Escape leaves all as it was.
	await openByKeys(page);
	await page.keyboard.type('qqqq');
	await expect(palette).toContainText('Nothing of that name.');
	await page.keyboard.press('Escape');
	await expect(palette).toBeHidden();
	await expect(page).toHaveURL(/\/bench\/reversal/);
});

test('what is typed before the list has come over a slow line is not lost; Escape gives the focus back', async ({
	page
}) => {
	await enterAs(page, 'Harun Aldbeck');
	await page.waitForLoadState('networkidle');
	// Held until all is typed, however slow the machine that types.
	let comes = () => {};
	const held = new Promise<void>((done) => (comes = done));
	await page.route(/immutable/, async (route) => {
		await held;
		await route.continue();
	});
	await page.keyboard.press('Control+k');
	await page.keyboard.type('obd');
	await page.keyboard.press('Backspace');
	await page.keyboard.type('ed');
	const palette = page.getByRole('dialog', { name: 'Go to' });
	await expect(palette).toBeHidden({ timeout: 1 });
	await page.keyboard.press('Enter');
	comes();
	await expect(page.getByRole('heading', { name: 'Obed Linnaker' })).toBeVisible();

	const button = page.getByRole('button', { name: /^Go to/ });
	await button.focus();
	await page.keyboard.press('Enter');
	await expect(palette).toBeVisible();
	await page.keyboard.press('Escape');
	await expect(palette).toBeHidden();
	await expect(button).toBeFocused();
});

test('a student finds the own tasks, and a stranger nothing', async ({ page, request }) => {
	expect((await request.get('/api/find')).status()).toBe(401);
	await enterAs(page, 'Obed Linnaker');
	await openByKeys(page);
	const palette = page.getByRole('dialog', { name: 'Go to' });
	await expect(palette.getByRole('option', { name: 'Hold, direct entry', exact: true })).toBeVisible();
	await expect(palette).not.toContainText('Mirja');
	await page.keyboard.type('homing');
	await page.keyboard.press('Enter');
	await expect(page).toHaveURL(/\/(brief|debrief)\//);
});
