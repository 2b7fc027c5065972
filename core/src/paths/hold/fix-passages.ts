import { signedDeg } from '../../base/index.js';
import { alongCourse, type CardPlace } from '../places.js';

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
		private readonly place: Pick<CardPlace, 'northNm' | 'eastNm' | 'declinationDeg'>,
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
