import { describe, expect, it } from 'vitest';
import {
	airAt,
	InfeasibleError,
	configurationFlight,
	Flight,
	InputError,
	loadedAircraft,
	Powerplant,
	solveTrim,
	standardDay,
	STEPS_PER_SECOND,
	trimmedAtThrottle,
	trimmedFlight,
	massAndBalance,
	type Aircraft,
	type ControlInputs,
	type FlightSetup
} from '../src/index.js';
import { area, tourer, trainer } from './shipped.js';

const still = { seaLevelPressureHpa: 1013.25, temperatureOffsetC: 0, windLayers: [] };
const setup = (start: Partial<FlightSetup['start']> = {}, more: Partial<FlightSetup> = {}): FlightSetup => ({
	aircraft: tourer,
	weather: still,
	variationDeg: area.variationDeg,
	dipDeg: area.dipDeg,
	latitudeDeg: area.referenceLatitudeDeg,
	failures: [],
	start: {
		altitudeFt: 4000,
		headingDeg: 90,
		airspeedKias: 110,
		verticalSpeedFpm: 0,
		flapsDeg: 0,
		governedRpm: 2400,
		...start
	},
	assist: 'attitude',
	seed: 7,
	...more
});

function run(flight: Flight, change: Partial<ControlInputs>, seconds: number): ControlInputs {
	const inputs = { ...flight.initialControls, ...change };
	for (let i = 0; i < seconds * STEPS_PER_SECOND; i++) flight.step(inputs);
	return inputs;
}
const trimmed = (aircraft: Aircraft, change: object = {}) =>
	trimmedFlight(aircraft, {
		airspeedKcas: 100,
		verticalSpeedFpm: 0,
		altitudeFt: 3000,
		flapsDeg: 0,
		bankDeg: 0,
		headingDeg: 0,
		...standardDay,
		...change
	});

describe('the constant-speed propeller', () => {
	it('holds its speed while power and airspeed change, and takes up a new one', () => {
		const flight = new Flight(setup());
		run(flight, {}, 5);
		expect(flight.panel.rpm).toBeCloseTo(2400, -1);
		const faster = run(flight, { throttle: 0.95 }, 20);
		expect(Math.abs(flight.panel.rpm - 2400)).toBeLessThan(12);
		const calmed: number[] = [];
		for (let i = 0; i < 20 * STEPS_PER_SECOND; i++) {
			flight.step({ ...faster, propeller: 0.2 });
			if (i > 12 * STEPS_PER_SECOND) calmed.push(flight.panel.rpm);
		}
		// 1800 + 0.2 · 775
		expect(Math.max(...calmed.map((rpm) => Math.abs(rpm - 1955)))).toBeLessThan(8);
	});

	it('runs out of pitch at the fine stop when there is little power, and slows', () => {
		const flight = new Flight(setup());
		run(flight, { throttle: 0.05, propeller: 1 }, 15);
		expect(flight.surfaces.propellerPitch).toBe(0.76);
		expect(flight.panel.rpm).toBeLessThan(2350);
	});

	it('shows more manifold pressure for more throttle, less high up, and outside pressure when it stands', () => {
		const engine = new Powerplant(tourer);
		const ratio = (throttle: number, speed = 250) => engine.manifoldRatio(throttle, speed);
		expect(ratio(1)).toBeGreaterThan(ratio(0.5));
		expect(ratio(0.5)).toBeGreaterThan(ratio(0));
		expect(ratio(1)).toBeGreaterThan(0.94);
		expect(ratio(0)).toBeLessThan(0.4);
		expect(ratio(0, 0)).toBe(1);
		const at = (altitudeFt: number) =>
			trimmedAtThrottle(tourer, 1, {
				airspeedKcas: 100,
				altitudeFt,
				flapsDeg: 0,
				bankDeg: 0,
				headingDeg: 0,
				...standardDay
			});
		expect(at(0).manifoldPressureInHg).toBeGreaterThan(28);
		// About an inch for every thousand feet.
		expect(at(0).manifoldPressureInHg - at(6000).manifoldPressureInHg).toBeCloseTo(5.7, 0);
		expect(at(0).verticalSpeedFpm - at(6000).verticalSpeedFpm).toBeGreaterThan(300);
	});

	it('flies its approach speeds', () => {
		for (const airspeedKias of [100, 105, 110])
			expect(
				solveTrim(tourer, {
					airspeedKias,
					verticalSpeedFpm: -550,
					altitudeFt: 2000,
					flapsDeg: 10,
					gearDown: true
				}).throttle
			).toBeGreaterThan(0.2);
	});
});

describe('gear', () => {
	it('costs power, and hands off lowers the nose a little', () => {
		const [up, down] = [trimmed(tourer, { gear: 0 }), trimmed(tourer, { gear: 1 })];
		expect(down.throttle).toBeGreaterThan(up.throttle + 0.08);
		const flight = new Flight(setup());
		run(flight, {}, 10);
		const [speed, pitch] = [flight.panel.airspeedKias, flight.panel.pitchDeg];
		expect(Math.abs(speed - 110)).toBeLessThan(1);
		// Hands off, controls fixed: the change of trim is mild, and never one that makes it faster.
		const free = new Flight(setup({}, { assist: 'direct' }));
		run(free, { gear: 1 }, 10);
		expect(free.surfaces.gear).toBe(1);
		expect(free.panel.pitchDeg - pitch).toBeLessThan(-0.3);
		expect(free.panel.pitchDeg - pitch).toBeGreaterThan(-2.5);
	});

	it('takes its time, does not move when it has failed, and comes down by hand', () => {
		const flight = new Flight(setup());
		run(flight, { gear: 1 }, 3);
		expect(flight.surfaces.gear).toBeCloseTo(0.5, 5);
		flight.arm({ kind: 'gear-stuck', atSeconds: 3, creepSeconds: 0 });
		run(flight, { gear: 1 }, 10);
		expect(flight.surfaces.gear).toBeCloseTo(0.5, 5);
		run(flight, { gear: 2 }, 11);
		expect(flight.surfaces.gear).toBe(1);
	});

	it('is asked for by the warner: with little power, or more than approach flap', () => {
		const flight = new Flight(setup());
		run(flight, {}, 1);
		expect(flight.gearWarning).toBe(false);
		run(flight, { throttle: 0.02 }, 3);
		expect(flight.gearWarning).toBe(true);
		run(flight, { throttle: 0.02, gear: 1 }, 7);
		expect(flight.gearWarning).toBe(false);
		const flapped = new Flight(setup({ airspeedKias: 95 }));
		run(flapped, { flapsDeg: 20, throttle: 0.7 }, 6);
		expect(flapped.gearWarning).toBe(true);
		expect(new Flight(setup({ airspeedKias: 90, altitudeFt: 3000 }, { aircraft: trainer })).gearWarning).toBe(
			false
		);
	});
});

describe.each([
	['the trainer', trainer, 85],
	['the tourer', tourer, 100]
] as const)('%s feels', (_, aircraft, airspeedKcas) => {
	const at = (change: object) => trimmed(aircraft, { airspeedKcas, ...change });

	it('power pitch the nose up, so that less up elevator is needed with more of it', () => {
		expect(at({ verticalSpeedFpm: 300 }).elevatorDeg).toBeGreaterThan(
			at({ verticalSpeedFpm: -500 }).elevatorDeg
		);
	});

	it('power turn the nose left: right rudder in the climb, left in the descent', () => {
		// Left edge positive: right rudder is negative.
		expect(at({ verticalSpeedFpm: 400 }).rudderDeg).toBeLessThan(
			at({ verticalSpeedFpm: -500 }).rudderDeg - 0.3
		);
	});

	it('flap lower the nose and slow it', () => {
		expect(at({ flapsDeg: 20 }).pitchDeg).toBeLessThan(at({}).pitchDeg - 1.5);
		expect(at({ flapsDeg: 20 }).throttle).toBeGreaterThan(at({}).throttle);
	});

	it('aileron swing the nose the other way at first', () => {
		const flight = new Flight(
			setup(
				{ airspeedKias: airspeedKcas, altitudeFt: 3000, governedRpm: undefined },
				{ aircraft, assist: 'direct' }
			)
		);
		const before = flight.truth().headingDeg;
		run(flight, { aileron: 0.5 }, 0.5);
		expect(flight.truth().bankDeg).toBeGreaterThan(2);
		expect(flight.truth().headingDeg).toBeLessThan(before);
	});
});

describe.each([
	['the trainer', trainer],
	['the tourer', tourer]
] as const)('%s loaded', (_, aircraft) => {
	const [light, full] = ['two-half-fuel', 'full'].map(
		(id) => aircraft.loading.examples.find((one) => one.id === id)!.loading
	) as [Aircraft['loading']['standard'], Aircraft['loading']['standard']];

	it('weighs in its standard loading what its table is for, at the reference', () => {
		const { massKg, armM, withinLimits } = massAndBalance(aircraft, aircraft.loading.standard);
		expect(massKg).toBe(aircraft.massKg);
		expect(armM).toBeCloseTo(aircraft.loading.referenceArmM, 3);
		expect(withinLimits).toBe(true);
		const same = loadedAircraft(aircraft, aircraft.loading.standard);
		expect(same.aerodynamics.Cmalpha).toBeCloseTo(aircraft.aerodynamics.Cmalpha, 3);
		expect(same.iyy).toBeCloseTo(aircraft.iyy, 6);
	});

	it('needs more pitch and power when heavier, and stalls faster by the root of the mass', () => {
		const [little, much] = [light, full].map((loading) => loadedAircraft(aircraft, loading)) as [
			Aircraft,
			Aircraft
		];
		expect(trimmed(much).pitchDeg).toBeGreaterThan(trimmed(little).pitchDeg + 0.4);
		expect(trimmed(much).throttle).toBeGreaterThan(trimmed(little).throttle);
		const stall = (one: Aircraft) => {
			let kt = 80;
			try {
				for (; ; kt -= 0.25) trimmed(one, { airspeedKcas: kt, altitudeFt: 0, verticalSpeedFpm: -300 });
			} catch (error) {
				if (!(error instanceof InfeasibleError)) throw error;
				return kt;
			}
		};
		expect(stall(much) / stall(little)).toBeCloseTo(Math.sqrt(much.massKg / little.massKg), 1);
	});

	it('is less stable and lighter on the elevator the further aft', () => {
		const { envelope } = aircraft.loading;
		expect(envelope.length).toBeGreaterThan(1);
		const aft = loadedAircraft(aircraft, full);
		const forward = loadedAircraft(aircraft, light);
		expect(aft.aerodynamics.Cmalpha).toBeGreaterThan(forward.aerodynamics.Cmalpha + 0.2);
		expect(aft.aerodynamics.Cmalpha).toBeLessThan(-0.2);
	});

	it('refuses what is over its limits, and says which', () => {
		const over = { stationsKg: { ...full.stationsKg, baggage: 200 }, fuelKg: full.fuelKg };
		expect(massAndBalance(aircraft, over).problems.join()).toMatch(/baggage: 200 kg where \d+ kg is allowed/);
		expect(() => loadedAircraft(aircraft, over)).toThrow(InputError);
		expect(() => massAndBalance(aircraft, { stationsKg: { wing: 5 }, fuelKg: 0 })).toThrow(
			/it has front, rear, baggage/
		);
		const tail = { stationsKg: { front: 0, rear: 200, baggage: 70 }, fuelKg: 20 };
		expect(massAndBalance(aircraft, tail).problems.join()).toMatch(/centre of gravity/);
	});
});

describe('mixture and fuel', () => {
	it('gives best power in a band, loses it to both sides, and stops the engine at cut-off', () => {
		const best = Powerplant.powerOfMixture(1.1);
		expect(best).toBe(1);
		for (const share of [0.8, 0.95, 1.4, 1.6]) expect(Powerplant.powerOfMixture(share)).toBeLessThan(1);
		expect(Powerplant.powerOfMixture(0.4)).toBe(0);
		const { densityKgM3 } = airAt(3000, 1013.25, 0);
		expect(Powerplant.powerOfMixture(Powerplant.fuelShare(1, densityKgM3))).toBeLessThan(0.98);
		const leaned = Powerplant.leanedMixture(densityKgM3);
		expect(Powerplant.powerOfMixture(Powerplant.fuelShare(leaned, densityKgM3))).toBe(1);
		expect(Powerplant.leanedMixture(1.225)).toBeGreaterThan(0.98);
	});

	it('burns about what such an engine burns, and lightens the aircraft by it', () => {
		const flight = new Flight(setup({ airspeedKias: 135, altitudeFt: 5000, governedRpm: 2300 }));
		run(flight, {}, 60);
		const litresAnHour = (tourer.loading.standard.fuelKg / 0.72 - flight.panel.fuelL) * 60;
		expect(litresAnHour).toBeGreaterThan(40);
		expect(litresAnHour).toBeLessThan(65);
		expect(flight.airplane.massKg).toBeCloseTo(tourer.massKg - (litresAnHour * 0.72) / 60, 3);
	});

	it('stops the engine when the tanks are empty, and a flight taken up again knows its fuel', () => {
		const flight = new Flight(setup({}, { fuelKg: 0.02 }));
		run(flight, {}, 20);
		expect(flight.panel.fuelL).toBe(0);
		expect(flight.surfaces.engineHealth).toBe(0);
		const again = new Flight(setup());
		again.restore(flight.snapshot());
		expect(again.panel.fuelL).toBe(0);
		again.step(again.initialControls);
		expect(again.surfaces.engineHealth).toBe(0);
	});
});

describe('temperature off standard', () => {
	it('makes an altimeter read high in the cold by about 4 % for each 10 °C', () => {
		const cold = new Flight(setup({ altitudeFt: 3000 }, { weather: { ...still, temperatureOffsetC: -20 } }));
		// It starts where the dial says 3000 ft.
		expect(Math.abs(cold.panel.altimeterFt - 3000)).toBeLessThan(20);
		const error = cold.panel.altimeterFt / cold.truth().altitudeFt - 1;
		expect(error).toBeGreaterThan(0.07);
		expect(error).toBeLessThan(0.08);
		const warm = new Flight(setup({ altitudeFt: 3000 }, { weather: { ...still, temperatureOffsetC: 20 } }));
		expect(warm.truth().altitudeFt).toBeGreaterThan(3180);
	});

	it('leaves a standard column as it is, at any pressure', () => {
		const { staticPa } = airAt(1000, 990, 0);
		expect(airAt(1000, 990, 1e-9).staticPa).toBeCloseTo(staticPa, 5);
	});

	it('costs climb where the air is thin: hot and high', () => {
		const climb = (altitudeFt: number, temperatureOffsetC: number) =>
			trimmedAtThrottle(trainer, 1, {
				airspeedKcas: 74,
				altitudeFt,
				flapsDeg: 0,
				bankDeg: 0,
				headingDeg: 0,
				seaLevelPressureHpa: 1013.25,
				temperatureOffsetC
			}).verticalSpeedFpm;
		expect(climb(5000, 20)).toBeLessThan(climb(5000, 0) - 80);
		expect(climb(5000, 0)).toBeLessThan(climb(0, 0) - 200);
	});
});

describe('arming a failure in flight', () => {
	it('begins it then, keeps it through a snapshot, and can be taken back', () => {
		const flight = new Flight(setup());
		run(flight, {}, 2);
		flight.arm({ kind: 'static-blocked', atSeconds: 2, creepSeconds: 0 });
		expect(flight.failureMask).not.toBe(0);
		const again = new Flight(setup());
		again.restore(flight.snapshot());
		expect(again.failureMask).toBe(flight.failureMask);
		again.repair('static-blocked');
		expect(again.failureMask).toBe(0);
		// Going back to before it: not begun, but still armed.
		const before = new Flight(setup());
		before.restore({ ...flight.snapshot(), steps: 10 });
		expect(before.failureMask).toBe(0);
		expect(before.failures).toHaveLength(1);
	});
});

describe('a start in a turn and elsewhere', () => {
	it('begins banked and turning, at its place', () => {
		const flight = new Flight(setup({ bankDeg: 20, northNm: 3, eastNm: -4 }));
		const truth = flight.truth();
		expect(truth.bankDeg).toBeCloseTo(20, 6);
		expect(truth.turnRateDegPerSecond).toBeGreaterThan(2);
		expect([truth.northNm, truth.eastNm]).toEqual([3, -4].map((nm) => expect.closeTo(nm, 9)));
		run(flight, {}, 10);
		expect(flight.panel.bankDeg).toBeGreaterThan(18);
		expect(flight.airplane.wing.separated).toBe(0);
	});
});

describe('the tourer flies its own table within 2 %', () => {
	it.each(tourer.configurations.map(({ id, ...configuration }) => [id, configuration] as const))(
		'%s',
		(_, configuration) => {
			const { airspeedKias, altitudeFt, flapsDeg, gearDown = false, governedRpm } = configuration;
			const table = configurationFlight(
				tourer,
				{ id: 'asked', ...configuration },
				{ ...standardDay, altitudeFt }
			);
			const flight = new Flight(
				setup({
					airspeedKias,
					// Climbing, the middle of the minute is what the table is for.
					altitudeFt: altitudeFt - table.verticalSpeedFpm / 2,
					verticalSpeedFpm: table.verticalSpeedFpm,
					flapsDeg,
					gearDown,
					governedRpm
				})
			);
			let [kias, fpm, pitch, rpm] = [0, 0, 0, 0];
			const n = 60 * STEPS_PER_SECOND;
			// Full power is full throttle, not what the lower start would need.
			const throttle = table.throttle > 0.999 ? 1 : flight.initialControls.throttle;
			for (let i = 0; i < n; i++) {
				flight.step({ ...flight.initialControls, throttle });
				const truth = flight.truth();
				kias += flight.panel.airspeedKias / n;
				fpm += truth.verticalSpeedFpm / n;
				pitch += truth.pitchDeg / n;
				rpm += truth.rpm / n;
			}
			expect(Math.abs(kias / airspeedKias - 1)).toBeLessThan(0.02);
			expect(Math.abs(fpm - table.verticalSpeedFpm)).toBeLessThan(
				Math.max(10, Math.abs(table.verticalSpeedFpm) * 0.02)
			);
			expect(Math.abs(pitch - table.pitchDeg)).toBeLessThan(0.2);
			expect(Math.abs(rpm / table.powerRpm - 1)).toBeLessThan(0.02);
		}
	);

	it('a turn as the table says', () => {
		const flight = new Flight(setup({ airspeedKias: 120, bankDeg: 15 }));
		run(flight, {}, 30);
		const truth = flight.truth();
		const table = trimmed(tourer, {
			airspeedKcas: truth.calibratedAirspeedKt,
			altitudeFt: truth.altitudeFt,
			bankDeg: truth.bankDeg,
			governedRpm: 2400
		});
		expect(truth.bankDeg).toBeGreaterThan(13);
		expect(Math.abs(truth.turnRateDegPerSecond / table.turnRateDegPerSecond - 1)).toBeLessThan(0.02);
	});
});
