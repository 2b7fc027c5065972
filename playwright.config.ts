import { defineConfig } from '@playwright/test';

export default defineConfig({
	testDir: 'e2e',
	timeout: 120_000,
	expect: { timeout: 25_000 },
	// One at a time: flights are flown in real time, and two browsers drawing at once starve each other.
	workers: 1,
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
