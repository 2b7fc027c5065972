import { expect, test } from '@playwright/test';
import {
	beginFlying,
	flightSeconds,
	flyFor,
	flyUntil,
	letFly,
	pictures,
	pitchTo,
	press,
	readPanel
} from './support/cockpit.js';
import { shortCard, studentWithTask } from './support/database.js';
import { enterAs, signIn } from './support/people.js';

test('a demo student is flying within three clicks, by keys and by pointer', async ({ page }) => {
	await page.goto('/');
	await page.getByRole('button', { name: 'Enter as Mirja Toft-Hale' }).click();
	await page.getByRole('button', { name: 'Fly' }).click();
	await expect(page.getByTestId('frozen')).toBeVisible();
	await page.getByRole('button', { name: 'Begin' }).click();
	await expect(page.getByTestId('phase')).toHaveText('Straight and level');
	await expect.poll(() => flightSeconds(page)).toBeGreaterThanOrEqual(2);

	const before = await readPanel(page);
	expect(Math.abs(before.altitude - 3000)).toBeLessThan(20);
	// On a busy machine one press may be felt for a few pictures only.
	await expect(async () => {
		await press(page, 'ArrowDown', 0.5);
		await expect
			.poll(async () => (await readPanel(page)).pitch, { timeout: 3000 })
			.toBeGreaterThan(before.pitch + 1);
	}).toPass({ timeout: 20_000 });

	// The pointer as a yoke: drag to the right banks right, and letting go centres it.
	const yoke = (await page.getByTestId('yoke').boundingBox())!;
	await page.mouse.move(yoke.x + yoke.width / 2, yoke.y + yoke.height / 2);
	await page.mouse.down();
	await page.mouse.move(yoke.x + yoke.width * 0.95, yoke.y + yoke.height / 2, { steps: 4 });
	await flyFor(page, 0.9);
	await page.mouse.up();
	await letFly(page);
	await expect(page.locator('[role=img][aria-label^="Attitude"]')).toHaveAttribute(
		'aria-label',
		/bank ([5-9]|\d\d) degrees right/
	);
	await expect
		.poll(async () => {
			const { x, width } = (await page.getByTestId('yoke').locator('circle').boundingBox())!;
			return Math.abs(x + width / 2 - (yoke.x + yoke.width / 2));
		})
		.toBeLessThan(1);

	// Freezing stops the clock; the targets can be hidden; the keys are listed.
	await page.keyboard.press('Space');
	await expect(page.getByTestId('frozen')).toBeVisible();
	const frozenAt = await flightSeconds(page);
	await pictures(page, 60);
	expect(await flightSeconds(page)).toBe(frozenAt);
	await page.keyboard.press('h');
	await expect(page.getByTestId('phase')).toBeHidden();
	await page.keyboard.press('h');
	await page.keyboard.press('/');
	await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('Trim nose up');
	await page.keyboard.press('/');
	await page.getByRole('button', { name: 'Break off' }).click();
	await expect(page).toHaveURL(/\/debrief\//);
	await expect(page.getByText('broken off')).toBeVisible();
});

test('the descent is flown with the keyboard, graded, debriefed, logged, and seen by the instructor', async ({
	page,
	browser
}) => {
	const { login, name } = await studentWithTask(shortCard());
	await signIn(page, login);
	await page.getByRole('link', { name: 'Brief', exact: true }).click();

	// A number has to be tried before it is shown; nonsense is refused by name and kept in the field.
	const cruise = page.getByRole('row', { name: /^Cruise/ });
	await expect(page.getByTestId('answer-cruise')).toHaveText('after your try');
	await cruise.getByLabel('Pitch for').fill('1');
	await cruise.getByLabel('Power for').fill('lots');
	await cruise.getByRole('button', { name: 'Try' }).click();
	await expect(cruise.getByRole('alert')).toHaveText('Power must be a number from 500 to 3000');
	await expect(cruise.getByLabel('Power for')).toHaveValue('lots');
	await cruise.getByLabel('Power for').fill('2400');
	await cruise.getByRole('button', { name: 'Try' }).click();
	await expect(cruise).toContainText('known');
	await expect(page.getByTestId('answer-cruise')).toContainText('rpm');

	await page.getByRole('button', { name: 'Fly' }).click();
	await beginFlying(page);
	await flyUntil(page, async () => (await readPanel(page)).phase === 'Slow to 90 kt');
	// Power back and hold the altitude; then the nose down; then level off with power.
	await press(page, 's', 2.3);
	await flyUntil(page, async () => (await readPanel(page)).airspeed < 100);
	await pitchTo(page, -1.6);
	await flyUntil(page, async () => (await readPanel(page)).phase === 'Descend at 500 ft/min');
	await flyUntil(page, async () => (await readPanel(page)).altitude < 2850);
	await pitchTo(page, 1.4);
	await press(page, 'w', 1.7);
	const finish = page.getByRole('button', { name: 'Finish and debrief' });
	await flyUntil(page, () => finish.isVisible());
	await finish.click();

	await expect(page).toHaveURL(/\/debrief\//);
	await expect(page.getByTestId('charts')).toHaveAttribute('data-loaded', 'true');
	const score = parseFloat((await page.getByTestId('score').textContent())!);
	expect(score).toBeGreaterThan(40);
	await expect(page.getByText('FAA-S-ACS-8').first()).toBeVisible();
	const address = page.url();

	await page.goto('/log');
	await expect(page).toHaveURL(/\/record\/practice$/);
	await expect(page.getByText('0 h 00 min')).toBeVisible();
	await expect(page.getByRole('row', { name: /Short descent/ })).toContainText('Hanza trainer, not approved');

	const context = await browser.newContext();
	const desk = await context.newPage();
	await enterAs(desk, 'Harun Aldbeck');
	// It waits to be looked at, first of all.
	await expect(desk.getByRole('region', { name: 'Flown and not looked at' })).toContainText(name);
	await desk.getByRole('link', { name, exact: true }).first().click();
	await expect(desk.getByRole('heading', { name, exact: true })).toBeVisible();
	await expect(desk.getByRole('row', { name: /Short descent/ })).toContainText(String(Math.round(score)));
	await desk.getByRole('link', { name: 'Debrief' }).click();
	await expect(desk).toHaveURL(address);
	await context.close();
});
