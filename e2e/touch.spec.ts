import { expect, test } from '@playwright/test';
import { flyFor, letFly, readPanel } from './support/cockpit.js';
import { shortCard, studentWithTask } from './support/database.js';
import { signIn } from './support/people.js';

test('on a tablet the yoke is dragged by a finger, and buttons and covers are tapped', async ({
	browser
}) => {
	const { login } = await studentWithTask(shortCard());
	const context = await browser.newContext({
		viewport: { width: 1180, height: 820 },
		hasTouch: true,
		isMobile: true
	});
	const page = await context.newPage();
	await signIn(page, login);
	await page.getByRole('button', { name: 'Fly' }).tap();
	await expect(page.getByTestId('frozen')).toBeVisible();
	await page.getByRole('button', { name: 'Begin' }).tap();
	await expect(page.getByTestId('cockpit')).toHaveAttribute('data-status', 'flying');
	const before = await readPanel(page);

	const box = (await page.getByTestId('yoke').boundingBox())!;
	const finger = await context.newCDPSession(page);
	const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
	const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', down = 0) =>
		finger.send('Input.dispatchTouchEvent', {
			type,
			touchPoints: type === 'touchEnd' ? [] : [{ x, y: y + down }]
		});
	await touch('touchStart');
	for (let down = 5; down <= 50; down += 5) await touch('touchMove', down);
	// How far the pull has come when the flight goes on hangs on the pictures that the browser has drawn: looked at as it flies.
	for (let i = 0; i < 8 && (await readPanel(page)).pitch <= before.pitch + 1.5; i++) await flyFor(page, 0.5);
	await touch('touchEnd');
	expect((await readPanel(page)).pitch).toBeGreaterThan(before.pitch + 1.5);
	// Let go, the yoke is back in the middle and the attitude is held.
	await flyFor(page, 1.5);
	const held = (await readPanel(page)).pitch;
	await flyFor(page, 1.5);
	expect(Math.abs((await readPanel(page)).pitch - held)).toBeLessThan(1.5);

	await letFly(page);
	await page.getByRole('button', { name: 'Flap down a step' }).tap();
	await expect(page.getByText('10°')).toBeVisible();
	await page.getByRole('button', { name: 'Cover the altimeter' }).tap();
	await expect(page.getByText('altimeter: covered')).toBeVisible();
	await page.getByRole('button', { name: 'Freeze' }).tap();
	await expect(page.getByTestId('frozen')).toBeVisible();
	await context.close();
});
