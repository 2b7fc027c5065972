import { expect, test } from '@playwright/test';
import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';
import { flyScript, type FlownState } from './support/fly-script.js';

test('ten minutes flown in Chromium end where they end in Node: 0.1 ft and 0.001°', async ({ page }) => {
	const { outputFiles } = await build({
		entryPoints: [fileURLToPath(new URL('./support/fly-script.ts', import.meta.url))],
		bundle: true,
		write: false,
		format: 'iife',
		globalName: 'script',
		tsconfigRaw: {}
	});
	await page.goto('/');
	await page.evaluate(outputFiles[0]!.text);
	const inBrowser = await page.evaluate(() =>
		(window as never as { script: { flyScript(): FlownState } }).script.flyScript()
	);
	const inNode = flyScript();
	expect(Math.abs(inBrowser.altitudeFt - inNode.altitudeFt)).toBeLessThan(0.1);
	for (const angle of ['pitchDeg', 'bankDeg', 'headingDeg'] as const)
		expect(Math.abs(inBrowser[angle] - inNode[angle])).toBeLessThan(0.001);
	// And it was a flight, not a straight line.
	expect(inNode.turnedDeg).toBeGreaterThan(360);
	test.info().annotations.push({
		type: 'difference',
		description: `${Math.abs(inBrowser.altitudeFt - inNode.altitudeFt)} ft`
	});
});
