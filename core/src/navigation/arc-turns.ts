import {
	InfeasibleError,
	directionDeg,
	dot,
	normalizeDeg,
	plus,
	rightOf,
	STANDARD_RATE_DEG_PER_SECOND,
	times,
	unit,
	type Vec2
} from '../base/index.js';
import type { ArcInput } from './arc.js';
import { turnInAir, turnToward, windVector, type Part } from './track.js';
import { standardRadiusNm } from './turn.js';
import { solveWindTriangle } from './wind-triangle.js';

interface OneArc extends Pick<
	ArcInput,
	'radiusNm' | 'direction' | 'trueAirspeedKt' | 'windFromDeg' | 'windSpeedKt'
> {
	/** The radial that is left for the arc, or the arc for it. */
	radialDeg: number;
}
/** Along the radial from the station out to the arc, or along it from outside in. */
type ArcJoinInput = OneArc & { from: 'inside' | 'outside' };
/** Off the arc to the station, or away from it. */
type ArcLeaveInput = OneArc & { toward: 'inbound' | 'outbound' };

/** The school's lead for the turn off an arc: 60 × turn radius at standard rate over the arc's distance, degrees. */
export const leadRadialRule = (trueAirspeedKt: number, radiusNm: number): number =>
	(60 * standardRadiusNm(trueAirspeedKt)) / radiusNm;

const ROUNDS = 60;
/** A lead radial is looked for within this of the last radial. */
const MOST_LEAD_DEG = 85;

/** What both turns are made of: headings that hold a course in the wind, and a turn's way over the ground. */
function airOf({ direction, trueAirspeedKt, windFromDeg, windSpeedKt }: OneArc) {
	const side = direction === 'clockwise' ? 1 : -1;
	const wind = windVector(windFromDeg, windSpeedKt);
	const heading = (courseDeg: number) =>
		solveWindTriangle({
			courseDeg: normalizeDeg(courseDeg),
			trueAirspeedKt,
			windFromDeg,
			windSpeedKt
		}).headingDeg;
	const tangent = (radialDeg: number) => heading(radialDeg + side * 90);
	const turn = (sign: number, fromDeg: number, toDeg: number): { part: Part; way: Vec2 } => {
		const byDeg = turnToward(sign > 0 ? 'right' : 'left', fromDeg, toDeg);
		const { way, seconds } = turnInAir(trueAirspeedKt, STANDARD_RATE_DEG_PER_SECOND, fromDeg, byDeg);
		return { part: { headingDeg: fromDeg, seconds, byDeg }, way: plus(way, times(wind, seconds / 3600)) };
	};
	return { side, heading, tangent, turn };
}

/**
 * The turn from a radial on to an arc at standard rate in a wind, with instant roll: it ends at the arc's distance,
 * tangent to it. Right to the rounding of the numbers.
 * @returns the distance at which it begins, how much before the arc's own that is, NM, and where and how it ends.
 * @throws InfeasibleError where the arc is too tight for the turn, or the wind too strong for a course.
 */
export function solveArcJoin(input: ArcJoinInput): {
	atNm: number;
	leadNm: number;
	endRadialDeg: number;
	endHeadingDeg: number;
	part: Part;
} {
	const { radiusNm, radialDeg, from } = input;
	const { side, heading, tangent, turn } = airOf(input);
	const outward = from === 'inside';
	const arrivingDeg = heading(outward ? radialDeg : radialDeg + 180);
	const along = unit(radialDeg);
	let endRadialDeg = normalizeDeg(radialDeg);
	let atNm = radiusNm;
	let endHeadingDeg = NaN;
	let part: Part | undefined;
	// Where the turn ends tells its last heading, and that where it ends: each round is nearer by turn radius over arc.
	for (let i = 0; i < ROUNDS; i++) {
		endHeadingDeg = tangent(endRadialDeg);
		const turned = turn(outward ? side : -side, arrivingDeg, endHeadingDeg);
		const across = rightOf(radialDeg, turned.way);
		if (Math.abs(across) >= radiusNm)
			throw new InfeasibleError('the turn on to the arc is wider than the arc');
		atNm = Math.sqrt(radiusNm ** 2 - across ** 2) - dot(along, turned.way);
		endRadialDeg = directionDeg(plus(times(along, atNm), turned.way));
		part = turned.part;
	}
	if (atNm < 0) throw new InfeasibleError('the turn on to the arc would begin before the station');
	const leadNm = outward ? radiusNm - atNm : atNm - radiusNm;
	return { atNm, leadNm, endRadialDeg, endHeadingDeg, part: part! };
}

/**
 * The turn off an arc at standard rate in a wind, with instant roll: it ends on a radial, on the heading that holds it.
 * Right to the rounding of the numbers.
 * @returns the radial at which it begins, and how many degrees before the other that is.
 * @throws InfeasibleError where no such turn ends on the radial, or the wind is too strong for a course.
 */
export function solveArcLeave(input: ArcLeaveInput): { atRadialDeg: number; leadDeg: number; part: Part } {
	const { radiusNm, radialDeg, toward } = input;
	const { side, heading, tangent, turn } = airOf(input);
	const inbound = toward === 'inbound';
	const leavingDeg = heading(inbound ? radialDeg + 180 : radialDeg);
	const begun = (leadDeg: number) => {
		const atRadialDeg = normalizeDeg(radialDeg - side * leadDeg);
		const { part, way } = turn(inbound ? side : -side, tangent(atRadialDeg), leavingDeg);
		const end = plus(times(unit(atRadialDeg), radiusNm), way);
		return { atRadialDeg, leadDeg, part, end, beyondNm: side * rightOf(radialDeg, end) };
	};
	let [low, high] = [0, MOST_LEAD_DEG];
	const refusal = 'no turn off the arc ends on that radial';
	if (begun(low).beyondNm < 0 || begun(high).beyondNm > 0) throw new InfeasibleError(refusal);
	for (let i = 0; i < ROUNDS; i++) {
		const middle = (low + high) / 2;
		if (begun(middle).beyondNm > 0) low = middle;
		else high = middle;
	}
	const { atRadialDeg, leadDeg, part, end, beyondNm } = begun(high);
	// Where the turn becomes a whole circle its end leaps: that is no crossing of the radial.
	if (Math.abs(beyondNm) > 1e-6 || dot(unit(radialDeg), end) < 0) throw new InfeasibleError(refusal);
	return { atRadialDeg, leadDeg, part };
}
