import { expect, test } from '@playwright/test';
import { choose } from '../scripts/desk-hands.mjs';
import { enterAs } from './support/people.js';

test('a lesson’s hold is prepared on a phone, the wind dragged, and the link sent; the student tries first', async ({
	browser
}) => {
	const phone = await (
		await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })
	).newPage();
	await enterAs(phone, 'Harun Aldbeck');
	await phone.getByRole('link', { name: 'Bench' }).click();
	const answer = phone.getByTestId('answer');
	await expect(answer).toContainText('Outbound heading');
	const given = phone.getByRole('region', { name: 'Given' });
	await given.getByLabel('Inbound course').fill('360');
	await given.getByLabel('Wind speed').fill('15');
	// The wind by its arrow on the ring: from the east.
	const wind = phone.getByRole('slider', { name: 'wind' });
	await wind.scrollIntoViewIfNeeded();
	const ring = (await phone.getByRole('group', { name: /The hold in this wind/ }).boundingBox())!;
	const from = (await wind.locator('circle').boundingBox())!;
	await phone.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
	await phone.mouse.down();
	await phone.mouse.move(ring.x + ring.width * 0.9, ring.y + ring.height / 2, { steps: 6 });
	await phone.mouse.up();
	await expect(given.getByLabel('Wind from')).toHaveValue(/^(89|9[01])$/);
	// And by keys.
	await wind.focus();
	for (let i = 0; i < 3; i++) {
		const value = Number(await given.getByLabel('Wind from').inputValue());
		if (value === 90) break;
		await phone.keyboard.press(value > 90 ? 'ArrowLeft' : 'ArrowRight');
	}
	await expect(given.getByLabel('Wind from')).toHaveValue('90');
	// Wind from the right inbound: the nose goes right, and outbound more to the other side.
	await expect(answer).toContainText(/00[89]°, correction \d\.\d° right/);
	await expect(answer).toContainText(/times the inbound correction/);
	expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);

	// The hand over the heading dial tells the entry, and the other hand the other one.
	const rule = phone.getByTestId('hand-rule');
	await given.getByLabel('Arrival heading').fill('150');
	await expect(rule).toContainText('Right hand');
	await expect(rule).toContainText(
		'outbound lies 30° right of the nose, between fingers and thumb: teardrop'
	);
	await choose(given.getByLabel('Turns'), 'left');
	await expect(rule).toContainText(/^\s*Left hand.*away from the thumb: parallel/);
	await choose(given.getByLabel('Turns'), 'right');

	// What cannot be is said, and comes back.
	await given.getByLabel('Wind from').fill('360');
	await given.getByLabel('Wind speed').fill('60');
	await expect(phone.getByRole('alert')).toContainText('no outbound leg');
	await given.getByLabel('Wind from').fill('90');
	await given.getByLabel('Wind speed').fill('15');
	await expect(phone.getByRole('alert')).toHaveCount(0);

	const link = phone.url();
	expect(link).toContain('windFromDeg=90');
	const student = await (await browser.newContext()).newPage();
	await enterAs(student, 'Ilse Varnholm');
	await student.goto(link);
	await expect(student.getByTestId('answer')).toHaveText((await answer.textContent())!);
	await student.getByLabel('try first').check();
	await expect(student.getByTestId('answer')).toHaveCount(0);
	await student.getByLabel('Inbound heading').fill('9');
	await student.getByLabel('Outbound time').fill('120');
	await student.getByRole('button', { name: 'Show' }).click();
	const row = (name: string) => student.getByRole('row', { name: new RegExp(`^${name}`) });
	await expect(row('Inbound heading')).toContainText('✓ right');
	await expect(row('Outbound time')).toContainText(/✕ \d+ s off/);
	await expect(row('Outbound heading')).toContainText('not tried');
});

test('every tool of the Bench opens with an answer, in one view and on one page, and an unknown one is nothing', async ({
	page
}) => {
	await enterAs(page, 'Ilse Varnholm');
	await page.goto('/bench');
	const names = await page
		.getByRole('navigation', { name: 'Calculations' })
		.getByRole('link')
		.allTextContents();
	expect(names.length).toBe(12);
	for (const name of names) {
		await page
			.getByRole('navigation', { name: 'Calculations' })
			.getByRole('link', { name, exact: true })
			.click();
		await expect(page.getByRole('heading', { level: 1, name, exact: true })).toBeVisible();
		await expect(page.getByTestId('answer')).not.toContainText('NaN');
		// In one view on the screen, and on one page on paper.
		expect(await page.evaluate(() => document.documentElement.scrollHeight), name).toBeLessThanOrEqual(800);
		const pdf = (await page.pdf({ format: 'A4', margin: { top: '1cm', bottom: '1cm' } })).toString('latin1');
		expect(pdf.match(/\/Type\s*\/Page\b/g), name).toHaveLength(1);
	}
	expect((await page.goto('/bench/astrolabe'))!.status()).toBe(404);
});
