import { expect, test } from '@playwright/test';
import { shortCard, studentWithTask } from './support/database.js';
import { choose } from '../scripts/desk-hands.mjs';
import { setWho, unfold } from './support/tasks.js';
import { enterAs } from './support/people.js';

test('an instructor looks at a graded flight within two clicks, and every statement leads to its moment', async ({
	page
}) => {
	await page.goto('/');
	await page.getByRole('button', { name: 'Enter as Harun Aldbeck' }).click();
	// What nobody has looked at stands first; one more click, and it is open.
	const waiting = page.getByRole('region', { name: 'Flown and not looked at' });
	await waiting.getByRole('listitem').first().getByRole('link').nth(1).click();
	await expect(page).toHaveURL(/\/debrief\//);
	await expect(page.getByTestId('score')).toBeVisible();

	await page.goto('/students');
	await page
		.getByRole('row', { name: /Teo Marrask/ })
		.getByRole('link', { name: 'Debrief' })
		.click();
	await expect(page.getByTestId('charts')).toHaveAttribute('data-loaded', 'true');
	const statement = page.getByTestId('statements').getByRole('button', { name: /began the descent/ });
	await statement.click();
	await expect(statement).toHaveAttribute('aria-pressed', 'true');
	// The mark stands in every chart.
	await expect(
		page.locator(
			'.apexcharts-xaxis-annotations line[stroke-width="2"], .apexcharts-xaxis-annotations .moment'
		)
	).not.toHaveCount(0);

	// The cursors are tied: pointing into one chart shows the hair in the others.
	const first = page.locator('[data-testid=charts] .apexcharts-canvas').first();
	const box = (await first.boundingBox())!;
	const hairs = page.locator('[data-testid=charts] .apexcharts-xcrosshairs.apexcharts-active');
	let along = 0.4;
	await expect(async () => {
		along += 0.02;
		await page.mouse.move(box.x + box.width * along, box.y + box.height / 2);
		await expect(hairs).toHaveCount(5, { timeout: 500 });
	}).toPass();
});

test('remarks are pinned to moments, and an override keeps both values with its reason', async ({ page }) => {
	await enterAs(page, 'Harun Aldbeck');
	await page.goto('/students');
	await page.getByRole('link', { name: 'Obed Linnaker', exact: true }).click();
	await page
		.getByRole('row', { name: /Intercept a radial outbound/ })
		.last()
		.getByRole('link', { name: 'Debrief' })
		.click();
	await expect(page.getByTestId('score')).toBeVisible();

	await page.getByRole('textbox', { name: 'A remark' }).fill('Watch the trim here.');
	await page.getByLabel('at', { exact: true }).fill('later');
	await page.getByRole('button', { name: 'Add' }).click();
	await expect(page.getByRole('alert')).toHaveText('The time must look like 1:05, or be left empty.');
	await expect(page.getByRole('textbox', { name: 'A remark' })).toHaveValue('Watch the trim here.');
	// No minute has 75 s, and this flight no 99 minutes.
	await page.getByLabel('at', { exact: true }).fill('1:75');
	await page.getByRole('button', { name: 'Add' }).click();
	await expect(page.getByRole('alert')).toHaveText('The time must look like 1:05, or be left empty.');
	await page.getByLabel('at', { exact: true }).fill('99:00');
	await page.getByRole('button', { name: 'Add' }).click();
	await expect(page.getByRole('alert')).toHaveText(/^The time must be within the flight, 0:00 to \d+:\d\d/);
	await page.getByLabel('at', { exact: true }).fill('1:40');
	await page.getByRole('button', { name: 'Add' }).click();
	await expect(page.getByTestId('remarks')).toContainText('1:40 Watch the trim here.');

	await page.getByText('Put your verdict').click();
	await choose(page.getByRole('combobox', { name: 'Verdict' }), 'not met');
	await page.getByRole('button', { name: 'Put it' }).click();
	await expect(page.getByRole('alert')).toHaveText('Give the reason.');
	await choose(page.getByRole('combobox', { name: 'Verdict' }), 'not met');
	await page.getByRole('textbox', { name: 'Reason' }).fill('I had to help with the power.');
	await page.getByRole('button', { name: 'Put it' }).click();
	await expect(
		page.getByText('puts not met in place of the computed met: I had to help with the power.')
	).toBeVisible();
	await page.getByRole('link', { name: /record/ }).click();
	await expect(page.getByText('instructor; computed: met')).toBeVisible();
});

test('a task that is set appears at the student’s', async ({ page, browser }) => {
	const { name, login } = await studentWithTask(shortCard());
	await enterAs(page, 'Harun Aldbeck');
	await page.getByRole('link', { name: 'Set a task' }).first().click();
	await setWho(page, name);
	await unfold(page, 'The rest');
	await choose(page.getByRole('combobox', { name: 'Graded against' }), {
		label: 'European skill test, instrument rating'
	});
	await expect(page.getByText('Part-FCL')).toBeVisible();
	await choose(page.getByRole('combobox', { name: 'Assist' }), 'direct');
	await page.getByRole('textbox', { name: 'A word' }).fill('Hands and feet now.');
	await page.getByRole('button', { name: 'Set it' }).click();
	await expect(page.getByText('eu-instrument · assist: direct · Hands and feet now.')).toBeVisible();

	const context = await browser.newContext();
	const student = await context.newPage();
	await student.goto('/');
	await student.getByLabel('Name').fill(login);
	await student.getByLabel('Password').fill('practice');
	await student.getByRole('button', { name: 'Sign in' }).click();
	await expect(student.getByRole('region', { name: 'Next' })).toContainText('Hands and feet now.');
	await context.close();
	// Taken back, it is gone.
	await page.getByRole('button', { name: 'Take back' }).first().click();
	await expect(page.getByText('Hands and feet now.')).toBeHidden();
});

test('a debrief opened from a debrief shows the charts of its own flight', async ({ page }) => {
	await enterAs(page, 'Harun Aldbeck');
	await page.goto('/students');
	await page.getByRole('link', { name: 'Obed Linnaker', exact: true }).click();
	await page.getByRole('link', { name: 'Debrief' }).first().click();
	const charts = page.getByTestId('charts');
	const trace = () =>
		charts
			.locator('svg')
			.first()
			.evaluate((svg) => [...svg.querySelectorAll('path')].map((path) => path.getAttribute('d')).join());
	const own = async () => {
		await expect(page).toHaveURL(/\/debrief\//);
		const id = page.url().split('/').at(-1)!;
		await expect(charts).toHaveAttribute('data-attempt', id);
		await expect(charts).toHaveAttribute('data-loaded', 'true');
		return { id, trace: await trace() };
	};
	const first = await own();
	await page.getByRole('link', { name: /^flight before/ }).click();
	await expect(page).not.toHaveURL(new RegExp(first.id));
	const second = await own();
	expect(second.trace).not.toBe(first.trace);
	expect(second.trace.length).toBeGreaterThan(1000);
});

test('a school makes a standard of its own, and sets a task by it', async ({ page }) => {
	await enterAs(page, 'Harun Aldbeck');
	await page.getByRole('link', { name: 'Library', exact: true }).first().click();
	await page.getByRole('link', { name: 'Standards', exact: true }).click();
	await page.getByRole('button', { name: 'Copy School, sharp to change' }).click();
	await expect(page).toHaveURL(/\/standards\/own-/);
	await page.getByLabel('Name', { exact: true }).fill('Before the test');
	await page.getByLabel('altitude below', { exact: true }).fill('35');
	// A needle has a stop: what was typed stays, and beside it stands what is wrong.
	await page.getByLabel('needle above').fill('1,5');
	await page.getByRole('button', { name: 'Keep it' }).click();
	await expect(page.getByRole('alert')).toHaveText('Needle above must be 1 at most: full scale');
	await expect(page.getByLabel('altitude below', { exact: true })).toHaveValue('35');
	await page.getByLabel('needle above').fill('0,5');
	await page.getByRole('button', { name: 'Keep it' }).click();
	const row = page.getByRole('row', { name: /Before the test/ });
	await expect(row).toContainText('−35');
	await page.goto('/set');
	await unfold(page, 'The rest');
	await choose(page.getByRole('combobox', { name: 'Graded against' }), { label: 'Before the test' });
	await page.goto('/library/standards');
	await page.getByRole('button', { name: 'Put Before the test away' }).click();
	await expect(page.getByRole('row', { name: /Before the test/ })).toHaveCount(0);
	// Those that ship can be read and not changed.
	await page.getByRole('link', { name: 'School, sharp', exact: true }).click();
	await expect(page.getByLabel('altitude below', { exact: true })).toBeDisabled();
	await expect(page.getByRole('button', { name: 'Keep it' })).toHaveCount(0);
});
