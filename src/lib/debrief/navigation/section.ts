import type { NavigationReport, TaskCard } from '@hanza/core';

/** What each part of the section on navigation is given. */
export interface SectionProps {
	card: TaskCard;
	report: NavigationReport;
	onmoment: (seconds: number) => void;
}

export const nameOf = (card: TaskCard, phase: number): string => card.phases[phase]?.name ?? '';
export const nm = (miles: number | null): string => (miles === null ? '–' : miles.toFixed(2));
export const side = (miles: number): string =>
	Math.abs(miles) < 0.005 ? 'on it' : `${Math.abs(miles).toFixed(2)} ${miles > 0 ? 'right' : 'left'}`;
export const correction = (deg: number | null): string =>
	deg === null ? '–' : `${Math.round(Math.abs(deg))}° ${deg > 0 ? 'right' : deg < 0 ? 'left' : ''}`;
