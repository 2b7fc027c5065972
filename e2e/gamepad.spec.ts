import { expect, test, type Page } from '@playwright/test';
import { signIn } from './support/people.js';
import { beginFlying, flyFor, press, readPanel } from './support/cockpit.js';
import { shortCard, studentWithTask } from './support/database.js';

/** A device of the test's own in place of the browser's. */
const plugIn = (page: Page) =>
	page.addInitScript(() => {
		const axes = [0, 0, 0, 0, 1];
		(window as never as { axes: number[] }).axes = axes;
		navigator.getGamepads = () => [{ connected: true, axes, buttons: [], id: 'test' } as never];
	});
const move = (page: Page, axis: number, value: number) =>
	page.evaluate(([a, v]) => ((window as never as { axes: number[] }).axes[a!] = v!), [axis, value]);

test('a joystick is assigned by moving its axes, centred, and flies the aeroplane', async ({ page }) => {
	await plugIn(page);
	const { login } = await studentWithTask(shortCard());
	await signIn(page, login);
	await page.goto('/practice/controls');
	await expect(page.getByTestId('device')).toContainText('5 axes');

	await page.getByRole('button', { name: 'Assign Throttle' }).click();
	await move(page, 4, 0.2);
	await expect(page.getByRole('row', { name: /^Throttle/ })).toContainText('axis 5');
	await expect(page.getByTestId('now-throttle')).toHaveText('40 %');
	await page.getByRole('button', { name: 'Assign Bank' }).click();
	await move(page, 1, 0.9);
	await expect(page.getByRole('row', { name: /^Bank/ })).toContainText('axis 2');
	// It rests off its middle: that is made the centre.
	await move(page, 1, 0.1);
	await page.getByRole('button', { name: 'this is the centre' }).click();
	await expect(page.getByTestId('now-aileron')).toHaveText(/^-?0 %$/);

	await page.getByRole('link', { name: 'Today' }).first().click();
	await page.getByRole('button', { name: 'Fly' }).click();
	await beginFlying(page);
	const before = await readPanel(page);
	await move(page, 3, 0.7);
	await flyFor(page, 0.9);
	await move(page, 3, 0);
	await move(page, 1, 0.8);
	await flyFor(page, 0.9);
	await move(page, 1, 0.1);
	// Let go, the attitude stays: nose up, banked right.
	await expect.poll(async () => (await readPanel(page)).pitch).toBeGreaterThan(before.pitch + 1);
	await expect(page.locator('[role=img][aria-label^="Attitude"]')).toHaveAttribute(
		'aria-label',
		/bank ([4-9]|\d\d) degrees right/
	);
	await move(page, 4, 1);
	await expect(page.getByText('0 %', { exact: true })).toBeVisible();
	// The keys still work beside it.
	await press(page, 'w', 0.6);
	await expect(page.getByText('0 %', { exact: true })).toBeHidden();
});
