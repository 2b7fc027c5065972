import fc from 'fast-check';
import geographiclib from 'geographiclib-geodesic';
import { describe, expect, it } from 'vitest';
import {
	areaFromGeoJson,
	areaToGeoJson,
	validateArea,
	FALL_FT_PER_NM2,
	groundFt,
	inSight,
	METRES_PER_NM,
	placesOf,
	planeOf,
	sightNm
} from '../src/index.js';
import { area } from './shipped.js';

const plane = planeOf(area);
const nm = fc.double({ min: -35, max: 35, noNaN: true });

describe('the local plane', () => {
	it('comes back from latitude and longitude to a ten-thousandth of a mile', () =>
		fc.assert(
			fc.property(nm, nm, (northNm, eastNm) => {
				const { latitudeDeg, longitudeDeg } = plane.toGeo(northNm, eastNm);
				const back = plane.toPlane(latitudeDeg, longitudeDeg);
				expect(Math.hypot(back.northNm - northNm, back.eastNm - eastNm)).toBeLessThan(1e-4);
			})
		));

	it('gives the geodesic between any two of its places within 1 in 20 000', () =>
		fc.assert(
			fc.property(nm, nm, nm, nm, (n1, e1, n2, e2) => {
				const flat = Math.hypot(n2 - n1, e2 - e1);
				fc.pre(flat > 1);
				const [a, b] = [plane.toGeo(n1, e1), plane.toGeo(n2, e2)];
				const { s12 = NaN } = geographiclib.Geodesic.WGS84.Inverse(
					a.latitudeDeg,
					a.longitudeDeg,
					b.latitudeDeg,
					b.longitudeDeg
				);
				expect(Math.abs(flat / (s12 / METRES_PER_NM) - 1)).toBeLessThan(1 / 20_000);
			})
		));
});

describe('the shipped area', () => {
	it('hangs together and has what a lesson needs', () => {
		expect(validateArea(area)).toEqual(area);
		const kinds = area.stations.map(({ kind }) => kind);
		expect(kinds.filter((kind) => kind === 'vor' || kind === 'ndb').length).toBeGreaterThanOrEqual(7);
		expect(area.airports).toHaveLength(4);
		const reach = placesOf(area).map(({ northNm, eastNm }) => Math.max(Math.abs(northNm), Math.abs(eastNm)));
		expect(Math.max(...reach)).toBeGreaterThan(20);
		expect(Math.max(...reach)).toBeLessThan(35);
	});

	it('has its localizers as wide as 700 ft at the threshold, or at the limits of 3° and 6°', () => {
		const ives = area.stations.find(({ id }) => id === 'IVES')!;
		if (ives.kind !== 'localizer') throw new Error('not a localizer');
		const threshold = ives.dme!;
		const away = Math.hypot(ives.northNm - threshold.northNm, ives.eastNm - threshold.eastNm);
		const widthFt = 2 * away * 6076.12 * Math.tan((ives.fullScaleDeg * Math.PI) / 180);
		expect(widthFt).toBeCloseTo(700, -1);
	});
});

describe('an area that does not hang together is refused by name', () => {
	it.each([
		['two places of one name', { fixes: [...area.fixes, area.fixes[0]!] }, /two places called TALVU/],
		[
			'an airway over nothing',
			{ airways: [{ id: 'K9', points: ['VSK', 'NOPES'], minimumFt: 3000 }] },
			/NOPES is none/
		],
		[
			'two stations on a frequency',
			{
				stations: area.stations.map((one) =>
					one.kind === 'vor' && one.id === 'TRK' ? { ...one, frequencyMHz: 113.2 } : one
				)
			},
			/must not share a frequency/
		]
	])('%s', (_, change, message) => {
		expect(() => validateArea({ ...area, ...change })).toThrow(message);
	});
});

describe('GeoJSON', () => {
	it('takes the whole area out and in again', () => {
		const back = areaFromGeoJson(JSON.parse(JSON.stringify(areaToGeoJson(area))));
		const { islands, ...rest } = back;
		const { islands: was, ...restWas } = area;
		expect(rest).toEqual(restWas);
		islands.forEach(({ coast }, i) =>
			coast.forEach(([east, north], k) => {
				expect(east).toBeCloseTo(was[i]!.coast[k]![0], 3);
				expect(north).toBeCloseTo(was[i]!.coast[k]![1], 3);
			})
		);
	});

	it('believes the geometry of a point that was moved, and moves its parts along', () => {
		const json = areaToGeoJson(area);
		const feature = json.features.find(({ properties }) => properties.id === 'IVES')!;
		const to = plane.toGeo(1, 2);
		feature.geometry.coordinates = [to.longitudeDeg, to.latitudeDeg];
		const moved = areaFromGeoJson(json).stations.find(({ id }) => id === 'IVES')!;
		const was = area.stations.find(({ id }) => id === 'IVES')!;
		expect(moved.northNm).toBeCloseTo(1, 3);
		if (moved.kind !== 'localizer' || was.kind !== 'localizer') throw new Error('not a localizer');
		expect(moved.dme!.eastNm - was.dme!.eastNm).toBeCloseTo(2 - was.eastNm, 3);
	});

	it('names the feature that it does not know', () => {
		const json = areaToGeoJson(area);
		json.features[3]!.properties.feature = 'volcano';
		expect(() => areaFromGeoJson(json)).toThrow(/features\/3.*must be one of island/);
	});
});

describe('sight', () => {
	const flat = { peaks: [] };
	it('ends where the rule says: 1.23·√h from the surface', () => {
		expect(sightNm(10_000)).toBeCloseTo(123, 6);
		const high = { northNm: 0, eastNm: 0, altitudeFt: 2500 };
		const edge = sightNm(2500);
		expect(inSight(flat, high, { northNm: edge - 0.5, eastNm: 0, altitudeFt: 0 })).toBe(true);
		expect(inSight(flat, high, { northNm: edge + 3, eastNm: 0, altitudeFt: 0 })).toBe(false);
		expect(FALL_FT_PER_NM2).toBeCloseTo(0.661, 3);
	});

	it('is taken by a hill, and given back by height', () => {
		const hill = { peaks: [{ name: 'H', northNm: 5, eastNm: 0, elevationFt: 2000, radiusNm: 2 }] };
		const station = { northNm: 0, eastNm: 0, altitudeFt: 100 };
		const behind = (altitudeFt: number) => ({ northNm: 10, eastNm: 0, altitudeFt });
		expect(groundFt(hill, 5, 0)).toBe(2000);
		expect(groundFt(hill, 8, 0)).toBe(0);
		expect(inSight(hill, station, behind(1500))).toBe(false);
		expect(inSight(hill, station, behind(6000))).toBe(true);
	});
});
