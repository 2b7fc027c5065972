import type { Vec2 } from '@hanza/core';

/** What is drawn to scale: places in NM, north up. */
export type Stroke = 'exact' | 'school' | 'course' | 'limit' | 'wind';
export interface Shape {
	points: Vec2[];
	stroke: Stroke;
	/** An arrow at its end. */
	arrow?: boolean;
}
export interface Label {
	at: Vec2;
	text: string;
	/** On its place, not beside it. */
	centred?: boolean;
}
export interface Drawing {
	shapes: Shape[];
	labels: Label[];
	/** Fixes and stations. */
	marks: Vec2[];
	/** Sectors on the ring of headings, clockwise from one to the other. */
	sectors?: { fromDeg: number; toDeg: number; text: string }[];
	/** Scale bar, in its own words. */
	unit: string;
	/** Said to those who cannot see it. */
	title: string;
}

export interface Frame {
	x: (east: number) => number;
	y: (north: number) => number;
	/** Pixels of one unit. */
	scale: number;
}

/** Fits a drawing into a square of a size with a margin, one scale both ways. */
export function frameOf(drawing: Drawing, size: number, margin: number): Frame {
	const points = [...drawing.shapes.flatMap(({ points }) => points), ...drawing.marks];
	const north = points.map((point) => point.north);
	const east = points.map((point) => point.east);
	const [n0, n1, e0, e1] = [Math.min(...north), Math.max(...north), Math.min(...east), Math.max(...east)];
	const span = Math.max(n1 - n0, e1 - e0, 1e-6);
	const scale = (size - 2 * margin) / span;
	return {
		x: (value) => size / 2 + (value - (e0 + e1) / 2) * scale,
		y: (value) => size / 2 - (value - (n0 + n1) / 2) * scale,
		scale
	};
}

/** Length of a scale bar in units, of 1, 2 or 5 times a power of ten, no longer than the pixels given. */
export function barOf(scale: number, most: number): number {
	const raw = most / scale;
	const power = 10 ** Math.floor(Math.log10(raw));
	return [5, 2, 1].map((step) => step * power).find((length) => length <= raw) ?? power;
}
