import { describe, expect, it } from 'vitest';
import {
	coverBit,
	coveredInstruments,
	eventSample,
	FAILURE_KINDS,
	Flight,
	effectiveColumn,
	recognizedFailures,
	recognitionText,
	rowOf,
	sampleFlight,
	setupOf,
	standardDay,
	trueAltitudeFt,
	type FailureKind,
	type Sample
} from '../src/index.js';
import { area, descentCard, trainer } from './shipped.js';
import { drawn } from './synthetic.js';

const bit = (kind: FailureKind) => 1 << FAILURE_KINDS.indexOf(kind);

describe('a dial that has failed', () => {
	const track = drawn(20, {
		indicatedAltitudeFt: [[0, 3000]],
		altitudeFt: [
			[0, 3000],
			[20, 2000]
		],
		indicatedAirspeedKt: [[0, 90]],
		calibratedAirspeedKt: [[0, 100]],
		failures: [
			[0, 0],
			[9.9, 0],
			[10, bit('altimeter-stuck')],
			[20, bit('altimeter-stuck')]
		]
	});

	it('is believed before it fails and not after; others are believed throughout', () => {
		const altitude = effectiveColumn(track, 'indicatedAltitudeFt', standardDay)!;
		expect(altitude[50]).toBe(3000);
		expect(altitude[150]).toBeCloseTo(2250, 0);
		expect(effectiveColumn(track, 'indicatedAirspeedKt', standardDay)![150]).toBe(90);
	});

	it('that was the airspeed is replaced with the error of its own static port, as it showed before', () => {
		// 89.46 kt shown of 90 true ones: a share of six in a thousand.
		const failing = drawn(20, {
			indicatedAirspeedKt: [
				[0, 89.46],
				[9.9, 89.46],
				[10, 20]
			],
			calibratedAirspeedKt: [
				[0, 90],
				[9.9, 90],
				[10, 110]
			],
			failures: [
				[0, 0],
				[9.9, 0],
				[10, bit('pitot-ram')],
				[20, bit('pitot-ram')]
			]
		});
		const speed = effectiveColumn(failing, 'indicatedAirspeedKt', standardDay)!;
		expect(speed[50]).toBe(89.46);
		expect(speed[150]).toBeCloseTo(110 * 0.994, 6);
	});

	it('is replaced in a live sample as in a recorded one', () => {
		const flight = new Flight({ ...setupOf(descentCard, trainer, area), assist: 'direct', seed: 1 });
		const sample: Sample = {
			...sampleFlight(flight, flight.initialControls),
			altitudeFt: 2222,
			headingDeg: 45
		};
		expect(eventSample(rowOf(sample), standardDay).indicatedAltitudeFt).toBe(sample.indicatedAltitudeFt);
		const failed = eventSample(rowOf({ ...sample, failures: bit('static-blocked') }), standardDay);
		expect(failed.indicatedAltitudeFt).toBeCloseTo(2222 + (sample.altimeterSettingHpa - 1013.25) * 27.3, 0);
		expect(failed.indicatedHeadingDeg).toBe(sample.indicatedHeadingDeg);
		expect(eventSample(rowOf({ ...sample, failures: bit('vacuum') }), standardDay).indicatedHeadingDeg).toBe(
			45
		);
	});

	const cold = { seaLevelPressureHpa: 990, temperatureOffsetC: -20 };
	it('in cold air it is stood in for by what a sound one would show, not by the true height', () => {
		// 3000 ft on a sound dial set to the pressure of the day.
		const height = trueAltitudeFt(3000, cold.seaLevelPressureHpa, cold.temperatureOffsetC);
		expect(height).toBeLessThan(2800);
		for (const kind of ['static-blocked', 'altimeter-stuck'] as const) {
			const set = (hPa: number) =>
				drawn(10, {
					indicatedAltitudeFt: [[0, 3333]],
					altitudeFt: [[0, height]],
					altimeterSettingHpa: [[0, hPa]],
					failures: [[0, bit(kind)]]
				});
			expect(effectiveColumn(set(990), 'indicatedAltitudeFt', cold)![50]).toBeCloseTo(3000, 0);
			// As it was set: 10 hPa more are some 280 ft more on the dial.
			const more = effectiveColumn(set(1000), 'indicatedAltitudeFt', cold)![50]!;
			expect(more).toBeGreaterThan(3260);
			expect(more).toBeLessThan(3300);
		}
	});

	it('a sound one on the panel shows what is taken for sound, in air of any day', () => {
		for (const day of [standardDay, cold, { seaLevelPressureHpa: 1030, temperatureOffsetC: 20 }]) {
			const card = { ...descentCard, weather: { ...descentCard.weather, ...day } };
			const flight = new Flight({ ...setupOf(card, trainer, area), assist: 'direct', seed: 1 });
			const inputs = { ...flight.initialControls, altimeterSettingHpa: day.seaLevelPressureHpa - 3 };
			for (let i = 0; i < 240; i++) flight.step(inputs);
			const sample = sampleFlight(flight, inputs);
			const failed = { ...sample, failures: bit('altimeter-stuck') };
			const { indicatedAltitudeFt } = eventSample(rowOf(failed), day);
			expect(Math.abs(indicatedAltitudeFt - sample.indicatedAltitudeFt)).toBeLessThan(5);
		}
	});

	it('a climb is that of the pressure: in cold air fewer feet are as much on the dial', () => {
		const track = drawn(5, { altitudeFt: [[0, 5000]], verticalSpeedFpm: [[0, -500]] });
		const rate = (day: typeof cold) => effectiveColumn(track, 'verticalSpeedFpm', day)![20]!;
		expect(rate({ ...cold, temperatureOffsetC: 0 })).toBe(-500);
		// 278.2 K in the standard atmosphere at that pressure or so, 20 less on the day.
		expect(rate(cold)).toBeCloseTo((-500 * 278.2) / 258.2, -1);
	});

	it('that was not recorded is stood in for, and neither is invented', () => {
		const bare = drawn(5, { altitudeFt: [[0, 1234]] });
		expect(effectiveColumn(bare, 'indicatedAltitudeFt', standardDay)![10]).toBeCloseTo(1234, 9);
		expect(effectiveColumn(bare, 'indicatedAirspeedKt', standardDay)).toBeNull();
		expect(effectiveColumn(bare, 'bankDeg', standardDay)).toBeNull();
	});
});

describe('what the student did about it', () => {
	const covering = (at: number, instrument: 'attitude' | 'airspeed') =>
		drawn(60, {
			failures: [
				[0, 0],
				[19.9, 0],
				[20, bit('vacuum')],
				[60, bit('vacuum')]
			],
			covered: [
				[0, 0],
				[at - 0.1, 0],
				[at, coverBit(instrument)],
				[60, coverBit(instrument)]
			]
		});

	it('a cover on a dial that lied counts from the moment it began to', () => {
		const [noticed] = recognizedFailures(covering(43, 'attitude'));
		expect(noticed).toEqual({
			kind: 'vacuum',
			beganSeconds: 20,
			covered: { instrument: 'attitude', atSeconds: 43 },
			affectsInstruments: true,
			namedSeconds: null,
			wrongly: []
		});
		expect(recognitionText(noticed!)).toBe(
			'Vacuum: began at 0:20; you did not name it, covered the attitude after 23 s.'
		);
	});

	it('a cover on a healthy dial does not', () => {
		const [noticed] = recognizedFailures(covering(43, 'airspeed'));
		expect(noticed!.covered).toBeNull();
		expect(recognitionText(noticed!)).toBe('Vacuum: began at 0:20; you did not name it, covered nothing.');
	});

	it('a failure in which no dial lies asks for no cover', () => {
		const track = drawn(30, {
			failures: [
				[0, 0],
				[9.9, 0],
				[10, bit('engine-rough')],
				[30, bit('engine-rough')]
			]
		});
		expect(recognitionText(recognizedFailures(track)[0]!)).toBe(
			'Engine rough: began at 0:10; you did not name it.'
		);
	});

	it('nothing failed, nothing recorded: nothing to say', () => {
		expect(recognizedFailures(drawn(5, { failures: [[0, 0]] }))).toEqual([]);
		expect(recognizedFailures(drawn(5, { altitudeFt: [[0, 0]] }))).toEqual([]);
	});

	it('the bits name the dials', () => {
		expect(coveredInstruments(coverBit('airspeed') | coverBit('compass'))).toEqual(['airspeed', 'compass']);
	});
});
