import { expect, type Page } from '@playwright/test';

/** Who a task is for: by name, as it is typed. */
export async function setWho(desk: Page, name: string): Promise<void> {
	const field = desk.getByRole('combobox', { name: 'Who' });
	const option = desk.getByRole('option', { name, exact: true });
	await expect(async () => {
		// A page that has not woken up hears nothing.
		await field.fill('');
		await field.fill(name);
		await expect(option).toBeVisible({ timeout: 1500 });
	}).toPass({ timeout: 20_000 });
	await option.click();
	await expect(desk.getByRole('button', { name: `${name}: take out` })).toBeVisible();
	await desk.keyboard.press('Escape');
}

/** What is set: the first card with these words. */
export async function setWhat(desk: Page, words: string): Promise<void> {
	await desk.getByPlaceholder('Words of the card').fill(words);
	await desk.getByPlaceholder('Words of the card').press('Enter');
	await expect(
		desk.getByRole('complementary', { name: 'As it will be flown' }).getByRole('heading', { name: words })
	).toBeVisible();
}

/** Opens what is folded. */
export async function unfold(page: Page, title: string): Promise<void> {
	const trigger = page.getByRole('button', { name: title });
	await expect(async () => {
		if ((await trigger.getAttribute('aria-expanded')) !== 'true') await trigger.click();
		await expect(trigger).toHaveAttribute('aria-expanded', 'true', { timeout: 1000 });
	}).toPass({ timeout: 20_000 });
}
