import { defineConfig } from '@playwright/test';

/** Each worker has an application and a database of its own, where there are several: what one does the other never sees. */
for (const name of ['HANZA_URL', 'DATABASE_URL']) {
	const all = process.env[`${name}S`]?.split(' ');
	if (all) process.env[name] = all[Number(process.env.TEST_PARALLEL_INDEX ?? 0) % all.length];
}

export default defineConfig({
	testDir: 'e2e',
	// Nothing is right or wrong by these; they end what hangs. Two minutes: a long flight is graded before its debrief is shown.
	timeout: 400_000,
	expect: { timeout: 120_000 },
	// A core each. Flights go by a clock that waits for them (e2e/support/clock.ts): they do not starve each other.
	workers: process.env.HANZA_URLS?.split(' ').length ?? 1,
	retries: 0,
	fullyParallel: false,
	forbidOnly: !!process.env.CI,
	reporter: [['line'], ['json', { outputFile: 'test-results/e2e.json' }]],
	use: {
		baseURL: process.env.HANZA_URL,
		viewport: { width: 1280, height: 800 },
		launchOptions: {
			executablePath: '/usr/bin/chromium',
			args: [
				'--no-sandbox',
				'--disable-gpu',
				'--disable-quic',
				'--no-first-run',
				'--disable-background-networking',
				'--disable-component-update',
				'--disable-sync'
			]
		}
	}
});
