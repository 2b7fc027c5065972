import { expect, test, type Page } from '@playwright/test';
import { solveHoldEntry } from '@hanza/core';
import { addPerson } from '../src/lib/server/data/index.js';
import { saveCard } from '../src/lib/server/services/index.js';
import { hashPassword } from '../src/lib/server/services/auth/auth.js';
import { cardCatalog } from '../data/index.js';
import {
	beginFlying,
	flightSeconds,
	flyFor,
	flyTo,
	letFly,
	pictures,
	press,
	readPanel
} from './support/cockpit.js';
import { shortCard, studentWithTask, withDatabase } from './support/database.js';
import { choose } from '../scripts/desk-hands.mjs';
import { setWho, unfold } from './support/tasks.js';
import { enterAs, signIn } from './support/people.js';

/** Looks about as a hub and spoke does, by the number keys, for some seconds of flight. */
async function scanFor(page: Page, seconds: number): Promise<void> {
	const until = (await flightSeconds(page)) + seconds;
	for (let i = 0; (await flightSeconds(page)) < until; i++)
		for (const key of ['2', ['1', '3', '5'][i % 3]!]) {
			await page.keyboard.press(key);
			await flyFor(page, 0.35);
		}
}

test('an instructor builds a vertical S, sets it, it is flown veiled with a stare, and the debrief says where, when and what it cost', async ({
	browser
}) => {
	const { name, login } = await studentWithTask(shortCard());
	const desk = await (await browser.newContext()).newPage();
	await enterAs(desk, 'Harun Aldbeck');
	await desk.goto('/library/cards');
	await choose(desk.getByLabel('Pattern'), { label: 'Vertical S, straight' });
	await desk.getByLabel('Altitude, ft').fill('1400');
	await desk.getByRole('button', { name: 'Make the card' }).click();
	await expect(desk).toHaveURL(/\/cards\/[0-9a-f-]{36}$/);

	// The robot flies it at once, and again after each change.
	const preview = desk.getByTestId('preview');
	await expect(preview).toContainText(/4:\d\d as the steady robot flies it/);
	const phases = desk.getByTestId('phase');
	await expect(phases).toHaveCount(6);
	const titled = `Short S ${name}`;
	await desk.getByRole('region', { name: 'Card' }).getByLabel('Name').fill(titled);
	await choose(desk.getByRole('combobox', { name: 'Panel veiled' }), 'black');
	await choose(desk.getByRole('combobox', { name: 'School of scan' }), 'hub-and-spoke');
	await desk
		.getByRole('button', { name: /Take Up to 1900 ft away/ })
		.last()
		.click();
	await desk
		.getByRole('button', { name: /Take Down to 1400 ft away/ })
		.last()
		.click();
	await expect(phases).toHaveCount(4);
	// A wish that cannot be is said with its place, and is not kept.
	await phases.nth(1).getByRole('button', { name: /Up to/ }).first().click();
	const weight = phases.nth(1).getByLabel('Weight');
	await weight.fill('99');
	await weight.press('Tab');
	await expect(desk.getByTestId('problem')).toHaveText(/^Phase 2, Up to 1900 ft: weight must be/);
	await weight.fill('2');
	await weight.press('Tab');
	await expect(desk.getByTestId('problem')).toHaveCount(0);
	await phases.nth(1).getByRole('button', { name: /Up to/ }).first().click();
	// The order by a drag, and back by a button.
	const from = (await phases.nth(0).boundingBox())!;
	const to = (await phases.nth(2).boundingBox())!;
	await desk.mouse.move(from.x + 20, from.y + from.height / 2);
	await desk.mouse.down();
	await desk.mouse.move(from.x + 30, to.y + to.height / 2, { steps: 8 });
	await pictures(desk, 12);
	await desk.mouse.up();
	await expect(phases.nth(0)).not.toContainText('Straight and level');
	const place = async () => {
		const texts = await phases.allTextContents();
		return texts.findIndex((text) => text.includes('Straight and level'));
	};
	for (let i = await place(); i > 0; i = await place())
		await desk.getByRole('button', { name: 'Move Straight and level up' }).click();
	await expect(phases.nth(0)).toContainText('Straight and level');
	// Changes that were not kept yet outlive a reload.
	await desk.reload();
	await expect(desk.getByText('Changes of an earlier visit were found')).toBeVisible();
	await expect(desk.getByRole('region', { name: 'Card' }).getByLabel('Name')).toHaveValue(titled);
	await desk.getByRole('button', { name: 'Keep', exact: true }).click();
	await expect(desk.getByTestId('save-state')).toHaveText('Kept.');

	await desk.getByRole('link', { name: 'Set it' }).click();
	await setWho(desk, name);
	await expect(
		desk.getByRole('complementary', { name: 'As it will be flown' }).getByRole('heading', { name: titled })
	).toBeVisible();
	await unfold(desk, 'The rest');
	await choose(desk.getByRole('combobox', { name: 'Assist' }), 'attitude');
	await desk.getByRole('button', { name: 'Set it' }).click();
	await expect(desk.getByText(titled).first()).toBeVisible();

	const page = await (await browser.newContext()).newPage();
	await signIn(page, login);
	const next = page.getByRole('region', { name: 'Next' });
	await expect(next).toContainText(titled);
	await next.getByRole('button', { name: 'Fly' }).click();
	await beginFlying(page);
	await expect(page.getByRole('combobox', { name: 'Veil' })).toBeDisabled();
	await scanFor(page, 9);
	await page.keyboard.press('3');
	const stared = await flightSeconds(page);
	// A hand that presses while nobody looks: the bank stays, and the heading goes.
	await press(page, 'ArrowRight', 0.6);
	await flyTo(page, stared + 9);
	await scanFor(page, 4);
	await page.keyboard.press('Space');
	await page.getByRole('button', { name: 'Break off' }).click();

	const costs = page.getByRole('region', { name: 'Scan', exact: true }).getByTestId('scan-costs');
	const stare = costs.getByRole('button').filter({ hasText: 'while you stared at the altimeter' });
	await expect(stare).toHaveText(
		/\d:\d\d\s+Heading wandered \d+° while you stared at the altimeter for (8|9|1\d) s\./
	);
	const [minutes, seconds] = (await stare.locator('span').textContent())!.split(':').map(Number);
	expect(Math.abs(minutes! * 60 + seconds! - stared)).toBeLessThanOrEqual(1);
});

test('a drill is done with keys only, marked, and what was missed is due again', async ({ page }) => {
	const { login } = await studentWithTask(shortCard());
	await signIn(page, login);
	await page.goto('/practice/drills');
	await page.getByRole('link', { name: 'Start: Which instrument is primary' }).focus();
	await page.keyboard.press('Enter');
	await expect(page.getByTestId('place')).toContainText('1 of 10');
	for (let i = 0; i < 10; i++) {
		const before = await page.getByTestId('prompt').textContent();
		expect(before).toMatch(/which instrument is primary for (pitch|bank|power)\?$/);
		await page.keyboard.press('1');
		await expect(page.getByTestId('explanation')).toContainText('Control and performance');
		await page.keyboard.press('Enter');
	}
	await expect(page.getByTestId('result')).toContainText(/\d+ of 10/);
	await expect(page.getByText('Kept.')).toBeVisible();
	const right = Number(/(\d+) of 10/.exec((await page.getByTestId('result').textContent())!)![1]);
	await page.goto('/practice/drills');
	const row = page.getByRole('row', { name: /Which instrument is primary/ });
	await expect(row).toContainText(`${right} of 10`);
	await expect(row.getByRole('cell').nth(1)).toHaveText(right === 10 ? '' : String(10 - right));

	// A number is typed, a wrong kind is refused, and the answer says how near it was.
	await page.goto('/practice/drills/standard-bank');
	await expect(page.getByLabel('Your answer')).toBeFocused();
	await page.keyboard.type('much');
	await page.keyboard.press('Enter');
	await expect(page.getByRole('alert')).toHaveText('Type a number.');
	const speed = Number(/^(\d+) kt/.exec((await page.getByTestId('prompt').textContent())!)![1]);
	await page.getByLabel('Your answer').fill(String(Math.round(speed * 0.15)));
	await page.keyboard.press('Enter');
	await expect(page.getByText('✓ right')).toBeVisible();
	await expect(page.getByTestId('explanation')).toContainText('A tenth and five');
});

test('hold entries are drilled against the clock, with the hand shown after the answer', async ({ page }) => {
	const { login } = await studentWithTask(shortCard());
	await signIn(page, login);
	await page.goto('/practice/drills/hold-entry');
	await expect(page.getByTestId('clock')).toHaveText(/^0:0[1-9]$/);
	for (let i = 0; i < 10; i++) {
		await expect(page.getByTestId('place')).toContainText(`${i + 1} of 10`);
		const prompt = (await page.getByTestId('prompt').textContent())!;
		const [, inbound, side, arrival] = /Inbound (\d+), (\w+) turns; you arrive on heading (\d+)/.exec(
			prompt
		)!;
		const solved = solveHoldEntry({
			inboundCourseDeg: Number(inbound),
			turns: side as 'right' | 'left',
			arrivalHeadingDeg: Number(arrival)
		});
		await expect(page.getByRole('img', { name: /^Heading dial/ })).toBeVisible();
		if (prompt.includes('Which entry')) {
			await page.keyboard.press(String(['direct', 'teardrop', 'parallel'].indexOf(solved.entry) + 1));
		} else {
			await expect(page.getByLabel('Your answer')).toBeFocused();
			await page.keyboard.type(String(solved.firstHeadingDeg));
			await page.keyboard.press('Enter');
		}
		await expect(page.getByTestId('explanation')).toContainText(`: ${solved.entry}.`);
		await expect(page.getByRole('img', { name: /hand, palm up/ })).toBeVisible();
		await page.keyboard.press('Enter');
	}
	await expect(page.getByTestId('result')).toContainText(/10 of 10\s+in \d+ s, \d+\.\d s a question/);
});

test('an unusual attitude is handed over by three calls, recovered by keys and graded', async ({ page }) => {
	const card = structuredClone(cardCatalog.get('upset-moderate'));
	card.upset = { level: 'moderate', kind: 'nose-low' };
	const { login } = await studentWithTask(card, 'direct');
	await signIn(page, login);
	await page.getByRole('region', { name: 'Next' }).getByRole('button', { name: 'Fly' }).click();
	await expect(page.getByTestId('frozen')).toBeVisible();
	await page.keyboard.press('Space');
	await expect(page.getByTestId('panel-covered')).toContainText('The instructor has the controls');
	await expect(page.getByText('“You have control.”')).toBeVisible({ timeout: 25_000 });
	// Nothing moves until it is taken.
	const waited = await flightSeconds(page);
	await pictures(page, 60);
	expect(await flightSeconds(page)).toBe(waited);
	await page.keyboard.press('Space');
	await expect(page.getByTestId('panel-covered')).toHaveCount(0);
	expect((await readPanel(page)).pitch).toBeLessThan(-4);
	const bank = await page.evaluate(() =>
		document.querySelector('[role=img][aria-label^="Attitude"]')!.getAttribute('aria-label')!
	);
	// Power off, wings, then the nose.
	await press(page, 'KeyS', 0.9);
	await press(page, /left/.test(bank) ? 'ArrowRight' : 'ArrowLeft', 1.1);
	await press(page, 'ArrowDown', 0.7);
	await flyFor(page, 1.5);
	await page.keyboard.press('Space');
	await page.getByRole('button', { name: 'Break off' }).click();
	const statements = page.getByTestId('statements');
	await expect(statements).toContainText(
		/Handed over nose low at 0:\d\d: \d+° down, \d+° of (left|right) bank/
	);
	await expect(statements).toContainText(/Your first input, power, came after \d\.\d s and was right/);
	await expect(statements).toContainText('Power off first, since the speed is building');
});

test('a failure is named by one key and one choice, and the time to it is in the debrief', async ({
	page
}) => {
	const card = shortCard();
	card.phases[0]!.end = { kind: 'elapsed', seconds: 60 };
	card.failures = [{ kind: 'altimeter-stuck', onset: { kind: 'at', seconds: 3 } }];
	const { login } = await studentWithTask(card);
	await signIn(page, login);
	await page.getByRole('button', { name: 'Fly' }).click();
	await beginFlying(page);
	await flyTo(page, 6);
	await page.keyboard.press('j');
	const list = page.getByRole('dialog', { name: 'Name a failure' });
	await expect(list).toBeVisible();
	await page.keyboard.press('f');
	await expect(list).toHaveCount(0);
	await page.keyboard.press('j');
	await expect(list.getByRole('button', { name: /altimeter stuck ✓/ })).toBeVisible();
	await page.keyboard.press('Escape');
	await flyFor(page, 0.6);
	await page.keyboard.press('Space');
	await page.getByRole('button', { name: 'Break off' }).click();
	await expect(page.getByTestId('statements')).toContainText(
		/Altimeter stuck: began at 0:03; you named it after \d+ s, covered nothing\./
	);
});

test('a fault is watched beside the clean flight', async ({ page }) => {
	await enterAs(page, 'Ilse Varnholm');
	await page.goto('/practice/faults');
	await page.getByRole('link', { name: 'Bank held into the heading' }).click();
	await expect(page.getByTestId('traces')).toBeVisible({ timeout: 30_000 });
	await expect(page.getByTestId('named')).toContainText(/You kept the bank until .* and went \d+° through\./);
	await expect(page.getByTestId('named')).toContainText('On the clean flight it is named nowhere.');
	const moment = () => page.getByTestId('moment').textContent();
	const before = await moment();
	await page.getByTestId('named').getByRole('button').first().click();
	await expect.poll(moment).not.toBe(before);
	await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
});

test('a gaze log is taken in, or refused by its line with nothing lost', async ({ page }) => {
	await enterAs(page, 'Harun Aldbeck');
	await page.goto('/students');
	await page
		.getByRole('row', { name: /Teo Marrask/ })
		.getByRole('link', { name: 'Debrief' })
		.click();
	await unfold(page, 'A gaze log for this flight');
	const form = page.locator('form[action="?/gaze"]');
	const give = async (text: string) => {
		await form.getByLabel(/Log as CSV/).setInputFiles({
			name: 'gaze.csv',
			mimeType: 'text/csv',
			buffer: Buffer.from(text)
		});
		await form.getByRole('button', { name: 'Take it in' }).click();
	};
	await form.getByLabel('Flight time at which it begins').fill('0:05');
	await give('time_ms,instrument\n0,attitude\n700,window\n');
	await expect(page.getByRole('alert')).toHaveText(/^line 3\/instrument must be one of attitude, airspeed/);
	await expect(form.getByLabel('Flight time at which it begins')).toHaveValue('0:05');
	await give('time_ms,instrument\n0,attitude\n900,altimeter\n7000,attitude\n8000,\n');
	const scan = page.getByRole('region', { name: 'Scan', exact: true });
	await expect(scan).toContainText('seen by a gaze log');
	await expect(scan.getByTestId('scan-costs')).toContainText(/stared at the altimeter for 6 s/);
});

test('another’s cards are nowhere: 404, for an instructor as for a student', async ({ browser, page }) => {
	const login = `other-${process.pid}`;
	const id = await withDatabase(async (db) => {
		const ownerId = await addPerson(db, {
			login,
			name: 'Other Instructor',
			role: 'instructor',
			instructorId: null,
			passwordHash: await hashPassword('practice')
		});
		const owner = {
			id: ownerId,
			login,
			name: 'Other Instructor',
			role: 'instructor' as const,
			instructorId: null,
			isHead: false,
			isBoth: false,
			teacherIds: []
		};
		return saveCard(db, owner, cardCatalog.get('oval'));
	});
	await enterAs(page, 'Harun Aldbeck');
	for (const path of [`/library/cards/${id}`, `/api/cards/${id}`])
		expect((await page.goto(path))!.status(), path).toBe(404);
	const put = await page.request.put(`/api/cards/${id}`, { data: cardCatalog.get('oval') });
	expect(put.status()).toBe(404);
	const student = await (await browser.newContext()).newPage();
	await enterAs(student, 'Ilse Varnholm');
	for (const path of ['/library/cards', '/library/cards/oval', '/api/cards/oval'])
		expect((await student.goto(path))!.status(), path).toBe(404);
});

test('an instructor sets up an unusual attitude in a flight in the air', async ({ browser }) => {
	const card = shortCard();
	card.phases[0]!.end = { kind: 'elapsed', seconds: 300 };
	const { login, name } = await studentWithTask(card, 'direct');
	const student = await (await browser.newContext()).newPage();
	await signIn(student, login);
	await student.getByRole('button', { name: 'Fly' }).click();
	await beginFlying(student);
	await flyTo(student, 3);
	const desk = await (await browser.newContext()).newPage();
	await enterAs(desk, 'Harun Aldbeck');
	const air = desk.getByRole('region', { name: 'In the air now' });
	await air.getByRole('listitem').filter({ hasText: name }).getByRole('link', { name: 'Watch' }).click();
	await choose(desk.getByRole('combobox', { name: 'Unusual attitude' }), 'steep');
	await desk.getByRole('button', { name: 'Cover the panel and set up' }).click();
	await letFly(student);
	await expect(student.getByTestId('panel-covered')).toBeVisible({ timeout: 20_000 });
	await student.getByRole('button', { name: '“I have control”' }).click();
	await expect(student.getByTestId('panel-covered')).toHaveCount(0);
	await flyFor(student, 1.5);
	await student.keyboard.press('Space');
	await student.getByRole('button', { name: 'Break off' }).click();
	await expect(student.getByTestId('statements')).toContainText(/Handed over nose (high|low) at \d:\d\d/);
});
