/** A small picture of what is flown, as lines that an SVG takes as they are: the path over the ground, and its height below. */
export interface DrawnSketch {
	seconds: number;
	plan: string;
	start: readonly [number, number];
	/** Where in the height's picture a phase begins. */
	phases: number[];
	height: string;
	/** A round length that takes a fifth of the width or more, NM, and its length there. */
	bar: { nm: number; length: number };
}

export const WIDTH = 150;
export const PLAN = 84;
export const BELOW = 22;
export const PAD = 8;
