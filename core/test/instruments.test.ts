import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	cardAimDeg,
	calibratedKt,
	coverBit,
	Flight,
	FAILURE_KINDS,
	gradeFlight,
	flyByRobot,
	setupOf,
	signedDeg,
	solveCompass,
	standardDay,
	TECHNIQUES,
	toRadians,
	trimmedAtThrottle,
	trimmedFlight,
	type ControlInputs,
	type FailureKind,
	type FailureSpec,
	type TaskCard
} from '../src/index.js';
import { area, descentCard, trainer, us } from './shipped.js';

const failing = (kind: FailureKind, seconds = 10, creepSeconds?: number): FailureSpec => ({
	kind,
	onset: { kind: 'at', seconds },
	...(creepSeconds === undefined ? {} : { creepSeconds })
});

const flightWith = (failures: FailureSpec[], seed = 5, change: Partial<TaskCard> = {}): Flight =>
	new Flight({
		...setupOf({ ...descentCard, ...change, failures }, trainer, area),
		assist: 'attitude',
		seed
	});

/** Flies on for some seconds; the controls may follow the flight. */
function flyOn(
	flight: Flight,
	seconds: number,
	control: (flight: Flight) => Partial<ControlInputs> = () => ({})
): void {
	for (let i = 0; i < seconds * 120; i++) flight.step({ ...flight.initialControls, ...control(flight) });
}
const climb = (): Partial<ControlInputs> => ({ throttle: 1 });
const bank = (flight: Flight): Partial<ControlInputs> => ({ aileron: flight.truth().bankDeg < 15 ? 0.3 : 0 });

describe('pitot and static', () => {
	it('airspeed, altitude and vertical speed agree with the world when nothing has failed', () => {
		const flight = flightWith([]);
		flyOn(flight, 30, climb);
		const truth = flight.truth();
		// The static port's error is small but there: it makes the airspeed read a little high.
		expect(flight.panel.airspeedKias - truth.calibratedAirspeedKt).toBeGreaterThan(0);
		expect(flight.panel.airspeedKias - truth.calibratedAirspeedKt).toBeLessThan(0.6);
		expect(Math.abs(flight.panel.altimeterFt - truth.altitudeFt)).toBeLessThan(8);
		expect(Math.abs(flight.panel.verticalSpeedFpm - truth.verticalSpeedFpm)).toBeLessThan(60);
	});

	it('vertical speed shows nine tenths of a change after six seconds', () => {
		// The chamber answers pressure alone, so a steady climb entered at once shows its lag.
		const flight = flightWith([]);
		const panel = { ...flight.panel };
		expect(panel.verticalSpeedFpm).toBe(0);
		const climbing = flightWith([], 5, { start: { ...descentCard.start, verticalSpeedFpm: -500 } });
		flyOn(climbing, 6);
		const shown = climbing.panel.verticalSpeedFpm / climbing.truth().verticalSpeedFpm;
		expect(shown).toBeGreaterThan(0.87);
		expect(shown).toBeLessThan(0.93);
	});

	it('a blocked static never moves the altimeter, holds vertical speed at zero, and falsifies airspeed in a climb', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 0, max: 4294967295 }),
				fc.double({ min: 0.2, max: 1, noNaN: true }),
				(seed, throttle) => {
					const flight = flightWith([failing('static-blocked', 2)], seed);
					flyOn(flight, 4);
					const stood = flight.panel.altimeterFt;
					flyOn(flight, 25, () => ({ throttle }));
					expect(Math.abs(flight.panel.altimeterFt - stood)).toBeLessThan(0.5);
					expect(Math.abs(flight.panel.verticalSpeedFpm)).toBeLessThan(5);
				}
			),
			{ numRuns: 8 }
		);
		const flight = flightWith([failing('static-blocked', 2)]);
		flyOn(flight, 60, (now) => ({ throttle: 1, elevator: now.truth().pitchDeg < 8 ? 0.2 : 0 }));
		// Higher up with the low-level pressure shut in, it reads low.
		expect(flight.truth().calibratedAirspeedKt - flight.panel.airspeedKias).toBeGreaterThan(10);
	});

	it('the alternate source brings a blocked static back to life, reading a little high', () => {
		const flight = flightWith([failing('static-blocked', 2)]);
		flyOn(flight, 20, () => ({ throttle: 0.5 }));
		flyOn(flight, 15, () => ({ throttle: 0.5, alternateStatic: 1 }));
		const error = flight.panel.altimeterFt - flight.truth().altitudeFt;
		expect(error).toBeGreaterThan(5);
		expect(error).toBeLessThan(80);
	});

	it('a pitot with an open drain falls to zero; with a shut one the airspeed becomes an altimeter', () => {
		const open = flightWith([failing('pitot-ram', 2)]);
		flyOn(open, 20);
		expect(open.panel.airspeedKias).toBeLessThan(10);
		const shut = flightWith([failing('pitot-blocked', 2)]);
		flyOn(shut, 5);
		const before = shut.panel.airspeedKias;
		flyOn(shut, 50, (now) => ({ throttle: 1, elevator: now.truth().pitchDeg < 9 ? 0.2 : 0 }));
		expect(shut.truth().altitudeFt).toBeGreaterThan(3300);
		expect(shut.panel.airspeedKias).toBeGreaterThan(before + 5);
		expect(shut.truth().calibratedAirspeedKt).toBeLessThan(before);
	});

	it('a stuck altimeter stands while vertical speed still shows the climb', () => {
		const flight = flightWith([failing('altimeter-stuck', 2)]);
		flyOn(flight, 3);
		const stood = flight.panel.altimeterFt;
		flyOn(flight, 20, (now) => ({ throttle: 1, elevator: now.truth().pitchDeg < 7 ? 0.2 : 0 }));
		expect(flight.panel.altimeterFt).toBe(stood);
		expect(flight.panel.verticalSpeedFpm).toBeGreaterThan(300);
	});
});

describe('gyros', () => {
	it('a vacuum failure is convincing at first and lies grossly after minutes', () => {
		const flight = flightWith([failing('vacuum', 5)]);
		flyOn(flight, 35);
		const early = Math.abs(flight.panel.bankDeg - flight.truth().bankDeg);
		expect(early).toBeLessThan(3);
		expect(flight.panel.suctionInHg).toBe(0);
		flyOn(flight, 270);
		expect(Math.abs(flight.panel.bankDeg - flight.truth().bankDeg)).toBeGreaterThan(15);
	});

	it('a lean is a few degrees, a stuck card stands in a turn, a dead turn coordinator shows nothing', () => {
		const lean = flightWith([failing('attitude-lean', 2, 20)]);
		flyOn(lean, 90);
		const off = Math.abs(lean.panel.bankDeg - lean.truth().bankDeg);
		expect(off).toBeGreaterThan(3);
		expect(off).toBeLessThan(9);
		const stuck = flightWith([failing('heading-stuck', 2), failing('turn-coordinator', 2)]);
		flyOn(stuck, 3);
		const stood = stuck.panel.headingDeg;
		flyOn(stuck, 120, bank);
		expect(stuck.panel.headingDeg).toBe(stood);
		expect(stuck.truth().turnRateDegPerSecond).toBeGreaterThan(2);
		expect(Math.abs(stuck.panel.turnRateDegPerSecond)).toBeLessThan(0.15);
	});
});

describe('compass', () => {
	it('settles where the formula says, in any coordinated turn', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 0, max: 360, noNaN: true }),
				fc.double({ min: -45, max: 45, noNaN: true }),
				fc.double({ min: -75, max: 75, noNaN: true }),
				(headingDeg, bankDeg, dipDeg) => {
					// In a coordinated turn the specific force lies along the aeroplane's own vertical.
					const aim = cardAimDeg(toRadians(headingDeg), 0, toRadians(bankDeg), toRadians(dipDeg), {
						x: 0,
						y: 0,
						z: -11
					});
					const { indicatedDeg } = solveCompass({ headingDeg, bankDeg, dipDeg });
					expect(Math.abs(signedDeg(aim - indicatedDeg))).toBeLessThan(1e-6);
				}
			)
		);
	});

	it('shows a turn to the north when accelerating on east or west, to the south when slowing; mirrored in the south', () => {
		const aim = (headingDeg: number, forward: number, dipDeg: number) =>
			signedDeg(
				cardAimDeg(toRadians(headingDeg), 0, 0, toRadians(dipDeg), { x: forward, y: 0, z: -9.8 }) - headingDeg
			);
		expect(aim(90, 1, 63)).toBeLessThan(-3);
		expect(aim(270, 1, 63)).toBeGreaterThan(3);
		expect(aim(90, -1, 63)).toBeGreaterThan(3);
		expect(aim(90, 1, -63)).toBeGreaterThan(3);
		expect(Math.abs(aim(0, 1, 63))).toBeLessThan(0.01);
	});

	it('reads the heading straight and level but for its deviation, and swings past before it settles', () => {
		const flight = flightWith([]);
		flyOn(flight, 20);
		expect(Math.abs(signedDeg(flight.panel.compassDeg - flight.truth().headingDeg))).toBeLessThan(3);
		// Northerly lag: rolling into a right turn through north the card hangs back.
		const north = flightWith([], 5, { start: { ...descentCard.start, headingDeg: 350 } });
		flyOn(north, 8, bank);
		expect(signedDeg(north.panel.compassDeg - north.truth().headingDeg)).toBeLessThan(-8);
	});
});

describe('failures of the engine and the airframe', () => {
	it('an engine that is out gives no power, a rough one less, ice costs speed', () => {
		const settle = (failures: FailureSpec[]) => {
			const flight = flightWith(failures);
			flyOn(flight, 45, (now) => ({ elevator: now.truth().altitudeFt < 2995 ? 0.02 : -0.02 }));
			return flight.truth();
		};
		const well = settle([]);
		expect(settle([failing('engine-rough', 1)]).rpm).toBeLessThan(well.rpm - 60);
		expect(settle([failing('engine-out', 1)]).rpm).toBeLessThan(well.rpm - 800);
		const iced = settle([failing('airframe-ice', 1)]);
		expect(iced.calibratedAirspeedKt).toBeLessThan(well.calibratedAirspeedKt - 4);
	});

	it('come at random within their window, the same for the same seed', () => {
		const windowed: FailureSpec = {
			kind: 'vacuum',
			onset: { kind: 'window', fromSeconds: 30, toSeconds: 90 }
		};
		const moments = [1, 2, 3, 4, 5, 6, 7, 8].map(
			(seed) => flightWith([windowed], seed).failures[0]!.atSeconds
		);
		for (const moment of moments) {
			expect(moment).toBeGreaterThanOrEqual(30);
			expect(moment).toBeLessThanOrEqual(90);
		}
		expect(new Set(moments).size).toBeGreaterThan(6);
		expect(flightWith([windowed], 3).failures).toEqual(flightWith([windowed], 3).failures);
	});

	it('are recorded with the covers, and a flight is graded by what was so, not by a dial that lied', () => {
		const card: TaskCard = { ...descentCard, failures: [failing('altimeter-stuck', 1)] };
		const { track } = flyByRobot(card, trainer, area, TECHNIQUES.steady, 3);
		const bit = 1 << FAILURE_KINDS.indexOf('altimeter-stuck');
		expect(track.column('failures')[50]).toBe(bit);
		// The robot believes the dial and goes on down through 2000 ft; the card and the grade know.
		const grade = gradeFlight(track, card, us);
		const held = grade.phases.find(({ id }) => id === 'hold-level')!;
		expect(held.startSeconds).not.toBeNull();
		const altitude = held.items.find(({ kind }) => kind === 'altitudeFt')!;
		expect(altitude.verdict).toBe('not met');
		expect(altitude.worst!.deviation).toBeLessThan(-150);
		expect(grade.statements.find(({ text }) => /altimeter stuck/i.test(text))!.text).toMatch(
			/covered nothing/
		);
		expect(coverBit('altimeter')).toBe(4);
	});
});

describe('performance flown against the table from trim, within 2 %', () => {
	const condition = { flapsDeg: 0, bankDeg: 0, headingDeg: 90, ...standardDay };
	/** Steady flight for half a minute from a trimmed start; mean of the last ten seconds. */
	const flown = (
		start: Partial<TaskCard['start']>,
		control: (flight: Flight) => Partial<ControlInputs> = () => ({})
	) => {
		const flight = flightWith([], 5, { start: { ...descentCard.start, ...start } });
		flyOn(flight, 20, control);
		const sum = { kias: 0, fpm: 0, rate: 0, bank: 0 };
		const n = 1200;
		for (let i = 0; i < n; i++) {
			flight.step({ ...flight.initialControls, ...control(flight) });
			const truth = flight.truth();
			sum.kias += flight.panel.airspeedKias / n;
			sum.fpm += truth.verticalSpeedFpm / n;
			sum.rate += truth.turnRateDegPerSecond / n;
			sum.bank += truth.bankDeg / n;
		}
		return sum;
	};

	it.each([
		['level', 105, 0],
		['descent', 90, -500],
		['steep descent', 90, -800],
		['climb', 80, 300]
	])('%s at %i kt', (_, airspeedKias, verticalSpeedFpm) => {
		const { kias, fpm } = flown({ airspeedKias, verticalSpeedFpm, altitudeFt: 3000 });
		expect(Math.abs(kias / airspeedKias - 1)).toBeLessThan(0.02);
		expect(Math.abs(fpm - verticalSpeedFpm)).toBeLessThan(Math.max(10, Math.abs(verticalSpeedFpm) * 0.02));
	});

	it('a full-power climb at the best speed', () => {
		const best = trimmedAtThrottle(trainer, 1, {
			...condition,
			airspeedKcas: calibratedKt(trainer, 74),
			altitudeFt: 3000
		});
		const { fpm, kias } = flown({
			airspeedKias: 74,
			verticalSpeedFpm: best.verticalSpeedFpm,
			altitudeFt: 2900
		});
		expect(Math.abs(kias / 74 - 1)).toBeLessThan(0.02);
		// Half a minute higher the engine has a little less: the table at the middle of the climb is meant.
		expect(Math.abs(fpm / best.verticalSpeedFpm - 1)).toBeLessThan(0.02);
	});

	it('a banked turn turns as the table says', () => {
		const { rate, bank: held, kias } = flown({ airspeedKias: 90 }, bank);
		const table = trimmedFlight(trainer, {
			...condition,
			airspeedKcas: calibratedKt(trainer, kias),
			verticalSpeedFpm: 0,
			altitudeFt: 3000,
			bankDeg: held
		});
		expect(held).toBeGreaterThan(10);
		expect(Math.abs(rate / table.turnRateDegPerSecond - 1)).toBeLessThan(0.02);
	});
});
