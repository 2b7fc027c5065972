import type { Page, Worker } from '@playwright/test';

/*
 * The clock of a flight in the hands of its test. The flight and the hands on its controls go by wall time; what a
 * test does between two looks takes a tenth of a second on one machine and ten seconds on another. So here the clock
 * stands while nobody flies, and goes on picture by picture while somebody does: slower on a slow machine, but the
 * flight is the same.
 */

/** A machine that draws few pictures flies slower, rather than farther in each of them. */
const MOST_MS = 100;

export interface Pace {
	/** Times real time. */
	speed?: number;
	/** The most that one picture lets the clock go on, ms. */
	mostMs?: number;
}

interface Clock {
	name: string;
	leftMs: number;
	speed: number;
	mostMs: number;
}
/** What is put into the page. */
type Held = typeof globalThis & { flightClock?: Clock };

/** The worker that flies is told by the page how time goes on. */
function inWorker(name: string): void {
	let atMs = performance.now();
	performance.now = () => atMs;
	const channel = new BroadcastChannel(name);
	channel.onmessage = ({ data }: MessageEvent<number>) => {
		atMs += data;
		channel.postMessage('heard');
	};
}

/** Pictures come as before; what they are told of the time is what the flight is told. */
function inPage(name: string): void {
	const clock: Clock = { name, leftMs: 0, speed: 1, mostMs: 0 };
	(window as Held).flightClock = clock;
	const channel = new BroadcastChannel(name);
	// A worker that gets no core must not be owed more and more: what it cannot fly at once it drops.
	// One that has gone since answers no more.
	let unheard = 0;
	channel.onmessage = () => void (unheard = 0);
	const next = window.requestAnimationFrame.bind(window);
	let drawnMs = performance.now();
	let atMs = drawnMs;
	window.requestAnimationFrame = (draw) => next(() => draw(atMs));
	next(function picture(nowMs) {
		const gapMs = Math.max(0, nowMs - drawnMs);
		drawnMs = nowMs;
		const flying = document.querySelector<HTMLElement>('[data-testid=cockpit]')?.dataset.status === 'flying';
		const waits = unheard > 0 && unheard++ < 60;
		const ms = flying && !waits ? Math.min(gapMs * clock.speed, clock.mostMs, clock.leftMs) : 0;
		if (ms > 0) {
			clock.leftMs -= ms;
			atMs += ms;
			unheard = 1;
			channel.postMessage(ms);
		}
		next(picture);
	});
}

let clocks = 0;
const held = new WeakSet<Worker>();

/** The flight of this page stands from now on, and goes on when it is let go. */
export async function holdClock(page: Page): Promise<void> {
	const flying = page.workers().filter((one) => one.url().includes('flight.worker'));
	if (flying.length === 0) throw new Error('nothing flies on this page');
	const fresh = flying.filter((one) => !held.has(one));
	if (fresh.length === 0) return;
	// A page may fly one flight after another.
	const before = await page.evaluate(() => (window as Held).flightClock?.name ?? null);
	const name = before ?? `flight-clock-${++clocks}`;
	for (const worker of fresh) {
		await worker.evaluate(inWorker, name);
		held.add(worker);
	}
	if (!before) await page.evaluate(inPage, name);
}

/** Lets the flight go on by itself. */
export async function letFly(page: Page, { speed = 1, mostMs = MOST_MS }: Pace = {}): Promise<void> {
	await holdClock(page);
	await page.evaluate((pace) => Object.assign((window as Held).flightClock!, pace, { leftMs: Infinity }), {
		speed,
		mostMs
	});
}

/** Lets the flight go on by some seconds of its own time, or until it ends or stands; then it waits. */
export async function flyFor(
	page: Page,
	seconds: number,
	{ speed = 1, mostMs = MOST_MS }: Pace = {}
): Promise<void> {
	if (seconds <= 0) return;
	await holdClock(page);
	await page.getByTestId('cockpit').evaluate(
		(cockpit, { seconds, ...pace }) =>
			new Promise<void>((resolve) => {
				const clock = (window as Held).flightClock!;
				const until = Number(cockpit.dataset.seconds ?? 0) + seconds;
				const rate = Number(cockpit.dataset.rate);
				Object.assign(clock, pace, { leftMs: (seconds * 1000) / rate });
				let waited = 0;
				const look = () => {
					const short = until - Number(cockpit.dataset.seconds);
					// What is shown is in tenths, and of the picture before.
					const there = clock.leftMs <= 0 && short < 0.15;
					if (there || cockpit.dataset.status !== 'flying') return resolve();
					waited = clock.leftMs <= 0 ? waited + 1 : 0;
					// Dropped all the same by a worker that got no core: flown now.
					if (waited > 60) clock.leftMs = (short * 1000) / rate;
					requestAnimationFrame(look);
				};
				look();
			}),
		{ seconds, speed, mostMs }
	);
}

/** What a flight is flown on for; longer than any card takes. */
const LONGEST_SECONDS = 1800;
const LOOK_EVERY_SECONDS = 0.5;
/** While no hand moves nothing speaks for real time. */
export const UNATTENDED: Pace = { speed: 4 };

/** Flies on until something is so, looked at each half second of the flight. */
export async function flyUntil(
	page: Page,
	isSo: () => Promise<boolean>,
	pace: Pace = UNATTENDED
): Promise<void> {
	for (let flown = 0; !(await isSo()); flown += LOOK_EVERY_SECONDS) {
		if (flown > LONGEST_SECONDS) throw new Error(`not so after ${LONGEST_SECONDS} s of flight`);
		await flyFor(page, LOOK_EVERY_SECONDS, pace);
	}
}
