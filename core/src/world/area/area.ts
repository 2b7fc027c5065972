import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { AltitudeFt, Direction, Identifier, InputError, Editions } from '../../base/index.js';
import { WindLayer } from '../weather.js';
import { LocalPlane } from './plane.js';
import { Fix, OnPlane, Station } from './stations.js';

const closed = { additionalProperties: false } as const;
const ApproachLights = Type.Union([Type.Literal('full'), Type.Literal('simple'), Type.Literal('none')]);

/** A runway in the local plane: its ends, middle in NM, length in m, heading in magnetic degrees. */
export const Runway = Type.Object(
	{
		/** Names of its two ends; the first is landed on in the direction `headingDeg`. */
		ends: Type.Tuple([Type.String({ maxLength: 3 }), Type.String({ maxLength: 3 })]),
		/** The middle of the runway. */
		northNm: OnPlane,
		eastNm: OnPlane,
		headingDeg: Type.Number({ ...Direction, description: 'magnetic' }),
		lengthM: Type.Number({ minimum: 300, maximum: 5000 }),
		widthM: Type.Number({ minimum: 10, maximum: 80 }),
		/** Before the first end, before the second. */
		approachLights: Type.Tuple([ApproachLights, ApproachLights])
	},
	closed
);
export type Runway = Static<typeof Runway>;

/** A hill, as high as its top in the middle and nothing at its foot. */
const Peak = Type.Object(
	{
		name: Type.String({ minLength: 1, maxLength: 40 }),
		northNm: OnPlane,
		eastNm: OnPlane,
		elevationFt: Type.Number({ minimum: 50, maximum: 12000, description: 'ft above mean sea level' }),
		radiusNm: Type.Number({ exclusiveMinimum: 0, maximum: 30, description: 'NM from top to foot' })
	},
	closed
);
type Peak = Static<typeof Peak>;

const Obstacle = Type.Object(
	{
		name: Type.String({ minLength: 1, maxLength: 40 }),
		northNm: OnPlane,
		eastNm: OnPlane,
		topFt: Type.Number({ minimum: 50, maximum: 12000, description: 'ft above mean sea level' })
	},
	closed
);

const Airway = Type.Object(
	{
		id: Type.String({ pattern: '^[A-Z][0-9]{1,3}$', description: 'a letter and a number' }),
		/** Stations and fixes by their ids. */
		points: Type.Array(Type.String({ maxLength: 5 }), { minItems: 2, maxItems: 20 }),
		minimumFt: AltitudeFt
	},
	closed
);
type Airway = Static<typeof Airway>;

const Airport = Type.Object(
	{
		id: Type.String({ pattern: '^X[A-Z]{3}$', description: 'X and three letters' }),
		name: Type.String({ minLength: 1, maxLength: 40 }),
		elevationFt: Type.Number({ minimum: -200, maximum: 12000 }),
		runways: Type.Array(Runway, { minItems: 1, maxItems: 6 })
	},
	closed
);

/** The invented place a card is flown in. */
export const Area = Type.Object(
	{
		format: Type.Literal('hanza-area'),
		version: Type.Literal(1),
		id: Identifier,
		name: Type.String({ minLength: 1, maxLength: 80 }),
		referenceLatitudeDeg: Type.Number({ minimum: -80, maximum: 80 }),
		referenceLongitudeDeg: Type.Number({ minimum: -180, maximum: 180 }),
		variationDeg: Type.Number({ minimum: -40, maximum: 40, description: 'east positive' }),
		dipDeg: Type.Number({ minimum: -85, maximum: 85, description: 'north end down positive' }),
		islands: Type.Array(
			Type.Object(
				{
					name: Type.String({ minLength: 1, maxLength: 40 }),
					/** Corners of the coast, east and north of the reference point. */
					coast: Type.Array(Type.Tuple([OnPlane, OnPlane]), { minItems: 3, maxItems: 400 })
				},
				closed
			),
			{ maxItems: 60 }
		),
		airports: Type.Array(Airport, { maxItems: 40 }),
		stations: Type.Array(Station, { maxItems: 120 }),
		fixes: Type.Array(Fix, { maxItems: 300 }),
		airways: Type.Array(Airway, { maxItems: 60 }),
		peaks: Type.Array(Peak, { maxItems: 80 }),
		obstacles: Type.Array(Obstacle, { maxItems: 200 }),
		/** The wind that usually blows here. */
		usualWinds: Type.Array(WindLayer, { maxItems: 12 })
	},
	{ ...closed, $id: 'hanza-area' }
);
export type Area = Static<typeof Area>;

/** Editions of an area's file; reads all of them. */
export const AREA_EDITIONS = new Editions('hanza-area', 1, Area);

/** Somewhere that can be flown to. */
export interface Place {
	id: string;
	northNm: number;
	eastNm: number;
}

/** Stations, fixes and airports by their ids; markers are heard, not flown to. */
export function placesOf(area: Area): Place[] {
	return [
		...area.stations.filter(({ kind }) => kind !== 'marker'),
		...area.fixes,
		...area.airports.map(({ id, runways: [runway] }) => ({
			id,
			northNm: runway!.northNm,
			eastNm: runway!.eastNm
		}))
	].map(({ id, northNm, eastNm }) => ({ id, northNm, eastNm }));
}

/**
 * An area that hangs together: every id once, airways only over what there is, no two stations on one
 * frequency near enough to be heard at once.
 * @throws InputError that names what does not.
 */
export function validateArea(value: unknown): Area {
	const area = AREA_EDITIONS.upgrade(value);
	const seen = new Set<string>();
	for (const { id } of [...area.stations, ...area.fixes, ...area.airports]) {
		if (seen.has(id)) throw new InputError('/', `has two places called ${id}: every id may be used once`);
		seen.add(id);
	}
	const places = new Set(placesOf(area).map(({ id }) => id));
	area.airways.forEach(({ id, points }, i) => {
		for (const point of points)
			if (!places.has(point))
				throw new InputError(`/airways/${i}/points`, `of ${id} must be stations or fixes; ${point} is none`);
	});
	area.stations.forEach((one, i) => {
		for (const other of area.stations.slice(i + 1))
			if (frequencyOf(one) !== null && frequencyOf(one) === frequencyOf(other) && one.id !== other.id)
				throw new InputError(
					`/stations/${i}`,
					`${one.id} and ${other.id} must not share a frequency, ${frequencyOf(one)}`
				);
	});
	return area;
}

/** MHz or kHz, whichever it is tuned in; null where nothing tunes it. */
export function frequencyOf(station: Station): number | null {
	if (station.kind === 'marker') return null;
	return station.kind === 'ndb' ? station.frequencyKHz : station.frequencyMHz;
}

/** The local plane of an area, about its point of reference. */
export const planeOf = ({ referenceLatitudeDeg, referenceLongitudeDeg }: Area): LocalPlane =>
	new LocalPlane(referenceLatitudeDeg, referenceLongitudeDeg);
