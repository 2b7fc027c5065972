import { expect, test, type Page } from '@playwright/test';
import { approachCard, Flight, setupOf, type TaskCard } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, procedureCatalog } from '../data/index.js';
import { choose } from '../scripts/desk-hands.mjs';
import { addCard } from '../src/lib/server/data/index.js';
import { beginFlying, flyFor, flyUntil, press, readPanel } from './support/cockpit.js';
import { studentWithTask, withDatabase } from './support/database.js';
import { enterAs, signIn } from './support/people.js';
import { flyByDials, plugIn } from './support/scripted-pilot.js';
import { tuneNav1 } from './support/radios.js';
import { setWho } from './support/tasks.js';

const area = areaCatalog.get('veskar');
const trainer = aircraftCatalog.get('ferrin-160');
const row = (page: Page, ask: string | RegExp) =>
	page.getByRole('row', { name: ask }).filter({ has: page.getByRole('button', { name: /^(Try|Again)$/ }) });

test('the VOR with circling is briefed from its sheet, and what was wrong goes with the flight', async ({
	page
}) => {
	const { login, assignmentId } = await studentWithTask(cardCatalog.get('approach-ham-vor'));
	await signIn(page, login);
	await page.goto(`/brief/${assignmentId}`);
	const sheet = page.getByRole('article', { name: 'Sheet of VOR, circling' });
	await expect(sheet).toContainText('HMN VOR 108.60 MHz');
	await expect(sheet).toContainText('Left turn to 150, climb to 1200 ft');
	// What is to be worked out does not stand on it before it has been tried.
	await expect(sheet).not.toContainText('ft/min');
	await row(page, 'Frequency of HMN').getByRole('textbox').fill('108.6');
	await row(page, 'Frequency of HMN').getByRole('button', { name: 'Try' }).click();
	await expect(row(page, 'Frequency of HMN')).toContainText('✓ right');
	const bug = row(page, 'The bug for the minimum');
	await bug.getByRole('textbox').fill('700');
	await bug.getByRole('button', { name: 'Try' }).click();
	await expect(bug).toContainText('740 ft');
	await expect(bug).toContainText('not yet');
	await choose(row(page, 'Missed: the first thing').getByRole('combobox'), {
		label: 'Left turn to 150, climb to 1200 ft'
	});
	await row(page, 'Missed: the first thing').getByRole('button', { name: 'Try' }).click();
	await expect(row(page, 'Missed: the first thing')).toContainText('✓ right');
});

test('a VOR is briefed, reversed to, and flown to its minimum; nothing is seen: around by a key, and the hold; the instructor sees segments', async ({
	page,
	browser
}) => {
	test.setTimeout(1_200_000);
	await plugIn(page);
	const card: TaskCard = structuredClone(cardCatalog.get('approach-ham-vor'));
	// Into the hold and once over its fix: the circuits of holds have a test of theirs.
	card.phases.at(-1)!.end = { kind: 'circuits', count: 1 };
	const { login, assignmentId } = await studentWithTask(card);
	await signIn(page, login);
	await page.goto(`/brief/${assignmentId}`);
	const course = row(page, /^Final course/);
	await course.getByRole('textbox').fill('220');
	await course.getByRole('button', { name: 'Try' }).click();
	await expect(course).toContainText('not yet');
	await page.getByRole('button', { name: 'Fly' }).last().click();
	await beginFlying(page);
	await tuneNav1(page, '108.6', '175');
	// The bug comes to 500 ft first, then up by tens.
	for (let i = 0; i < 25; i++) await page.keyboard.press('PageUp');
	await expect(page.getByRole('img', { name: /bug for the minimum 740 feet/ }).first()).toBeVisible();
	const flight = new Flight({ ...setupOf(card, trainer, area), assist: 'attitude', seed: 1 });
	await choose(page.getByRole('combobox', { name: /^Rate/ }), '8');
	await flyByDials(
		page,
		{
			card,
			inputs: flight.initialControls,
			altitudeFt: card.phases.map(
				({ targets, after }) => targets.altitudeFt?.value ?? (after === 'go-around' ? 2400 : 745)
			),
			courses: card.phases.map(({ path }) =>
				path?.kind === 'course'
					? String(Math.round(path.courseDeg))
					: path?.kind === 'reversal'
						? String(path.inboundCourseDeg)
						: path?.kind === 'hold'
							? '160'
							: '210'
			)
		},
		async (phase) => {
			const { name, after, segment } = card.phases[phase]!;
			if (segment === 'minimum') {
				// Look up, see nothing, say so.
				await page.keyboard.press('v');
				await flyFor(page, 0.5);
				await page.keyboard.press('q');
				await page.keyboard.press('v');
				await press(page, 'w', 24);
			}
			if (after === 'go-around' && name.startsWith('Direct')) await tuneNav1(page, '115.4', '340');
			if (after === 'go-around' && name.startsWith('Hold')) await press(page, 's', 8);
		}
	);
	await page.getByRole('button', { name: 'Finish', exact: true }).click();
	await expect(page).toHaveURL(/\/debrief\//);
	const approach = page.getByTestId('approach-debrief');
	await expect(approach.getByTestId('decision')).toContainText('You said go around');
	await expect(approach.getByTestId('decision')).toContainText('nothing was to be seen');
	await expect(approach.getByRole('img', { name: /^Profile of VOR, circling/ })).toBeVisible();
	await expect(approach).toContainText('Full power after');
	// What was wrong in the brief is with the flight.
	await expect(page.getByTestId('brief-before')).toContainText('Wrong at first');
	const address = page.url();

	const desk = await (await browser.newContext()).newPage();
	await enterAs(desk, 'Harun Aldbeck');
	await desk.goto(address);
	const segments = desk.getByTestId('approach-debrief');
	await expect(segments.getByRole('row', { name: /^At the minimum/ })).toContainText('met');
	await expect(segments.getByRole('row', { name: /^Missed approach/ })).toBeVisible();
	await expect(segments.getByRole('row', { name: /^Circling/ })).toContainText('not asked');
	await desk.context().close();
});

for (const [weather, baseFt, key, judged] of [
	['the runway in sight', 900, 'i', /You said continue .* the runway was to be seen/],
	['nothing in sight', 150, 'i', /You said continue .* nothing was to be seen\. That is not enough/]
] as const)
	test(`the decision at the minimum of an ILS with ${weather}`, async ({ page }) => {
		// Just above the decision altitude, on both needles, in a descent that keeps them for half a minute.
		const card = approachCard(procedureCatalog.get('ves-ils-10'), {
			area,
			aircraft: trainer,
			part: 'missed',
			weather: {
				seaLevelPressureHpa: 1013.25,
				temperatureOffsetC: 0,
				windLayers: [],
				clouds: [{ baseFt, topsFt: 6000 }],
				visibilityM: 8000
			}
		});
		card.start.verticalSpeedFpm = -480;
		card.id = `ils-${baseFt}`;
		const { login } = await studentWithTask(card);
		await signIn(page, login);
		await page.getByRole('button', { name: 'Fly' }).last().click();
		await beginFlying(page);
		await flyUntil(page, async () => (await readPanel(page)).phase === 'At the minimum');
		await page.keyboard.press('v');
		await flyFor(page, 1);
		await page.keyboard.press(key);
		await flyFor(page, 0.5);
		await expect(page.getByTestId('phase')).toHaveText('To the threshold');
		await flyFor(page, 6);
		await page.getByRole('button', { name: 'Break off' }).click();
		await expect(page).toHaveURL(/\/debrief\//);
		await expect(page.getByTestId('decision')).toHaveText(judged);
	});

test('an approach by a station that the area has lost is told on the card, in the brief and in the cockpit, and stops no debrief', async ({
	page,
	browser
}) => {
	const card: TaskCard = structuredClone(cardCatalog.get('approach-ves-ils-10-final'));
	card.approach!.procedure = JSON.parse(JSON.stringify(card.approach!.procedure).replaceAll('IVES', 'IGONE'));
	card.name = 'By a localizer that is gone';
	const WORDS = 'the area has lost a station';
	const { login, assignmentId } = await studentWithTask(card);
	await signIn(page, login);
	await page.goto(`/brief/${assignmentId}`);
	await expect(page.getByRole('alert').filter({ hasText: WORDS })).toBeVisible();
	await page.getByRole('button', { name: 'Fly' }).last().click();
	await beginFlying(page);
	await expect(page.getByTestId('sheet-beside')).toContainText(WORDS);
	await flyFor(page, 4);
	await page.getByRole('button', { name: 'Break off' }).click();
	await expect(page).toHaveURL(/\/debrief\//);
	await expect(page.getByRole('heading', { name: card.name })).toBeVisible();
	await expect(page.getByTestId('approach-debrief')).toBeVisible();

	const id = await withDatabase(async (db) => {
		const { id: ownerId } = await db('users').where({ login: 'harun' }).first('id');
		return addCard(db, { ownerId, authorId: ownerId, attemptId: null, card });
	});
	const desk = await (await browser.newContext()).newPage();
	await enterAs(desk, 'Harun Aldbeck');
	await desk.goto(`/library/cards/${id}`);
	await expect(desk.getByRole('alert').filter({ hasText: WORDS })).toBeVisible();
	await withDatabase((db) => db('cards').where({ id }).delete());
	await desk.context().close();
});

test('procedures are found in the library by both, with their sheet for the wind of the day', async ({
	page
}) => {
	await enterAs(page, 'Harun Aldbeck');
	await page.goto('/library/procedures');
	await page.getByRole('link', { name: 'ILS 10', exact: true }).click();
	const sheet = page.getByTestId('procedure-sheet');
	await expect(sheet).toContainText('Decide at 260 ft');
	await expect(sheet).toContainText('heading 101');
	await page.getByRole('slider', { name: 'Wind speed' }).focus();
	for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowRight');
	await expect(sheet).not.toContainText('heading 101 · 93 kt');
	await choose(page.getByRole('combobox', { name: 'Altimeter setting of' }), 'XOST');
	await expect(sheet).toContainText('Decide at 330 ft');
	await page.getByRole('link', { name: 'missed approach only' }).click();
	await expect(page).toHaveURL(/\/set\?card=approach-ves-ils-10-missed/);
	// The list stands on it.
	await expect(page.getByTestId('cards').locator('[data-chosen]')).toBeInViewport();
	// To another minimum it is another card, and the robot flies that.
	await page.getByRole('button', { name: /^The approach/ }).click();
	await choose(page.getByRole('combobox', { name: 'Down to' }), 'circling 620');
	await choose(page.getByRole('combobox', { name: 'Circle to runway' }), '28');
	await choose(page.getByRole('combobox', { name: 'Bug in steps of' }), '20');
	await expect(page.getByTestId('preview')).toContainText('Circle to runway 28');
	await setWho(page, 'Obed Linnaker');
	await page.getByRole('button', { name: 'Set it' }).click();
	await expect(page).toHaveURL(/\/students\//);
	await expect(page.getByText(/ILS 10, missed approach/).first()).toBeVisible();
});
