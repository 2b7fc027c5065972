import type { Environment } from '../world/index.js';
import { MPS_PER_KT } from '../base/index.js';
import { QW, QX, QY, QZ, U, V, W } from './state.js';

/** Heading, pitch and bank, radians. */
interface EulerAngles {
	heading: number;
	pitch: number;
	bank: number;
}

/** Writes the quaternion for heading, pitch and bank (radians) into a state. */
export function setAttitude(state: Float64Array, { heading, pitch, bank }: EulerAngles): void {
	const ch = Math.cos(heading / 2);
	const sh = Math.sin(heading / 2);
	const cp = Math.cos(pitch / 2);
	const sp = Math.sin(pitch / 2);
	const cb = Math.cos(bank / 2);
	const sb = Math.sin(bank / 2);
	state[QW] = ch * cp * cb + sh * sp * sb;
	state[QX] = ch * cp * sb - sh * sp * cb;
	state[QY] = ch * sp * cb + sh * cp * sb;
	state[QZ] = sh * cp * cb - ch * sp * sb;
}

/** Heading, pitch and bank (radians) of a state's quaternion. */
export function attitudeOf(state: Float64Array): EulerAngles {
	const w = state[QW]!;
	const x = state[QX]!;
	const y = state[QY]!;
	const z = state[QZ]!;
	return {
		heading: Math.atan2(2 * (w * z + x * y), 1 - 2 * (y * y + z * z)),
		pitch: Math.asin(Math.max(-1, Math.min(1, 2 * (w * y - z * x)))),
		bank: Math.atan2(2 * (w * x + y * z), 1 - 2 * (x * x + y * y))
	};
}

/** Angle of attack of a state in its air, radians: where the air comes from in the plane of symmetry. */
export function angleOfAttackOf(state: Float64Array, environment: Environment): number {
	const w = state[QW]!;
	const x = state[QX]!;
	const y = state[QY]!;
	const z = state[QZ]!;
	const { windNorthMps: north, windEastMps: east, windDownMps: down } = environment;
	const along =
		(w * w + x * x - y * y - z * z) * north + 2 * (x * y + w * z) * east + 2 * (x * z - w * y) * down;
	const across =
		2 * (x * z + w * y) * north + 2 * (y * z - w * x) * east + (w * w - x * x - y * y + z * z) * down;
	return Math.atan2(state[W]! - across, state[U]! - along);
}

/** Writes the velocity of a state over the ground, kt north and east. */
export function velocityOverGroundKt(state: Float64Array, out: { northKt: number; eastKt: number }): void {
	const w = state[QW]!;
	const x = state[QX]!;
	const y = state[QY]!;
	const z = state[QZ]!;
	const u = state[U]!;
	const v = state[V]!;
	const down = state[W]!;
	const north = (w * w + x * x - y * y - z * z) * u + 2 * (x * y - w * z) * v + 2 * (x * z + w * y) * down;
	const east = 2 * (x * y + w * z) * u + (w * w - x * x + y * y - z * z) * v + 2 * (y * z - w * x) * down;
	out.northKt = north / MPS_PER_KT;
	out.eastKt = east / MPS_PER_KT;
}
