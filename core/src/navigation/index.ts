export * from './arc.js';
export * from './arc-turns.js';
export * from './final.js';
export * from './hold.js';
export * from './hold-hand.js';
export * from './intercept.js';
export * from './needle.js';
export * from './reversal.js';
export * from './wind-from-track.js';
export {
	groundTrack,
	unit as unitVector,
	times as scaled,
	plus as summed,
	windVector,
	type Plane
} from './vector.js';
export * from './station.js';
