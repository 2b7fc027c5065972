import { defineConfig } from '@playwright/test';

/** Long flights by the keys. */
const FLOWN = /\b(approach|radio|attitude|first-flight|live|failures|nothing-lost)\.spec\.ts$/;

export default defineConfig({
	testDir: 'e2e',
	timeout: 120_000,
	expect: { timeout: 25_000 },
	// One at a time: flights are flown in real time. Two projects run beside each other, each with an application and a database
	// of its own (scripts/test.mjs), about as long as each other.
	workers: 1,
	projects: [
		{ name: 'flown', testMatch: FLOWN },
		{ name: 'pages', testIgnore: FLOWN }
	],
	retries: 0,
	fullyParallel: false,
	forbidOnly: !!process.env.CI,
	reporter: [['line'], ...(process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['json'] as ['json']] : [])],
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
