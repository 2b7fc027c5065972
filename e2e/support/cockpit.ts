import { expect, type Page } from '@playwright/test';

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

/** Lets the flight go on by some seconds of its own time, be the machine fast or slow. */
export async function flyFor(page: Page, seconds: number): Promise<void> {
	await page.getByTestId('cockpit').evaluate(
		(cockpit, wanted) =>
			new Promise<void>((resolve) => {
				const now = () => Number(cockpit.dataset.seconds ?? 0);
				const until = now() + wanted;
				const look = () => {
					// A machine that stood still for long has frozen the flight: who sits there flies on.
					const frozen = document.querySelector('[data-testid=frozen]');
					if (frozen?.textContent?.includes('asleep'))
						[...document.querySelectorAll('button')]
							.find((one) => one.textContent?.includes('Fly on'))
							?.click();
					if (now() >= until) resolve();
					else requestAnimationFrame(look);
				};
				look();
			}),
		seconds
	);
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

/** Waits for the cockpit and lets the flight begin. */
export async function beginFlying(page: Page): Promise<void> {
	await expect(page.getByTestId('frozen')).toBeVisible();
	// A browser of its own has had no hints yet; they have a test of theirs.
	const hints = page.getByRole('button', { name: 'No more hints' });
	if (await hints.isVisible()) await hints.click();
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
