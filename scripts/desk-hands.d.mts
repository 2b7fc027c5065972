import type { Locator, Page } from '@playwright/test';

export function choose(control: Locator, what: string | { label: string } | { index: number }): Promise<void>;
export function setTask(
	desk: Page,
	address: string,
	task: { who: string; card?: string; veil?: string; turbulence?: string }
): Promise<void>;
export function beginFlight(page: Page): Promise<void>;
