/** Degrees to radians. */
export const toRadians = (deg: number): number => (deg * Math.PI) / 180;
/** Radians to degrees. */
export const toDegrees = (rad: number): number => (rad * 180) / Math.PI;

/** An angle brought into [0, 360) degrees; NaN stays NaN. */
export function normalizeDeg(deg: number): number {
	// Most angles are in it already, and a remainder takes long.
	if (deg > 0 && deg < 360) return deg;
	const wrapped = deg % 360;
	const positive = wrapped < 0 ? wrapped + 360 : wrapped;
	// A tiny negative angle plus 360 rounds to 360 itself, and −0 must read as north.
	return positive >= 360 || positive === 0 ? 0 : positive;
}

/** An angle brought into (−180, 180] degrees. */
export function signedDeg(deg: number): number {
	const wrapped = normalizeDeg(deg);
	return wrapped > 180 ? wrapped - 360 : wrapped;
}
