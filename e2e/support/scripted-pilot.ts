import { flyFor } from './cockpit.js';
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

/** A student sets a course and ticks a call about as soon. */
const LOOK_EVERY_SECONDS = 5;
/** Longer than any card of the tests takes. */
const LONGEST_SECONDS = 3000;
/** A quick machine need not wait for real time; a slow one gives the pilot a picture of 0.8 s at eight times the rate. */
const PACE = { speed: 8, mostMs: 100 };

/**
 * Flies a card by the dials of the page until it is flown; sets the course of each phase and ticks the calls.
 * @param courses of the first needle, phase by phase.
 */
export async function flyByDials(
	page: Page,
	flight: {
		card: TaskCard;
		inputs: ControlInputs;
		altitudeFt: number | number[];
		courses: string[];
	},
	/** What the hands do beside flying, when a phase begins. */
	begin: (phase: number) => Promise<void> = async () => {}
): Promise<void> {
	const { outputFiles } = await build({
		entryPoints: [fileURLToPath(new URL('page-pilot.ts', import.meta.url))],
		alias: { '@hanza/core': fileURLToPath(new URL('../../core/src/index.ts', import.meta.url)) },
		bundle: true,
		format: 'iife',
		write: false
	});
	await page.evaluate(outputFiles[0]!.text);
	const { card, inputs, altitudeFt, courses } = flight;
	await page.evaluate(
		([asked, hands, feet]) =>
			(window as never as { startPilot: (...all: unknown[]) => void }).startPilot(asked, hands, feet),
		[card, inputs, altitudeFt] as const
	);
	const field = page.getByRole('region', { name: 'Nav 1' }).getByLabel('Nav 1 course, degrees');
	let set = '';
	let begun = -1;
	for (;;) {
		const { strip, seconds, called } = await page.evaluate(() => {
			const find = (id: string) => document.querySelector<HTMLElement>(`[data-testid=${id}]`);
			return {
				strip: find('targets')?.textContent ?? '',
				seconds: Number(find('cockpit')?.dataset.seconds),
				called: find('call') !== null
			};
		});
		if (strip.includes('The card is flown')) return;
		if (seconds > LONGEST_SECONDS) throw new Error(`not flown to its end: ${strip}`);
		const phase = Number(/Phase (\d+) of/.exec(strip)?.[1] ?? 1) - 1;
		if (phase !== begun) await begin((begun = phase));
		const course = courses[phase] ?? set;
		if (course !== set) {
			set = course;
			await field.fill(course);
			await field.press('Enter');
		}
		if (called) await page.keyboard.press('u');
		await flyFor(page, LOOK_EVERY_SECONDS, PACE);
	}
}
