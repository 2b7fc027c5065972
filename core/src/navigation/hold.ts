import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import {
	InfeasibleError,
	Direction,
	directionDeg,
	dot,
	length,
	normalizeDeg,
	plus,
	rightOf,
	signedDeg,
	Speed,
	STANDARD_RATE_DEG_PER_SECOND,
	times,
	unit,
	type Vec2
} from '../base/index.js';
import { groundTrack, turnInAir, turnToward, windVector } from './track.js';
import { solveTurn } from './turn.js';
import { solveWindTriangle } from './wind-triangle.js';

const closed = { additionalProperties: false } as const;
const Turns = Type.Union([Type.Literal('right'), Type.Literal('left')]);

/** A hold and the heading on which its fix is reached, magnetic degrees. */
export const HoldEntryInput = Type.Object(
	{ inboundCourseDeg: Direction, turns: Turns, arrivalHeadingDeg: Direction },
	closed
);
export type HoldEntryInput = Static<typeof HoldEntryInput>;
/** The three ways into a hold. */
export type HoldEntry = 'direct' | 'teardrop' | 'parallel';
/** Which way in, what else is allowed within 5° of a sector's edge, and the first heading. */
export const HoldEntryOutput = Type.Object({
	entry: Type.String({ description: 'direct, teardrop, parallel' }),
	alsoAllowed: Type.Array(Type.String()),
	firstHeadingDeg: Direction
});

/** Sector edges for right turns, degrees of arrival heading less inbound course, and what lies on either side. */
const EDGES: { at: number; between: [HoldEntry, HoldEntry] }[] = [
	{ at: -70, between: ['parallel', 'direct'] },
	{ at: 110, between: ['direct', 'teardrop'] },
	{ at: 180, between: ['teardrop', 'parallel'] }
];
const FREE_DEG = 5;
const TEARDROP_DEG = 30;

/**
 * The entry into a hold by its sectors; within 5° of an edge the neighbour is right too. The heading is the
 * one flown outbound after the fix, in still air.
 * Source: sectors of the US Aeronautical Information Manual and ICAO Doc 8168 (zone of flexibility).
 */
export function solveHoldEntry({ inboundCourseDeg, turns, arrivalHeadingDeg }: HoldEntryInput): {
	entry: HoldEntry;
	alsoAllowed: HoldEntry[];
	firstHeadingDeg: number;
} {
	const mirror = turns === 'right' ? 1 : -1;
	// −180 and 180 are one direction; mirrored, it must stay in the teardrop sector that owns its edge.
	const d = signedDeg(mirror * signedDeg(arrivalHeadingDeg - inboundCourseDeg));
	const entry: HoldEntry = d >= -70 && d <= 110 ? 'direct' : d > 110 ? 'teardrop' : 'parallel';
	const alsoAllowed = EDGES.filter(({ at }) => Math.abs(signedDeg(d - at)) <= FREE_DEG + 1e-9).map(
		({ between: [one, other] }) => (one === entry ? other : one)
	);
	const outboundDeg = inboundCourseDeg + 180;
	return {
		entry,
		alsoAllowed,
		firstHeadingDeg: normalizeDeg(entry === 'teardrop' ? outboundDeg - mirror * TEARDROP_DEG : outboundDeg)
	};
}

/** The sectors of arrival headings, clockwise each from one heading to the other, as they lie on a heading dial. */
export function holdSectors(
	inboundCourseDeg: number,
	turns: 'left' | 'right'
): { entry: HoldEntry; fromDeg: number; toDeg: number }[] {
	const at = (d: number) => normalizeDeg(inboundCourseDeg + (turns === 'right' ? d : -d));
	const [low, high, back] = EDGES.map((edge) => edge.at) as [number, number, number];
	const sectors: [HoldEntry, number, number][] = [
		['direct', low, high],
		['teardrop', high, back],
		['parallel', back, low]
	];
	return sectors.map(([entry, from, to]) =>
		turns === 'right'
			? { entry, fromDeg: at(from), toDeg: at(to) }
			: { entry, fromDeg: at(to), toDeg: at(from) }
	);
}

/** A hold to be flown in a wind: course in degrees, speeds in kt, leg in s. */
export const HoldInput = Type.Object(
	{
		inboundCourseDeg: Direction,
		turns: Turns,
		trueAirspeedKt: Type.Number({ exclusiveMinimum: 0, maximum: 600, description: 'kt' }),
		windFromDeg: Direction,
		windSpeedKt: Speed,
		inboundSeconds: Type.Number({ exclusiveMinimum: 0, maximum: 600, description: 's' }),
		bankLimitDeg: Type.Number({ exclusiveMinimum: 0, maximum: 60, description: 'degrees' })
	},
	closed
);
export type HoldInput = Static<typeof HoldInput>;
/** The exact hold for the wind: headings, times in s, and what each thumb rule misses by in NM. */
export const HoldOutput = Type.Object({
	inboundHeadingDeg: Direction,
	inboundWindCorrectionDeg: Type.Number({ description: 'degrees, + nose right' }),
	inboundGroundspeedKt: Type.Number({ description: 'kt' }),
	turnRateDegPerSecond: Type.Number({ description: '°/s' }),
	outboundHeadingDeg: Direction,
	outboundSeconds: Type.Number({ description: 's from wings level to the start of the second turn' }),
	secondsFromAbeam: Type.Number({ description: 's, the same counted from abeam the fix' }),
	outboundCorrectionRatio: Type.Union([Type.Number(), Type.Null()]),
	schools: Type.Array(
		Type.Object({
			multiple: Type.Number(),
			outboundHeadingDeg: Direction,
			missNm: Type.Number({ description: 'NM at the end of the second turn, + right of the inbound course' })
		})
	)
});
export type HoldOutput = Static<typeof HoldOutput>;

const SCHOOLS = [2, 3];
/** A correction smaller than this is none, degrees: the ratio would be noise. */
const NO_CORRECTION_DEG = 1e-6;

/**
 * The exact hold: outbound heading and time after which the second turn ends on the inbound course, where
 * the inbound leg takes its time. The two turns make 360° together, so their way through the air is nothing
 * and there is a closed form: t·(V·u + W) = −(inbound groundspeed · inbound time)·c − W·(time of 360°).
 * Instant roll, constant airspeed and wind.
 * @throws InfeasibleError where it would need a negative time, or an outbound heading 90° or more off the
 * reciprocal: with a headwind inbound of a third of the airspeed and one-minute legs at standard rate, or more.
 */
export function solveHold(input: HoldInput): HoldOutput {
	const { inboundCourseDeg, turns, trueAirspeedKt, windFromDeg, windSpeedKt, inboundSeconds } = input;
	const inbound = solveWindTriangle({
		courseDeg: inboundCourseDeg,
		trueAirspeedKt,
		windFromDeg,
		windSpeedKt
	});
	const limited = solveTurn({ trueAirspeedKt, bankDeg: input.bankLimitDeg }).rateDegPerSecond;
	const turnRateDegPerSecond = Math.min(STANDARD_RATE_DEG_PER_SECOND, limited);
	const turnHours = 360 / turnRateDegPerSecond / 3600;
	const wind = windVector(windFromDeg, windSpeedKt);
	const course = unit(inboundCourseDeg);
	// The way over the ground, NM, that the outbound leg has to make good.
	const wanted = plus(
		times(course, (-inbound.groundspeedKt * inboundSeconds) / 3600),
		times(wind, -turnHours)
	);
	const size = length(wanted);
	const refusal =
		'the wind leaves no outbound leg: the turns alone use up the inbound leg, or more than it has';
	if (size < 1e-9) throw new InfeasibleError(refusal);
	// |wanted/t − W| = V, for 1/t.
	const [a, b, c] = [size ** 2, -2 * dot(wanted, wind), windSpeedKt ** 2 - trueAirspeedKt ** 2];
	const perHour = (-b + Math.sqrt(b ** 2 - 4 * a * c)) / (2 * a);
	if (!(perHour > 0) || !Number.isFinite(perHour)) throw new InfeasibleError(refusal);
	const air = plus(times(wanted, perHour), times(wind, -1));
	const outboundHeadingDeg = directionDeg(air);
	const reciprocalDeg = normalizeDeg(inboundCourseDeg + 180);
	const correctionDeg = signedDeg(outboundHeadingDeg - reciprocalDeg);
	if (Math.abs(correctionDeg) >= 90) throw new InfeasibleError(refusal);
	const outboundSeconds = 3600 / perHour;
	const inboundCorrectionDeg = inbound.windCorrectionDeg;

	const first = turnInAir(
		trueAirspeedKt,
		turnRateDegPerSecond,
		inbound.headingDeg,
		turnToward(turns, inbound.headingDeg, outboundHeadingDeg)
	);
	const level = plus(first.way, times(wind, first.seconds / 3600));
	// Abeam is where the way along the outbound course, from the fix, is nothing.
	const outboundKt = -dot(plus(air, wind), course);
	const secondsFromAbeam = outboundSeconds + (-dot(level, course) / outboundKt) * 3600;

	return {
		inboundHeadingDeg: inbound.headingDeg,
		inboundWindCorrectionDeg: inboundCorrectionDeg,
		inboundGroundspeedKt: inbound.groundspeedKt,
		turnRateDegPerSecond,
		outboundHeadingDeg,
		outboundSeconds,
		secondsFromAbeam,
		outboundCorrectionRatio:
			Math.abs(inboundCorrectionDeg) < NO_CORRECTION_DEG ? null : -correctionDeg / inboundCorrectionDeg,
		schools: SCHOOLS.map((multiple) => {
			const headingDeg = normalizeDeg(reciprocalDeg - multiple * inboundCorrectionDeg);
			const ground = plus(times(unit(headingDeg), trueAirspeedKt), wind);
			const end: Vec2 = plus(times(ground, outboundSeconds / 3600), times(wind, turnHours));
			return { multiple, outboundHeadingDeg: headingDeg, missNm: rightOf(inboundCourseDeg, end) };
		})
	};
}

/** The ground track of one circuit from the fix round to the end of the second turn, for an outbound heading and time. */
export function holdTrack(
	input: HoldInput,
	hold: Pick<HoldOutput, 'inboundHeadingDeg' | 'turnRateDegPerSecond'>,
	outboundHeadingDeg: number,
	outboundSeconds: number
): Vec2[] {
	const { inboundHeadingDeg, turnRateDegPerSecond } = hold;
	const turn = (fromDeg: number, toDeg: number) => {
		const byDeg = turnToward(input.turns, fromDeg, toDeg);
		return { headingDeg: fromDeg, byDeg, seconds: Math.abs(byDeg) / turnRateDegPerSecond };
	};
	return groundTrack(
		[
			turn(inboundHeadingDeg, outboundHeadingDeg),
			{ headingDeg: outboundHeadingDeg, byDeg: 0, seconds: outboundSeconds },
			turn(outboundHeadingDeg, inboundHeadingDeg)
		],
		input.trueAirspeedKt,
		windVector(input.windFromDeg, input.windSpeedKt)
	);
}
