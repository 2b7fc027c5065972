import { expect, test } from '@playwright/test';
import { Flight, setupOf, withPlaces, type TaskCard } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog } from '../data/index.js';
import { beginFlying, flyFor, flyUntil } from './support/cockpit.js';
import { studentWithTask } from './support/database.js';
import { choose } from '../scripts/desk-hands.mjs';
import { enterAs, signIn } from './support/people.js';
import { flyByDials, plugIn } from './support/scripted-pilot.js';
import { tuneNav1 } from './support/radios.js';

const area = areaCatalog.get('veskar');

/** Intercept, track, hold: a hold of half a minute inbound, three miles from its station, in 20 kt across. */
function shortHold(): TaskCard {
	const card = structuredClone(cardCatalog.get('hold-direct'));
	const [track, hold] = card.phases;
	const [inbound] = structuredClone(cardCatalog.get('intercept-inbound')).phases;
	card.id = 'short-hold';
	card.name = 'Short hold';
	const course = { kind: 'course', aid: 'LSK', courseDeg: 105, toward: 'to' } as const;
	inbound!.path = { ...course, interceptDeg: 45 };
	inbound!.name = 'Intercept 105 to LSK';
	if (hold!.path?.kind === 'hold') hold!.path.inboundSeconds = 30;
	card.phases = [inbound!, { ...track!, path: course }, hold!].map((phase, i) => ({
		...phase,
		id: `leg-${i + 1}`
	}));
	const lsk = area.stations.find(({ id }) => id === 'LSK')!;
	// Four miles out, a mile to the left of the course.
	const angle = ((285 + area.variationDeg + 12) * Math.PI) / 180;
	card.start = {
		...card.start,
		northNm: lsk.northNm + 4 * Math.cos(angle),
		eastNm: lsk.eastNm + 4 * Math.sin(angle),
		headingDeg: 105
	};
	card.weather.windLayers = [{ altitudeFt: 0, fromDeg: 15, speedKt: 20 }];
	return withPlaces(card, area);
}

test('a student tunes, identifies, intercepts, tracks and holds; the debrief shows entry, circuits and the exact answer', async ({
	page
}) => {
	test.setTimeout(1_200_000);
	await plugIn(page);
	const card = shortHold();
	const { login } = await studentWithTask(card);
	await signIn(page, login);
	await page.getByRole('button', { name: 'Fly' }).last().click();
	await beginFlying(page);

	// Tuned by typing; before it has been listened to it is not identified.
	await tuneNav1(page, '112.3', '105');
	await expect(page.getByTestId('ident-nav1')).toHaveText('not identified');
	await page.keyboard.press('9');
	await expect(page.getByTestId('morse')).toContainText('·–·· ··· –·–');
	const identified = async () => (await page.getByTestId('ident-nav1').textContent())?.includes('✓') ?? false;
	await flyUntil(page, identified);
	// The second needle is not needed here: covered, it is gone until the cover is taken off.
	await page.getByRole('button', { name: 'Cover the second needle' }).click();
	await expect(page.getByTestId('needle')).toHaveCount(1);
	await page.getByRole('button', { name: 'second needle: covered' }).click();
	await expect(page.getByTestId('needle')).toHaveCount(2);
	// Left of the course as it is, the needle is to the right.
	await expect(page.getByTestId('needle').first()).toHaveAttribute('aria-label', /to, needle .* right/);

	await choose(page.getByRole('combobox', { name: /^Rate/ }), '8');
	const flight = new Flight({
		...setupOf(card, aircraftCatalog.get(card.aircraft), area),
		assist: 'attitude',
		seed: 1
	});
	await flyByDials(page, {
		card,
		inputs: flight.initialControls,
		altitudeFt: 3000,
		courses: ['105', '105', '090']
	});
	await page.getByRole('button', { name: 'Finish', exact: true }).click();

	// The whole flight is graded before the debrief is shown.
	await expect(page).toHaveURL(/\/debrief\//);
	await expect(page.getByTestId('hold-entry')).toContainText('Entry: direct');
	await expect(page.getByTestId('hold-entry')).toContainText('✓ right');
	const rows = page.getByTestId('circuits').locator('tbody tr');
	await expect(rows).toHaveCount(6);
	await expect(rows.nth(3)).toContainText('Exact');
	for (let i = 0; i < 3; i++) await expect(rows.nth(i)).toContainText('right');
	await expect(page.getByTestId('plan-replay').getByTestId('plan')).toBeVisible();
	await expect(page.getByTestId('statements')).not.toContainText('without having listened');
	// A call was due at each passing of the fix, and was ticked by its key.
	await expect(page.getByTestId('navigation')).toContainText(/\d+ calls/);
});

test('a student works out the hold before flying it, and sees the answer only then', async ({
	page,
	browser
}) => {
	const { login, assignmentId } = await studentWithTask(cardCatalog.get('hold-teardrop'));
	await signIn(page, login);
	await page.goto(`/brief/${assignmentId}`);
	await expect(page.getByText('Wind 040° at 20 kt')).toBeVisible();
	const entry = page.getByTestId('worked-leg-2-entry');
	await expect(entry).toHaveText('after your try');
	const row = (ask: string) =>
		page.getByRole('row', { name: ask }).filter({ has: page.getByRole('button', { name: /^(Try|Again)$/ }) });
	await choose(row('Entry').getByRole('combobox'), 'parallel');
	await row('Entry').getByRole('button', { name: 'Try' }).click();
	await expect(entry).toContainText('teardrop');
	await expect(row('Entry')).toContainText('not yet');
	await choose(row('Entry').getByRole('combobox'), 'teardrop');
	await row('Entry').getByRole('button', { name: 'Again' }).click();
	await expect(row('Entry')).toContainText('right');
	// What cannot be a heading is refused with what is allowed, and stays as it was typed.
	const outbound = row('Outbound heading');
	await outbound.getByRole('textbox').fill('400');
	await outbound.getByRole('button', { name: 'Try' }).click();
	await expect(outbound.getByRole('alert')).toContainText('Yours must be a number from 0 to 360');
	await expect(outbound.getByRole('textbox')).toHaveValue('400');
	await outbound.getByRole('textbox').fill('270');
	await outbound.getByRole('button', { name: 'Try' }).click();
	await expect(page.getByTestId('worked-leg-2-outbound')).toContainText('yours is off by');
	// The same hold on the Bench, with the day's wind in it.
	const explained = page.getByTestId('explained');
	await expect(explained).toContainText('by rule');
	// The others are not given away; when all have been tried, it is drawn.
	await expect(explained).toContainText('Outbound heading');
	await expect(explained).not.toContainText('Outbound time');
	await expect(explained.getByRole('group')).toHaveCount(0);
	for (const one of await page.locator('form[data-try*="leg"]').all()) {
		if ((await one.getByRole('button', { name: 'Try', exact: true }).count()) === 0) continue;
		await one.getByRole('textbox').fill('200');
		await one.getByRole('button', { name: 'Try', exact: true }).click();
		await expect(one.getByRole('button', { name: 'Again' })).toBeVisible();
	}
	await explained
		.filter({ hasText: 'Outbound heading' })
		.getByRole('link', { name: 'Try it on the Bench' })
		.click();
	await expect(page).toHaveURL(/\/bench\/hold\?/);
	await expect(page.getByLabel('Wind from')).toHaveValue('40');
	// Another student has no such task.
	const stranger = await (await browser.newContext()).newPage();
	await signIn(stranger, (await studentWithTask(cardCatalog.get('hold-direct'))).login);
	expect((await stranger.goto(`/brief/${assignmentId}`))!.status()).toBe(404);
});

test('a student says where the aircraft is, and hears how far that was off', async ({ page }) => {
	const { login } = await studentWithTask(cardCatalog.get('two-radials'));
	await signIn(page, login);
	await page.getByRole('button', { name: 'Fly' }).last().click();
	await beginFlying(page);
	// By keys: the second receiver, its standby one channel up, and in.
	await page.keyboard.press('8');
	await page.keyboard.press('=');
	await page.keyboard.press('\\');
	await expect(
		page.getByRole('region', { name: 'Nav 2' }).getByLabel('active', { exact: true })
	).toContainText('108.05');
	await tuneNav1(page, '113,2', '035');
	await expect(page.getByTestId('needle').first()).toHaveAttribute('aria-label', /Nav 1: course 035, to/);
	// The RNAV unit takes what is typed at once, and has bearing and distance in figures.
	await page.getByRole('button', { name: 'RNAV …' }).click();
	await page.keyboard.type('ORMEK');
	await page.keyboard.press('Enter');
	await flyFor(page, 0.5);
	await expect(page.getByText(/^ORMEK \d{3}° \d+\.\d$/)).toBeVisible();
	await page.keyboard.press('k');
	const map = page.getByRole('dialog', { name: 'Say where you are' });
	// The first line as it was read; the second is begun, left, and still there when the map is opened again.
	await choose(map.getByLabel('Station of line 1'), 'VSK');
	await map.getByLabel('Radial of line 1').fill('400');
	await expect(map.getByRole('alert')).toContainText('The radial of VSK is 000 to 360');
	await map.getByLabel('Radial of line 1').fill('215');
	await choose(map.getByLabel('Station of line 2'), 'HMY');
	await map.getByRole('button', { name: 'Not yet' }).click();
	await page.keyboard.press('k');
	await expect(map.getByLabel('Radial of line 1')).toHaveValue('215');
	await map.getByLabel('Radial of line 2').fill('300');
	await map.getByTestId('plan').click({ position: { x: 150, y: 200 } });
	await map.getByRole('button', { name: 'I am here' }).click();
	await flyFor(page, 1);
	await page.getByRole('button', { name: 'Finish and debrief' }).click();
	await expect(page.getByTestId('navigation')).toContainText(/\d+\.\d NM from\s+where the aircraft was/);
	await expect(page.getByTestId('navigation')).toContainText(/You drew the 215 radial of VSK; it was 21\d/);
	await expect(page.getByTestId('navigation')).toContainText('You drew the 300 radial of HMY');
});

test('on a veiled panel the needles, too, are read only while they are looked at', async ({ page }) => {
	const { login } = await studentWithTask({ ...cardCatalog.get('bracket'), veil: 'black' });
	await signIn(page, login);
	await page.getByRole('button', { name: 'Fly' }).last().click();
	await beginFlying(page);
	const needle = page.getByTestId('needle').first();
	const altimeter = page.locator('[role=img][aria-label^="Altimeter"]').first();
	await expect(needle).toBeHidden();
	const box = (await needle.boundingBox())!;
	await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
	await expect(needle).toBeVisible();
	await expect(altimeter).toBeHidden();
	// Shorter than that is a glance in passing, not a look.
	await flyFor(page, 1.5);
	const other = (await altimeter.boundingBox())!;
	await page.mouse.move(other.x + other.width / 2, other.y + other.height / 2);
	await expect(altimeter).toBeVisible();
	await expect(needle).toBeHidden();
	await page.getByRole('button', { name: 'Break off' }).click();
	// The look at them is in the scan.
	await expect(page.getByRole('region', { name: 'Scan' })).toContainText('radio needles');
});

test('an instructor copies an area, moves a station on the map, and takes it out and in again', async ({
	page,
	browser
}) => {
	await enterAs(page, 'Harun Aldbeck');
	await page.goto('/library/areas');
	await page
		.getByRole('row', { name: /Veskar Isles/ })
		.first()
		.getByRole('button', { name: 'Copy to change' })
		.click();
	await expect(page).toHaveURL(/\/areas\/own-/);
	const place = page.getByTestId('place');
	await page.getByRole('button', { name: 'NBN', exact: true }).click();
	await expect(place).toContainText('NBN, Nabben');
	const north = place.getByLabel('North, NM');
	expect(await north.inputValue()).toBe('-1.8');
	// Dragged by hand: it lies where the chosen ring is drawn, some way left of the middle.
	const canvas = page.getByTestId('plan');
	const box = (await canvas.boundingBox())!;
	const at = { x: box.x + 61, y: box.y + 320 };
	await page.mouse.move(at.x, at.y);
	await page.mouse.down();
	await page.mouse.move(at.x + 30, at.y - 40, { steps: 6 });
	await page.mouse.up();
	await expect.poll(() => north.inputValue()).not.toBe('-1.8');
	await expect(page.getByRole('status')).toHaveText('Kept');
	await place.getByLabel('MHz').fill('113.2');
	await place.getByLabel('MHz').blur();
	await expect(page.getByRole('alert')).toContainText('must not share a frequency');
	await place.getByLabel('MHz').fill('117.5');
	await place.getByLabel('MHz').blur();
	await expect(page.getByRole('status')).toHaveText('Kept');

	const address = page.url().replace('/library/areas/', '/api/areas/');
	const json = await (await page.request.get(address)).text();
	expect(JSON.parse(json).type).toBe('FeatureCollection');
	// A student may look at their instructor's area, and change nothing of it.
	const other = await (await browser.newContext()).newPage();
	await enterAs(other, 'Mirja Toft-Hale');
	expect((await other.request.get(address)).status()).toBe(200);
	expect((await other.request.put(address, { data: area })).status()).toBe(404);
	await other.goto(page.url());
	await expect(other.getByRole('button', { name: 'Add a VOR' })).toHaveCount(0);

	await page.getByRole('link', { name: 'All areas' }).click();
	await page
		.getByLabel(/Take in an area/)
		.setInputFiles({ name: 'mine.geojson', mimeType: 'application/geo+json', buffer: Buffer.from(json) });
	await page.getByRole('button', { name: 'Take it in' }).click();
	await expect(page).toHaveURL(/\/areas\/own-/);
	await page.getByRole('button', { name: 'NBN', exact: true }).click();
	await expect(place.getByLabel('MHz')).toHaveValue('117.5');
	await page.goto('/library/areas');
	await page.getByLabel(/Take in an area/).setInputFiles({
		name: 'x.geojson',
		mimeType: 'application/geo+json',
		buffer: Buffer.from('{"type":1}')
	});
	await page.getByRole('button', { name: 'Take it in' }).click();
	await expect(page.getByRole('alert')).toContainText('/area is missing');
});
