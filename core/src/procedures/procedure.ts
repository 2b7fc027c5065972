import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { AltitudeFt, Direction, Editions, formatClock, Identifier, normalizeDeg } from '../base/index.js';
import { Category } from '../navigation/index.js';

const closed = { additionalProperties: false } as const;
const PlaceId = Type.String({ pattern: '^[A-Z]{2,5}$', description: 'a station, or a fix of the procedure' });
const feet = (description: string) => Type.Number({ minimum: -200, maximum: 15000, description });
const miles = (maximum: number) => Type.Number({ exclusiveMinimum: 0, maximum, description: 'NM' });
const Side = Type.Union([Type.Literal('left'), Type.Literal('right')]);
const one = <const T extends readonly string[]>(words: T) =>
	Type.Union(words.map((word) => Type.Literal(word as T[number])));

/** The end of a runway by its number. */
export const RunwayId = Type.String({ pattern: '^[0-9]{2}[LCR]?$' });

/** What guides the final: what the pilot follows there. */
const GUIDANCE = ['ils', 'localizer', 'back-course', 'vor', 'vor-dme', 'ndb', 'lnav', 'lpv'] as const;
export const Guidance = one(GUIDANCE);
export type Guidance = Static<typeof Guidance>;

/** How a fix is known by receivers; the first says where it is. Radials from the station's own north. */
const Known = Type.Union([
	Type.Object({ kind: Type.Literal('station') }, { ...closed, description: 'over the station of that name' }),
	Type.Object({ kind: Type.Literal('waypoint') }, { ...closed, description: 'a named point of the area' }),
	Type.Object(
		{ kind: Type.Literal('marker'), marker: Type.String({ pattern: '^[A-Z]{4}-[OMI]M$' }) },
		closed
	),
	Type.Object(
		{ kind: Type.Literal('radial-distance'), aid: PlaceId, radialDeg: Direction, distanceNm: miles(60) },
		{ ...closed, description: 'distance as shown, slant' }
	),
	Type.Object(
		{ kind: Type.Literal('localizer-distance'), aid: PlaceId, distanceNm: miles(30) },
		{ ...closed, description: 'on the course of a localizer, at its distance' }
	),
	Type.Object(
		{
			kind: Type.Literal('crossing'),
			aid: PlaceId,
			courseDeg: Direction,
			across: PlaceId,
			radialDeg: Direction
		},
		{ ...closed, description: 'where a course to or from an aid meets a radial of another' }
	),
	Type.Object(
		{ kind: Type.Literal('from-threshold'), distanceNm: Type.Number({ minimum: 0, maximum: 30 }) },
		{ ...closed, description: 'on the final course, so far before the threshold' }
	)
]);
/** One way to know a fix by receivers: radials from the station's own north, distances as shown, NM. */
export type Known = Static<typeof Known>;

/** A fix of the procedure, and how it can be told that one is over it. */
export const ProcedureFix = Type.Object(
	{ id: PlaceId, known: Type.Array(Known, { minItems: 1, maxItems: 4 }) },
	closed
);
export type ProcedureFix = Static<typeof ProcedureFix>;

/** An altitude at a place, ft above mean sea level. */
export const Constraint = Type.Union([
	Type.Object({ kind: Type.Literal('at'), ft: AltitudeFt }, closed),
	Type.Object({ kind: Type.Literal('at-or-above'), ft: AltitudeFt }, closed),
	Type.Object({ kind: Type.Literal('at-or-below'), ft: AltitudeFt }, closed),
	Type.Object({ kind: Type.Literal('between'), lowFt: AltitudeFt, highFt: AltitudeFt }, closed)
]);
export type Constraint = Static<typeof Constraint>;

const SEGMENTS = ['initial', 'intermediate', 'final', 'minimum', 'circling', 'missed'] as const;
/** One of the segments of an approach. */
export const Segment = one(SEGMENTS);
/** A segment of an approach. */
export type Segment = Static<typeof Segment>;
const shared = {
	segment: one(['initial', 'intermediate', 'final', 'missed'] as const),
	/** At the end of the leg. */
	altitude: Type.Optional(Constraint)
};

/** A leg of a procedure, to be flown after the one before it. Courses magnetic, from the aid's own north. */
export const ProcedureLeg = Type.Union([
	Type.Object(
		{
			kind: Type.Literal('course'),
			...shared,
			to: PlaceId,
			/** What the course is flown by; a waypoint where it is flown by RNAV. */
			aid: PlaceId,
			courseDeg: Direction,
			toward: one(['to', 'from'] as const)
		},
		{ ...closed, description: 'a course to a fix' }
	),
	Type.Object(
		{ kind: Type.Literal('track'), ...shared, from: PlaceId, to: PlaceId },
		{ ...closed, description: 'the straight line from fix to fix, by RNAV' }
	),
	Type.Object(
		{ kind: Type.Literal('direct'), ...shared, to: PlaceId, turn: Type.Optional(Side) },
		{ ...closed, description: 'straight to a place from wherever the leg before has ended' }
	),
	Type.Object(
		{
			kind: Type.Literal('arc'),
			...shared,
			aid: PlaceId,
			radiusNm: miles(40),
			direction: one(['clockwise', 'counterclockwise'] as const),
			/** Radial on which it begins, and the published one on which the turn off it does. */
			fromRadialDeg: Direction,
			leadRadialDeg: Direction,
			to: PlaceId
		},
		closed
	),
	Type.Object(
		{
			kind: Type.Literal('reversal'),
			...shared,
			shape: one(['45-180', '80-260', 'base-turn', 'racetrack'] as const),
			aid: PlaceId,
			outboundCourseDeg: Direction,
			inboundCourseDeg: Direction,
			side: Side,
			outboundSeconds: Type.Number({ minimum: 15, maximum: 300, description: 's' }),
			limitNm: miles(20)
		},
		closed
	),
	Type.Object(
		{
			kind: Type.Literal('hold'),
			...shared,
			at: PlaceId,
			inboundCourseDeg: Direction,
			turns: Side,
			inboundSeconds: Type.Number({ minimum: 30, maximum: 120, description: 's' })
		},
		{ ...closed, description: 'in lieu of a reversal, or the end of a missed approach' }
	),
	Type.Object(
		{
			kind: Type.Literal('heading'),
			...shared,
			headingDeg: Direction,
			toFt: AltitudeFt
		},
		{ ...closed, description: 'a heading until an altitude' }
	)
]);
export type ProcedureLeg = Static<typeof ProcedureLeg>;
export type LegOf<K extends ProcedureLeg['kind']> = Extract<ProcedureLeg, { kind: K }>;

/** How the missed approach point is known. */
const MissedPoint = Type.Union([
	Type.Object({ kind: Type.Literal('decision-altitude') }, closed),
	Type.Object({ kind: Type.Literal('fix'), fix: PlaceId }, closed),
	Type.Object(
		{
			kind: Type.Literal('distance'),
			fix: PlaceId,
			aid: PlaceId,
			distanceNm: Type.Number({ minimum: 0, maximum: 30 })
		},
		closed
	),
	Type.Object(
		{ kind: Type.Literal('time'), fix: PlaceId },
		{ ...closed, description: 'from the final fix, by groundspeed' }
	)
]);

/** A minimum that applies to some categories, by one altimeter setting and one guidance. */
export const Minimum = Type.Object(
	{
		guidance: Type.Union([Guidance, Type.Literal('circling')]),
		categories: Type.Array(Category, { minItems: 1, maxItems: 4, uniqueItems: true }),
		/** Decide there and go around at once, or level off there. */
		kind: one(['decision', 'descent'] as const),
		altitudeFt: feet('ft above mean sea level'),
		visibilityM: Type.Number({ minimum: 400, maximum: 10000, description: 'm' }),
		/** Where the altimeter setting is from; the airport's own where left out. */
		altimeterFrom: Type.Optional(Type.String({ pattern: '^X[A-Z]{3}$', description: 'an airport' })),
		/** Only with this fix identified. */
		withFix: Type.Optional(PlaceId)
	},
	closed
);
export type Minimum = Static<typeof Minimum>;

/** The first things of a missed approach, in the order in which they are done. */
const MissedAction = Type.Object({ text: Type.String({ minLength: 3, maxLength: 60 }) }, closed);

/**
 * An instrument approach as data: fixes, legs in the order in which they are flown, final, minima, missed approach. The
 * text says nothing that is not data: what a person reads is made of it.
 */
export const Procedure = Type.Object(
	{
		format: Type.Literal('hanza-procedure'),
		version: Type.Literal(1),
		id: Identifier,
		name: Type.String({ minLength: 1, maxLength: 60 }),
		area: Identifier,
		airport: Type.String({ pattern: '^X[A-Z]{3}$' }),
		/** The end of a runway that the final leads to; the one circled from where there is no straight-in. */
		runway: RunwayId,
		straightIn: Type.Boolean(),
		entry: one(['straight-in', 'arc', 'reversal', 'hold', 'vectors'] as const),
		fixes: Type.Array(ProcedureFix, { minItems: 1, maxItems: 24 }),
		legs: Type.Array(ProcedureLeg, { minItems: 1, maxItems: 24 }),
		final: Type.Object(
			{
				guidance: Guidance,
				/** What the final is flown by. */
				aid: PlaceId,
				courseDeg: Direction,
				finalFix: PlaceId,
				/** Of the glidepath, or of the advised descent, degrees. */
				angleDeg: Type.Number({ minimum: 2.5, maximum: 4.5 }),
				/** Where a path by angle is met, ft: level there from below. */
				interceptFt: Type.Optional(AltitudeFt),
				crossingHeightFt: Type.Number({ minimum: 20, maximum: 100, description: 'ft over the threshold' })
			},
			closed
		),
		missedPoint: MissedPoint,
		missed: Type.Object(
			{
				firstActions: Type.Array(MissedAction, { minItems: 2, maxItems: 4 }),
				legs: Type.Array(ProcedureLeg, { minItems: 1, maxItems: 8 })
			},
			closed
		),
		minima: Type.Array(Minimum, { minItems: 1, maxItems: 24 }),
		/** Safe altitudes within 25 NM of a place, by sectors of bearings from it, clockwise from one to the other. */
		sectors: Type.Object(
			{
				about: PlaceId,
				altitudes: Type.Array(
					Type.Object({ fromDeg: Direction, toDeg: Direction, altitudeFt: AltitudeFt }, closed),
					{ minItems: 1, maxItems: 8 }
				)
			},
			closed
		),
		/** Bearings from the middle of the runway, magnetic, clockwise from one to the other, in which nobody circles. */
		notCircling: Type.Optional(
			Type.Array(Type.Object({ fromDeg: Direction, toDeg: Direction }, closed), { maxItems: 4 })
		),
		notes: Type.Array(Type.String({ minLength: 1, maxLength: 160 }), { maxItems: 8 })
	},
	{ ...closed, $id: 'hanza-procedure' }
);
export type Procedure = Static<typeof Procedure>;

/** Editions of a procedure's file; reads all of them. */
export const PROCEDURE_EDITIONS = new Editions('hanza-procedure', 1, Procedure);

/** The lowest altitude that a constraint allows; null where it sets none. */
export const lowestOf = (constraint: Constraint | undefined): number | null =>
	!constraint || constraint.kind === 'at-or-below'
		? null
		: constraint.kind === 'between'
			? constraint.lowFt
			: constraint.ft;
/** The highest; null where it sets none. */
export const highestOf = (constraint: Constraint | undefined): number | null =>
	!constraint || constraint.kind === 'at-or-above'
		? null
		: constraint.kind === 'between'
			? constraint.highFt
			: constraint.ft;
/** As it is said: "at 2000 ft", "2000 ft or above" … */
export function constraintWords(constraint: Constraint): string {
	switch (constraint.kind) {
		case 'at':
			return `at ${constraint.ft} ft`;
		case 'at-or-above':
			return `${constraint.ft} ft or above`;
		case 'at-or-below':
			return `${constraint.ft} ft or below`;
		default:
			return `${constraint.lowFt} to ${constraint.highFt} ft`;
	}
}

/** How the missed approach point is known; with the seconds from the final fix where they are told. */
export function missedPointWords({ missedPoint }: Pick<Procedure, 'missedPoint'>, seconds?: number): string {
	switch (missedPoint.kind) {
		case 'decision-altitude':
			return 'at the decision altitude';
		case 'time':
			return seconds === undefined
				? 'by time from the final fix'
				: `${formatClock(seconds)} after the final fix`;
		case 'distance':
			return `at ${missedPoint.distanceNm} NM of ${missedPoint.aid}`;
		default:
			return `over ${missedPoint.fix}`;
	}
}

/** Guidance as it is called. */
export const GUIDANCE_NAMES = {
	ils: 'ILS',
	localizer: 'localizer',
	'back-course': 'localizer back course',
	vor: 'VOR',
	'vor-dme': 'VOR and DME',
	ndb: 'NDB',
	lnav: 'RNAV, lateral only',
	lpv: 'RNAV with vertical guidance',
	circling: 'circling'
} as const satisfies Record<Guidance | 'circling', string>;

/** Whether a bearing from the field, magnetic, lies where nobody circles. */
export const isNotCircling = (
	{ notCircling = [] }: Pick<Procedure, 'notCircling'>,
	bearingDeg: number
): boolean =>
	notCircling.some(
		({ fromDeg, toDeg }) => normalizeDeg(bearingDeg - fromDeg) <= normalizeDeg(toDeg - fromDeg)
	);

/** Whether the final is guided up and down. */
export const isPrecise = (guidance: Guidance): boolean => guidance === 'ils' || guidance === 'lpv';
/** Whether the final is flown by RNAV. */
export const isRnav = (guidance: Guidance): boolean => guidance === 'lnav' || guidance === 'lpv';
