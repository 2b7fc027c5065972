import { normalizeDeg, toDegrees, toRadians } from '../units/angles.js';

/** A place or a velocity in the plane: north and east, NM or kt. */
export interface Vec2 {
	north: number;
	east: number;
}

/** Unit vector of a direction. */
export const unit = (deg: number): Vec2 => ({
	north: Math.cos(toRadians(deg)),
	east: Math.sin(toRadians(deg))
});
/** Sum of two vectors. */
export const plus = (a: Vec2, b: Vec2): Vec2 => ({ north: a.north + b.north, east: a.east + b.east });
/** A vector, longer by a factor. */
export const times = (a: Vec2, factor: number): Vec2 => ({
	north: a.north * factor,
	east: a.east * factor
});
/** Scalar product. */
export const dot = (a: Vec2, b: Vec2): number => a.north * b.north + a.east * b.east;
/** Length of a vector, in its unit. */
export const length = (a: Vec2): number => Math.hypot(a.north, a.east);
/** Direction of a vector, degrees in [0, 360). */
export const directionDeg = (a: Vec2): number => normalizeDeg(toDegrees(Math.atan2(a.east, a.north)));
/** How far to the right of a course a place lies, seen along it; the course goes through the origin. */
export const rightOf = (courseDeg: number, place: Vec2): number => dot(unit(courseDeg + 90), place);
