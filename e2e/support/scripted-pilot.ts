import { pictures } from './cockpit.js';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { build } from 'esbuild';
import type { ControlInputs, TaskCard } from '@hanza/core';

/** A device of the test's own in place of the browser's: axis 2 rolls, axis 3 pitches. */
export const plugIn = (page: Page): Promise<unknown> =>
	page.addInitScript(() => {
		const axes = [0, 0, 0, 0, 1];
		(window as never as { axes: number[] }).axes = axes;
		navigator.getGamepads = () => [{ connected: true, axes, buttons: [], id: 'test' } as never];
	});

/**
 * Flies a card by the dials of the page until it is flown; sets the course of each phase and ticks the calls.
 * @param courses of the first needle, phase by phase.
 */
export async function flyByDials(
	page: Page,
	flight: {
		card: TaskCard;
		inputs: ControlInputs;
		rate: number;
		altitudeFt: number | number[];
		courses: string[];
	},
	/** What the hands do beside flying, when a phase begins. */
	begin: (phase: number) => Promise<void> = async () => {},
	longestMs = 390_000
): Promise<void> {
	const { outputFiles } = await build({
		entryPoints: [fileURLToPath(new URL('page-pilot.ts', import.meta.url))],
		alias: { '@hanza/core': fileURLToPath(new URL('../../core/src/index.ts', import.meta.url)) },
		bundle: true,
		format: 'iife',
		write: false
	});
	await page.evaluate(outputFiles[0]!.text);
	const { card, inputs, rate, altitudeFt, courses } = flight;
	await page.evaluate(
		([asked, hands, times, feet]) =>
			(window as never as { startPilot: (...all: unknown[]) => void }).startPilot(asked, hands, times, feet),
		[card, inputs, rate, altitudeFt] as const
	);
	const field = page.getByRole('region', { name: 'Nav 1' }).getByLabel('Nav 1 course, degrees');
	let set = '';
	let begun = -1;
	for (const began = Date.now(); ;) {
		const strip = (await page.getByTestId('targets').textContent()) ?? '';
		if (strip.includes('The card is flown')) return;
		// A machine that stood still for long has frozen the flight: who sits there flies on.
		if (await page.getByTestId('frozen').isVisible()) await page.keyboard.press('Space');
		if (Date.now() - began > longestMs) throw new Error(`not flown in ${longestMs} ms: ${strip}`);
		const phase = Number(/Phase (\d+) of/.exec(strip)?.[1] ?? 1) - 1;
		if (phase !== begun) await begin((begun = phase));
		const course = courses[phase] ?? set;
		if (course !== set) {
			set = course;
			await field.fill(course);
			await field.press('Enter');
		}
		if (await page.getByTestId('call').isVisible()) await page.keyboard.press('u');
		await pictures(page, 10);
	}
}
