import { toRadians } from '../base/index.js';

/**
 * Time and distance to a station from a change of bearing, flown across the first bearing in still air.
 * Source: the way across over the tangent of the change; the rule takes the tangent for the angle.
 * @param changeDeg over 0 and under 90.
 */
export function solveStation(
	changeDeg: number,
	changeSeconds: number,
	trueAirspeedKt: number
): { seconds: number; distanceNm: number; acrossNm: number; rule: { seconds: number; distanceNm: number } } {
	const miles = (seconds: number) => (seconds * trueAirspeedKt) / 3600;
	const seconds = changeSeconds / Math.tan(toRadians(changeDeg));
	const rule = (60 * changeSeconds) / changeDeg;
	return {
		seconds,
		distanceNm: miles(seconds),
		acrossNm: miles(changeSeconds),
		rule: { seconds: rule, distanceNm: miles(rule) }
	};
}
