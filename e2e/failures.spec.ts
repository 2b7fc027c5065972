import { expect, test, type Page } from '@playwright/test';
import { beginFlying, flightSeconds, flyFor, flyTo, letFly, press, readPanel } from './support/cockpit.js';
import { shortCard, studentWithTask } from './support/database.js';
import { choose } from '../scripts/desk-hands.mjs';
import { setWho, unfold } from './support/tasks.js';
import { enterAs, signIn } from './support/people.js';

async function flyAs(page: Page, login: string): Promise<void> {
	await signIn(page, login);
	await page.getByRole('button', { name: 'Fly' }).last().click();
	await beginFlying(page);
}

test('an instructor arms a blocked static; the panel lies as it should, the cover is kept, the alternate source helps', async ({
	page,
	browser
}) => {
	const { name, login } = await studentWithTask(shortCard());
	const context = await browser.newContext();
	const desk = await context.newPage();
	await enterAs(desk, 'Harun Aldbeck');
	await desk.getByRole('link', { name: 'Set a task' }).first().click();
	await setWho(desk, name);
	await unfold(desk, 'What goes wrong');
	await choose(desk.getByRole('combobox', { name: 'Failure' }), 'static-blocked');
	await expect(desk.getByText('altimeter stands, vertical speed zero, airspeed false')).toBeVisible();
	await desk.getByLabel('not before').fill('9');
	await desk.getByLabel('not after').fill('4');
	await desk.getByRole('button', { name: 'Set it' }).click();
	await expect(desk.getByRole('alert')).toHaveText('Failure not after must be a number not below 9');
	await expect(desk.getByLabel('not before')).toHaveValue('9');
	await desk.getByLabel('not before').fill('3');
	await desk.getByRole('radio', { name: 'exactly' }).click();
	await choose(desk.getByRole('combobox', { name: 'Turbulence' }), 'light');
	await desk.getByRole('button', { name: 'Set it' }).click();
	await expect(desk.getByRole('heading', { name })).toBeVisible();
	await context.close();

	await signIn(page, login);
	// The newest task stands first.
	await page.getByRole('button', { name: 'Fly' }).first().click();
	await beginFlying(page);
	await flyTo(page, 6);
	const before = await readPanel(page);
	await press(page, 'ArrowDown', 0.9);
	await press(page, 'w', 0.8);
	await flyFor(page, 8);
	const after = await readPanel(page);
	// The nose is up and the aeroplane climbs, yet altimeter and vertical speed stand.
	expect(after.pitch).toBeGreaterThan(before.pitch + 2);
	expect(after.altitude).toBe(before.altitude);
	expect(Math.abs(after.vertical)).toBeLessThanOrEqual(10);

	await page.getByRole('button', { name: 'Cover the altimeter' }).click();
	await expect(page.getByText('altimeter: covered')).toBeVisible();
	await flyFor(page, 0.5);
	await page.getByText('altimeter: covered').click();
	await page.keyboard.press('a');
	await letFly(page);
	await expect.poll(async () => (await readPanel(page)).altitude).toBeGreaterThan(before.altitude + 40);

	await page.getByRole('button', { name: 'Break off' }).click();
	await expect(page.getByTestId('statements')).toContainText(
		/Static blocked: began at 0:0[34]; you did not name it, covered the altimeter after \d+ s\./
	);
});

test('both arrangements show the same flight, and the choice is kept', async ({ page }) => {
	const { login } = await studentWithTask(shortCard());
	await flyAs(page, login);
	await expect(page.getByTestId('basic-t')).toBeVisible();
	await page.keyboard.press('Space');
	const round = await readPanel(page);
	await page.keyboard.press('p');
	await expect(page.getByTestId('linear-panel')).toBeVisible();
	expect(await readPanel(page)).toEqual(round);
	// The heading knob turns the dial in both.
	await page.keyboard.press('m');
	await page.keyboard.press('m');
	await page.keyboard.press('Space');
	await expect(page.locator('[role=img][aria-label="Heading 092"]')).toBeVisible();
	await page.reload();
	await expect(page.getByTestId('linear-panel')).toBeVisible();
	const overflow = await page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight);
	expect(overflow).toBeLessThanOrEqual(0);
});

test('freeze, step back and fly again: both flights are kept, the branch from where it began', async ({
	page
}) => {
	const { login } = await studentWithTask(shortCard());
	await flyAs(page, login);
	await choose(page.getByRole('combobox', { name: 'Rate' }), '8');
	await flyTo(page, 30);
	await page.keyboard.press('Space');
	await expect(page.getByTestId('frozen')).toBeVisible();
	const at = await flightSeconds(page);
	const first = page.url();
	await page.getByRole('button', { name: '10 s ago' }).click();
	await expect(page).not.toHaveURL(first);
	await expect(page.getByTestId('frozen')).toBeVisible();
	const again = await flightSeconds(page);
	expect(at - again).toBeGreaterThanOrEqual(9);
	expect(at - again).toBeLessThanOrEqual(12);
	await page.keyboard.press('Space');
	await expect.poll(() => flightSeconds(page)).toBeGreaterThan(again + 2);
	await page.getByRole('button', { name: 'Break off' }).click();
	await expect(page.getByText('flown again from')).toBeVisible();
	await page.getByRole('link', { name: /of another/ }).click();
	await expect(page).toHaveURL(first.replace('/fly/', '/debrief/'));
	await expect(page.getByText('broken off')).toBeVisible();
});
