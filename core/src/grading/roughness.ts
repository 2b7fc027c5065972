import { runningMean, spread } from '../base/index.js';
import type { Track } from '../recording/index.js';
import { FAULT_DEFAULTS } from './detector-settings.js';

/**
 * How rough the air was, as a factor: what an instructor lets pass in turbulence is larger than in calm
 * air. From the quick swings of the load factor, about a mean of two seconds; 1 where it was not recorded.
 */
export function roughness(track: Track, doubledBy = FAULT_DEFAULTS.roughLoadFactor): number {
	if (!track.has('loadFactor') || track.length === 0) return 1;
	const load = track.column('loadFactor');
	const mean = runningMean(load, track.rateHz);
	return 1 + Math.min(1.5, spread(load.map((value, i) => value - mean[i]!)) / doubledBy);
}
