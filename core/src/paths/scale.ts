import { FEET_PER_NM, toDegrees } from '../base/index.js';
import { angularScaleNm, RNAV_SCALE_NM } from '../world/index.js';
import type { CoursePath } from './course/path.js';
import type { Glide } from './shared.js';
import type { CardPlace } from './places.js';

/** Full scale of a VOR and of a bearing pointer where the card says nothing else, degrees. */
const USUAL_FULL_SCALE_DEG = 10;
/** Nearer than this the angle is taken as if from here: above a station no angle tells anything, NM. */
const NEAREST_NM = 1;

/**
 * Full scale of the needle at a place, one side: as the card says, else the place's own; at a fix there is no station,
 * and the needle is that of the RNAV unit, by distance.
 */
export function fullScaleOf(
	place: Pick<CardPlace, 'kind' | 'fullScaleDeg'>,
	fullScale?: CoursePath['fullScale']
): { deg: number } | { nm: number } {
	if (fullScale && !('angular' in fullScale)) return fullScale;
	if (fullScale) return { nm: RNAV_SCALE_NM.final };
	if (place.kind === 'fix' || place.kind === 'airport') return { nm: RNAV_SCALE_NM.terminal };
	return { deg: place.fullScaleDeg ?? USUAL_FULL_SCALE_DEG };
}

/**
 * Deviation from a course in shares of the needle's full scale, + when the aircraft is right of it. Not
 * pinned: twice full scale is 2.
 */
export function scaleShare(
	place: CardPlace,
	fullScale: CoursePath['fullScale'],
	rightNm: number,
	distanceNm: number
): number {
	if (fullScale && 'angular' in fullScale) return rightNm / angularScaleNm(distanceNm);
	const full = fullScaleOf(place, fullScale);
	if ('nm' in full) return rightNm / full.nm;
	const sine = rightNm / Math.max(NEAREST_NM, distanceNm);
	return toDegrees(Math.asin(Math.max(-1, Math.min(1, sine)))) / full.deg;
}

/**
 * How far above a path by angle, in shares of its needle's full scale, + above. Not pinned.
 * @param altitudeFt above mean sea level.
 */
export function glideShare(
	{ northNm, eastNm, elevationFt, angleDeg, fullScaleDeg }: Glide,
	at: { northNm: number; eastNm: number; altitudeFt: number }
): number {
	const distanceFt = Math.hypot(at.northNm - northNm, at.eastNm - eastNm) * FEET_PER_NM;
	const elevationDeg = toDegrees(Math.atan2(at.altitudeFt - elevationFt, Math.max(1, distanceFt)));
	return (elevationDeg - angleDeg) / fullScaleDeg;
}
