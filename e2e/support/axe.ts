import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import type { AxeResults, RunOptions } from 'axe-core';

const source = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/**
 * What axe finds serious or critical on a page as it stands. The checker stays in the page from one look to the next:
 * a page of its own for every look takes longer than the looking.
 */
export async function seriousFindings(page: Page, options: RunOptions): Promise<string[]> {
	if (await page.evaluate(() => !('axe' in window))) await page.evaluate(source);
	const { violations } = await page.evaluate(
		(given) =>
			(window as never as { axe: { run(given: RunOptions): Promise<AxeResults> } }).axe.run({
				...given,
				resultTypes: ['violations']
			}),
		options
	);
	return violations
		.filter(({ impact }) => impact === 'serious' || impact === 'critical')
		.map(({ id, nodes }) => `${id}: ${nodes[0]?.html.slice(0, 140)}`);
}
