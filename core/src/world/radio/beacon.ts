import { normalizeDeg, toDegrees, toRadians } from '../../base/index.js';

/**
 * Where the pointer of a beacon settles in bank, degrees from the nose: the loop lies in the aircraft's plane, so it
 * shows the direction in which that plane is met by the wave, and the pointer dips toward the low wing when the beacon
 * lies below. Nothing in level flight. Source: geometry of a tilted loop.
 * @param relativeDeg true relative bearing. @param elevationDeg of the aircraft as seen from the beacon, 0–90.
 * @param bankDeg + right wing down.
 */
export function dippedDeg(relativeDeg: number, elevationDeg: number, bankDeg: number): number {
	const relative = toRadians(relativeDeg);
	const elevation = toRadians(elevationDeg);
	const bank = toRadians(bankDeg);
	const ahead = Math.cos(relative) * Math.cos(elevation);
	const right =
		Math.sin(relative) * Math.cos(elevation) * Math.cos(bank) + Math.sin(elevation) * Math.sin(bank);
	return normalizeDeg(toDegrees(Math.atan2(right, ahead)));
}
