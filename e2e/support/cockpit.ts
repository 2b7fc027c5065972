import { expect, type Page } from '@playwright/test';
import { flyFor, holdClock, UNATTENDED } from './clock.js';

export { flyFor, flyUntil, letFly } from './clock.js';

export interface Seen {
	airspeed: number;
	pitch: number;
	altitude: number;
	vertical: number;
	phase: string;
}

/** Reads the dials as a screen reader would. */
export const readPanel = (page: Page): Promise<Seen> =>
	page.evaluate(() => {
		const label = (start: string) =>
			document.querySelector(`[role=img][aria-label^="${start}"]`)?.getAttribute('aria-label') ?? '';
		const number = (text: string) => Number(/-?\d+(\.\d+)?/.exec(text)?.[0] ?? NaN);
		return {
			airspeed: number(label('Airspeed')),
			pitch: number(label('Attitude')),
			altitude: number(label('Altimeter')),
			vertical: number(label('Vertical')),
			phase: document.querySelector('[data-testid=phase]')?.textContent ?? ''
		};
	});

/** Flight time on the clock, s. */
export const flightSeconds = (page: Page): Promise<number> =>
	page.evaluate(() => {
		const text = document.querySelector('[role=img][aria-label^="Clock"]')?.getAttribute('aria-label') ?? '';
		const match = /(\d+):(\d\d)/.exec(text);
		return match ? Number(match[1]) * 60 + Number(match[2]) : NaN;
	});

/** Lets the flight go on until its clock shows a time, s. */
export async function flyTo(page: Page, seconds: number): Promise<void> {
	const now = Number(await page.getByTestId('cockpit').getAttribute('data-seconds'));
	// What is shown may be of the picture before.
	await flyFor(page, seconds + 0.2 - now, UNATTENDED);
	expect(await flightSeconds(page)).toBeGreaterThanOrEqual(seconds);
}

/** Lets the browser draw some pictures: for what must not happen meanwhile, and for a pointer that has to be followed. */
export async function pictures(page: Page, count: number): Promise<void> {
	await page.evaluate(
		(wanted) =>
			new Promise<void>((resolve) => {
				let left = wanted;
				const look = () => (--left < 0 ? resolve() : void requestAnimationFrame(look));
				look();
			}),
		count
	);
}

/** Holds a key for some seconds of flight. */
export async function press(page: Page, key: string, seconds: number): Promise<void> {
	await page.keyboard.down(key);
	await flyFor(page, seconds);
	await page.keyboard.up(key);
}

/** Waits for the cockpit and begins the flight, whose clock stands until it is let go. */
export async function beginFlying(page: Page): Promise<void> {
	await expect(page.getByTestId('frozen')).toBeVisible();
	// A browser of its own has had no hints yet; they have a test of theirs.
	const hints = page.getByRole('button', { name: 'No more hints' });
	if (await hints.isVisible()) await hints.click();
	await holdClock(page);
	await page.keyboard.press('Space');
	await expect(page.getByTestId('cockpit')).toHaveAttribute('data-status', 'flying');
}

/** Moves the nose to a pitch with short presses, the attitude being held by the assist. */
export async function pitchTo(page: Page, wantedDeg: number): Promise<void> {
	for (let i = 0; i < 12; i++) {
		const { pitch } = await readPanel(page);
		const off = wantedDeg - pitch;
		if (Math.abs(off) < 0.4) return;
		await press(page, off > 0 ? 'ArrowDown' : 'ArrowUp', Math.min(0.6, 0.06 + Math.abs(off) * 0.13));
		await flyFor(page, 0.4);
	}
}
