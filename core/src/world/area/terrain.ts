import type { Area } from './area.js';

/** A radio wave bends with the air: line of sight to 1.23·√h(ft) NM, so the surface falls away by d²/1.23². */
const SIGHT_NM_PER_ROOT_FT = 1.23;
/** How much the earth falls away with distance, ft/NM², as radio sees it. */
export const FALL_FT_PER_NM2 = 1 / SIGHT_NM_PER_ROOT_FT ** 2;
/** How closely the ground between is looked at, NM. */
const STEP_NM = 0.25;

/** Height of the ground, ft: the highest of the hills there; 0 on the water and where no hill is. */
export function groundFt({ peaks }: Pick<Area, 'peaks'>, northNm: number, eastNm: number): number {
	let highest = 0;
	for (const peak of peaks) {
		const share = Math.hypot(northNm - peak.northNm, eastNm - peak.eastNm) / peak.radiusNm;
		if (share < 1) highest = Math.max(highest, peak.elevationFt * (1 - share * share) ** 2);
	}
	return highest;
}

/** Line of sight to the horizon from a height, NM. Source: the 4/3 earth of radio work, rounded as the trade does. */
export const sightNm = (heightFt: number): number => SIGHT_NM_PER_ROOT_FT * Math.sqrt(Math.max(0, heightFt));

interface Point {
	northNm: number;
	eastNm: number;
	altitudeFt: number;
}

/** Whether one point is seen from another over the curve of the surface and the hills between. */
export function inSight(area: Pick<Area, 'peaks'>, from: Point, to: Point): boolean {
	const north = to.northNm - from.northNm;
	const east = to.eastNm - from.eastNm;
	const distanceNm = Math.hypot(north, east);
	const steps = Math.max(2, Math.ceil(distanceNm / STEP_NM));
	for (let i = 1; i < steps; i++) {
		const share = i / steps;
		const along = distanceNm * share;
		const rayFt =
			from.altitudeFt +
			(to.altitudeFt - from.altitudeFt) * share -
			FALL_FT_PER_NM2 * along * (distanceNm - along);
		if (rayFt < groundFt(area, from.northNm + north * share, from.eastNm + east * share)) return false;
	}
	return true;
}
