import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { InfeasibleError, Direction, normalizeDeg, rightOf, times, toRadians, unit } from '../base/index.js';

/** Beyond this an intercept is none, NM; and nearer than this the aircraft is on the course. */
const LONGEST_NM = 60;
const ON_COURSE_NM = 1e-6;

/** A course, where one is to it, and the angle to cut it at. */
export const InterceptInput = Type.Object(
	{
		selectedCourseDeg: Direction,
		bearingToStationDeg: Direction,
		distanceNm: Type.Number({ exclusiveMinimum: 0, maximum: 200, description: 'NM' }),
		interceptAngleDeg: Type.Number({ exclusiveMinimum: 0, maximum: 90, description: 'degrees' })
	},
	{ additionalProperties: false }
);
export type InterceptInput = Static<typeof InterceptInput>;
/** Distance from the course in NM, the way to turn, heading, and how far it is to the course. */
export const InterceptOutput = Type.Object({
	crossTrackNm: Type.Number({ description: 'NM, + right of course' }),
	turnToward: Type.String({ description: 'side of the course, left or right' }),
	headingDeg: Direction,
	distanceToInterceptNm: Type.Number({ description: 'NM' })
});

/**
 * Heading and distance to a course through a station, in still air: a line, so toward the station and past
 * it alike. The cut is taken from the course, not from the heading flown.
 * @throws InfeasibleError when it is over 60 NM away, or the aircraft is on the course.
 */
export function solveIntercept(input: InterceptInput): Static<typeof InterceptOutput> {
	const { selectedCourseDeg, bearingToStationDeg, distanceNm, interceptAngleDeg } = input;
	const crossTrackNm = rightOf(selectedCourseDeg, times(unit(bearingToStationDeg), -distanceNm));
	if (Math.abs(crossTrackNm) < ON_COURSE_NM)
		throw new InfeasibleError('the aircraft is on the course already');
	const distanceToInterceptNm = Math.abs(crossTrackNm) / Math.sin(toRadians(interceptAngleDeg));
	if (distanceToInterceptNm > LONGEST_NM)
		throw new InfeasibleError(`the course would be met only after more than ${LONGEST_NM} NM`);
	const right = crossTrackNm > 0;
	return {
		crossTrackNm,
		turnToward: right ? 'left' : 'right',
		headingDeg: normalizeDeg(selectedCourseDeg + (right ? -interceptAngleDeg : interceptAngleDeg)),
		distanceToInterceptNm
	};
}
