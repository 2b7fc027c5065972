import { normalizeDeg, toDegrees, toRadians } from '../units/angles.js';

/** A place or a velocity in the plane: north and east, NM or kt. */
export interface Plane {
	north: number;
	east: number;
}

/** Unit vector of a direction. */
export const unit = (deg: number): Plane => ({
	north: Math.cos(toRadians(deg)),
	east: Math.sin(toRadians(deg))
});
export const plus = (a: Plane, b: Plane): Plane => ({ north: a.north + b.north, east: a.east + b.east });
export const times = (a: Plane, factor: number): Plane => ({
	north: a.north * factor,
	east: a.east * factor
});
export const dot = (a: Plane, b: Plane): number => a.north * b.north + a.east * b.east;
export const length = (a: Plane): number => Math.hypot(a.north, a.east);
/** Direction of a vector, degrees in [0, 360). */
export const directionDeg = (a: Plane): number => normalizeDeg(toDegrees(Math.atan2(a.east, a.north)));
/** How far to the right of a course a place lies, seen along it; the course goes through the origin. */
export const rightOf = (courseDeg: number, place: Plane): number => dot(unit(courseDeg + 90), place);
