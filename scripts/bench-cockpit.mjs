// The cockpit's own figures, seen in Debian's Chromium: part of npm run bench. Writes them for bench.ts to print.
import { chromium } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './bundle.mjs';
import { beginFlight, choose, setTask } from './desk-hands.mjs';
import { buildIfStale, freshDemo, startApplication } from './serve.mjs';

const FRAME_SECONDS = 20;
const KEY_PRESSES = 60;
const KEY_ROUNDS = 3;
const rows = [];
/** Only the Bench's and the plan's figures. */
const mapsOnly = process.argv.includes('--maps');
const HOUR_AT_RATE = { seconds: 3600, rate: 8 };

await buildIfStale();
const postgres = await freshDemo('bench');
const application = await startApplication(postgres.url);
const address = `http://127.0.0.1:${application.port}`;
const browser = await chromium.launch({
	executablePath: '/usr/bin/chromium',
	args: ['--no-sandbox', '--disable-background-networking', '--js-flags=--expose-gc']
});

async function enterAs(name) {
	const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
	const page = await context.newPage();
	await page.goto(address);
	await page.getByRole('button', { name: `Enter as ${name}` }).click();
	await page.waitForURL(/today/);
	return page;
}

/** Sets the first card with some turbulence, and lets the student begin to fly it. */
async function fly(turbulence) {
	const desk = await enterAs('Harun Aldbeck');
	await setTask(desk, address, { who: 'Mirja Toft-Hale', card: 'Level, slow', turbulence });
	await desk.context().close();
	const page = await enterAs('Mirja Toft-Hale');
	await page.getByRole('button', { name: 'Fly' }).first().click();
	await beginFlight(page);
	await page.waitForTimeout(2000);
	return page;
}

const percentile = (values, share) =>
	values.sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];

/** Ticks of the processor in all, and those that the host gave to other machines. */
function processorTime() {
	const ticks = readFileSync('/proc/stat', 'utf8').split('\n')[0].trim().split(/\s+/).slice(1, 9).map(Number);
	return { all: ticks.reduce((sum, value) => sum + value, 0), stolen: ticks[7] };
}
function takenSince(before) {
	const now = processorTime();
	return Math.round((100 * (now.stolen - before.stolen)) / Math.max(1, now.all - before.all));
}

/** From a key to the altimeter's needle at its new place on the screen, ms. */
const inputToNeedle = (page) =>
	page.evaluate(
		(presses) =>
			new Promise((resolve) => {
				const needle = [...document.querySelectorAll('[role=img][aria-label^="Altimeter"] svg')].at(-1);
				const angle = () => Number(/rotate\(([-\d.]+)/.exec(needle.style.transform)[1]);
				const times = [];
				let began = 0;
				let from = 0;
				// One hectopascal is 27 ft: half a foot of it is more than steady air moves the needle.
				new MutationObserver(() => {
					if (began === 0 || Math.abs(angle() - from) < 0.2) return;
					const start = began;
					began = 0;
					requestAnimationFrame(() => {
						const shown = new MessageChannel();
						shown.port1.onmessage = () => times.push(performance.now() - start);
						shown.port2.postMessage(0);
					});
				}).observe(needle, { attributes: true });
				let pressed = 0;
				const press = () => {
					if (pressed++ === presses) return resolve(times);
					from = angle();
					began = performance.now();
					const code = pressed % 2 === 0 ? 'Comma' : 'Period';
					window.dispatchEvent(new KeyboardEvent('keydown', { code, bubbles: true }));
					window.dispatchEvent(new KeyboardEvent('keyup', { code, bubbles: true }));
					setTimeout(press, 900 + Math.random() * 30);
				};
				press();
			}),
		KEY_PRESSES
	);

/** Pictures drawn in a while, how many of them moved a dial, and how far apart the slowest twentieth were. */
const frames = (page) =>
	page.evaluate(
		(seconds) =>
			new Promise((resolve) => {
				const gaps = [];
				let moved = 0;
				let dirty = false;
				let last = performance.now();
				const until = last + seconds * 1000;
				const watch = new MutationObserver(() => (dirty = true));
				watch.observe(document.querySelector('[data-testid=cockpit]'), {
					attributes: true,
					subtree: true
				});
				const look = (now) => {
					gaps.push(now - last);
					last = now;
					if (dirty) moved++;
					dirty = false;
					if (now < until) requestAnimationFrame(look);
					else resolve({ drawn: gaps.length / seconds, moved: moved / seconds, gaps });
				};
				requestAnimationFrame(look);
			}),
		FRAME_SECONDS
	);

/** Heap in use after collection, of the page and of its worker, MB. */
async function heaps(page) {
	const session = await page.context().newCDPSession(page);
	const used = [];
	await session.send('HeapProfiler.collectGarbage');
	used.push((await session.send('Runtime.getHeapUsage')).usedSize);
	const answers = new Map();
	let asked = 0;
	const attached = new Promise((resolve) =>
		session.on('Target.attachedToTarget', ({ sessionId, targetInfo }) => {
			if (targetInfo.type === 'worker') resolve(sessionId);
		})
	);
	session.on('Target.receivedMessageFromTarget', ({ message }) => {
		const { id, result } = JSON.parse(message);
		answers.get(id)?.(result);
	});
	await session.send('Target.setAutoAttach', {
		autoAttach: true,
		waitForDebuggerOnStart: false,
		flatten: false
	});
	const sessionId = await attached;
	const ask = (method) =>
		new Promise((resolve) => {
			answers.set(++asked, resolve);
			void session.send('Target.sendMessageToTarget', {
				sessionId,
				message: JSON.stringify({ id: asked, method })
			});
		});
	await ask('HeapProfiler.collectGarbage');
	used.push((await ask('Runtime.getHeapUsage')).usedSize);
	await session.detach();
	return used.map((bytes) => bytes / 1e6);
}

/** Collects the gaps between pictures while something is done to a page, and what each redraw cost the page's thread. */
const smoothness = (page, act) =>
	page
		.evaluate(() => {
			window.gaps = [];
			let last = performance.now();
			const look = (now) => {
				window.gaps.push(now - last);
				last = now;
				window.looking = requestAnimationFrame(look);
			};
			window.looking = requestAnimationFrame(look);
		})
		.then(act)
		.then(() =>
			page.evaluate(() => {
				cancelAnimationFrame(window.looking);
				return window.gaps.slice(2);
			})
		);

/** Turns the wind of the Bench's hold by a key at each picture, as a drag does. */
async function benchRedraw() {
	const page = await enterAs('Harun Aldbeck');
	await page.goto(`${address}/bench/hold`);
	await page.getByRole('slider').first().waitFor();
	const costs = await page.evaluate(async () => {
		const handle = document.querySelector('[role=slider]');
		const spent = [];
		for (let i = 0; i < 120; i++) {
			await new Promise((resolve) => requestAnimationFrame(resolve));
			const began = performance.now();
			handle.dispatchEvent(
				new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true, cancelable: true })
			);
			await Promise.resolve();
			// Layout now, so that it is counted.
			document.body.getBoundingClientRect();
			spent.push(performance.now() - began);
		}
		return spent;
	});
	const gaps = await smoothness(page, async () => {
		for (let i = 0; i < 120; i++) {
			await page.evaluate(
				() =>
					new Promise((resolve) =>
						requestAnimationFrame(() => {
							document
								.querySelector('[role=slider]')
								.dispatchEvent(
									new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true, cancelable: true })
								);
							resolve();
						})
					)
			);
		}
	});
	await page.context().close();
	return { costs, gaps };
}

/** Pans the plan of a debrief over an hour of flight. */
async function planPan() {
	const file = join(root, '.hanza/hour.chunk');
	spawnSync(process.execPath, [join(root, 'scripts/run-ts.mjs'), 'scripts/hour-track.ts', file], {
		stdio: 'inherit',
		cwd: root
	});
	const page = await enterAs('Obed Linnaker');
	await page.route('**/recording', (route) =>
		route.fulfill({ body: readFileSync(file), contentType: 'application/octet-stream' })
	);
	await page.goto(`${address}/record`);
	await page
		.getByRole('row', { name: /Hold, direct/ })
		.first()
		.getByRole('link', { name: 'Debrief' })
		.click();
	const plan = page.getByTestId('plan-replay').getByTestId('plan');
	await plan.waitFor();
	await page.waitForTimeout(2500);
	const box = await plan.boundingBox();
	const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
	await page.mouse.move(x, y);
	await page.mouse.down();
	const gaps = await smoothness(page, async () => {
		for (let i = 0; i < 300; i++) await page.mouse.move(x + 90 * Math.sin(i / 12), y + 60 * Math.cos(i / 17));
	});
	await page.mouse.up();
	await page.context().close();
	return gaps;
}

async function cockpitFigures() {
	const calm = await fly('none');
	for (let round = 1; round <= KEY_ROUNDS; round++) {
		const before = processorTime();
		const times = await inputToNeedle(calm);
		rows.push([
			`cockpit: key to needle on the screen, ${times.length} presses, round ${round}`,
			`median ${percentile(times, 0.5).toFixed(0)} ms, 95th percentile ${percentile(times, 0.95).toFixed(0)} ms (${takenSince(before)} % of the processor taken by other machines)`
		]);
	}
	await calm.context().close();

	const rough = await fly('severe');
	for (const arrangement of ['round dials', 'linear scales']) {
		const before = processorTime();
		const { drawn, moved, gaps } = await frames(rough);
		rows.push([
			`cockpit in severe turbulence, ${arrangement}`,
			`${drawn.toFixed(1)} pictures a second, ${moved.toFixed(1)} with new readings; slowest twentieth ${percentile(gaps, 0.95).toFixed(1)} ms apart (${takenSince(before)} % of the processor taken by other machines)`
		]);
		await rough.keyboard.press('p');
		await rough.waitForTimeout(1000);
	}
	await rough.context().close();
}

const clock = (page) =>
	page.evaluate(() => {
		const text = document.querySelector('[role=img][aria-label^="Clock"]').getAttribute('aria-label');
		const [, minutes, seconds] = /(\d+):(\d\d)/.exec(text);
		return Number(minutes) * 60 + Number(seconds);
	});

try {
	if (!mapsOnly) await cockpitFigures();
	const redraw = await benchRedraw();
	rows.push([
		'Bench: hold redrawn as the arrival is turned, 120 times',
		`median ${percentile(redraw.costs, 0.5).toFixed(1)} ms, 95th percentile ${percentile(redraw.costs, 0.95).toFixed(1)} ms of the page's thread with layout; pictures ${percentile(redraw.gaps, 0.5).toFixed(1)} ms apart, slowest twentieth ${percentile(redraw.gaps, 0.95).toFixed(1)} ms`
	]);
	const pan = await planPan();
	rows.push([
		'plan of an hour (36,000 points) while it is panned',
		`${(1000 / (pan.reduce((sum, gap) => sum + gap, 0) / pan.length)).toFixed(1)} pictures a second, slowest twentieth ${percentile(pan, 0.95).toFixed(1)} ms apart`
	]);
	if (!mapsOnly && !process.argv.includes('--quick')) {
		const long = await fly('light');
		const before = await heaps(long);
		await choose(long.getByRole('combobox', { name: 'Rate' }), String(HOUR_AT_RATE.rate));
		const began = await clock(long);
		const started = Date.now();
		while ((await clock(long)) - began < HOUR_AT_RATE.seconds && Date.now() - started < 900_000)
			await long.waitForTimeout(5000);
		const flown = (await clock(long)) - began;
		const real = (Date.now() - started) / 1000;
		const after = await heaps(long);
		rows.push([
			`memory over ${(flown / 3600).toFixed(2)} simulated hours at ${HOUR_AT_RATE.rate} times (${(flown / real).toFixed(2)} reached)`,
			`page ${before[0].toFixed(1)} to ${after[0].toFixed(1)} MB, flight worker ${before[1].toFixed(1)} to ${after[1].toFixed(1)} MB`
		]);
	}
} finally {
	await browser.close();
	await application.stop();
	await postgres.stop();
}
for (const [what, figure] of rows) console.log(`${what}: ${figure}`);
mkdirSync(join(root, '.hanza'), { recursive: true });
writeFileSync(join(root, '.hanza/bench-cockpit.json'), JSON.stringify(rows));
