import type { ScanInstrument } from '@hanza/core';

/** Where a stick points on the basic T: the middle is attitude. */
const AROUND: readonly ScanInstrument[] = [
	'engine',
	'altimeter',
	'altimeter',
	'vertical-speed',
	'heading',
	'turn',
	'airspeed',
	'airspeed'
];
/** Nearer to the middle than this a stick is at rest. */
const REST = 0.4;

/** The instrument that a second stick points to: by eight directions, clockwise from up. */
export function gazeOfStick(across: number, down: number): ScanInstrument {
	if (Math.hypot(across, down) < REST) return 'attitude';
	const angle = (Math.atan2(across, -down) / (2 * Math.PI)) * 8;
	return AROUND[((Math.round(angle) % 8) + 8) % 8]!;
}
