import { cleanup, fireEvent, render, screen, within } from '@testing-library/svelte';
import { afterEach, expect, it } from 'vitest';
import type { AttemptRow } from '$lib/contracts/views.js';
import FlightsTable from './FlightsTable.svelte';

afterEach(cleanup);

const flight = (day: number): AttemptRow => ({
	id: `flight-${day}`,
	studentId: 'student',
	assignmentId: null,
	cardId: 'card',
	cardName: `Card of the ${day}.`,
	standardName: 'school',
	assist: 'attitude',
	status: 'finished',
	startedAt: new Date(2026, 4, day, 10),
	heardAt: null,
	endedAt: null,
	samples: 600,
	verdict: 'met',
	score: 90,
	overridden: null,
	faults: [],
	faultKinds: [],
	lookedAt: null,
	tooFast: false
});
const cards = () =>
	[...document.querySelectorAll('tr[data-row]')].map(
		(row) => within(row as HTMLElement).getByText(/Card of/).textContent
	);

it('shows the flights since a day that is written with the keys, and all again when it is taken away', async () => {
	const days = [21, 20, 15, 14, 13, 12, 11, 10];
	render(FlightsTable, { flights: days.map(flight), caption: 'Flights' });
	expect(cards()).toHaveLength(days.length);
	const part = (name: RegExp) => screen.getByRole('spinbutton', { name });
	for (const [name, keys] of [
		[/day/i, '15'],
		[/month/i, '05'],
		[/year/i, '2026']
	] as const) {
		part(name).focus();
		for (const key of keys) await fireEvent.keyDown(part(name), { key });
	}
	expect(cards()).toEqual(['Card of the 21.', 'Card of the 20.', 'Card of the 15.']);
	await fireEvent.click(screen.getByRole('button', { name: 'Flown since: any day' }));
	expect(cards()).toHaveLength(days.length);
});
