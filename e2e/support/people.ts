import { expect, type Page } from '@playwright/test';

/** Enters by the demo's choice on the first page. */
export async function enterAs(page: Page, name: string): Promise<void> {
	await page.goto('/');
	await page.getByRole('button', { name: `Enter as ${name}` }).click();
	await expect(page).toHaveURL(/\/today$/);
}

/** Signs in by name and the demo's simple word. */
export async function signIn(page: Page, login: string): Promise<void> {
	// On a busy machine a field filled before the page has woken up can be emptied again: then once more.
	await expect(async () => {
		await page.goto('/');
		await page.getByLabel('Name').fill(login);
		await page.getByLabel('Password').fill('practice');
		await page.getByRole('button', { name: 'Sign in' }).click();
		await expect(page).toHaveURL(/\/today$/, { timeout: 20_000 });
	}).toPass({ timeout: 90_000 });
}

/** Leaves by the person's menu. */
export async function signOut(page: Page): Promise<void> {
	await page.getByRole('button', { name: /look and leave$/ }).click();
	await page.getByRole('menuitem', { name: 'Sign out' }).click();
	await expect(page).toHaveURL(/\/$/);
}
