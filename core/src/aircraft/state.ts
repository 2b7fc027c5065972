/**
 * Rigid-body state, one Float64Array:
 * 0–2 position north, east, down, m (local plane); 3–5 velocity over the ground along body axes
 * forward, right, down, m/s; 6–9 quaternion body to north-east-down, w x y z; 10–12 body rates
 * roll, pitch, yaw, rad/s; 13 shaft speed, rad/s.
 */
export const STATE_LENGTH = 14;
/** Position north in the local plane, m. */
export const NORTH = 0;
/** Position east in the local plane, m. */
export const EAST = 1;
/** Position down, m: less than 0 above the sea. */
export const DOWN = 2;
/** Velocity over the ground forward along the body, m/s. */
export const U = 3;
/** Velocity over the ground to the right of the body, m/s. */
export const V = 4;
/** Velocity over the ground downward through the body, m/s. */
export const W = 5;
/** First of the four parts of the quaternion from body to north, east, down: w, x, y, z. */
export const QW = 6;
/** Second part of the quaternion. */
export const QX = 7;
/** Third part of the quaternion. */
export const QY = 8;
/** Fourth part of the quaternion. */
export const QZ = 9;
/** Roll rate, rad/s, right wing down positive. */
export const P = 10;
/** Pitch rate, rad/s, nose up positive. */
export const Q = 11;
/** Yaw rate, rad/s, nose right positive. */
export const R = 12;
/** Shaft speed, rad/s. */
export const SHAFT = 13;
