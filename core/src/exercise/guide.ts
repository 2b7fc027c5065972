import { Type, type Static } from '@sinclair/typebox';
import { OnPlane } from '../area/stations.js';
import { dot, rightOf, unit } from '../navigation/vector.js';
import { RNAV_SCALE_NM } from '../radio/rnav.js';
import { Direction } from '../schema.js';
import { normalizeDeg, signedDeg, toDegrees } from '../units/index.js';
import { InputError } from '../validation/index.js';

const closed = { additionalProperties: false } as const;
const aid = Type.String({ pattern: '^[A-Z]{2,5}$', description: 'a place of the card' });
const Side = Type.Union([Type.Literal('left'), Type.Literal('right')]);
const seconds = (maximum: number) => Type.Number({ exclusiveMinimum: 0, maximum, description: 's' });

/** What the needle's full scale is, one side: degrees at the place, or miles for an RNAV course. */
const FullScale = Type.Union([
	Type.Object({ deg: Type.Number({ exclusiveMinimum: 0, maximum: 30 }) }, closed),
	Type.Object({ nm: Type.Number({ exclusiveMinimum: 0, maximum: 10 }) }, closed)
]);

export const CourseGuide = Type.Object(
	{
		kind: Type.Literal('course'),
		aid,
		/** The direction of travel, magnetic: the selected course, whether to the place or from it. */
		courseDeg: Direction,
		toward: Type.Union([Type.Literal('to'), Type.Literal('from')]),
		/** The cut that is asked for, where the course has to be intercepted first. */
		interceptDeg: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 90, description: 'degrees' })),
		fullScale: Type.Optional(FullScale)
	},
	closed
);
export type CourseGuide = Static<typeof CourseGuide>;

export const ArcGuide = Type.Object(
	{
		kind: Type.Literal('arc'),
		aid,
		radiusNm: Type.Number({ exclusiveMinimum: 0, maximum: 60, description: 'NM' }),
		direction: Type.Union([Type.Literal('clockwise'), Type.Literal('counterclockwise')])
	},
	closed
);
export type ArcGuide = Static<typeof ArcGuide>;

export const HoldGuide = Type.Object(
	{
		kind: Type.Literal('hold'),
		aid,
		inboundCourseDeg: Direction,
		turns: Side,
		inboundSeconds: seconds(600),
		/** Which leg the time belongs to: US practice times the inbound leg, ICAO publishes the outbound one. */
		timing: Type.Union([Type.Literal('inbound'), Type.Literal('outbound')]),
		/** Circuits after the entry. */
		circuits: Type.Integer({ minimum: 1, maximum: 12 }),
		/** When the fix is to be left, s from the begin of the flight. */
		leaveAtSeconds: Type.Optional(seconds(7200))
	},
	closed
);
export type HoldGuide = Static<typeof HoldGuide>;

export const REVERSALS = ['45-180', '80-260', 'base-turn', 'racetrack'] as const;
export const ReversalGuide = Type.Object(
	{
		kind: Type.Literal('reversal'),
		shape: Type.Union(REVERSALS.map((one) => Type.Literal(one))),
		aid,
		/** Direction outbound and inbound, magnetic; they are opposite but for a base turn. */
		outboundCourseDeg: Direction,
		inboundCourseDeg: Direction,
		/** On which side of the outbound course it is flown. */
		side: Side,
		outboundSeconds: seconds(600),
		/** It has to stay within this distance of the place. */
		limitNm: Type.Number({ exclusiveMinimum: 0, maximum: 30, description: 'NM' })
	},
	closed
);
export type ReversalGuide = Static<typeof ReversalGuide>;

export const HomingGuide = Type.Object(
	{
		kind: Type.Literal('homing'),
		aid,
		/** Nose on the pointer, or a track straight in. */
		method: Type.Union([Type.Literal('home'), Type.Literal('track')])
	},
	closed
);
export type HomingGuide = Static<typeof HomingGuide>;

/** Say where you are: two aids whose bearings cross. */
export const PositionGuide = Type.Object(
	{ kind: Type.Literal('position'), aids: Type.Tuple([aid, aid]) },
	closed
);

/** What a phase is flown along. */
export const Guide = Type.Union([
	CourseGuide,
	ArcGuide,
	HoldGuide,
	ReversalGuide,
	HomingGuide,
	PositionGuide
]);
export type Guide = Static<typeof Guide>;

export const CardPlace = Type.Object(
	{
		id: aid,
		kind: Type.Union([
			Type.Literal('vor'),
			Type.Literal('ndb'),
			Type.Literal('localizer'),
			Type.Literal('fix'),
			Type.Literal('airport')
		]),
		northNm: OnPlane,
		eastNm: OnPlane,
		elevationFt: Type.Number({ minimum: -200, maximum: 12000 }),
		/** MHz or kHz; a fix has none. */
		frequency: Type.Optional(Type.Number({ minimum: 100, maximum: 2000 })),
		fullScaleDeg: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 10 }))
	},
	closed
);
export type CardPlace = Static<typeof CardPlace>;

/**
 * The places that a card speaks of, as they stood when it was made: a flight is graded by the stations it
 * was flown with, whatever becomes of the area.
 */
export const CardNavigation = Type.Object(
	{
		variationDeg: Type.Number({ minimum: -40, maximum: 40 }),
		places: Type.Array(CardPlace, { maxItems: 40 })
	},
	closed
);
export type CardNavigation = Static<typeof CardNavigation>;

/** @throws InputError where the card has no such place. */
export function placeOn(navigation: CardNavigation | undefined, id: string): CardPlace {
	const found = navigation?.places.find((place) => place.id === id);
	if (!found) throw new InputError('/navigation/places', `must have the place ${id}`);
	return found;
}

/** Where an aircraft is along a course through a place: NM right of it, and past the place. */
export function alongCourse(
	place: Pick<CardPlace, 'northNm' | 'eastNm'>,
	variationDeg: number,
	courseDeg: number,
	northNm: number,
	eastNm: number
): { rightNm: number; pastNm: number; distanceNm: number } {
	const from = { north: northNm - place.northNm, east: eastNm - place.eastNm };
	const trueCourse = courseDeg + variationDeg;
	return {
		rightNm: rightOf(trueCourse, from),
		pastNm: dot(unit(trueCourse), from),
		distanceNm: Math.hypot(from.north, from.east)
	};
}

/** Over a hold's fix: no farther away than this when it comes abeam, NM, on a track this near the inbound course. */
const OVER_FIX_NM = 1.5;
const INBOUND_TRACK_DEG = 70;
/** The fix at which a hold begins is not a time round, s. */
const ROUND_SECONDS = 20;

/**
 * Tells each time a hold's fix is passed inbound: abeam by the inbound course. The card's events, the grade of the
 * needle and the report of the circuits all count by it, so that they cannot count differently.
 */
export class FixPassages {
	private beforeNm = NaN;
	private roundFrom: number;

	/** @param startSeconds when the hold began. */
	constructor(
		private readonly place: Pick<CardPlace, 'northNm' | 'eastNm'>,
		private readonly variationDeg: number,
		private readonly inboundCourseDeg: number,
		startSeconds: number
	) {
		this.roundFrom = startSeconds;
	}

	/** Whether the fix was passed since the sample before. Samples in order of time. */
	passed(
		{ northNm, eastNm, trackDeg }: { northNm: number; eastNm: number; trackDeg: number },
		seconds: number
	): boolean {
		const { place, variationDeg, inboundCourseDeg } = this;
		const { pastNm, distanceNm } = alongCourse(place, variationDeg, inboundCourseDeg, northNm, eastNm);
		const crossed = this.beforeNm < 0 && pastNm >= 0;
		this.beforeNm = pastNm;
		if (!crossed || distanceNm > OVER_FIX_NM || seconds - this.roundFrom <= ROUND_SECONDS) return false;
		if (Math.abs(signedDeg(trackDeg - inboundCourseDeg)) >= INBOUND_TRACK_DEG) return false;
		this.roundFrom = seconds;
		return true;
	}
}

/** Bearing to a place, magnetic. */
export const bearingTo = (
	place: Pick<CardPlace, 'northNm' | 'eastNm'>,
	variationDeg: number,
	northNm: number,
	eastNm: number
): number =>
	normalizeDeg(toDegrees(Math.atan2(place.eastNm - eastNm, place.northNm - northNm)) - variationDeg);

/** Full scale of a VOR and of a bearing pointer where the card says nothing else, degrees. */
const USUAL_FULL_SCALE_DEG = 10;
/** Nearer than this the angle is taken as if from here: above a station no angle tells anything, NM. */
export const NEAREST_NM = 1;

/**
 * Full scale of the needle at a place, one side: as the card says, else the place's own; at a fix there is no station,
 * and the needle is that of the RNAV unit, by distance.
 */
export function fullScaleOf(
	place: Pick<CardPlace, 'kind' | 'fullScaleDeg'>,
	fullScale?: CourseGuide['fullScale']
): { deg: number } | { nm: number } {
	if (fullScale) return fullScale;
	if (place.kind === 'fix' || place.kind === 'airport') return { nm: RNAV_SCALE_NM.terminal };
	return { deg: place.fullScaleDeg ?? USUAL_FULL_SCALE_DEG };
}

/**
 * Deviation from a course in shares of the needle's full scale, + when the aircraft is right of it. Not
 * pinned: twice full scale is 2.
 */
export function scaleShare(
	place: CardPlace,
	fullScale: CourseGuide['fullScale'],
	rightNm: number,
	distanceNm: number
): number {
	const full = fullScaleOf(place, fullScale);
	if ('nm' in full) return rightNm / full.nm;
	const sine = rightNm / Math.max(NEAREST_NM, distanceNm);
	return toDegrees(Math.asin(Math.max(-1, Math.min(1, sine)))) / full.deg;
}

/** The course that a phase is to be flown along inbound or outbound; null where it has none. */
export function courseOf(guide: Guide): Pick<CourseGuide, 'aid' | 'courseDeg' | 'fullScale'> | null {
	switch (guide.kind) {
		case 'course':
			return guide;
		case 'hold':
			return { aid: guide.aid, courseDeg: guide.inboundCourseDeg };
		case 'reversal':
			return { aid: guide.aid, courseDeg: guide.inboundCourseDeg };
		case 'arc':
		case 'homing':
		case 'position':
			return null;
		default:
			return guide satisfies never;
	}
}
