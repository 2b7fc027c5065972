import {
	clamp,
	directionDeg,
	FEET_PER_NM,
	length,
	normalizeDeg,
	toRadians,
	type Vec2
} from '../base/index.js';
import { isNotCircling } from '../procedures/index.js';
import { landedOn, type CardApproach } from '../training/index.js';

/** The circuit that a circling robot flies: how wide it is and how long its final, NM: well inside category A. */
const WIDE_NM = 0.85;
const FINAL_NM = 1.15;
/** A high minimum needs a longer one: base and final no steeper than this, degrees. */
const STEEPEST_DEG = 5.5;
const MOST_FINAL_NM = 1.6;
/** Abeam this, NM before the threshold, the downwind leg is joined. */
const JOIN_NM = -0.2;
/** A corner is turned so far before it, NM: the radius of a turn at fifteen degrees of bank and 90 kt. */
const LEAD_NM = 0.45;
/** Degrees toward the line for each mile off it, no more than so many. */
const CLOSING_DEG_PER_NM = 60;
const MOST_CLOSING_DEG = 35;

/**
 * A circuit to the runway in sight, by eye: along it downwind on the side that may be used, base, final. Places are miles
 * before the threshold and right of the line through it, as seen landing.
 */
export class Circuit {
	private leg: 'join' | 'downwind' | 'base' | 'final' = 'join';
	private readonly side: 1 | -1;
	private readonly finalNm: number;

	constructor(
		private readonly approach: CardApproach,
		rightNm: number,
		heightFt: number
	) {
		const neededNm = heightFt / (Math.tan(toRadians(STEEPEST_DEG)) * FEET_PER_NM) - WIDE_NM + LEAD_NM;
		this.finalNm = clamp(neededNm, FINAL_NM, MOST_FINAL_NM);
		const [here, across] = rightNm >= 0 ? ([1, -1] as const) : ([-1, 1] as const);
		this.side = !this.allowed(here) && this.allowed(across) ? across : here;
	}

	/** Whether a side of the runway is none on which nobody circles. */
	private allowed(side: 1 | -1): boolean {
		const { headingDeg } = landedOn(this.approach);
		return !isNotCircling(this.approach.procedure, normalizeDeg(headingDeg + 90 * side));
	}

	/** @returns the heading to be flown, magnetic. */
	headingDeg(beforeNm: number, rightNm: number): number {
		const landingDeg = landedOn(this.approach).headingDeg;
		const wide = this.side * WIDE_NM;
		const off = (rightTarget: number, direction: 1 | -1) =>
			clamp((rightTarget - rightNm) * direction * CLOSING_DEG_PER_NM, -MOST_CLOSING_DEG, MOST_CLOSING_DEG);
		const closingDeg = landingDeg - 90 * this.side;
		switch (this.leg) {
			case 'join': {
				// In the frame of the landing: forward is along it, right is right of it.
				const to: Vec2 = { north: beforeNm - JOIN_NM, east: wide - rightNm };
				// Straight in where the flight comes in before the threshold and along the runway's line already.
				if (length(to) < LEAD_NM || (beforeNm > JOIN_NM && Math.abs(rightNm - wide) < LEAD_NM / 2))
					this.leg = 'downwind';
				else return normalizeDeg(landingDeg + directionDeg(to));
			}
			// falls through
			case 'downwind':
				if (beforeNm >= this.finalNm - LEAD_NM) this.leg = 'base';
				else return normalizeDeg(landingDeg + 180 + off(wide, -1));
			// falls through
			case 'base':
				if (Math.abs(rightNm) <= LEAD_NM) this.leg = 'final';
				else return normalizeDeg(closingDeg);
			// falls through
			default:
				return normalizeDeg(landingDeg + off(0, 1));
		}
	}
}
