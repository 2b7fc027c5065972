import { expect, test } from '@playwright/test';
import { look, lookAtAll } from './support/look.js';
import { enterAs } from './support/people.js';

lookAtAll('Ilse Varnholm', [
	'/today',
	'/record',
	'/record/faults',
	'/record/attitude',
	'/record/navigation',
	'/record/scan',
	'/record/drills',
	'/record/numbers',
	'/record/practice',
	'/log/own',
	'/log/own/rating',
	'/log/own/import',
	'/log/own/paper',
	'/practice/drills',
	'/practice/drills/primary',
	'/practice/drills/sheet',
	'/practice/controls'
]);

test('the first page, records, a debrief and a brief, too', async ({ page }) => {
	await look(page, '/');
	await enterAs(page, 'Harun Aldbeck');
	await page.goto('/students');
	await page.getByRole('link', { name: 'Teo Marrask', exact: true }).click();
	await expect(page).toHaveURL(/\/students\//);
	const student = new URL(page.url()).pathname;
	await look(page, student);
	await look(page, `${student}/faults`);
	await page.goto('/students');
	await page
		.getByRole('row', { name: /Obed Linnaker/ })
		.getByRole('link', { name: 'Debrief' })
		.click();
	await expect(page).toHaveURL(/\/debrief\//);
	await look(page, new URL(page.url()).pathname);
	await page.context().clearCookies();
	await enterAs(page, 'Obed Linnaker');
	await page.getByRole('link', { name: 'Brief: Hold, direct entry' }).click();
	await expect(page).toHaveURL(/\/brief\//);
	await look(page, new URL(page.url()).pathname);
});
