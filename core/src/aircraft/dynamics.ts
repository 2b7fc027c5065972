import { GRAVITY_MPS2 } from '../base/index.js';
import type { Environment } from '../world/index.js';

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

/** Mass properties of a rigid aeroplane symmetric about its vertical plane. */
interface MassProperties {
	massKg: number;
	ixx: number;
	iyy: number;
	izz: number;
	/** ∫ x z dm, kg·m². */
	ixz: number;
}

interface Geometry {
	wingAreaM2: number;
	spanM: number;
	chordM: number;
}

/** Where the air is met: filled by the equations of motion, read by the force model. */
export interface AirData {
	trueAirspeedMps: number;
	alpha: number;
	beta: number;
	/** Dimensionless rates p·b/2V, q·c/2V, r·b/2V. */
	pHat: number;
	qHat: number;
	rHat: number;
	densityKgM3: number;
	dynamicPressurePa: number;
}

/** Forces of the air as coefficients, in stability axes (lift, drag) and body axes (the rest). */
export interface Coefficients {
	CL: number;
	CD: number;
	CY: number;
	Cl: number;
	Cm: number;
	Cn: number;
	/** Change of lift and pitching moment per dimensionless rate of angle of attack. */
	CLalphadot: number;
	Cmalphadot: number;
}

/** Thrust along the body's long axis and what comes with it. */
export interface Propulsion {
	thrustN: number;
	rollNm: number;
	pitchNm: number;
	yawNm: number;
	shaftAcceleration: number;
}

export interface ForceModel extends MassProperties, Geometry {
	coefficients(air: AirData, out: Coefficients): void;
	propulsion(air: AirData, axialMps: number, shaftRadPerSecond: number, out: Propulsion): void;
}

const emptyAirData = (): AirData => ({
	trueAirspeedMps: 0,
	alpha: 0,
	beta: 0,
	pHat: 0,
	qHat: 0,
	rHat: 0,
	densityKgM3: 0,
	dynamicPressurePa: 0
});
const emptyCoefficients = (): Coefficients => ({
	CL: 0,
	CD: 0,
	CY: 0,
	Cl: 0,
	Cm: 0,
	Cn: 0,
	CLalphadot: 0,
	Cmalphadot: 0
});
const emptyPropulsion = (): Propulsion => ({
	thrustN: 0,
	rollNm: 0,
	pitchNm: 0,
	yawNm: 0,
	shaftAcceleration: 0
});

/** The arc sine; of the small angles that are usual by its series, good to 4e-11 below 0.05. */
const arcSine = (x: number): number => {
	if (x > 0.05 || x < -0.05) return Math.asin(Math.max(-1, Math.min(1, x)));
	const square = x * x;
	return x * (1 + square * (1 / 6 + square * (3 / 40)));
};

/** The angle of attack; of the small ones that are usual by its series, good to 1e-10 below 0.15. */
const angleOf = (across: number, along: number): number => {
	if (along <= 0 || across > 0.15 * along || across < -0.15 * along) return Math.atan2(across, along);
	const t = across / along;
	const square = t * t;
	return t * (1 - square * (1 / 3 - square * (1 / 5 - square * (1 / 7 - square / 9))));
};

/**
 * The equations of motion of a rigid aeroplane over a flat, non-rotating earth, with a quaternion
 * for attitude. One instance owns its scratch values, so use one for each aeroplane.
 * Source: B. Etkin and L. D. Reid, Dynamics of Flight, 3rd ed., ch. 4; B. L. Stevens and
 * F. L. Lewis, Aircraft Control and Simulation, ch. 1. Flat earth: the error over 60 NM and
 * 100 m/s is a centrifugal term under 0.002 m/s².
 */
export class EquationsOfMotion {
	readonly air = emptyAirData();
	readonly coefficients = emptyCoefficients();
	readonly propulsion = emptyPropulsion();
	/** Acceleration felt (forces of air and thrust over mass) along body axes, m/s². */
	specificForceX = 0;
	specificForceY = 0;
	specificForceZ = 0;

	/** Of the inertias, which do not change: 1 over the determinant of roll and yaw, and 1 over that of pitch. */
	private readonly perDeterminant: number;
	private readonly perPitchInertia: number;

	constructor(readonly model: ForceModel) {
		this.perDeterminant = 1 / (model.ixx * model.izz - model.ixz * model.ixz);
		this.perPitchInertia = 1 / model.iyy;
	}

	/** Writes the rate of change of every element of `state` to `out`. */
	derivative(state: Float64Array, environment: Environment, out: Float64Array): void {
		const { model, air, coefficients: c, propulsion } = this;
		const qw = state[QW]!;
		const qx = state[QX]!;
		const qy = state[QY]!;
		const qz = state[QZ]!;
		// Rows of the body-to-earth rotation.
		const r11 = qw * qw + qx * qx - qy * qy - qz * qz;
		const r12 = 2 * (qx * qy - qw * qz);
		const r13 = 2 * (qx * qz + qw * qy);
		const r21 = 2 * (qx * qy + qw * qz);
		const r22 = qw * qw - qx * qx + qy * qy - qz * qz;
		const r23 = 2 * (qy * qz - qw * qx);
		const r31 = 2 * (qx * qz - qw * qy);
		const r32 = 2 * (qy * qz + qw * qx);
		const r33 = qw * qw - qx * qx - qy * qy + qz * qz;

		const u = state[U]!;
		const v = state[V]!;
		const w = state[W]!;
		const p = state[P]!;
		const q = state[Q]!;
		const r = state[R]!;

		const { windNorthMps: wn, windEastMps: we, windDownMps: wd } = environment;
		const ua = u - (r11 * wn + r21 * we + r31 * wd);
		const va = v - (r12 * wn + r22 * we + r32 * wd);
		const wa = w - (r13 * wn + r23 * we + r33 * wd);
		const planar = ua * ua + wa * wa;
		const speed = Math.max(1, Math.sqrt(planar + va * va));

		air.trueAirspeedMps = speed;
		air.alpha = angleOf(wa, ua);
		air.beta = arcSine(va / speed);
		air.densityKgM3 = environment.densityKgM3;
		air.dynamicPressurePa = 0.5 * environment.densityKgM3 * speed * speed;
		const perTwiceSpeed = 0.5 / speed;
		const halfSpan = model.spanM * perTwiceSpeed;
		const halfChord = model.chordM * perTwiceSpeed;
		air.pHat = (p - environment.gustP) * halfSpan;
		air.qHat = (q - environment.gustQ) * halfChord;
		air.rHat = (r - environment.gustR) * halfSpan;

		model.coefficients(air, c);
		model.propulsion(air, ua, state[SHAFT]!, propulsion);

		const qs = air.dynamicPressurePa * model.wingAreaM2;
		const inPlane = Math.sqrt(planar);
		const cosA = inPlane > 0 ? ua / inPlane : 1;
		const sinA = inPlane > 0 ? wa / inPlane : 0;
		const perMass = 1 / model.massKg;
		const gx = GRAVITY_MPS2 * r31;
		const gy = GRAVITY_MPS2 * r32;
		const gz = GRAVITY_MPS2 * r33;

		// Forces without the part that hangs on the rate of angle of attack.
		let fx = (qs * (c.CL * sinA - c.CD * cosA) + propulsion.thrustN) * perMass;
		const fy = qs * c.CY * perMass;
		let fz = qs * (-c.CL * cosA - c.CD * sinA) * perMass;
		const uDot0 = fx + gx + r * v - q * w;
		const wDot0 = fz + gz + q * u - p * v;
		// Lift from the rate of angle of attack changes that rate: linear, so solved at once.
		const lag = qs * c.CLalphadot * halfChord * perMass;
		const safePlanar = Math.max(1, planar);
		const alphaDot0 = (ua * wDot0 - wa * uDot0) / safePlanar;
		const alphaDot = alphaDot0 / (1 + (lag * (ua * cosA + wa * sinA)) / safePlanar);
		fx += lag * alphaDot * sinA;
		fz -= lag * alphaDot * cosA;
		this.specificForceX = fx;
		this.specificForceY = fy;
		this.specificForceZ = fz;

		out[U] = fx + gx + r * v - q * w;
		out[V] = fy + gy + p * w - r * u;
		out[W] = fz + gz + q * u - p * v;

		const Cm = c.Cm + c.Cmalphadot * alphaDot * halfChord;
		const L = qs * model.spanM * c.Cl + propulsion.rollNm;
		const M = qs * model.chordM * Cm + propulsion.pitchNm;
		const N = qs * model.spanM * c.Cn + propulsion.yawNm;
		const { ixx, iyy, izz, ixz } = model;
		const rollSum = L + (iyy - izz) * q * r + ixz * p * q;
		const yawSum = N + (ixx - iyy) * p * q - ixz * q * r;
		out[P] = (izz * rollSum + ixz * yawSum) * this.perDeterminant;
		out[Q] = (M + (izz - ixx) * p * r - ixz * (p * p - r * r)) * this.perPitchInertia;
		out[R] = (ixx * yawSum + ixz * rollSum) * this.perDeterminant;

		out[NORTH] = r11 * u + r12 * v + r13 * w;
		out[EAST] = r21 * u + r22 * v + r23 * w;
		out[DOWN] = r31 * u + r32 * v + r33 * w;

		out[QW] = 0.5 * (-qx * p - qy * q - qz * r);
		out[QX] = 0.5 * (qw * p + qy * r - qz * q);
		out[QY] = 0.5 * (qw * q - qx * r + qz * p);
		out[QZ] = 0.5 * (qw * r + qx * q - qy * p);

		out[SHAFT] = propulsion.shaftAcceleration;
	}
}

/**
 * The state a while along a rate. The place is left out: nothing within a step depends on it, the air being that of its
 * begin. Written out, as it is the innermost loop of all.
 */
function toward(state: Float64Array, rate: Float64Array, seconds: number, out: Float64Array): void {
	out[U] = state[U]! + seconds * rate[U]!;
	out[V] = state[V]! + seconds * rate[V]!;
	out[W] = state[W]! + seconds * rate[W]!;
	out[QW] = state[QW]! + seconds * rate[QW]!;
	out[QX] = state[QX]! + seconds * rate[QX]!;
	out[QY] = state[QY]! + seconds * rate[QY]!;
	out[QZ] = state[QZ]! + seconds * rate[QZ]!;
	out[P] = state[P]! + seconds * rate[P]!;
	out[Q] = state[Q]! + seconds * rate[Q]!;
	out[R] = state[R]! + seconds * rate[R]!;
	out[SHAFT] = state[SHAFT]! + seconds * rate[SHAFT]!;
}

/** Fourth-order Runge–Kutta with a fixed step; the quaternion is brought back to unit length. */
export class Integrator {
	private readonly k1 = new Float64Array(STATE_LENGTH);
	private readonly k2 = new Float64Array(STATE_LENGTH);
	private readonly k3 = new Float64Array(STATE_LENGTH);
	private readonly k4 = new Float64Array(STATE_LENGTH);
	private readonly trial = new Float64Array(STATE_LENGTH);

	constructor(private readonly equations: EquationsOfMotion) {}

	/** Advances `state` in place by `seconds`. */
	step(state: Float64Array, environment: Environment, seconds: number): void {
		const { k1, k2, k3, k4, trial, equations } = this;
		equations.derivative(state, environment, k1);
		toward(state, k1, 0.5 * seconds, trial);
		equations.derivative(trial, environment, k2);
		toward(state, k2, 0.5 * seconds, trial);
		equations.derivative(trial, environment, k3);
		toward(state, k3, seconds, trial);
		equations.derivative(trial, environment, k4);
		const sixth = seconds / 6;
		for (let i = 0; i < STATE_LENGTH; i++)
			state[i] = state[i]! + sixth * (k1[i]! + 2 * (k2[i]! + k3[i]!) + k4[i]!);
		const norm = Math.sqrt(
			state[QW]! * state[QW]! + state[QX]! * state[QX]! + state[QY]! * state[QY]! + state[QZ]! * state[QZ]!
		);
		for (let i = QW; i <= QZ; i++) state[i] = state[i]! / norm;
	}
}
