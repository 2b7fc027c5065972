import { expect, type Locator } from '@playwright/test';

/** Chooses in a list of the application: by value, by the words that stand there, or the nth. */
export async function choose(
	control: Locator,
	what: string | { label: string } | { index: number }
): Promise<void> {
	const page = control.page();
	const list = page.locator('[data-select-content]');
	await expect(async () => {
		// A press before the page has woken up opens nothing.
		if (!(await list.isVisible())) await control.click();
		await expect(list).toBeVisible({ timeout: 1500 });
	}).toPass({ timeout: 20_000 });
	const option =
		typeof what === 'string'
			? list.locator(`[role="option"][data-value="${what}"]`)
			: 'label' in what
				? list.getByRole('option', { name: what.label, exact: true })
				: list.getByRole('option').nth(what.index);
	await option.click();
	await expect(list).toBeHidden();
}
