import { formatHeading, scaled, unitVector, type Vec2 } from '@hanza/core';
import type { HoldEntryInput } from '@hanza/core';
import type { Drawing } from '../drawing.js';

export interface NumberField {
	id: string;
	label: string;
	kind: 'number';
	usual: number;
	min: number;
	max: number;
	step: number;
	unit: string;
	/** A direction that can be dragged on the dial. */
	drag?: 'wind' | 'heading';
}
export interface ChoiceField {
	id: string;
	label: string;
	kind: 'choice';
	usual: string;
	options: string[];
}
export type Field = NumberField | ChoiceField;

export interface Row {
	label: string;
	/** The exact answer, with its unit. */
	exact: string;
	/** What the rule of thumb says, beside it. */
	rule?: string;
	/** To be tried first: the number, within which it counts as right, and whether it is a direction. */
	asked?: { value: number; within: number; unit: string; circular?: boolean };
}

export interface Answer {
	rows: Row[];
	table?: { head: string[]; rows: string[][] };
	drawing: Drawing | null;
	note: string;
	/** The hand rule over the heading dial. */
	hold?: HoldEntryInput;
}

export interface Tool {
	name: string;
	fields: Field[];
	/** @throws HanzaError with words to show. */
	solve: (numbers: Record<string, number>, choices: Record<string, string>) => Answer;
}

export const ORIGIN: Vec2 = { north: 0, east: 0 };
export const at = (deg: number, nm: number): Vec2 => scaled(unitVector(deg), nm);
export const number = (
	id: string,
	label: string,
	usual: number,
	min: number,
	max: number,
	unit: string,
	step = 1
): NumberField => ({
	id,
	label,
	kind: 'number',
	usual,
	min,
	max,
	step,
	unit
});
export const direction = (
	id: string,
	label: string,
	usual: number,
	drag?: NumberField['drag']
): NumberField => ({
	...number(id, label, usual, 0, 360, '°'),
	...(drag ? { drag } : {})
});
export const airspeed = number('trueAirspeedKt', 'True airspeed', 100, 40, 300, 'kt');
export const WIND = [
	direction('windFromDeg', 'Wind from', 210, 'wind'),
	number('windSpeedKt', 'Wind speed', 15, 0, 80, 'kt')
];
export const windOf = (n: Record<string, number>) => ({
	windFromDeg: n.windFromDeg!,
	windSpeedKt: n.windSpeedKt!,
	trueAirspeedKt: n.trueAirspeedKt!
});
export const deg = (value: number): string => `${formatHeading(value)}°`;
export const kt = (value: number): string => `${value.toFixed(0)} kt`;
export const nm = (value: number): string => `${value.toFixed(2)} NM`;
export const seconds = (value: number): string =>
	value < 60
		? `${value.toFixed(0)} s`
		: `${Math.floor(value / 60)} min ${String(Math.round(value % 60) % 60).padStart(2, '0')} s`;
export const drift = (value: number): string =>
	Math.abs(value) < 0.05 ? 'none' : `${Math.abs(value).toFixed(1)}° ${value > 0 ? 'right' : 'left'}`;
export const heading = (value: number) => ({ value, within: 3, unit: '°', circular: true });
