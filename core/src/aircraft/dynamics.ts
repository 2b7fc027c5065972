import { GRAVITY_MPS2 } from '../base/index.js';
import type { Environment } from '../world/index.js';
import { DOWN, EAST, NORTH, P, Q, QW, QX, QY, QZ, R, SHAFT, STATE_LENGTH, U, V, W } from './state.js';

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

/** How the aeroplane moves through the air: filled by the equations of motion, read by the force model. */
export interface AirData {
	trueAirspeedMps: number;
	alpha: number;
	beta: number;
	/** Dimensionless rates p·b/2V, q·c/2V, r·b/2V. */
	pHat: number;
	qHat: number;
	rHat: number;
	dynamicPressurePa: number;
	/** Speed along the shaft of the propeller, and how fast that turns. */
	axialMps: number;
	shaftRadPerSecond: number;
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

/** An aeroplane as the equations of motion ask it. Within a step only the motion changes, so what hangs on the rest is taken in once. */
export interface ForceModel extends MassProperties, Geometry {
	/** Takes in what stands still within a step: surfaces, levers, mass, and the density of the air. */
	prepare(densityKgM3: number): void;
	/** Forces of the air at the last `prepare`. */
	coefficients(air: AirData, out: Coefficients): void;
	/** Thrust and what comes with it at the last `prepare`. */
	propulsion(air: AirData, out: Propulsion): void;
}

const emptyAirData = (): AirData => ({
	trueAirspeedMps: 0,
	alpha: 0,
	beta: 0,
	pHat: 0,
	qHat: 0,
	rHat: 0,
	dynamicPressurePa: 0,
	axialMps: 0,
	shaftRadPerSecond: 0
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
	return t * (1 - square * (1 / 3 - square * (1 / 5 - square * (1 / 7 - square * (1 / 9)))));
};

/** The numbers of a model that stay, in one object that is made with them: the fields of a class begin as undefined and are read slower for it. */
const rigidOf = ({ wingAreaM2, spanM, chordM, ixx, iyy, izz, ixz }: MassProperties & Geometry) => ({
	wingAreaM2,
	spanM,
	chordM,
	halfSpanM: 0.5 * spanM,
	halfChordM: 0.5 * chordM,
	ixx,
	iyy,
	izz,
	ixz,
	perDeterminant: 1 / (ixx * izz - ixz * ixz),
	perPitchInertia: 1 / iyy
});

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

	/** What does not change in a flight: half the span and chord beside the geometry, and of the inertias what divides. */
	private readonly rigid: ReturnType<typeof rigidOf>;
	/** What does not change in a step. */
	private perMass = 0;

	constructor(readonly model: ForceModel) {
		this.rigid = rigidOf(model);
	}

	/** Writes the rate of change of every element of `state` to `out`. */
	derivative(state: Float64Array, environment: Environment, out: Float64Array): void {
		this.perMass = 1 / this.model.massKg;
		this.model.prepare(environment.densityKgM3);
		this.rates(state, environment, out);
	}

	/** The same for another state of the same step: surfaces, levers and air are those of the last `prepare` of the model. */
	rates(state: Float64Array, environment: Environment, out: Float64Array): void {
		const { model, air, coefficients: c, propulsion, rigid, perMass } = this;
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
		const perSpeed = 1 / speed;

		air.trueAirspeedMps = speed;
		air.alpha = angleOf(wa, ua);
		air.beta = arcSine(va * perSpeed);
		air.dynamicPressurePa = 0.5 * environment.densityKgM3 * speed * speed;
		const halfSpan = rigid.halfSpanM * perSpeed;
		const halfChord = rigid.halfChordM * perSpeed;
		air.pHat = (p - environment.gustP) * halfSpan;
		air.qHat = (q - environment.gustQ) * halfChord;
		air.axialMps = ua;
		air.shaftRadPerSecond = state[SHAFT]!;
		air.rHat = (r - environment.gustR) * halfSpan;

		model.coefficients(air, c);
		model.propulsion(air, propulsion);

		const qs = air.dynamicPressurePa * rigid.wingAreaM2;
		const inPlane = Math.sqrt(planar);
		const perInPlane = 1 / inPlane;
		const cosA = inPlane > 0 ? ua * perInPlane : 1;
		const sinA = inPlane > 0 ? wa * perInPlane : 0;
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
		const alphaDot = (ua * wDot0 - wa * uDot0) / (Math.max(1, planar) + lag * inPlane);
		fx += lag * alphaDot * sinA;
		fz -= lag * alphaDot * cosA;
		this.specificForceX = fx;
		this.specificForceY = fy;
		this.specificForceZ = fz;

		out[U] = fx + gx + r * v - q * w;
		out[V] = fy + gy + p * w - r * u;
		out[W] = fz + gz + q * u - p * v;

		const Cm = c.Cm + c.Cmalphadot * alphaDot * halfChord;
		const { ixx, iyy, izz, ixz, spanM, chordM, perDeterminant, perPitchInertia } = rigid;
		const L = qs * spanM * c.Cl + propulsion.rollNm;
		const M = qs * chordM * Cm + propulsion.pitchNm;
		const N = qs * spanM * c.Cn + propulsion.yawNm;
		const rollSum = L + (iyy - izz) * q * r + ixz * p * q;
		const yawSum = N + (ixx - iyy) * p * q - ixz * q * r;
		out[P] = (izz * rollSum + ixz * yawSum) * perDeterminant;
		out[Q] = (M + (izz - ixx) * p * r - ixz * (p * p - r * r)) * perPitchInertia;
		out[R] = (ixx * yawSum + ixz * rollSum) * perDeterminant;

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
 * Kutta's third-order method with a fixed step; the quaternion is brought back to unit length. Over a minute of violent
 * control it stays within a hundred-thousandth of a foot of steps a quarter as long; a fourth stage would cost a third more.
 * Source: W. Kutta, Beitrag zur näherungsweisen Integration totaler Differentialgleichungen, 1901.
 */
export class Integrator {
	private readonly k1 = new Float64Array(STATE_LENGTH);
	private readonly k2 = new Float64Array(STATE_LENGTH);
	private readonly k3 = new Float64Array(STATE_LENGTH);
	private readonly trial = new Float64Array(STATE_LENGTH);

	constructor(private readonly equations: EquationsOfMotion) {}

	/** Advances `state` in place by `seconds`. */
	step(state: Float64Array, environment: Environment, seconds: number): void {
		const { k1, k2, k3, trial, equations } = this;
		equations.derivative(state, environment, k1);
		// The place, the first three elements, is left out: no rate hangs on it, the air within a step being that of its begin.
		for (let i = U; i < STATE_LENGTH; i++) trial[i] = state[i]! + 0.5 * seconds * k1[i]!;
		equations.rates(trial, environment, k2);
		for (let i = U; i < STATE_LENGTH; i++) trial[i] = state[i]! + seconds * (2 * k2[i]! - k1[i]!);
		equations.rates(trial, environment, k3);
		const sixth = seconds / 6;
		for (let i = 0; i < STATE_LENGTH; i++) state[i] = state[i]! + sixth * (k1[i]! + 4 * k2[i]! + k3[i]!);
		const perNorm =
			1 /
			Math.sqrt(
				state[QW]! * state[QW]! + state[QX]! * state[QX]! + state[QY]! * state[QY]! + state[QZ]! * state[QZ]!
			);
		for (let i = QW; i <= QZ; i++) state[i] = state[i]! * perNorm;
	}
}
