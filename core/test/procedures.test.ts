import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { areaCatalog, aircraftCatalog, procedureCatalog } from '../../data/index.js';
import {
	approachSpeeds,
	bugOf,
	checkProcedure,
	endOf,
	planProcedure,
	sightOf,
	solveColdTemperature,
	solveGlidepath,
	usualMinimum,
	type Procedure,
	type Weather
} from '../src/index.js';

const area = areaCatalog.get('veskar');
const trainer = aircraftCatalog.get('ferrin-160');
const STILL: Weather = { seaLevelPressureHpa: 1013.25, temperatureOffsetC: 0, windLayers: [] };
const windy = (fromDeg: number, speedKt: number): Weather => ({
	...STILL,
	windLayers: [{ altitudeFt: 0, fromDeg, speedKt }]
});
const all = procedureCatalog.all;
const planned = (procedure: Procedure, weather = STILL) =>
	planProcedure(procedure, {
		area,
		weather,
		speeds: approachSpeeds(trainer),
		minimum: usualMinimum(procedure, 'A')
	});
const copy = (id: string): Procedure => structuredClone(procedureCatalog.get(id));
const found = (procedure: unknown) =>
	checkProcedure(procedure, area).problems.map(({ level, path }) => `${level} ${path}`);

describe('the shipped procedures', () => {
	it('are fourteen or more, and hold together', () => {
		expect(all.length).toBeGreaterThanOrEqual(14);
		for (const procedure of all)
			expect(
				checkProcedure(procedure, area).problems.filter(({ level }) => level === 'error'),
				procedure.id
			).toEqual([]);
	});

	it('show each kind of guidance and each kind of entry once, and end their missed approach in a hold', () => {
		const kinds = new Set(all.map(({ final }) => final.guidance));
		expect([...kinds].sort()).toEqual([
			'back-course',
			'ils',
			'lnav',
			'localizer',
			'lpv',
			'ndb',
			'vor',
			'vor-dme'
		]);
		expect([...new Set(all.map(({ entry }) => entry))].sort()).toEqual([
			'arc',
			'hold',
			'reversal',
			'straight-in',
			'vectors'
		]);
		for (const { missed, id } of all) expect(missed.legs.at(-1)!.kind, id).toBe('hold');
	});
});

/** One thing wrong each: what is done to a sound procedure, and where it has to be found. */
const FAULTS: [string, string, (p: Procedure) => void, string][] = [
	[
		'a leg beside its course',
		'ves-ils-10',
		(p) => ((p.legs[1] as { courseDeg: number }).courseDeg = 140),
		'error /legs/1/courseDeg'
	],
	[
		'tracks that do not join',
		'tor-rnav-05',
		(p) => ((p.legs[2] as { from: string }).from = 'TORIN'),
		'error /legs/2/from'
	],
	[
		'an altitude that rises',
		'ves-loc-10',
		(p) => (p.legs[2]!.altitude = { kind: 'at-or-above', ft: 1900 }),
		'error /legs/2/altitude'
	],
	[
		'a final too steep',
		'ost-rnav-30',
		(p) => (p.legs[1]!.altitude = { kind: 'at-or-above', ft: 2300 }),
		'error /legs/1/altitude'
	],
	[
		'an intermediate segment too steep',
		'ves-loc-10',
		(p) => (p.legs[0]!.altitude = { kind: 'at-or-above', ft: 3600 }),
		'error /legs/1/altitude'
	],
	[
		'a step into the ground',
		'tor-rnav-05',
		(p) => {
			p.legs[2]!.altitude = { kind: 'at-or-above', ft: 620 };
		},
		'error /legs/2/altitude'
	],
	[
		'a minimum below 200 ft',
		'ves-ils-10',
		(p) => (p.minima[0]!.altitudeFt = 240),
		'error /minima/0/altitudeFt'
	],
	[
		'a decision without a path',
		'ves-loc-10',
		(p) => (p.minima[0]!.kind = 'decision'),
		'error /minima/0/kind'
	],
	['a straight-in across the runway', 'ham-vor', (p) => (p.straightIn = true), 'error /straightIn'],
	['circling into a hill', 'ham-vor', (p) => delete p.notCircling, 'error /minima/1/altitudeFt'],
	[
		'an ILS on a localizer without a path',
		'ost-loc-30',
		(p) => (p.final.guidance = 'ils'),
		'error /final/aid'
	],
	['a VOR that is an NDB', 'ves-ndb-10', (p) => (p.final.guidance = 'vor'), 'error /final/aid'],
	[
		'a course that is not the localizer’s',
		'ves-loc-10',
		(p) => (p.final.courseDeg = 105),
		'error /final/courseDeg'
	],
	['a path that is met above', 'ves-ils-10', (p) => (p.final.interceptFt = 2300), 'error /final/interceptFt'],
	['no intercept altitude', 'ves-ils-10', (p) => delete p.final.interceptFt, 'error /final/interceptFt'],
	[
		'a distance from what gives none',
		'ham-vor',
		(p) => (p.missedPoint = { kind: 'distance', fix: 'HMN', aid: 'HMN', distanceNm: 0 }),
		'error /missedPoint/aid'
	],
	[
		'a missed approach that ends in the air',
		'ves-ils-10',
		(p) => p.missed.legs.pop(),
		'error /missed/legs/1'
	],
	[
		'a missed approach that turns at once',
		'ves-ils-10',
		(p) => p.missed.legs.shift(),
		'error /missed/legs/0'
	],
	[
		'a missed approach that does not climb',
		'ves-ils-10',
		(p) => ((p.missed.legs[0] as { toFt: number }).toFt = 200),
		'error /missed/legs/0/toFt'
	],
	[
		'a hold elsewhere',
		'ves-ils-10',
		(p) => ((p.missed.legs[2] as { at: string }).at = 'VK'),
		'error /missed/legs/2/at'
	],
	[
		'a reversal beyond its limit',
		'ham-vor',
		(p) => ((p.legs[1] as { limitNm: number }).limitNm = 4),
		'error /legs/1/outboundSeconds'
	],
	[
		'a reversal that does not come back',
		'ham-vor',
		(p) => ((p.legs[1] as { inboundCourseDeg: number }).inboundCourseDeg = 190),
		'error /legs/1/inboundCourseDeg'
	],
	[
		'a gap between sectors',
		'ves-ils-10',
		(p) => (p.sectors.altitudes[0]!.toDeg = 100),
		'error /sectors/altitudes/0/toDeg'
	],
	[
		'a sector too low',
		'ves-ils-10',
		(p) => (p.sectors.altitudes[2]!.altitudeFt = 2000),
		'caution /sectors/altitudes/2/altitudeFt'
	],
	['a station that the area has lost', 'ost-vor-30', (p) => (p.fixes[1]!.id = 'XYZ'), 'error /fixes/1/id'],
	['a fix twice', 'ves-loc-10', (p) => (p.fixes[1]!.id = 'VESIN'), 'error /fixes/1/id'],
	['a runway that is none', 'ves-ils-10', (p) => (p.runway = '19'), 'error /runway'],
	[
		'nothing for a category',
		'ost-rnav-30',
		(p) => p.minima.forEach((m) => (m.categories = ['A'])),
		'caution /minima'
	]
];

describe('the check', () => {
	it.each(FAULTS)('finds %s', (_name, id, spoil, where) => {
		const procedure = copy(id);
		expect(found(procedure)).not.toContain(where);
		spoil(procedure);
		expect(found(procedure)).toContain(where);
	});

	it('says what to change, and tells the place of what is not of the right shape', () => {
		const procedure = copy('ves-ils-10');
		procedure.minima[0]!.altitudeFt = 240;
		expect(checkProcedure(procedure, area).problems[0]!.text).toMatch(
			/200 ft above the threshold or more; it is 180: raise it/
		);
		expect(found({ ...procedure, legs: [{ kind: 'course' }] })[0]).toMatch(/^error \/legs\/0/);
		expect(found({ ...procedure, version: 9 })).toEqual(['error /version']);
		expect(found(null)).toEqual(['error ']);
	});
});

describe('the leg engine', () => {
	it('joins leg to leg, never rises before the missed approach, and comes to the minimum', () => {
		for (const procedure of all) {
			const { legs, missed } = planned(procedure);
			let [at, ft] = [legs[0]!.points.at(-1)!, legs[0]!.toFt];
			for (const leg of legs.slice(1)) {
				const [begin] = leg.points as [typeof at];
				expect(
					Math.hypot(begin.north - at.north, begin.east - at.east),
					`${procedure.id} ${leg.index}`
				).toBeLessThan(0.01);
				expect(leg.fromFt, `${procedure.id} ${leg.index}`).toBe(ft);
				expect(leg.toFt).toBeLessThanOrEqual(leg.fromFt);
				[at, ft] = [leg.points.at(-1)!, leg.toFt];
			}
			expect(ft, procedure.id).toBe(usualMinimum(procedure, 'A').altitudeFt);
			expect(missed.at(-1)!.toFt).toBeGreaterThanOrEqual(1800);
			for (const { seconds, groundspeedKt, distanceNm } of [...legs, ...missed]) {
				expect(Number.isFinite(seconds) && seconds >= 0, procedure.id).toBe(true);
				expect(Math.abs((groundspeedKt * seconds) / 3600 - distanceNm)).toBeLessThan(
					Math.max(0.02, distanceNm * 0.6)
				);
			}
		}
	});

	it('gives no published altitude away, whatever the wind', () => {
		fc.assert(
			fc.property(
				fc.constantFrom(...all),
				fc.integer({ min: 0, max: 359 }),
				fc.integer({ min: 0, max: 28 }),
				(procedure, fromDeg, speedKt) => {
					for (const leg of planned(procedure, windy(fromDeg, speedKt)).legs) {
						const low = leg.altitude?.kind === 'at-or-above' ? leg.altitude.ft : -Infinity;
						expect(leg.toFt).toBeGreaterThanOrEqual(Math.min(low, leg.fromFt));
						expect(leg.groundspeedKt).toBeGreaterThan(40);
					}
				}
			),
			{ numRuns: 60, seed: 4 }
		);
	});

	it('shortens the time of a final in a tailwind by what the groundspeed says', () => {
		const procedure = procedureCatalog.get('ost-vor-30');
		const calm = planned(procedure);
		const tail = planned(procedure, windy(123, 20));
		const nm = calm.finalFix.beforeThresholdNm - calm.missedPoint.beforeThresholdNm;
		expect(calm.missedPoint.secondsAfterFinalFix).toBeCloseTo((nm / calm.finalGroundspeedKt) * 3600, 6);
		expect(tail.finalGroundspeedKt - calm.finalGroundspeedKt).toBeCloseTo(20, 0);
		expect(tail.missedPoint.secondsAfterFinalFix).toBeLessThan(calm.missedPoint.secondsAfterFinalFix - 30);
	});

	it('puts the missed approach point of a decision altitude where the path comes down to it', () => {
		const { missedPoint, places } = planned(procedureCatalog.get('ves-ils-10'));
		// 260 ft is 150 ft over the crossing height: 0.471 NM at 318.4 ft a mile.
		expect(missedPoint.beforeThresholdNm).toBeCloseTo(150 / 318.436, 3);
		expect(places.pathFt(missedPoint.beforeThresholdNm)).toBeCloseTo(260, 6);
	});

	it('knows the end of every kind of leg', () => {
		const ends = new Map(
			all.flatMap(({ legs, missed }) => [...legs, ...missed.legs].map((leg) => [leg.kind, endOf(leg)]))
		);
		expect([...ends.keys()].sort()).toEqual([
			'arc',
			'course',
			'direct',
			'heading',
			'hold',
			'reversal',
			'track'
		]);
		expect(ends.get('heading')).toBeNull();
	});
});

describe('arithmetic of a final', () => {
	it('rounds a bug up and never down', () => {
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 9000 }), fc.constantFrom(10, 20), (ft, step) => {
				const bug = bugOf(ft, step);
				return bug >= ft && bug < ft + step && bug % step === 0;
			})
		);
	});

	it('adds nothing in warm air, and more the colder and the higher', () => {
		const cold = (heightFt: number, aerodromeTemperatureC: number) =>
			solveColdTemperature({ heightFt, aerodromeElevationFt: 0, aerodromeTemperatureC }).correctionFt;
		expect(cold(1000, 25)).toBe(0);
		fc.assert(
			fc.property(fc.integer({ min: 100, max: 5000 }), fc.integer({ min: -50, max: 10 }), (ft, c) => {
				expect(cold(ft, c - 5)).toBeGreaterThan(cold(ft, c));
				expect(cold(ft + 100, c)).toBeGreaterThan(cold(ft, c));
			})
		);
	});

	it('shows on a cold day more than there is, by what the correction at the height shown says', () => {
		const row = (c: number) =>
			solveGlidepath({
				thresholdElevationFt: 0,
				thresholdCrossingHeightFt: 50,
				angleDeg: 3,
				distancesNm: [4],
				aerodromeElevationFt: 0,
				aerodromeTemperatureC: c
			}).rows[0]!;
		const { altitudeFt, indicatedFt } = row(-20);
		const { correctionFt } = solveColdTemperature({
			heightFt: indicatedFt!,
			aerodromeElevationFt: 0,
			aerodromeTemperatureC: -20
		});
		expect(indicatedFt! - correctionFt).toBeCloseTo(altitudeFt, 6);
		expect(row(30).indicatedFt!).toBeLessThan(row(30).altitudeFt);
	});
});

describe('what can be seen', () => {
	const runway = { northNm: 0, eastNm: 0, elevationFt: 0, trueDeg: 90, lights: 'full' as const };
	const on = (beforeNm: number, more: object = {}) => ({
		northNm: 0,
		eastNm: -beforeNm,
		altitudeFt: 50 + beforeNm * 318.4,
		headingDeg: 90,
		...more
	});
	const sky = (baseFt: number, visibilityM: number) => ({ clouds: [{ baseFt, topsFt: 6000 }], visibilityM });

	it('is nothing in cloud, the lights first below it, then the rows, then the runway', () => {
		expect(sightOf(sky(150, 5000), runway, on(0.6))).toBe('nothing');
		const order = ['nothing', 'lights', 'red side rows', 'runway'];
		const seen = Array.from({ length: 54 }, (_, i) => sightOf(sky(3000, 600), runway, on(3 - i * 0.05)));
		const steps = seen.map((sight) => order.indexOf(sight));
		expect(steps).toEqual([...steps].sort((a, b) => a - b));
		expect(new Set(seen).size).toBe(4);
		expect(seen.at(-1)).toBe('runway');
	});

	it('is less in worse visibility, without lights, or with the nose elsewhere', () => {
		const eye = on(1.2);
		expect(sightOf(sky(3000, 6000), runway, eye)).toBe('runway');
		expect(sightOf(sky(3000, 700), { ...runway, lights: 'none' }, eye)).toBe('nothing');
		expect(sightOf(sky(3000, 6000), runway, on(1.2, { headingDeg: 200 }))).toBe('nothing');
	});
});
