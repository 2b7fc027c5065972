import { expect, test, type Page } from '@playwright/test';
import { cardCatalog } from '../data/index.js';
import { beginFlying, flyFor, flyTo, letFly, press, readPanel } from './support/cockpit.js';
import { shortCard, studentWithTask } from './support/database.js';
import { choose } from '../scripts/desk-hands.mjs';
import { setWhat, setWho } from './support/tasks.js';
import { enterAs, signIn } from './support/people.js';

async function flyAs(page: Page, login: string): Promise<void> {
	await signIn(page, login);
	await page.getByRole('button', { name: 'Fly' }).last().click();
	await beginFlying(page);
}

test('an instructor watches a flight, fails the heading dial, gives it back, and freezes it', async ({
	page,
	browser
}) => {
	const { name, login } = await studentWithTask(shortCard());
	await flyAs(page, login);
	await flyTo(page, 2);

	const desk = await (await browser.newContext()).newPage();
	await enterAs(desk, 'Harun Aldbeck');
	// It stands before everything else of the day.
	const air = desk.getByRole('region', { name: 'In the air now' });
	await air.getByRole('listitem').filter({ hasText: name }).getByRole('link', { name: 'Watch' }).click();
	await expect(desk.getByTestId('live-state')).toContainText('in the air');
	// The instructor's panel follows the student's.
	const shown = async () => Math.abs((await readPanel(desk)).altitude - (await readPanel(page)).altitude);
	await expect.poll(shown).toBeLessThan(30);

	await letFly(page);
	await desk.getByRole('button', { name: 'Fail: heading card stuck' }).click();
	await expect(desk.getByText(/failed at 0:/)).toBeVisible();
	const heading = async () =>
		(await page.locator('[role=img][aria-label^="Heading"]').first().getAttribute('aria-label'))!;
	const stuck = await heading();
	await press(page, 'ArrowRight', 0.9);
	await flyFor(page, 4);
	expect(await heading()).toBe(stuck);
	await desk.getByRole('button', { name: 'Give back: heading card stuck' }).click();
	await letFly(page);
	await expect.poll(heading).not.toBe(stuck);

	await desk.getByRole('button', { name: 'Freeze the flight' }).click();
	await expect(page.getByText('Frozen by your instructor.')).toBeVisible();
	await page.getByRole('button', { name: 'Break off' }).click();
	// The page of the instructor follows into the debrief, where the failure is told.
	await expect(desk).toHaveURL(/\/debrief\//);
	await expect(page.getByTestId('statements')).toContainText('Heading card stuck: began at');
});

test('a situation is kept as a card, set by the instructor, and flown from; a student goes elsewhere', async ({
	page,
	browser
}) => {
	const { name, login } = await studentWithTask(shortCard());
	await flyAs(page, login);
	await press(page, 'ArrowRight', 0.5);
	await flyTo(page, 6);
	await page.keyboard.press('Space');
	await page.getByRole('button', { name: 'Elsewhere, or keep' }).click();
	const kept = `Kept ${name}`;
	await page.getByPlaceholder('Name of the card').fill(kept);
	await page.getByRole('button', { name: 'Propose', exact: true }).click();
	await expect(page.getByText(`“${kept}” waits for your instructor`)).toBeVisible();

	// Elsewhere: the new flight begins there, and what was flown is in the log.
	const first = page.url();
	await page.getByLabel('altitude, ft').fill('4500');
	await page.getByLabel('bank, ° right').fill('0');
	await page.getByLabel('heading, °').fill('200');
	await choose(page.getByLabel('with the phase'), { index: 2 });
	await page.getByRole('button', { name: 'Fly from there' }).click();
	await expect(page).not.toHaveURL(first);
	await expect(page.getByTestId('frozen')).toBeVisible();
	expect((await readPanel(page)).altitude).toBeGreaterThan(4480);
	await page.keyboard.press('Space');
	await expect(page.getByTestId('phase')).toHaveText('Descend at 500 ft/min');
	await page.goto(first);
	await expect(page).toHaveURL(first.replace('/fly/', '/debrief/'));

	const desk = await (await browser.newContext()).newPage();
	await enterAs(desk, 'Harun Aldbeck');
	// What a student keeps is on no list of the instructor's before it is taken.
	await desk.goto('/set');
	await desk.getByPlaceholder('Words of the card').waitFor();
	await expect(desk.getByText(kept)).toHaveCount(0);
	await desk.goto('/library/cards');
	await desk.getByRole('button', { name: /^Proposed by your students/ }).waitFor();
	const take = desk.getByRole('button', { name: `Take ${kept}` });
	if (!(await take.isVisible()))
		await desk.getByRole('button', { name: /^Proposed by your students/ }).click();
	await take.click();
	await expect(take).toHaveCount(0);
	await desk.goto('/set');
	await setWho(desk, name);
	await setWhat(desk, kept);
	await desk.getByRole('radio', { name: 'exactly' }).click();
	// A wish that cannot be: the words name the field, and nothing typed is lost.
	await desk.getByLabel('base, ft').fill('2000');
	await desk.getByLabel('tops, ft').fill('1500');
	await desk.getByRole('button', { name: 'Set it' }).click();
	await expect(desk.getByRole('alert')).toHaveText('Cloud tops must be a number above 2000');
	await expect(desk.getByLabel('base, ft')).toHaveValue('2000');
	await expect(desk.getByRole('heading', { name: kept })).toBeVisible();
	await desk.getByLabel('tops, ft').fill('');
	await desk.getByRole('button', { name: 'Set it' }).click();
	await expect(desk.getByRole('heading', { name })).toBeVisible();
	await expect(desk.getByText(kept).first()).toBeVisible();
	await desk.goto('/set');
	await setWhat(desk, kept);
	await desk.getByRole('button', { name: `Remove ${kept}` }).click();
	await expect(desk.getByTestId('cards').getByText(kept)).toHaveCount(0);

	await page.goto('/today');
	await page.getByRole('button', { name: 'Fly' }).first().click();
	await beginFlying(page);
	await expect(page.getByTestId('targets')).toBeVisible();
	// In the cloud that was put on it: there is something to look at, and it is grey.
	await expect(page.getByTestId('outside')).toHaveAttribute('data-in-cloud', 'true');
});

test('the complex single: gear, propeller, the warner, and keys of one’s own choice', async ({ page }) => {
	const { login } = await studentWithTask(cardCatalog.get('complex-descent'));
	await signIn(page, login);
	await page.goto('/practice/controls');
	await page.getByRole('button', { name: /^Gear up or down/ }).click();
	await page.keyboard.press('k');
	await expect(page.getByText('K: Gear up or down.')).toBeVisible();
	await page.getByRole('button', { name: /^More power/ }).click();
	await page.keyboard.press('k');
	await expect(page.getByText('K: More power. Gear up or down now has no key.')).toBeVisible();
	await page.getByRole('button', { name: 'Back to the usual keys' }).click();
	await page.getByRole('radio', { name: /W A S D/ }).click();

	await page.goto('/today');
	await page.getByRole('button', { name: 'Fly' }).click();
	await beginFlying(page);
	const power = () => page.locator('[role=img][aria-label^="Manifold"]').getAttribute('aria-label');
	expect(await power()).toMatch(/Manifold pressure \d\d\.\d inches of mercury, engine 2500 revolutions/);
	// Closing the throttle with the gear up sounds the warner, in words too.
	await press(page, 'ArrowDown', 3.5);
	await expect(page.getByText('gear not down')).toBeVisible();
	await page.keyboard.press('g');
	await expect(page.getByRole('button', { name: 'Gear down', exact: true })).toHaveAttribute(
		'aria-pressed',
		'true'
	);
	await flyFor(page, 9);
	await expect(page.getByText('gear not down')).toBeHidden();
	await press(page, 'ArrowUp', 3);
	await press(page, 'l', 1.5);
	await letFly(page);
	await expect.poll(power).toMatch(/engine 2[1-3]\d0 revolutions/);
});
