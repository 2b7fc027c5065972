import type { TurbulenceLevel, Weather } from '../world/index.js';

/**
 * Mean swing of the load factor, about a mean of two seconds, of a steady robot on six cards in each air, 0.12 g more for
 * each whole one: docs/grading.md. The air itself is asked, not the load factor of the flight: hands that jerk would make
 * any air rough, and so be let off what they did.
 */
const ROUGHNESS = { none: 1, light: 1.4, moderate: 1.8, severe: 2.5 } as const satisfies Record<
	TurbulenceLevel,
	number
>;
/** Gusts of so much make as much of it as one, kt. */
const GUST_KT = 25;
const MOST = 2.5;

/** How rough the air was, as a factor from 1 in calm air: what an instructor lets pass in turbulence is larger by it. */
export const roughness = ({
	turbulence = 'none',
	gustKt = 0
}: Pick<Weather, 'turbulence' | 'gustKt'>): number =>
	Math.min(MOST, ROUGHNESS[turbulence] + gustKt / GUST_KT);
