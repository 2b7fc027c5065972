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
	sampleFlight,
	setupOf,
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
		const altitude = effectiveColumn(track, 'indicatedAltitudeFt')!;
		expect(altitude[50]).toBe(3000);
		expect(altitude[150]).toBeCloseTo(2250, 0);
		expect(effectiveColumn(track, 'indicatedAirspeedKt')![150]).toBe(90);
	});

	it('is replaced in a live sample as in a recorded one', () => {
		const flight = new Flight({ ...setupOf(descentCard, trainer, area), assist: 'direct', seed: 1 });
		const sample: Sample = {
			...sampleFlight(flight, flight.initialControls),
			altitudeFt: 2222,
			headingDeg: 45
		};
		expect(eventSample(sample).indicatedAltitudeFt).toBe(sample.indicatedAltitudeFt);
		const failed = eventSample({ ...sample, failures: bit('static-blocked') });
		expect(failed.indicatedAltitudeFt).toBe(2222);
		expect(failed.indicatedHeadingDeg).toBe(sample.indicatedHeadingDeg);
		expect(eventSample({ ...sample, failures: bit('vacuum') }).indicatedHeadingDeg).toBe(45);
	});

	it('that was not recorded is stood in for, and neither is invented', () => {
		const bare = drawn(5, { altitudeFt: [[0, 1234]] });
		expect(effectiveColumn(bare, 'indicatedAltitudeFt')![10]).toBe(1234);
		expect(effectiveColumn(bare, 'indicatedAirspeedKt')).toBeNull();
		expect(effectiveColumn(bare, 'bankDeg')).toBeNull();
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
