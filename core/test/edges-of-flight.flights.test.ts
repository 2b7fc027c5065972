import { describe, expect, it } from 'vitest';
import {
	cutPhases,
	Flight,
	FLIGHT_ENDS,
	flyStall,
	CHANNELS,
	gradeFlight,
	CardFlight,
	loadedAircraft,
	Recorder,
	setupOf,
	type Aircraft,
	type ControlInputs,
	type FlightSetup
} from '../src/index.js';
import { cardCatalog } from '../../data/index.js';
import { area, tourer, trainer, us } from './shipped.js';

const SECONDS = 120;
const level = cardCatalog.get('straight-level');

interface Configuration {
	aircraft: Aircraft;
	flapsDeg: number;
	gearDown: boolean;
	throttle: number;
}

function slow({ aircraft, flapsDeg, gearDown }: Configuration): Omit<FlightSetup, 'assist' | 'seed'> {
	const setup = setupOf({ ...level, aircraft: aircraft.id }, aircraft, area);
	const { stallLandingKias, stallCleanKias } = aircraft.speeds;
	const airspeedKias = 1.25 * (flapsDeg > 0 ? stallLandingKias : stallCleanKias);
	const start = { ...setup.start, altitudeFt: 6000, airspeedKias, verticalSpeedFpm: 0, flapsDeg, gearDown };
	return { ...setup, start };
}
const begun = (configuration: Configuration): Flight =>
	new Flight({ ...slow(configuration), assist: 'direct', seed: 1 });

/** Hands that come to the stop in so many seconds and stay there. */
const pulling = (flight: Flight, throttle: number, seconds: number, t: number): ControlInputs => ({
	...flight.initialControls,
	throttle,
	elevator: Math.min(1, t / seconds)
});

const CONFIGURATIONS = [trainer, tourer].flatMap((aircraft) =>
	[
		{ flapsDeg: 0, gearDown: false },
		{ flapsDeg: 10, gearDown: true },
		{ flapsDeg: 30, gearDown: true }
	].flatMap((configuration) =>
		[0, 1].map((throttle): [string, Configuration] => [
			`${aircraft.name}, flap ${configuration.flapsDeg}, ${throttle === 0 ? 'idle' : 'full power'}`,
			{ aircraft, ...configuration, throttle }
		])
	)
);

describe.each(CONFIGURATIONS)('the stall of the %s', (_, configuration) => {
	const seen = flyStall(slow(configuration), configuration.throttle);

	it('comes at 16 to 22° and the nose nods, the stick still back', () => {
		expect(seen.breakKias).toBeGreaterThan(40);
		expect(seen.angleOfAttackDeg).toBeGreaterThan(16);
		expect(seen.angleOfAttackDeg).toBeLessThan(22);
		expect(seen.nodDeg).toBeGreaterThan(5);
	});

	it('takes a tenth to a third of the lift', () => {
		expect(seen.liftLeft).toBeGreaterThan(0.67);
		expect(seen.liftLeft).toBeLessThan(0.9);
	});

	it('is over when the stick goes forward, whatever the power', () => {
		const flight = begun(configuration);
		let t = 0;
		let separated = 0;
		for (; t < 9 * SECONDS && separated < 0.4; t++) {
			flight.step(pulling(flight, configuration.throttle, 8, t / SECONDS));
			separated = flight.airplane.wing.separated;
		}
		expect(separated).toBeGreaterThan(0.4);
		for (t = 0; t < 2 * SECONDS; t++)
			flight.step({ ...flight.initialControls, throttle: configuration.throttle, elevator: -0.3 });
		expect(flight.airplane.wing.separated).toBe(0);
		expect(flight.truth().angleOfAttackDeg).toBeLessThan(12);
	});

	it('drops the wing to the side of the rudder, and goes on turning until it is opposed', () => {
		for (const side of [-1, 1]) {
			const flight = begun({ ...configuration });
			let t = 0;
			for (; t < 6 * SECONDS; t++) flight.step(pulling(flight, 0, 6, t / SECONDS));
			const turned = (seconds: number, inputs: Partial<ControlInputs>): number => {
				let deg = 0;
				for (let i = 0; i < seconds * SECONDS && !flight.ended; i++) {
					flight.step({ ...flight.initialControls, throttle: 0, ...inputs });
					// About the way it goes: what is roll and yaw to the aeroplane.
					const alpha = (flight.truth().angleOfAttackDeg * Math.PI) / 180;
					deg +=
						(flight.state[10]! * Math.cos(alpha) + flight.state[12]! * Math.sin(alpha)) * (57.3 / SECONDS);
				}
				return side * deg;
			};
			expect(turned(8, { elevator: 1, rudder: side })).toBeGreaterThan(90);
			expect(turned(1, { elevator: 1, rudder: side })).toBeGreaterThan(20);
			turned(1, { elevator: 0.3, rudder: -side });
			turned(1.5, { elevator: -0.3, rudder: -0.6 * side });
			expect(flight.airplane.wing.separated).toBe(0);
			expect(Math.abs(turned(1, {}))).toBeLessThan(40);
		}
	});
});

describe.each([
	['at once, let go', 0, 0],
	['at once, pushed', 0, 1],
	['two seconds late, let go', 2, 0],
	['two seconds late, pushed', 2, 1]
])('a stall with the attitude held by the trainer, answered %s', (_, lateSeconds, pushedSeconds) => {
	it.each([trainer, tourer].map((one) => [one.name, one] as const))(
		'is over in some seconds, and stays over while the pilot levels: %s',
		(_name, aircraft) => {
			const configuration = { aircraft, flapsDeg: 0, gearDown: false, throttle: 0 };
			const flight = new Flight({ ...slow(configuration), assist: 'attitude', seed: 1 });
			const fly = (seconds: number, inputs: () => Partial<ControlInputs>, until = () => false): number => {
				let steps = 0;
				for (; steps < seconds * SECONDS && !until(); steps++)
					flight.step({ ...flight.initialControls, assist: 'attitude', ...inputs() });
				return steps / SECONDS;
			};
			const { wing } = flight.airplane;
			const idle = { throttle: 0, elevator: 1 };
			fly(
				60,
				() => idle,
				() => wing.separated > 0.4
			);
			// It can be stalled: pulled, the stick is the pilot's.
			expect(wing.separated).toBeGreaterThan(0.4);
			fly(lateSeconds, () => idle);
			const { altitudeFt } = flight.truth();
			fly(pushedSeconds, () => ({ throttle: 1, elevator: -1 }));
			const seconds = fly(
				10,
				() => ({ throttle: 1 }),
				() => wing.separated === 0
			);
			expect(pushedSeconds + seconds).toBeLessThan(4);
			fly(3, () => ({ throttle: 1 }));
			let again = 0;
			fly(15, () => {
				const { pitchDeg, bankDeg } = flight.truth();
				again = Math.max(again, wing.separated);
				return {
					throttle: 1,
					elevator: pitchDeg < 4 ? 1 : 0,
					aileron: Math.min(1, Math.max(-1, -bankDeg / 40))
				};
			});
			expect(again).toBeLessThan(0.2);
			expect(altitudeFt - flight.truth().altitudeFt).toBeLessThan(400);
			expect(Math.abs(flight.truth().bankDeg)).toBeLessThan(15);
		}
	);
});

describe('hands off, the gear going down', () => {
	it('costs a knot or two and is no change of trim to speak of', () => {
		const setup = setupOf({ ...level, aircraft: tourer.id }, tourer, area);
		const flight = new Flight({
			...setup,
			assist: 'direct',
			seed: 1,
			start: { ...setup.start, airspeedKias: 110 }
		});
		const fly = (seconds: number, gear: number) => {
			const speeds: number[] = [];
			for (let i = 0; i < seconds * SECONDS; i++) {
				const { bankDeg } = flight.truth();
				const rollDegPerSecond = flight.state[10]! * 57.3;
				const aileron = -0.02 * bankDeg - 0.01 * rollDegPerSecond;
				flight.step({ ...flight.initialControls, gear, aileron });
				speeds.push(flight.panel.airspeedKias);
			}
			return { most: Math.max(...speeds), last: speeds.at(-1)! };
		};
		const before = fly(10, 0).last;
		const { most, last } = fly(180, 1);
		expect(most).toBeLessThan(before + 2);
		expect(before - last).toBeGreaterThan(0);
		expect(before - last).toBeLessThan(6);
	});
});

describe('what an airframe bears', () => {
	/** A dive from cruise with the stick where it is told, through the card, recorded. */
	function flown(controls: (seconds: number) => Partial<ControlInputs>, altitudeFt = 6000) {
		const card = { ...level, start: { ...level.start, altitudeFt, airspeedKias: 90 } };
		const recorder = new Recorder();
		const one = new CardFlight(card, trainer, area, { assist: 'direct', seed: 1 }, (row) =>
			recorder.add(row)
		);
		const limits = new Set<string | null>();
		const { initialControls } = one.flight;
		while (!one.flight.ended && one.seconds < 120) {
			one.inputs = { ...initialControls, ...controls(one.seconds) };
			one.step();
			if (!one.flight.ended) limits.add(one.flight.overLimit);
		}
		const track = recorder.track();
		const grade = gradeFlight(track, card, us, loadedAircraft(trainer, card.loading));
		return { flight: one.flight, track, limits, grade, card };
	}

	it('ends the flight by speed in a dive, after the never-exceed speed has been said', () => {
		const { flight, limits, grade, track, card } = flown(() => ({ throttle: 1, elevator: -0.3 }), 11_000);
		expect(flight.ended).toBe('overspeed');
		expect(limits).toContain('speed');
		expect(grade.verdict).toBe('not met');
		expect(grade.because.join(' ')).toMatch(/would have broken up, by speed, at 0:\d\d/);
		// What was flown until then stands as it was.
		expect(cutPhases(card, track)[0]!.startSeconds).toBe(0);
		expect(track.column('flightEnd').at(-1)).toBe(3);
	});

	it('ends it by load in a pull, after the limit load has been said', () => {
		const { flight, limits, grade } = flown(
			(t) => (t < 8 ? { throttle: 1, elevator: -0.2 } : { elevator: 1 }),
			9000
		);
		expect(flight.ended).toBe('overstress');
		expect(limits).toContain('load');
		expect(grade.because.join(' ')).toMatch(/would have broken up, by load, at 0:\d\d/);
	});

	it('says so when it meets the ground', () => {
		const { flight, grade } = flown(() => ({ throttle: 0, elevator: -0.06 }), 600);
		expect(flight.ended).toBe('surface');
		expect(grade.verdict).toBe('not met');
		expect(grade.because.join(' ')).toMatch(/flown into the ground at 0:\d\d/);
	});

	it('the ends have the codes of the channel', () => {
		expect(CHANNELS.flightEnd.codes).toEqual(['goes on', ...FLIGHT_ENDS]);
	});
});
