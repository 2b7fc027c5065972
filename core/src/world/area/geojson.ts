import * as Type from '@sinclair/typebox';
import { InputError, parse } from '../../base/index.js';
import { validateArea, planeOf, type Area } from './area.js';
import { LocalPlane } from './plane.js';

/** What a feature is; its other properties are those of the area's own format. */
const KINDS = ['island', 'airport', 'station', 'fix', 'airway', 'peak', 'obstacle'] as const;
type Kind = (typeof KINDS)[number];

const Position = Type.Array(Type.Number(), { minItems: 2, maxItems: 3 });
const Geometry = Type.Union([
	Type.Object({ type: Type.Literal('Point'), coordinates: Position }),
	Type.Object({ type: Type.Literal('LineString'), coordinates: Type.Array(Position, { minItems: 2 }) }),
	Type.Object({
		type: Type.Literal('Polygon'),
		coordinates: Type.Array(Type.Array(Position, { minItems: 4 }))
	})
]);
const AreaGeoJson = Type.Object({
	type: Type.Literal('FeatureCollection'),
	/** A foreign member (RFC 7946, 6.1): what belongs to the whole area. */
	area: Type.Record(Type.String(), Type.Unknown()),
	features: Type.Array(
		Type.Object({
			type: Type.Literal('Feature'),
			geometry: Geometry,
			properties: Type.Record(Type.String(), Type.Unknown())
		}),
		{ maxItems: 2000 }
	)
});
type Feature = {
	type: 'Feature';
	geometry: { type: string; coordinates: unknown };
	properties: Record<string, unknown>;
};

const DECIMALS = 7;
const rounded = (value: number, decimals: number) => Number(value.toFixed(decimals));

/** An area as GeoJSON (RFC 7946): longitude and latitude, WGS 84. */
export function areaToGeoJson(area: Area): {
	type: 'FeatureCollection';
	area: Record<string, unknown>;
	features: Feature[];
} {
	const plane = planeOf(area);
	const position = (northNm: number, eastNm: number) => {
		const { latitudeDeg, longitudeDeg } = plane.toGeo(northNm, eastNm);
		return [rounded(longitudeDeg, DECIMALS), rounded(latitudeDeg, DECIMALS)];
	};
	const feature = (kind: Kind, type: string, coordinates: unknown, properties: object): Feature => ({
		type: 'Feature',
		geometry: { type, coordinates },
		properties: { feature: kind, ...properties }
	});
	const point = (kind: Kind, at: { northNm: number; eastNm: number }, properties: object) =>
		feature(kind, 'Point', position(at.northNm, at.eastNm), properties);
	const { islands, airports, stations, fixes, airways, peaks, obstacles, ...whole } = area;
	const where = new Map(
		[...stations, ...fixes].map(({ id, northNm, eastNm }) => [id, position(northNm, eastNm)])
	);
	return {
		type: 'FeatureCollection',
		area: whole,
		features: [
			...islands.map(({ name, coast }) => {
				const ring = coast.map(([east, north]) => position(north, east));
				return feature('island', 'Polygon', [[...ring, ring[0]]], { name });
			}),
			...airports.map(({ runways, ...rest }) => point('airport', runways[0]!, { ...rest, runways })),
			...stations.map((station) => point('station', station, station)),
			...fixes.map((fix) => point('fix', fix, fix)),
			...airways.map(({ id, points, minimumFt }) =>
				feature(
					'airway',
					'LineString',
					points.flatMap((one) => (where.has(one) ? [where.get(one)] : [])),
					{ id, points, minimumFt }
				)
			),
			...peaks.map((peak) => point('peak', peak, peak)),
			...obstacles.map((obstacle) => point('obstacle', obstacle, obstacle))
		]
	};
}

/**
 * Reads an area from GeoJSON as `areaToGeoJson` writes it. Where a point was moved, its geometry counts, not
 * the place kept in its properties; parts of stations and runways move along.
 * @throws InputError that names the feature.
 */
export function areaFromGeoJson(value: unknown): Area {
	const { area: whole, features } = parse(AreaGeoJson, value);
	const { referenceLatitudeDeg, referenceLongitudeDeg } = whole;
	if (typeof referenceLatitudeDeg !== 'number' || typeof referenceLongitudeDeg !== 'number')
		throw new InputError('/area', 'must have referenceLatitudeDeg and referenceLongitudeDeg');
	const plane = new LocalPlane(referenceLatitudeDeg, referenceLongitudeDeg);
	const parts: Record<Kind, unknown[]> = {
		island: [],
		airport: [],
		station: [],
		fix: [],
		airway: [],
		peak: [],
		obstacle: []
	};
	features.forEach(({ geometry, properties }, i) => {
		const { feature: kind, ...rest } = properties;
		const known = KINDS.find((one) => one === kind);
		if (!known)
			throw new InputError(`/features/${i}/properties/feature`, `must be one of ${KINDS.join(', ')}`);
		if (known === 'island') {
			if (geometry.type !== 'Polygon') throw new InputError(`/features/${i}/geometry`, 'must be a Polygon');
			const coast = geometry.coordinates[0]!.slice(0, -1).map(([longitude, latitude]) => {
				const { northNm, eastNm } = plane.toPlane(latitude!, longitude!);
				return [rounded(eastNm, 4), rounded(northNm, 4)];
			});
			parts.island.push({ ...rest, coast });
			return;
		}
		if (known === 'airway') {
			parts.airway.push(rest);
			return;
		}
		if (geometry.type !== 'Point') throw new InputError(`/features/${i}/geometry`, 'must be a Point');
		const [longitude, latitude] = geometry.coordinates;
		const at = plane.toPlane(latitude!, longitude!);
		parts[known].push(movedTo(rest, at));
	});
	return validateArea({
		...whole,
		islands: parts.island,
		airports: parts.airport,
		stations: parts.station,
		fixes: parts.fix,
		airways: parts.airway,
		peaks: parts.peak,
		obstacles: parts.obstacle
	});
}

/** Nearer than this a point has not been moved: what was written with seven decimals came back, NM. */
const UNMOVED_NM = 0.0005;

function movedTo(value: object, at: { northNm: number; eastNm: number }): unknown {
	const own = 'northNm' in value ? value : (value as { runways?: unknown[] }).runways?.[0];
	const was = own as { northNm?: number; eastNm?: number } | undefined;
	const north = rounded(at.northNm - (was?.northNm ?? 0), 4);
	const east = rounded(at.eastNm - (was?.eastNm ?? 0), 4);
	if (was?.northNm === undefined) return { ...value, northNm: north, eastNm: east };
	if (Math.hypot(north, east) < UNMOVED_NM) return value;
	const move = (part: unknown): unknown => {
		if (Array.isArray(part)) return part.map(move);
		if (typeof part !== 'object' || part === null) return part;
		const entries = Object.entries(part).map(([key, one]) => [
			key,
			key === 'northNm' ? rounded(one + north, 4) : key === 'eastNm' ? rounded(one + east, 4) : move(one)
		]);
		return Object.fromEntries(entries);
	};
	return move(value);
}
