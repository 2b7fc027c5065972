import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import {
	GLANCE_PX,
	saveArrangement,
	savedArrangement,
	savedGlancePx,
	savedVeil,
	saveGlancePx,
	saveVeil
} from './preferences.js';

describe('what a student chooses for the cockpit', () => {
	const kept = new Map<string, string>();
	beforeEach(() => {
		kept.clear();
		vi.stubGlobal('localStorage', {
			getItem: (key: string) => kept.get(key) ?? null,
			setItem: (key: string, value: string) => kept.set(key, value)
		});
	});
	afterEach(() => vi.unstubAllGlobals());

	it('is as usual until something is chosen, and then as chosen', () => {
		expect([savedVeil(), savedGlancePx(), savedArrangement()]).toEqual(['off', GLANCE_PX.usual, 'round']);
		saveVeil('blur');
		saveGlancePx(30);
		saveArrangement('linear');
		expect([savedVeil(), savedGlancePx(), savedArrangement()]).toEqual(['blur', 30, 'linear']);
		saveVeil('off');
		saveArrangement('round');
		expect([savedVeil(), savedArrangement()]).toEqual(['off', 'round']);
	});

	it('is as usual where what was kept makes no sense, and never beyond its limits', () => {
		for (const key of ['hanza-veil', 'hanza-glance-px', 'hanza-arrangement']) kept.set(key, 'nonsense');
		expect([savedVeil(), savedGlancePx(), savedArrangement()]).toEqual(['off', GLANCE_PX.usual, 'round']);
		saveGlancePx(5000);
		expect(savedGlancePx()).toBe(GLANCE_PX.most);
		saveGlancePx(-3);
		expect(savedGlancePx()).toBe(0);
	});
});
