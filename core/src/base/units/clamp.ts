/** A value kept between two limits. */
export const clamp = (value: number, low: number, high: number): number =>
	value < low ? low : value > high ? high : value;
