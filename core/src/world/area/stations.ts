import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { Direction } from '../../base/index.js';

const closed = { additionalProperties: false } as const;
/** A place in the local plane, NM, within 100 of its middle. */
export const OnPlane = Type.Number({
	minimum: -100,
	maximum: 100,
	description: 'NM from the reference point'
});
const elevationFt = Type.Number({ minimum: -200, maximum: 12000, description: 'ft above mean sea level' });
const place = { northNm: OnPlane, eastNm: OnPlane };
const name = Type.String({ minLength: 1, maxLength: 40 });
const Ident = Type.String({ pattern: '^[A-Z]{2,3}$', description: 'two or three letters' });
/** Declination of a station: where its north lies from true north. */
export const declinationDeg = Type.Number({ minimum: -40, maximum: 40, description: 'east positive' });
const rangeNm = Type.Number({
	minimum: 5,
	maximum: 200,
	description: 'NM of service, by height and hills less'
});

/** Frequencies that a navigation receiver can be set to, MHz. */
export const NAV_MHZ = { from: 108, to: 117.95, step: 0.05 };
/** Frequencies that a direction finder can be set to, kHz. */
export const ADF_KHZ = { from: 190, to: 1750, step: 1 };
const frequencyMHz = Type.Number({ minimum: NAV_MHZ.from, maximum: NAV_MHZ.to, description: 'MHz' });

/** A VOR, with distance or without. */
export const VorStation = Type.Object(
	{
		kind: Type.Literal('vor'),
		id: Ident,
		name,
		frequencyMHz,
		...place,
		elevationFt,
		/** Whether it answers with a distance. */
		dme: Type.Boolean(),
		/** What its own north was set up by, east positive; the area's variation where it is left out. */
		declinationDeg: Type.Optional(declinationDeg),
		rangeNm
	},
	closed
);
export type VorStation = Static<typeof VorStation>;

/** A non-directional beacon. */
export const NdbStation = Type.Object(
	{
		kind: Type.Literal('ndb'),
		id: Ident,
		name,
		frequencyKHz: Type.Number({ minimum: ADF_KHZ.from, maximum: ADF_KHZ.to, description: 'kHz' }),
		...place,
		elevationFt,
		rangeNm
	},
	closed
);
export type NdbStation = Static<typeof NdbStation>;

/** A localizer: antenna, course inbound, magnetic, full scale; with its glidepath and its distance, where it has them. */
export const LocalizerStation = Type.Object(
	{
		kind: Type.Literal('localizer'),
		id: Type.String({ pattern: '^[A-Z]{4}$', description: 'four letters' }),
		name,
		frequencyMHz,
		/** The antenna, beyond the far end of the runway. */
		...place,
		elevationFt,
		/** Inbound, magnetic. */
		courseDeg: Direction,
		/** One side; the whole width of the course is 700 ft at the threshold, between 3° and 6°. */
		fullScaleDeg: Type.Number({ minimum: 1.5, maximum: 3, description: 'degrees, one side' }),
		/** Whether the course behind the antenna is to be used. */
		backCourse: Type.Boolean(),
		glidepath: Type.Optional(
			Type.Object(
				{
					angleDeg: Type.Number({ minimum: 2, maximum: 6, description: 'degrees' }),
					...place,
					elevationFt
				},
				closed
			)
		),
		/** Where its distance is nothing: usually the threshold. */
		dme: Type.Optional(Type.Object({ ...place, elevationFt }, closed))
	},
	closed
);
/** A localizer of an area. */
export type LocalizerStation = Static<typeof LocalizerStation>;

const MarkerBeacon = Type.Object(
	{
		kind: Type.Literal('marker'),
		id: Type.String({ pattern: '^[A-Z]{4}-[OMI]M$', description: 'its localizer, and OM, MM or IM' }),
		which: Type.Union([Type.Literal('outer'), Type.Literal('middle'), Type.Literal('inner')]),
		...place,
		elevationFt,
		/** Of the localizer that it belongs to, magnetic: its fan lies across. */
		courseDeg: Direction
	},
	closed
);
type MarkerBeacon = Static<typeof MarkerBeacon>;

/** A station that can be received. */
export const Station = Type.Union([VorStation, NdbStation, LocalizerStation, MarkerBeacon]);
export type Station = VorStation | NdbStation | LocalizerStation | MarkerBeacon;

/** A place that may have a north of its own. */
export interface OwnNorth {
	declinationDeg?: number;
}

/** Where the north of a place lies from true north, east positive: radials are counted from it. */
export const northOf = (place: OwnNorth, variationDeg: number): number =>
	place.declinationDeg ?? variationDeg;

/** A named point without a station. */
export const Fix = Type.Object(
	{ id: Type.String({ pattern: '^[A-Z]{5}$', description: 'five letters' }), ...place },
	closed
);
export type Fix = Static<typeof Fix>;

const STATION_WORDS: Record<Station['kind'], string> = {
	vor: 'VOR',
	ndb: 'NDB',
	localizer: 'localizer',
	marker: 'marker'
};
/** "VOR/DME", "NDB", "localizer" … */
export const stationWords = (station: Station): string =>
	station.kind === 'vor' && station.dme ? 'VOR/DME' : STATION_WORDS[station.kind];

/** A frequency as printed: MHz with two decimals, kHz whole. */
export function frequencyWords(station: Station): string {
	if (station.kind === 'ndb') return `${station.frequencyKHz} kHz`;
	return station.kind === 'marker' ? '75 MHz' : `${station.frequencyMHz.toFixed(2)} MHz`;
}
