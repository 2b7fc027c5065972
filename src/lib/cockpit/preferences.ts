import type { VeilLevel } from '@hanza/core';

/** What a student chooses for the cockpit, kept in this browser: a matter of the student, not of a flight. */

const VEIL_KEY = 'hanza-veil';
const VEILS = ['dim', 'blur', 'black'] as const satisfies VeilLevel[];
export const savedVeil = (): VeilLevel | 'off' =>
	VEILS.find((level) => level === localStorage.getItem(VEIL_KEY)) ?? 'off';
export const saveVeil = (level: VeilLevel | 'off'): void => localStorage.setItem(VEIL_KEY, level);

const GLANCE_KEY = 'hanza-glance-px';
export const GLANCE_PX = { usual: 12, most: 80 };
/** How far beside an instrument the pointer may be and still look at it. */
export function savedGlancePx(): number {
	const kept = Number(localStorage.getItem(GLANCE_KEY) ?? GLANCE_PX.usual);
	return Number.isFinite(kept) ? Math.min(GLANCE_PX.most, Math.max(0, kept)) : GLANCE_PX.usual;
}
export const saveGlancePx = (px: number): void => localStorage.setItem(GLANCE_KEY, String(px));

/** Round dials in the basic T, or linear scales round an attitude picture. */
export type Arrangement = 'round' | 'linear';
const ARRANGEMENT_KEY = 'hanza-arrangement';
export const savedArrangement = (): Arrangement =>
	localStorage.getItem(ARRANGEMENT_KEY) === 'linear' ? 'linear' : 'round';
export const saveArrangement = (arrangement: Arrangement): void =>
	localStorage.setItem(ARRANGEMENT_KEY, arrangement);
