import { climbThroughAir, effectiveColumn } from '../recording/index.js';
import type { Evidence } from './evidence.js';
import { ROUGH_AIR } from './fault.js';

/**
 * The rate by which descents and level-offs are told, ft/min: that over the ground, and in rough air the mean of it and of
 * that through the air, where that is known. A draught is in the one only, what a pilot does is in both. null where no rate
 * was recorded.
 */
export function rateAsFlown({ card, track, rough }: Evidence): Float64Array | null {
	const rate = effectiveColumn(track, 'verticalSpeedFpm', card.weather);
	const through = rough > ROUGH_AIR ? climbThroughAir(track, card.weather) : null;
	return rate && through ? rate.map((fpm, i) => (fpm + through[i]!) / 2) : rate;
}
