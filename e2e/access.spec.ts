import { expect, test } from '@playwright/test';
import { shortCard, studentWithTask, withDatabase } from './support/database.js';
import { enterAs, signIn } from './support/people.js';

const flightOf = (login: string): Promise<string> =>
	withDatabase(async (db) => {
		const row = await db('attempts')
			.join('users', 'users.id', 'attempts.student_id')
			.where({ login })
			.first('attempts.id');
		return row.id as string;
	});

test('another student’s records do not exist, and nothing exists for a stranger', async ({
	page,
	request
}) => {
	const flight = await flightOf('teo');
	const routes = ['recording', 'state'].map((part) => `/api/attempts/${flight}/${part}`);
	const teo = await withDatabase((db) => db('users').where({ login: 'teo' }).first('id'));
	const entry = await withDatabase((db) => db('log_entries').where({ student_id: teo.id }).first('id'));
	routes.push(`/api/log/${teo.id}/file`, `/api/log/${teo.id}/record`);
	for (const route of routes) expect((await request.get(route)).status()).toBe(401);
	expect((await request.get(`/debrief/${flight}`, { maxRedirects: 0 })).status()).toBe(303);

	await enterAs(page, 'Runa Calvey');
	for (const route of [
		...routes,
		`/debrief/${flight}`,
		`/fly/${flight}`,
		'/students',
		'/set',
		'/library/standards',
		'/library/standards/us-instrument',
		`/students/${flight}`,
		`/log/${teo.id}`,
		`/log/${teo.id}/rating`,
		`/log/${teo.id}/import`,
		`/log/${teo.id}/paper`,
		`/log/entry/${entry.id}`,
		'/log/no-such-person',
		'/log/entry/no-such-entry',
		'/library/rules'
	])
		expect((await page.request.get(route)).status(), route).toBe(404);
	expect((await page.request.put(`/api/attempts/${flight}/chunks/0`, { data: 'x' })).status()).toBe(404);
	expect(
		(await page.request.post(`/api/attempts/${flight}/end`, { data: { status: 'finished' } })).status()
	).toBe(404);
	expect((await page.request.get('/api/attempts/no-such-id/recording')).status()).toBe(404);
	await page.goto(`/debrief/${flight}`);
	await expect(page.getByText('There is nothing here, or it is not yours.')).toBeVisible();
});

test('bad input to the data routes is refused by name', async ({ page }) => {
	const { login } = await studentWithTask(shortCard(), 'direct');
	await signIn(page, login);
	await expect(page).toHaveURL(/today/);
	const assignment = await withDatabase(async (db) => {
		const row = await db('assignments')
			.join('users', 'users.id', 'assignments.student_id')
			.where({ login })
			.first('assignments.id');
		return row.id as string;
	});
	const begin = (data: unknown) => page.request.post('/api/attempts', { data: data as object });
	const wrong = await begin({ assignmentId: assignment, assist: 'magic' });
	expect(wrong.status()).toBe(400);
	expect((await wrong.json()).message).toBe('/assist must be one of direct, attitude');
	expect((await (await begin({ assignmentId: assignment, assist: 'attitude' })).json()).message).toBe(
		'/assist must be direct on this task'
	);
	const { id } = await (await begin({ assignmentId: assignment, assist: 'direct' })).json();
	const chunk = await page.request.put(`/api/attempts/${id}/chunks/0`, {
		data: Buffer.from([9, 0, 0, 0, 1, 2, 3])
	});
	expect(chunk.status()).toBe(400);
});

test('signing in is refused with wrong words, and after too many tries altogether', async ({ page }) => {
	const { login } = await studentWithTask(shortCard());
	await page.goto('/');
	const tryWith = async (password: string) => {
		await page.getByLabel('Name').fill(login);
		await page.getByLabel('Password').fill(password);
		const answered = page.waitForResponse((response) => response.request().method() === 'POST');
		await page.getByRole('button', { name: 'Sign in' }).click();
		await answered;
	};
	for (let i = 0; i < 6; i++) {
		await tryWith(`wrong ${i}`);
		await expect(page.getByRole('alert')).toHaveText('Name and password do not belong together.');
		await expect(page.getByLabel('Name')).toHaveValue(login);
	}
	await tryWith('practice');
	await expect(page.getByRole('alert')).toContainText('Too many tries');
	await withDatabase((db) => db('rate_limits').delete());
});
