import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { InfeasibleError } from '../base/index.js';
import { stillAir, type Environment } from '../world/index.js';
import { attitudeOf, setAttitude } from './attitude.js';
import {
	EquationsOfMotion,
	type AirData,
	type Coefficients,
	type ForceModel,
	type Propulsion
} from './dynamics.js';
import { P, Q, R, SHAFT, STATE_LENGTH, U, V, W } from './state.js';

const num = Type.Number();
const positive = Type.Number({ exclusiveMinimum: 0 });

const LinearAircraft = Type.Object(
	{
		massKg: positive,
		wingAreaM2: positive,
		spanM: positive,
		chordM: positive,
		ixx: positive,
		iyy: positive,
		izz: positive,
		ixz: Type.Optional(num),
		derivatives: Type.Object(
			{
				CL0: Type.Optional(num),
				CL: positive,
				CD: positive,
				CLalpha: positive,
				CDalpha: num,
				Cmalpha: num,
				CLalphadot: num,
				Cmalphadot: num,
				CLq: num,
				Cmq: num,
				CYbeta: num,
				Clbeta: num,
				Cnbeta: num,
				Clp: num,
				Cnp: num,
				Clr: num,
				Cnr: num
			},
			{ additionalProperties: false }
		)
	},
	{ additionalProperties: false }
);
type LinearAircraft = Static<typeof LinearAircraft>;

/** Derivatives of an aircraft at one flight condition, SI. */
export const ModesInput = Type.Object(
	{
		aircraft: LinearAircraft,
		trueAirspeedMps: Type.Number({ exclusiveMinimum: 0, maximum: 300, description: 'm/s' }),
		airDensityKgM3: Type.Number({ exclusiveMinimum: 0, maximum: 2, description: 'kg/m³' })
	},
	{ additionalProperties: false }
);
export type ModesInput = Static<typeof ModesInput>;

const Pair = Type.Object({
	real: Type.Union([num, Type.Tuple([num, num])], {
		description: '1/s; two values where it does not oscillate'
	}),
	imag: Type.Number({ description: '1/s, positive' }),
	dampingRatio: Type.Optional(num),
	periodSeconds: Type.Optional(Type.Number({ description: 's' }))
});
const Single = Type.Object({ real: Type.Number({ description: '1/s' }) });
/** Its five natural motions: roots in 1/s, periods and times to half in s. */
export const ModesOutput = Type.Object({
	phugoid: Pair,
	shortPeriod: Pair,
	dutchRoll: Pair,
	roll: Single,
	spiral: Single
});
export type ModesOutput = Static<typeof ModesOutput>;
type OscillatingPair = Static<typeof Pair>;

/** The force model of an aeroplane known only by its derivatives at one flight condition. */
export class LinearModel implements ForceModel {
	readonly massKg: number;
	readonly wingAreaM2: number;
	readonly spanM: number;
	readonly chordM: number;
	readonly ixx: number;
	readonly iyy: number;
	readonly izz: number;
	readonly ixz: number;
	readonly trimAlpha: number;

	constructor(
		private readonly aircraft: LinearAircraft,
		private readonly thrustN: number
	) {
		const d = aircraft.derivatives;
		this.massKg = aircraft.massKg;
		this.wingAreaM2 = aircraft.wingAreaM2;
		this.spanM = aircraft.spanM;
		this.chordM = aircraft.chordM;
		this.ixx = aircraft.ixx;
		this.iyy = aircraft.iyy;
		this.izz = aircraft.izz;
		this.ixz = aircraft.ixz ?? 0;
		this.trimAlpha = d.CL0 === undefined ? 0 : (d.CL - d.CL0) / d.CLalpha;
	}

	prepare(): void {
		// It has no surfaces that move.
	}

	coefficients(air: AirData, out: Coefficients): void {
		const d = this.aircraft.derivatives;
		const dAlpha = air.alpha - this.trimAlpha;
		out.CL = d.CL + d.CLalpha * dAlpha + d.CLq * air.qHat;
		out.CD = d.CD + d.CDalpha * dAlpha;
		out.Cm = d.Cmalpha * dAlpha + d.Cmq * air.qHat;
		out.CY = d.CYbeta * air.beta;
		out.Cl = d.Clbeta * air.beta + d.Clp * air.pHat + d.Clr * air.rHat;
		out.Cn = d.Cnbeta * air.beta + d.Cnp * air.pHat + d.Cnr * air.rHat;
		out.CLalphadot = d.CLalphadot;
		out.Cmalphadot = d.Cmalphadot;
	}

	propulsion(_air: AirData, out: Propulsion): void {
		out.thrustN = this.thrustN;
		out.rollNm = 0;
		out.pitchNm = 0;
		out.yawNm = 0;
		out.shaftAcceleration = 0;
	}
}

/** A perturbation of the flight: velocity and rates by state index, or an attitude angle. */
type Coordinate = number | 'pitch' | 'bank';
const LONGITUDINAL: Coordinate[] = [U, W, Q, 'pitch'];
const LATERAL: Coordinate[] = [V, P, R, 'bank'];

/**
 * Jacobian of the equations of motion over some coordinates, by central differences about a state.
 * Rates of pitch and bank follow from the quaternion's; about wings-level flight without rotation
 * they are q, and p + r·tan(pitch).
 */
function linearise(
	equations: EquationsOfMotion,
	state: Float64Array,
	environment: Environment,
	coordinates: readonly Coordinate[]
): Matrix {
	const n = coordinates.length;
	const jacobian = Matrix.zeros(n, n);
	const out = new Float64Array(STATE_LENGTH);
	const attitude = attitudeOf(state);
	const rateOf = (trial: Float64Array, coordinate: Coordinate): number => {
		if (coordinate === 'pitch')
			return trial[Q]! * Math.cos(attitude.bank) - trial[R]! * Math.sin(attitude.bank);
		if (coordinate === 'bank') return trial[P]! + trial[R]! * Math.tan(attitude.pitch);
		return out[coordinate]!;
	};
	coordinates.forEach((column, j) => {
		// Steps near the cube root of machine precision times the coordinate's own size.
		const step = column === U || column === V || column === W ? 1e-3 : 1e-5;
		const rates = [step, -step].map((delta) => {
			const trial = state.slice();
			if (column === 'pitch' || column === 'bank')
				setAttitude(trial, { ...attitude, [column]: attitude[column] + delta });
			else trial[column] = trial[column]! + delta;
			equations.derivative(trial, environment, out);
			return coordinates.map((row) => rateOf(trial, row));
		});
		coordinates.forEach((_, i) => jacobian.set(i, j, (rates[0]![i]! - rates[1]![i]!) / (2 * step)));
	});
	return jacobian;
}

interface Root {
	real: number;
	imag: number;
}

function rootsOf(matrix: Matrix): Root[] {
	const values = new EigenvalueDecomposition(matrix);
	return values.realEigenvalues.map((real, i) => ({ real, imag: values.imaginaryEigenvalues[i]! }));
}

const sizeOf = ({ real, imag }: Root): number => Math.hypot(real, imag);

function asPair(roots: Root[]): OscillatingPair {
	const [a, b] = roots as [Root, Root];
	if (a.imag === 0) return { real: [a.real, b.real].sort((x, y) => x - y) as [number, number], imag: 0 };
	const imag = Math.abs(a.imag);
	return {
		real: a.real,
		imag,
		dampingRatio: -a.real / sizeOf(a),
		periodSeconds: (2 * Math.PI) / imag
	};
}

/** With the shaft's speed among the coordinates its lag is a fifth root: the fastest real one. */
function withoutLag(roots: Root[]): Root[] {
	if (roots.length === 4) return roots;
	const lag = roots.filter((root) => root.imag === 0).sort((a, b) => a.real - b.real)[0];
	return roots.filter((root) => root !== lag);
}

/** Sorts the roots of straight flight into the modes that pilots know. */
function nameModes(longitudinal: Matrix, lateral: Matrix): ModesOutput {
	const pitchRoots = withoutLag(rootsOf(longitudinal)).sort((a, b) => sizeOf(a) - sizeOf(b));
	const sideRoots = rootsOf(lateral);
	const oscillating = sideRoots.filter((root) => root.imag !== 0);
	let reals = sideRoots.filter((root) => root.imag === 0).sort((a, b) => a.real - b.real);
	let dutch = oscillating;
	if (oscillating.length === 0) {
		// No oscillation at all: the two middle roots stand where the Dutch roll was.
		dutch = reals.slice(1, 3);
		reals = [reals[0]!, reals[3]!];
	} else if (oscillating.length === 4) {
		throw new InfeasibleError(
			'roll and spiral have merged into one oscillation: they have no roots of their own'
		);
	}
	return {
		phugoid: asPair(pitchRoots.slice(0, 2)),
		shortPeriod: asPair(pitchRoots.slice(2)),
		dutchRoll: asPair(dutch),
		roll: { real: reals[0]!.real },
		spiral: { real: reals[1]!.real }
	};
}

/**
 * Modes of motion in level trimmed flight of an aeroplane given by derivatives: eigenvalues of the
 * trainer's own equations of motion, linearised. Lift equals weight, thrust is constant along the
 * body's long axis and balances drag, density does not change with height.
 * Without CL0 the derivatives are in stability axes; with it, in body axes.
 */
export function solveModes({ aircraft, trueAirspeedMps, airDensityKgM3 }: ModesInput): ModesOutput {
	if (aircraft.ixx * aircraft.izz <= (aircraft.ixz ?? 0) ** 2)
		throw new InfeasibleError('/aircraft/ixz must be smaller than the root of ixx times izz');
	const qs = 0.5 * airDensityKgM3 * trueAirspeedMps ** 2 * aircraft.wingAreaM2;
	const alpha = new LinearModel(aircraft, 0).trimAlpha;
	const thrustN = (qs * aircraft.derivatives.CD) / Math.cos(alpha);
	const model = new LinearModel(aircraft, thrustN);
	const equations = new EquationsOfMotion(model);
	const state = new Float64Array(STATE_LENGTH);
	state[U] = trueAirspeedMps * Math.cos(alpha);
	state[W] = trueAirspeedMps * Math.sin(alpha);
	setAttitude(state, { heading: 0, pitch: alpha, bank: 0 });
	const environment = stillAir(airDensityKgM3);
	return nameModes(
		linearise(equations, state, environment, LONGITUDINAL),
		linearise(equations, state, environment, LATERAL)
	);
}

/** Modes about any trimmed straight state of a full model, with the shaft's speed free. */
export function modesAbout(
	equations: EquationsOfMotion,
	state: Float64Array,
	environment: Environment
): ModesOutput {
	return nameModes(
		linearise(equations, state, environment, [...LONGITUDINAL, SHAFT]),
		linearise(equations, state, environment, LATERAL)
	);
}
