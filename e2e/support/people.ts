import { expect, type Page } from '@playwright/test';

/** Enters by the demo's choice on the first page. */
export async function enterAs(page: Page, name: string): Promise<void> {
	await page.goto('/');
	await page.getByRole('button', { name: `Enter as ${name}` }).click();
	await expect(page).toHaveURL(/\/(home|roster)$/);
}

/** Signs in by name and the demo's simple word. */
export async function signIn(page: Page, login: string): Promise<void> {
	// On a busy machine a field filled before the page has woken up can be emptied again: then once more.
	await expect(async () => {
		await page.goto('/');
		await page.getByLabel('Name').fill(login);
		await page.getByLabel('Password').fill('practice');
		await page.getByRole('button', { name: 'Sign in' }).click();
		await expect(page).toHaveURL(/\/(home|roster)$/, { timeout: 8000 });
	}).toPass({ timeout: 40_000 });
}
