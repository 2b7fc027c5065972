import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	airAt,
	altimeterFt,
	calibratedFromImpactMps,
	InfeasibleError,
	impactPressurePa,
	normalizeDeg,
	pressureAltitudeM,
	pressureRatioAt,
	signedDeg,
	solveWindTriangle,
	toRadians,
	formatHeading
} from '../src/index.js';

describe('atmosphere', () => {
	it('gives back the altitude that a pressure was taken at', () => {
		fc.assert(
			fc.property(fc.double({ min: -500, max: 15000, noNaN: true }), (altitude) => {
				expect(pressureAltitudeM(pressureRatioAt(altitude))).toBeCloseTo(altitude, 6);
			})
		);
	});

	it('gives back the airspeed that an impact pressure was made from', () => {
		fc.assert(
			fc.property(fc.double({ min: 1, max: 200, noNaN: true }), (speed) => {
				expect(calibratedFromImpactMps(impactPressurePa(speed))).toBeCloseTo(speed, 6);
			})
		);
	});

	it('lets an altimeter with the local setting read the altitude, whatever the pressure', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 950, max: 1050, noNaN: true }),
				fc.double({ min: 0, max: 4000, noNaN: true }),
				(pressureHpa, altitudeM) => {
					const { staticPa } = airAt(altitudeM, pressureHpa, 0);
					expect(altimeterFt(staticPa, pressureHpa)).toBeCloseTo(altitudeM / 0.3048, 4);
				}
			)
		);
	});

	it('reads about 27 ft a hectopascal too high with the setting too high', () => {
		const { staticPa } = airAt(600, 1003.25, 0);
		const error = altimeterFt(staticPa, 1013.25) - 600 / 0.3048;
		expect(error).toBeGreaterThan(265);
		expect(error).toBeLessThan(290);
	});
});

describe('directions', () => {
	it('stay in [0, 360) and (−180, 180]', () => {
		fc.assert(
			fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (angle) => {
				const normal = normalizeDeg(angle);
				expect(normal).toBeGreaterThanOrEqual(0);
				expect(normal).toBeLessThan(360);
				const signed = signedDeg(angle);
				expect(signed).toBeGreaterThan(-180);
				expect(signed).toBeLessThanOrEqual(180);
			})
		);
	});

	it('print north as 360', () => {
		expect([0, 359.6, 5.4, 90].map(formatHeading)).toEqual(['360', '360', '005', '090']);
	});

	it('never turn a tiny negative angle into 360', () => {
		expect(normalizeDeg(-1e-15)).toBe(0);
		expect(Object.is(normalizeDeg(-0), 0)).toBe(true);
	});
});

describe('wind triangle', () => {
	it('adds up: air vector plus wind is the ground vector along the course', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 0, max: 360, noNaN: true }),
				fc.double({ min: 40, max: 300, noNaN: true }),
				fc.double({ min: 0, max: 360, noNaN: true }),
				fc.double({ min: 0, max: 150, noNaN: true }),
				(courseDeg, trueAirspeedKt, windFromDeg, windSpeedKt) => {
					let answer;
					try {
						answer = solveWindTriangle({ courseDeg, trueAirspeedKt, windFromDeg, windSpeedKt });
					} catch (error) {
						expect(error).toBeInstanceOf(InfeasibleError);
						expect(windSpeedKt).toBeGreaterThanOrEqual(trueAirspeedKt * 0.999);
						return;
					}
					const heading = toRadians(answer.headingDeg);
					const from = toRadians(windFromDeg);
					const north = trueAirspeedKt * Math.cos(heading) - windSpeedKt * Math.cos(from);
					const east = trueAirspeedKt * Math.sin(heading) - windSpeedKt * Math.sin(from);
					expect(north).toBeCloseTo(answer.groundspeedKt * Math.cos(toRadians(courseDeg)), 6);
					expect(east).toBeCloseTo(answer.groundspeedKt * Math.sin(toRadians(courseDeg)), 6);
				}
			)
		);
	});
});
