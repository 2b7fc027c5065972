import { expect, test, type Page } from '@playwright/test';
import { signIn } from './support/people.js';
import { unfold } from './support/tasks.js';
import { beginFlying, flightSeconds, flyFor, flyTo, letFly, readPanel } from './support/cockpit.js';
import { shortCard, studentWithTask, withDatabase } from './support/database.js';

async function enterWithTask(page: Page): Promise<string> {
	const { login, id } = await studentWithTask(shortCard());
	await signIn(page, login);
	await page.getByRole('button', { name: 'Fly' }).click();
	await beginFlying(page);
	return id;
}

const storedSeconds = (studentId: string): Promise<number> =>
	withDatabase(async (db) => {
		const row = await db('attempts')
			.where({ student_id: studentId })
			.orderBy('started_at', 'desc')
			.first('samples');
		return row.samples / 10;
	});

test('a reload in flight loses no more than two seconds, and the flight goes on from there', async ({
	page
}) => {
	await enterWithTask(page);
	await flyTo(page, 6);
	const { phase } = await readPanel(page);
	const before = await flightSeconds(page);
	await page.reload();
	await expect(page.getByTestId('frozen')).toBeVisible();
	const after = await flightSeconds(page);
	expect(before - after).toBeLessThanOrEqual(2);
	expect(after).toBeGreaterThan(3);
	// The card is where it was, too.
	await expect(page.getByTestId('phase')).toHaveText(phase);
	await page.keyboard.press('Space');
	await expect.poll(() => flightSeconds(page)).toBeGreaterThan(after + 1);
	await page.getByRole('button', { name: 'Break off' }).click();
	await expect(page).toHaveURL(/\/debrief\//);
});

test('a closed tab: the flight waits on the first page, and can be kept as broken off', async ({
	page,
	context
}) => {
	const id = await enterWithTask(page);
	await flyTo(page, 5);
	const before = await flightSeconds(page);
	await page.close();
	const again = await context.newPage();
	await again.goto('/');
	await again.getByRole('link', { name: 'Fly on' }).click();
	await expect(again.getByTestId('frozen')).toBeVisible();
	expect(before - (await flightSeconds(again))).toBeLessThanOrEqual(2);
	await again.getByRole('button', { name: 'Break off' }).click();
	await expect(again.getByText('broken off')).toBeVisible();
	expect(await storedSeconds(id)).toBeGreaterThanOrEqual(before - 2);
});

test('a server that is away for a while: flying goes on, it is said, and all arrives when it is back', async ({
	page,
	context
}) => {
	const id = await enterWithTask(page);
	await flyTo(page, 2);
	await context.setOffline(true);
	await letFly(page);
	await expect(page.getByTestId('upload')).toContainText('kept here');
	await flyFor(page, 6);
	const stored = await storedSeconds(id);
	expect(await flightSeconds(page)).toBeGreaterThan(stored + 4);
	await context.setOffline(false);
	await expect(page.getByTestId('upload')).toContainText('Recording is kept');
	const flown = await flightSeconds(page);
	await page.getByRole('button', { name: 'Break off' }).click();
	await expect(page).toHaveURL(/\/debrief\//);
	expect(await storedSeconds(id)).toBeGreaterThanOrEqual(flown - 0.1);
});

test('a reload while the server is away keeps what waits in the browser', async ({ page, context }) => {
	const id = await enterWithTask(page);
	await flyTo(page, 2);
	// The chunks cannot get through, but the page itself can be loaded again.
	await page.route('**/api/**/chunks/**', (route) => route.abort());
	await letFly(page);
	await expect(page.getByTestId('upload')).toContainText('kept here');
	await flyFor(page, 4);
	const before = await flightSeconds(page);
	expect(await storedSeconds(id)).toBeLessThan(before - 2);
	await page.unroute('**/api/**/chunks/**');
	await page.reload();
	await expect(page.getByTestId('frozen')).toBeVisible();
	expect(before - (await flightSeconds(page))).toBeLessThanOrEqual(2);
	expect(await storedSeconds(id)).toBeGreaterThanOrEqual(before - 2);
	await context.close();
});

test('a server that was away from the first second on: a reload takes the flight up, it does not begin again', async ({
	page
}) => {
	await page.route('**/api/**/chunks/**', (route) => route.abort());
	const id = await enterWithTask(page);
	await flyTo(page, 5);
	const before = await flightSeconds(page);
	expect(await storedSeconds(id)).toBe(0);
	await page.unroute('**/api/**/chunks/**');
	await page.reload();
	await expect(page.getByTestId('frozen')).toBeVisible();
	expect(before - (await flightSeconds(page))).toBeLessThanOrEqual(2);
	await page.keyboard.press('Space');
	await expect.poll(() => flightSeconds(page)).toBeGreaterThan(before + 2);
	await page.getByRole('button', { name: 'Break off' }).click();
	await expect(page).toHaveURL(/\/debrief\//);
	expect(await storedSeconds(id)).toBeGreaterThanOrEqual(before + 2);
});

test('restart keeps what was flown and begins anew; a flight not begun leaves no trace', async ({ page }) => {
	await enterWithTask(page);
	await flyTo(page, 3);
	const first = page.url();
	await page.getByRole('button', { name: 'Restart' }).click();
	await expect(page).not.toHaveURL(first);
	await expect(page.getByTestId('frozen')).toContainText('Ready.');
	expect(await flightSeconds(page)).toBe(0);
	await page.getByRole('button', { name: 'Break off' }).click();
	await expect(page).toHaveURL(/\/today$/);
	await expect(page.getByRole('link', { name: 'Debrief' })).toHaveCount(1);
	await expect(page.getByText('broken off')).toBeVisible();
});

test('somebody else signs in on this browser midway: what is flown waits for whoever flew it, and is delivered then', async ({
	page,
	context,
	browser
}) => {
	const { login, id } = await studentWithTask(shortCard());
	const other = await studentWithTask(shortCard());
	await signIn(page, login);
	await page.getByRole('button', { name: 'Fly' }).click();
	await beginFlying(page);
	await flyTo(page, 3);
	const second = await context.newPage();
	await second.goto('/');
	await second.request.post('/leave', { headers: { Origin: new URL(page.url()).origin } });
	await signIn(second, other.login);
	await letFly(page);
	await expect(page.getByTestId('upload')).toContainText('Somebody else is signed in');
	await flyFor(page, 4);
	const flown = await flightSeconds(page);
	await page.getByRole('button', { name: 'Break off' }).click();
	await expect(page.getByRole('alert').filter({ hasText: 'stays in this browser' })).toBeVisible();
	// Whoever is signed in now is told nothing of it.
	await second.goto('/today');
	await expect(second.getByRole('heading', { name: 'Ten minutes' })).toBeVisible();
	await expect(second.getByText('not delivered')).toHaveCount(0);
	await page.close();

	await second.request.post('/leave', { headers: { Origin: new URL(second.url()).origin } });
	await signIn(second, login);
	const waiting = second.getByRole('region', { name: 'Not delivered' });
	await expect(waiting).toContainText('wait in this browser');
	const file = second.waitForEvent('download');
	await waiting.getByRole('button', { name: 'Save as a file' }).click();
	expect((await file).suggestedFilename()).toMatch(/^hanza-flight-.*\.json$/);
	// Handed in on another device: there first a file that is none, then the one that was saved, in part and whole.
	const elsewhere = await (await browser.newContext()).newPage();
	await signIn(elsewhere, login);
	const title = 'Hand in a flight that was saved as a file';
	await unfold(elsewhere, title);
	const field = elsewhere.getByLabel('The file');
	await field.setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{"a":1}') });
	await expect(elsewhere.getByText('holds no flight that was saved here')).toBeVisible();
	await field.setInputFiles(await (await file).path());
	await expect(elsewhere.getByText('All of it has arrived.')).toBeVisible();
	await expect.poll(() => storedSeconds(id)).toBeGreaterThanOrEqual(flown - 1);
	// What has arrived by the file is no harm to what the browser sends once more.
	await waiting.getByRole('button', { name: 'Send it now' }).click();
	await expect(second.getByText('All of it has arrived.')).toBeVisible();
	await expect(waiting).toHaveCount(0);
	expect(await storedSeconds(id)).toBeGreaterThanOrEqual(flown - 1);
});

test('two devices on one flight: one is told, takes it over, and the other stops', async ({
	page,
	browser
}) => {
	const { login } = await studentWithTask(shortCard());
	await signIn(page, login);
	await page.getByRole('button', { name: 'Fly' }).click();
	await beginFlying(page);
	await flyTo(page, 4);
	const tablet = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
	await tablet.goto(new URL('/', page.url()).href);
	await signIn(tablet, login);
	await tablet.goto(page.url());
	await expect(tablet.getByTestId('elsewhere')).toContainText('on another device');
	await tablet.getByRole('button', { name: 'Take it over' }).click();
	await expect(tablet.getByTestId('frozen')).toBeVisible();
	expect(await flightSeconds(tablet)).toBeGreaterThanOrEqual(2);
	await expect(page.getByTestId('elsewhere')).toBeVisible({ timeout: 25_000 });
	await expect(page.getByTestId('cockpit')).toHaveAttribute('data-status', 'frozen');
	await tablet.keyboard.press('Space');
	await flyFor(tablet, 2);
	await tablet.getByRole('button', { name: 'Break off' }).click();
	await expect(tablet).toHaveURL(/\/debrief\//);
	await tablet.context().close();
});

test('what is typed before a page is awake, over a slow line, is still there when it is', async ({
	page
}) => {
	let held = true;
	const waiting: (() => void)[] = [];
	await page.route('**/*.js', async (route) => {
		if (held) await new Promise<void>((go) => waiting.push(go));
		await route.continue();
	});
	await page.goto('/', { waitUntil: 'commit' });
	await page.getByLabel('Name').fill('somebody');
	await page.getByLabel('Password').fill('half a wo');
	held = false;
	for (const go of waiting) go();
	// Awake: a wrong password is answered in the page itself.
	await expect(page.getByLabel('Name')).toHaveValue('somebody');
	await page.waitForLoadState('networkidle');
	await expect(page.getByLabel('Name')).toHaveValue('somebody');
	await expect(page.getByLabel('Password')).toHaveValue('half a wo');
});
