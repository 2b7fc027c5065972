import type { ZoomTransform } from 'd3-zoom';
import type { PlanPoint } from './overlay.js';

/** Colours of the map, read from the page, so that its dark twin and the panel have their own. */
export interface PlanColours {
	water: string;
	land: string;
	hill: string;
	coast: string;
	ink: string;
	soft: string;
	target: string;
	own: string;
	limit: string;
}

/** Pixels for a mile before any zoom: half of the map is this much. */
export const PX_PER_NM = 10;

/** From the plane to the canvas: east to the right, north up. */
export const toX = (transform: ZoomTransform, east: number): number => transform.applyX(east * PX_PER_NM);
export const toY = (transform: ZoomTransform, north: number): number => transform.applyY(-north * PX_PER_NM);
export const fromPixel = (transform: ZoomTransform, x: number, y: number): PlanPoint => ({
	east: transform.invertX(x) / PX_PER_NM,
	north: -transform.invertY(y) / PX_PER_NM
});

/** Text that can be read on any ground. */
export function halo(
	g: CanvasRenderingContext2D,
	text: string,
	x: number,
	y: number,
	colour: string,
	ground: string
): void {
	g.lineWidth = 3;
	g.lineJoin = 'round';
	g.strokeStyle = ground;
	g.strokeText(text, x, y);
	g.fillStyle = colour;
	g.fillText(text, x, y);
}
