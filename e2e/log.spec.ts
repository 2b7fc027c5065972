import { expect, test, type Page } from '@playwright/test';
import { cardCatalog } from '../data/index.js';
import { choose } from '../scripts/desk-hands.mjs';
import { studentWithTask } from './support/database.js';
import { enterAs, signIn } from './support/people.js';

const student = () => studentWithTask(cardCatalog.get('straight-level'));

/** An old log as somebody typed it into a spreadsheet: fourteen rows, two of them wrong. */
const OLD_LOG = [
	'Day;A/C type;Reg.;From;To;Total time;PIC;XC;Dual;Hood;Safety pilot;CFII;Comments',
	'',
	...Array.from(
		{ length: 12 },
		(_, i) => `${i + 1}.9.2026;Ferrin 160;X-FERA;XVES;XOST;1,5;1,5;1,5;;1,2;Berit Ask;;row ${i + 2}`
	),
	'31.9.2026;Ferrin 160;X-FERA;XVES;XVES;1,2;;;1,2;1,0;;yes;no such day',
	'14.9.2026;Ferrin 160;X-FERA;XVES;XVES;1,2;1,4;;;;;;more than all'
];
const asFile = (name: string, lines: string[]) => ({
	name,
	mimeType: 'text/csv',
	buffer: Buffer.from(lines.join('\r\n'))
});
const totals = (page: Page) => page.getByTestId('totals').getByRole('row', { name: /^All/ });
const missing = (page: Page, id: string) => page.locator(`[data-requirement="${id}"]`);

test('an old log comes in as a file, its errors are mended, twelve entries are confirmed at once, one is corrected, a set is tightened', async ({
	page,
	browser
}) => {
	const { login, name, id } = await student();
	await signIn(page, login);
	await page.goto('/log/own/import');
	const chooser = page.locator('input[type=file]');
	await expect(chooser).toBeEnabled();
	await chooser.setInputFiles(asFile('old.csv', OLD_LOG));
	await expect(page.getByRole('heading', { name: /12 of 14 rows can be taken/ })).toBeVisible();
	const problems = page.getByTestId('problems');
	await expect(problems).toContainText('a day that there is; 2026-09-31 is none');
	await expect(problems).toContainText('pilot in command is a part of the total, and that is 1:12');
	// By the file's own rows, the empty one among them.
	await expect(problems.getByRole('row', { name: /^15 Day 31\.9\.2026/ })).toBeVisible();
	// All or nothing, unless it is said.
	await expect(page.getByRole('button', { name: 'Take 12 in' })).toBeDisabled();
	// "A/C type" was not known by its head: it is said, once.
	await choose(page.getByRole('combobox', { name: 'A/C type is' }), { label: 'Type' });
	const saved = page.waitForEvent('download');
	await page.getByRole('button', { name: 'Save the 2 to mend as a file' }).click();
	expect((await saved).suggestedFilename()).toBe('old-to-mend.csv');
	const mended = OLD_LOG.map((line) => line.replace('31.9.', '30.9.').replace('1,2;1,4', '1,4;1,4'));
	await chooser.setInputFiles(asFile('old-mended.csv', mended));
	await expect(page.getByRole('heading', { name: /14 of 14 rows can be taken/ })).toBeVisible();
	await choose(page.getByRole('combobox', { name: 'A/C type is' }), { label: 'Type' });
	await page.getByRole('button', { name: 'Take 14 in' }).click();
	await expect(page.getByText('14 entries are in the log')).toBeVisible();
	// The same file is known again.
	await chooser.setInputFiles(asFile('old-mended.csv', mended));
	await expect(page.getByRole('alert').filter({ hasText: 'This very file was taken before' })).toBeVisible();
	await expect(page.getByText('as with these heads before')).toBeVisible();
	await page.goto('/log/own');
	await expect(totals(page)).toContainText('20:36');
	await page.goto('/log/own/rating');
	// 12 × 1.2 h with a safety pilot and 1.0 h dual.
	await expect(missing(page, 'instrument')).toContainText('15:24 h of 40:00 h, 24:36 h missing');
	await missing(page, 'instrument')
		.getByRole('button', { name: /13 count, 1 do not/ })
		.click();
	await expect(page.getByTestId('counted')).toContainText('no instrument time');
	await expect(page.getByTestId('plan')).toContainText('250 NM along airways');
	await page.getByRole('button', { name: 'Try it here' }).click();
	await expect(missing(page, 'long-cross-country')).toContainText('With the flight that is tried: 1, met');

	const desk = await (await browser.newContext()).newPage();
	await enterAs(desk, 'Harun Aldbeck');
	await desk.goto('/students');
	await desk
		.getByRole('row', { name: new RegExp(name) })
		.getByRole('link', { name: '14 to confirm' })
		.click();
	await expect(desk).toHaveURL(new RegExp(`/log/${id}`));
	// The newest two wait for a word with the student: twelve of the fourteen.
	for (const box of (await desk.getByTestId('log').getByRole('checkbox').all()).slice(2)) await box.click();
	await desk.getByRole('button', { name: 'Confirm 12' }).click();
	await expect(desk.getByRole('status').filter({ hasText: '12 confirmed' })).toBeVisible();
	await desk.goto(`/log/${id}?which=confirmed`);
	await expect(desk.getByTestId('log').getByText('✓ confirmed')).toHaveCount(12);
	await desk.getByTestId('log').getByRole('link', { name: '12 Sept 2026' }).click();
	await desk.getByRole('textbox', { name: /^Simulated/ }).fill('0.8');
	await desk.getByRole('button', { name: 'Correct it' }).click();
	await expect(desk.getByRole('alert').filter({ hasText: 'reason' }).first()).toBeVisible();
	await desk.getByLabel(/Why it is corrected/).fill('twelve minutes were by the eye');
	await desk.getByRole('button', { name: 'Correct it' }).click();
	const versions = desk.getByTestId('versions');
	await expect(versions).toContainText('2 corrected by Harun Aldbeck');
	await expect(versions).toContainText('Simulated: 1:12 → 0:48');
	await expect(versions).toContainText('1 confirmed by Harun Aldbeck');
	await desk.getByRole('button', { name: 'Confirm it' }).click();
	await expect(desk).toHaveURL(new RegExp(`/log/${id}$`));

	// The plan becomes a task, with its words.
	await desk.goto(`/log/${id}/rating`);
	await desk.getByRole('link', { name: 'Set practice for it' }).click();
	await expect(desk.getByRole('button', { name: `${name}: take out` })).toBeVisible();
	await expect(desk.getByRole('textbox', { name: /A word to the student/ })).toHaveValue(
		/^Toward: .*250 NM along airways/
	);
	await expect(desk.getByRole('complementary').getByRole('heading', { name: /ILS|VOR|RNAV/ })).toBeVisible();

	// A set of the school's own, sharper: ten hours more.
	await desk.goto('/library/rules');
	await desk.getByRole('button', { name: 'Copy to change: US instrument rating, airplane' }).click();
	await expect(desk).toHaveURL(/rules\/own-/);
	const set = new URL(desk.url()).pathname.split('/').at(-1)!;
	await desk.getByRole('button', { name: /^Actual or simulated instrument time/ }).click();
	const requirement = desk.getByRole('region', { name: 'Actual or simulated instrument time' });
	await requirement.getByLabel('Asked for').fill('50');
	await desk.getByRole('button', { name: 'Keep it' }).click();
	await expect(desk).toHaveURL(/library\/rules$/);
	await desk.goto(`/log/${id}/rating?rules=${set}`);
	await expect(missing(desk, 'instrument')).toContainText('15:00 h of 50:00 h, 35:00 h missing');
	await desk.getByRole('button', { name: 'Worked for by this student' }).click();
	await expect(desk.getByRole('button', { name: 'Worked for by this student' })).toBeHidden();
	await page.goto('/log/own/rating');
	await expect(missing(page, 'instrument')).toContainText('35:00 h missing');
	await desk.context().close();
});

test('three flights are entered by keys alone, each beginning where the last one ended', async ({ page }) => {
	const { login } = await student();
	await signIn(page, login);
	await page.goto('/log/own', { waitUntil: 'networkidle' });
	const date = page.getByLabel(/^Date/);
	await date.focus();
	const FLIGHTS = [
		{ date: '3 Nov', to: 'XOST', total: '1:30', shows: '3 Nov 2026' },
		{ date: '4.11.', to: 'XHAM', total: '1.2', shows: '4 Nov 2026' },
		{ date: '5/11/26', to: 'XVES', total: '95', shows: '5 Nov 2026' }
	];
	const tab = async (name: string | RegExp) => {
		for (let i = 0; i < 30; i++) {
			await page.keyboard.press('Tab');
			if (await page.getByLabel(name, { exact: true }).evaluate((field) => field === document.activeElement))
				return;
		}
		throw new Error(`Tab does not lead to ${name}`);
	};
	for (const [i, flight] of FLIGHTS.entries()) {
		await page.keyboard.press('Control+a');
		await page.keyboard.type(flight.date);
		if (i === 0) {
			await tab('Type');
			await page.keyboard.type('Ferrin 160');
			await tab('Registration');
			await page.keyboard.type('X-FERA');
			await tab('From');
			await page.keyboard.type('XVES');
		}
		await tab('To');
		await page.keyboard.press('Control+a');
		await page.keyboard.type(flight.to);
		await tab(/^Total/);
		await page.keyboard.type(flight.total);
		await tab(/^Pilot in command/);
		// The whole of it, by one key.
		await page.keyboard.press('=');
		await page.keyboard.press('Enter');
		await expect(page.getByRole('status').filter({ hasText: `Kept: ${flight.shows}` })).toBeVisible();
		await expect(date).toBeFocused();
	}
	const rows = page.getByTestId('log').locator('tbody').getByRole('row');
	await expect(rows).toHaveCount(3);
	await expect(rows.nth(0)).toContainText(/5 Nov 2026.*X-FERA.*XHAM – XVES.*1:35/);
	await expect(rows.nth(2)).toContainText(/3 Nov 2026.*XVES – XOST.*1:30.*1:30/);
	await expect(totals(page)).toContainText('4:17');
	// What cannot be is said while it is typed, and nothing typed is lost by trying.
	await page.getByLabel(/^Total/).fill('1:00');
	await page.getByLabel(/^Dual/).fill('1:10');
	await expect(page.getByText('dual is a part of the total, and that is 1:00')).toBeVisible();
	await page.getByRole('button', { name: 'Keep it' }).click();
	await expect(page.getByLabel(/^Dual/)).toHaveValue('1:10');
	await expect(rows).toHaveCount(3);
	await page.getByLabel(/^Dual/).fill('1:00');
	await page.keyboard.press('Enter');
	await expect(rows).toHaveCount(4);
	await expect(page.getByTestId('log')).toContainText('dual wants the name of the instructor');
});

test('two change one entry: the second is told, keeps what was typed, and decides', async ({
	page,
	browser
}) => {
	const { login, id } = await student();
	await signIn(page, login);
	await page.goto('/log/own', { waitUntil: 'networkidle' });
	await page.getByLabel(/^Date/).fill('3 Nov');
	await page.getByLabel(/^Total/).fill('1:30');
	await page.getByRole('button', { name: 'Keep it' }).click();
	await page.getByTestId('log').getByRole('link', { name: '3 Nov 2026' }).click();
	await expect(page.getByTestId('versions')).toBeVisible();
	const desk = await (await browser.newContext()).newPage();
	await enterAs(desk, 'Harun Aldbeck');
	await desk.goto(`/log/${id}`);
	await desk.getByTestId('log').getByRole('link', { name: '3 Nov 2026' }).click();
	await desk.getByRole('textbox', { name: 'Remarks' }).fill('by the instructor');
	await desk.getByRole('button', { name: 'Keep the change' }).click();
	await expect(desk.getByTestId('versions')).toContainText('2 changed by Harun Aldbeck');
	await page.getByRole('textbox', { name: 'Remarks' }).fill('by the student');
	await page.getByRole('button', { name: 'Keep the change' }).click();
	const conflict = page.getByTestId('conflict');
	await expect(conflict).toContainText('Somebody has changed this entry');
	await expect(conflict).toContainText('by the instructor');
	await expect(page.getByRole('textbox', { name: 'Remarks' })).toHaveValue('by the student');
	await page.getByRole('button', { name: 'I have seen it; mine may go over it' }).click();
	await page.getByRole('button', { name: 'Keep the change' }).click();
	await expect(page.getByTestId('versions')).toContainText('3 changed by Test Student');
	await expect(page.getByTestId('versions')).toContainText('by the instructor → by the student');
	await page.getByRole('button', { name: 'Take it out' }).click();
	await expect(page.getByText('taken out of the log')).toBeVisible();
	await page.getByRole('button', { name: 'Bring it back' }).click();
	await expect(page.getByText('Waits for the instructor’s word')).toBeVisible();
	await desk.context().close();
});

test('on a phone one flight is entered, and a flight in the trainer offers its own as practice', async ({
	page
}) => {
	await page.setViewportSize({ width: 390, height: 844 });
	await enterAs(page, 'Ilse Varnholm');
	await page.goto('/record', { waitUntil: 'networkidle' });
	await page.getByRole('link', { name: 'Debrief' }).first().click();
	await page.getByRole('link', { name: 'Into the log, as practice' }).click();
	await expect(page.getByRole('heading', { name: /^From the flight “Straight and level”/ })).toBeVisible();
	await expect(page.getByRole('combobox', { name: 'Flown in' })).toContainText('this trainer, practice only');
	// No hour that a regulation counts comes of it.
	const hours = () => totals(page).getByRole('cell').nth(1).textContent();
	const before = await hours();
	await page.getByRole('button', { name: 'Keep it' }).click();
	await expect(page.getByRole('status').filter({ hasText: 'Kept' })).toBeVisible();
	await expect(totals(page)).toContainText('not counted');
	expect(await hours()).toBe(before);
	await page.goto('/log/own', { waitUntil: 'networkidle' });
	await page.getByLabel(/^Date/).fill('today');
	await page.getByLabel(/^Total/).fill('1,5');
	await expect(page.getByText('= 1:30')).toBeVisible();
	await page.getByRole('button', { name: 'Keep it' }).click();
	await expect(page.getByRole('status').filter({ hasText: 'Kept' })).toBeVisible();
	const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
	expect(wide).toBeLessThanOrEqual(0);
});

test('twenty thousand rows come in while the page stays awake, and go out as they came', async ({ page }) => {
	const { login, id } = await student();
	await signIn(page, login);
	await page.goto('/log/own/import');
	const rows = Array.from(
		{ length: 20_000 },
		(_, i) =>
			`${2000 + (i % 26)}-0${1 + (i % 9)}-1${i % 10},Ferrin 160,XVES,XOST,1:${String(i % 60).padStart(2, '0')},remark ${i}`
	);
	await expect(page.locator('input[type=file]')).toBeEnabled();
	await page.evaluate(() => {
		const seen = { pictures: 0 };
		(window as never as { seen: typeof seen }).seen = seen;
		const tick = () => {
			seen.pictures++;
			requestAnimationFrame(tick);
		};
		requestAnimationFrame(tick);
	});
	const pictures = () =>
		page.evaluate(() => (window as never as { seen: { pictures: number } }).seen.pictures);
	const before = await pictures();
	await page
		.locator('input[type=file]')
		.setInputFiles(asFile('many.csv', ['Date,Type,From,To,Total,Remarks', ...rows]));
	await expect(page.getByRole('heading', { name: '20000 of 20000 rows can be taken' })).toBeVisible({
		timeout: 60_000
	});
	await page.getByRole('button', { name: 'Take 20000 in' }).click();
	await expect(page.getByText('20000 entries are in the log')).toBeVisible({ timeout: 120_000 });
	// A page that stands still meanwhile draws a handful.
	expect((await pictures()) - before).toBeGreaterThan(60);
	const file = await page.request.get(`/api/log/${id}/file`);
	const lines = (await file.text()).split('\r\n');
	expect(lines).toHaveLength(20_001);
	await page.getByRole('button', { name: 'Undo it' }).click();
	await expect(page.getByText('20000 entries are out again')).toBeVisible({ timeout: 60_000 });
	await page.goto('/log/own');
	await expect(page.getByText('Nothing is in the log yet')).toBeVisible();
});
