import { expect, test, type Page } from '@playwright/test';
import { beginFlying, flightSeconds, flyFor, flyTo, press } from './support/cockpit.js';
import { shortCard, studentWithTask } from './support/database.js';
import { choose } from '../scripts/desk-hands.mjs';
import { enterAs, signIn } from './support/people.js';

/** Looks as a hub and spoke by the number keys, for some seconds. */
async function scanFor(page: Page, seconds: number): Promise<void> {
	const spokes = ['1', '3', '5'];
	const until = (await flightSeconds(page)) + seconds;
	for (let i = 0; (await flightSeconds(page)) < until; i++)
		for (const key of ['2', spokes[i % 3]!]) {
			await page.keyboard.press(key);
			await flyFor(page, 0.4);
		}
}

test('a veiled flight: only what is looked at can be read, and the debrief says what a stare cost', async ({
	page
}) => {
	const card = shortCard();
	card.veil = 'blur';
	card.school = 't';
	card.phases[0]!.end = { kind: 'elapsed', seconds: 40 };
	const { login } = await studentWithTask(card);
	await signIn(page, login);
	await page.getByRole('button', { name: 'Fly' }).click();
	await beginFlying(page);
	const veiled = () => page.locator('[data-veiled=true]').count();
	await expect.poll(veiled).toBeGreaterThan(6);
	await expect(page.getByRole('combobox', { name: 'Veil' })).toBeDisabled();
	const all = await veiled();
	// By pointer: over the altimeter only that can be read.
	await page.locator('[role=img][aria-label^="Altimeter"]').first().hover();
	await expect.poll(veiled).toBe(all - 1);
	await scanFor(page, 8);
	// A stare at the altimeter, and a bank that nobody sees.
	await page.keyboard.press('3');
	const began = await flightSeconds(page);
	await press(page, 'ArrowRight', 0.35);
	await flyFor(page, 8);
	await scanFor(page, 6);
	await page.keyboard.press('Space');
	await page.getByRole('button', { name: 'Break off' }).click();

	const scan = page.getByRole('region', { name: 'Scan' });
	await expect(scan.getByTestId('scan-costs')).toContainText(
		/Heading wandered \d+° while you stared at the altimeter for [7-9] s\./
	);
	const clock = await scan
		.getByTestId('scan-costs')
		.getByRole('button')
		.first()
		.locator('span')
		.textContent();
	const [minutes, seconds] = clock!.split(':').map(Number);
	expect(Math.abs(minutes! * 60 + seconds! - began)).toBeLessThanOrEqual(1);
	await expect(scan.getByRole('combobox')).toHaveText('T');
	await expect(scan.getByTestId('scan-measures')).toContainText('back to attitude');
	// Another school sees the same looks with other eyes.
	const rounds = () => scan.getByTestId('scan-measures').textContent();
	const before = await rounds();
	await choose(scan.getByRole('combobox'), 'rectangular');
	await expect.poll(rounds).not.toBe(before);
});

test('a page that is hidden freezes, and says so', async ({ page }) => {
	const { login } = await studentWithTask(shortCard());
	await signIn(page, login);
	await page.getByRole('button', { name: 'Fly' }).click();
	await beginFlying(page);
	await flyFor(page, 0.5);
	await page.evaluate(() => {
		Object.defineProperty(document, 'hidden', { value: true, configurable: true });
		document.dispatchEvent(new Event('visibilitychange'));
	});
	await expect(page.getByText('Frozen: the page was hidden or asleep.')).toBeVisible();
});

test('an instructor taps a scan on a phone while the server is away; it is sent when it is back', async ({
	browser
}) => {
	const { name, login } = await studentWithTask(shortCard());
	const student = await (await browser.newContext()).newPage();
	await signIn(student, login);
	await student.getByRole('button', { name: 'Fly' }).click();
	await beginFlying(student);
	await flyTo(student, 3);

	const phone = await (
		await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
	).newPage();
	await enterAs(phone, 'Harun Aldbeck');
	await phone.goto('/bench/tap');
	const sideways = await phone.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
	expect(sideways).toBeLessThanOrEqual(0);
	await phone.getByRole('button', { name: 'Begin' }).tap();
	await phone.route('**/api/**', (route) => route.abort());
	for (const what of ['attitude', 'airspeed', 'attitude', 'altimeter', 'attitude', 'heading', 'elsewhere']) {
		const target = phone.getByRole('button', { name: what, exact: true });
		const box = (await target.boundingBox())!;
		expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(100);
		await target.tap();
		await flyFor(student, 0.5);
	}
	await phone.getByRole('button', { name: 'Stop' }).tap();
	await choose(phone.getByRole('combobox', { name: 'Flight' }), {
		label: `${name}: Short descent, in the air`
	});
	await phone.getByRole('button', { name: 'Send' }).tap();
	await expect(phone.getByTestId('tap-said')).toContainText('kept here and sent when the server is back');
	await phone.unroute('**/api/**');
	await expect(phone.getByTestId('tap-said')).toHaveText('Sent: the looks are in the debrief.');

	await student.getByRole('button', { name: 'Break off' }).click();
	const scan = student.getByRole('region', { name: 'Scan' });
	await expect(scan).toContainText('the instructor’s tap sheet');
	await expect(scan.getByTestId('scan-measures')).toContainText(/looks\s*6/);
});
