import type { Page } from '@playwright/test';
import { flyFor } from './clock.js';

/** Puts a frequency and a course into the first receiver, and gives its needle a moment. */
export async function tuneNav1(page: Page, mhz: string, course: string): Promise<void> {
	const unit = page.getByRole('region', { name: 'Nav 1' });
	await unit.getByLabel('Nav 1 standby').fill(mhz);
	await unit.getByLabel('Nav 1 standby').press('Enter');
	await unit.getByRole('button', { name: /change places/ }).click();
	await unit.getByLabel('Nav 1 course, degrees').fill(course);
	await unit.getByLabel('Nav 1 course, degrees').press('Enter');
	await flyFor(page, 0.5);
}
