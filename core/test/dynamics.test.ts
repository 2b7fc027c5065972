import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import {
	Airplane,
	airplaneIn,
	airAt,
	attitudeOf,
	InfeasibleError,
	EquationsOfMotion,
	Integrator,
	LinearModel,
	MPS_PER_KT,
	modesAbout,
	P,
	Q,
	setAttitude,
	SHAFT,
	solveModes,
	solveTrim,
	standardDay,
	STATE_LENGTH,
	stillAir,
	toDegrees,
	trimmedAtThrottle,
	trimmedFlight,
	U,
	V,
	W,
	DOWN,
	QW,
	type ModesInput,
	type TrimCondition
} from '../src/index.js';
import { angleOfAttackOf } from '../src/aircraft/index.js';
import { trainer } from './shipped.js';

const level: TrimCondition = {
	airspeedKcas: 90,
	verticalSpeedFpm: 0,
	altitudeFt: 3000,
	flapsDeg: 0,
	bankDeg: 0,
	headingDeg: 0,
	...standardDay
};

function trimmedModel(condition: TrimCondition) {
	const trimmed = trimmedFlight(trainer, condition);
	const airplane = airplaneIn(trimmed, trainer);
	const equations = new EquationsOfMotion(airplane);
	return { trimmed, equations, integrator: new Integrator(equations), state: trimmed.state.slice() };
}

/** Period and damping ratio of a decaying oscillation about zero, from its zero crossings and peaks. */
function oscillation(values: number[], dt: number): { periodSeconds: number; dampingRatio: number } {
	const crossings: number[] = [];
	const peaks: number[] = [];
	let peak = 0;
	for (let i = 1; i < values.length; i++) {
		const [a, b] = [values[i - 1]!, values[i]!];
		peak = Math.max(peak, Math.abs(b));
		if (a * b < 0) {
			crossings.push((i - 1 + a / (a - b)) * dt);
			peaks.push(peak);
			peak = 0;
		}
	}
	const used = crossings.length - 1;
	const periodSeconds = (2 * (crossings[used]! - crossings[0]!)) / used;
	// The first peak lies before the first crossing and may be cut: leave it out.
	const decrement = Math.log(peaks[1]! / peaks[used]!) / (used - 1);
	return { periodSeconds, dampingRatio: decrement / Math.hypot(Math.PI, decrement) };
}

describe('the angle of attack of a state', () => {
	it('is that of the equations of motion, whatever the attitude and the wind', () => {
		const { equations, state } = trimmedModel(level);
		const air = { ...stillAir(1.1), windNorthMps: 9, windEastMps: -14, windDownMps: 3 };
		const rates = new Float64Array(STATE_LENGTH);
		for (const [heading, pitch, bank] of [
			[0, 0, 0],
			[1.2, 0.3, -0.6],
			[-2.5, -0.8, 1.4],
			[3, 1.1, 2.6]
		] as const) {
			setAttitude(state, { heading, pitch, bank });
			equations.derivative(state, air, rates);
			expect(angleOfAttackOf(state, air)).toBeCloseTo(equations.air.alpha, 9);
			// The wind is a part of it.
			expect(Math.abs(angleOfAttackOf(state, stillAir(1.1)) - equations.air.alpha)).toBeGreaterThan(0.001);
		}
	});
});

/** Second differences: they keep an oscillation's period and damping and take a slow spiral away. */
const withoutDrift = (values: number[]): number[] =>
	values.slice(2).map((value, i) => value - 2 * values[i + 1]! + values[i]!);

function record(
	integrator: Integrator,
	state: Float64Array,
	density: number,
	seconds: number,
	from: number,
	index: number
): number[] {
	const dt = 1 / 120;
	const environment = stillAir(density);
	const values: number[] = [];
	for (let i = 0; i < seconds * 120; i++) {
		integrator.step(state, environment, dt);
		if (i >= from * 120) values.push(state[index]!);
	}
	return values;
}

const published = JSON.parse(
	readFileSync(new URL('./vectors/modes.jsonl', import.meta.url), 'utf8').split('\n')[0]!
) as { in: ModesInput };

describe('equations of motion', () => {
	it('keeps trimmed flight steady for a minute', () => {
		const { integrator, state, trimmed } = trimmedModel(level);
		for (let i = 0; i < 120 * 60; i++) integrator.step(state, trimmed.environment, 1 / 120);
		expect(Math.abs(state[DOWN]! - trimmed.state[DOWN]!)).toBeLessThan(0.05);
		expect(Math.abs(toDegrees(attitudeOf(state).bank))).toBeLessThan(0.01);
	});

	it('shows the published example’s phugoid and Dutch roll when it is flown, within 5 %', () => {
		const { aircraft, trueAirspeedMps, airDensityKgM3 } = published.in;
		const modes = solveModes(published.in);
		const drag = 0.5 * airDensityKgM3 * trueAirspeedMps ** 2 * aircraft.wingAreaM2 * aircraft.derivatives.CD;
		// Lift must equal the weight exactly, or the flight starts with a climb.
		const balanced = structuredClone(aircraft);
		balanced.massKg =
			(0.5 * airDensityKgM3 * trueAirspeedMps ** 2 * aircraft.wingAreaM2 * aircraft.derivatives.CL) / 9.80665;
		const fresh = () => {
			const state = new Float64Array(STATE_LENGTH);
			state[U] = trueAirspeedMps;
			setAttitude(state, { heading: 0, pitch: 0, bank: 0 });
			return { state, integrator: new Integrator(new EquationsOfMotion(new LinearModel(balanced, drag))) };
		};
		const slow = fresh();
		slow.state[U] = trueAirspeedMps + 0.5;
		const phugoid = oscillation(record(slow.integrator, slow.state, airDensityKgM3, 130, 4, Q), 1 / 120);
		expect(Math.abs(phugoid.periodSeconds / modes.phugoid.periodSeconds! - 1)).toBeLessThan(0.05);
		expect(Math.abs(phugoid.dampingRatio / modes.phugoid.dampingRatio! - 1)).toBeLessThan(0.05);
		const quick = fresh();
		quick.state[V] = 0.5;
		const dutch = oscillation(record(quick.integrator, quick.state, airDensityKgM3, 9, 0.8, P), 1 / 120);
		expect(Math.abs(dutch.periodSeconds / modes.dutchRoll.periodSeconds! - 1)).toBeLessThan(0.05);
		expect(Math.abs(dutch.dampingRatio / modes.dutchRoll.dampingRatio! - 1)).toBeLessThan(0.05);
	});

	it.each([75, 90, 105])(
		'shows the trainer’s own modes when a disturbance is flown at %i kt, within 5 %%',
		(speed) => {
			const condition = { ...level, airspeedKcas: speed };
			const { equations, trimmed } = trimmedModel(condition);
			const modes = modesAbout(equations, trimmed.state, trimmed.environment);
			const density = trimmed.environment.densityKgM3;
			const slow = trimmedModel(condition);
			slow.state[U] = slow.state[U]! + 0.1;
			const phugoid = oscillation(record(slow.integrator, slow.state, density, 75, 4, Q), 1 / 120);
			expect(Math.abs(phugoid.periodSeconds / modes.phugoid.periodSeconds! - 1)).toBeLessThan(0.05);
			expect(Math.abs(phugoid.dampingRatio / modes.phugoid.dampingRatio! - 1)).toBeLessThan(0.05);
			const quick = trimmedModel(condition);
			quick.state[V] = quick.state[V]! + 0.3;
			const dutch = oscillation(
				withoutDrift(record(quick.integrator, quick.state, density, 7, 0.8, P)),
				1 / 120
			);
			expect(Math.abs(dutch.periodSeconds / modes.dutchRoll.periodSeconds! - 1)).toBeLessThan(0.05);
			expect(Math.abs(dutch.dampingRatio / modes.dutchRoll.dampingRatio! - 1)).toBeLessThan(0.05);
		}
	);

	it('integrates so finely that a quarter of the step changes a violent minute by less than 0.1 ft', () => {
		const run = (perStep: number) => {
			const { integrator, state, trimmed, equations } = trimmedModel(level);
			const { surfaces } = equations.model as Airplane;
			const neutral = { ...surfaces };
			for (let i = 0; i < 120 * 60; i++) {
				const t = i / 120;
				surfaces.elevatorDeg = neutral.elevatorDeg + 2 * Math.sin(t * 0.9);
				surfaces.aileronDeg = neutral.aileronDeg + 3 * Math.sin(t * 0.6);
				surfaces.throttle = 0.6 + 0.3 * Math.sin(t * 0.25);
				for (let k = 0; k < perStep; k++) integrator.step(state, trimmed.environment, 1 / 120 / perStep);
			}
			return state;
		};
		const [normal, fine] = [run(1), run(4)];
		expect(Math.abs(normal[DOWN]! - fine[DOWN]!) / 0.3048).toBeLessThan(0.1);
		expect(Math.abs(toDegrees(attitudeOf(normal).pitch - attitudeOf(fine).pitch))).toBeLessThan(0.001);
		// And the motion was indeed violent.
		expect(Math.abs(normal[DOWN]! + 3000 * 0.3048)).toBeGreaterThan(10);
	});

	it('lets a NaN surface instead of hiding it', () => {
		const { integrator, state, trimmed } = trimmedModel(level);
		state[W] = NaN;
		integrator.step(state, trimmed.environment, 1 / 120);
		expect(state[QW]).toBeNaN();
	});

	it('keeps attitude through heading, pitch and bank and back', () => {
		const state = new Float64Array(STATE_LENGTH);
		const angles = { heading: -2.1, pitch: 0.4, bank: -0.9 };
		setAttitude(state, angles);
		const back = attitudeOf(state);
		for (const key of ['heading', 'pitch', 'bank'] as const) expect(back[key]).toBeCloseTo(angles[key], 12);
	});
});

describe('the trainer’s numbers', () => {
	it('are those an instructor would believe', () => {
		const best = [65, 70, 74, 78, 85].map((airspeedKcas) => ({
			airspeedKcas,
			rate: trimmedAtThrottle(trainer, 1, { ...level, airspeedKcas, altitudeFt: 0 }).verticalSpeedFpm
		}));
		const top = best.reduce((a, b) => (b.rate > a.rate ? b : a));
		expect(top.airspeedKcas).toBeGreaterThanOrEqual(70);
		expect(top.airspeedKcas).toBeLessThan(80);
		expect(Math.abs(top.rate - 700)).toBeLessThan(35);
		// Cruise near 110 kt true at about three quarters of the power.
		const cruise = trimmedFlight(trainer, { ...level, airspeedKcas: 105 });
		expect(cruise.trueAirspeedKt).toBeGreaterThan(107);
		expect(cruise.powerRpm).toBeLessThan(2450);
	});

	it('stalls clean near 50 kt', () => {
		expect(() => solveTrim(trainer, { airspeedKias: 49, verticalSpeedFpm: 0, altitudeFt: 0 })).toThrow(
			InfeasibleError
		);
		expect(
			solveTrim(trainer, { airspeedKias: 52, verticalSpeedFpm: 0, altitudeFt: 0 }).angleOfAttackDeg
		).toBeGreaterThan(13);
	});

	it('refuses what it has no power for, or too much', () => {
		expect(() => solveTrim(trainer, { airspeedKias: 130, verticalSpeedFpm: 0, altitudeFt: 3000 })).toThrow(
			/more power/
		);
		expect(() => solveTrim(trainer, { airspeedKias: 75, verticalSpeedFpm: -780, altitudeFt: 3000 })).toThrow(
			/less power/
		);
		expect(() =>
			solveTrim(trainer, { airspeedKias: 75, verticalSpeedFpm: 0, altitudeFt: 3000, flapsDeg: 45 })
		).toThrow(/flapsDeg must be a number from 0 to 30/);
	});

	it('needs less power with less speed down to the seventies, and more below', () => {
		const power = [58, 70, 85, 100].map((airspeedKcas) => {
			const { state, throttle } = trimmedFlight(trainer, { ...level, airspeedKcas });
			const { densityKgM3 } = airAt(914.4, 1013.25, 0);
			const airplane = new Airplane(trainer);
			return airplane.powerplant.engineTorqueNm(throttle, state[SHAFT]!, densityKgM3) * state[SHAFT]!;
		});
		expect(power[0]).toBeGreaterThan(power[1]!);
		expect(power[2]).toBeGreaterThan(power[1]!);
		expect(power[3]).toBeGreaterThan(power[2]!);
	});

	it('turns with the bank it is given, at the rate of the formula', () => {
		const { turnRateDegPerSecond, trueAirspeedKt } = trimmedFlight(trainer, { ...level, bankDeg: 15 });
		const formula = toDegrees((9.80665 * Math.tan((15 * Math.PI) / 180)) / (trueAirspeedKt * MPS_PER_KT));
		expect(Math.abs(turnRateDegPerSecond / formula - 1)).toBeLessThan(0.01);
	});

	it('gives steady flight for every configuration that its data file names', () => {
		for (const { airspeedKias, verticalSpeedFpm, altitudeFt, flapsDeg } of trainer.configurations) {
			const condition = { ...level, airspeedKcas: airspeedKias, altitudeFt, flapsDeg };
			const trimmed =
				typeof verticalSpeedFpm === 'number'
					? trimmedFlight(trainer, { ...condition, verticalSpeedFpm })
					: trimmedAtThrottle(trainer, verticalSpeedFpm === 'idle' ? 0 : 1, condition);
			expect(trimmed.throttle).toBeGreaterThanOrEqual(0);
			expect(trimmed.throttle).toBeLessThanOrEqual(1);
		}
	});
});
