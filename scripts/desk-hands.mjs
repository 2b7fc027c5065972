// What scripts and tests do at the desk and in the cockpit as a person would.
import { expect } from '@playwright/test';

/** Chooses in a list of the application: by value, by its words, or the nth. */
export async function choose(control, what) {
	const list = control.page().locator('[data-select-content]');
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

/** Sets a task: who, which card (by its words), and what is folded. */
export async function setTask(desk, address, { who, card, veil, turbulence }) {
	await desk.goto(`${address}/set`, { waitUntil: 'networkidle' });
	await desk.getByRole('combobox', { name: 'Who' }).click();
	await desk.keyboard.type(who, { delay: 30 });
	await desk.getByRole('option', { name: who, exact: true }).click();
	await desk.keyboard.press('Escape');
	if (card) {
		await desk.getByPlaceholder('Words of the card').fill(card);
		await desk.getByPlaceholder('Words of the card').press('Enter');
	}
	if (veil) {
		await desk.getByRole('button', { name: 'What may be seen' }).click();
		await choose(desk.getByRole('combobox', { name: 'Panel veiled' }), veil);
	}
	if (turbulence) {
		await desk.getByRole('radio', { name: 'exactly' }).click();
		await choose(desk.getByRole('combobox', { name: 'Turbulence' }), turbulence);
	}
	await desk.getByRole('button', { name: 'Set it' }).click();
	await desk.waitForURL(/students/);
}

/** Begins the flight that stands before one, without its hints. */
export async function beginFlight(page) {
	await page.getByTestId('frozen').waitFor();
	const hints = page.getByRole('button', { name: 'No more hints' });
	if (await hints.isVisible()) await hints.click();
	await page.keyboard.press('Space');
}
