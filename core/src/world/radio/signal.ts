import { FEET_PER_NM, normalizeDeg, signedDeg, toDegrees } from '../../base/index.js';
import type { Area } from '../area/area.js';
import {
	northOf,
	type LocalizerStation,
	type NdbStation,
	type OwnNorth,
	type Station,
	type VorStation
} from '../area/stations.js';
import { inSight, sightNm } from '../area/terrain.js';

/** Where the aircraft's antenna is. */
export interface Antenna {
	northNm: number;
	eastNm: number;
	altitudeFt: number;
}

/** A mast lifts the antenna of a station, ft above its ground. */
const MAST_FT = 30;
/** Cones above the stations in which they do not tell, degrees from the vertical. Source: domain figures, ICAO Doc 8071. */
export const VOR_CONE_DEG = 50;
export const NDB_CONE_DEG = 40;
/** So far from its antenna a localizer is received on its course, NM. Source: ICAO Annex 10, volume I, 3.1.3.3. */
export const LOCALIZER_REACH_NM = 18;
/** Coverage of a localizer: within 35° to 10 NM, within 10° to 18 NM. Source: ICAO Annex 10, volume I, 3.1.3.3. */
const LOCALIZER_COVERAGE = [
	{ withinDeg: 10, toNm: LOCALIZER_REACH_NM },
	{ withinDeg: 35, toNm: 10 }
];
/** Coverage of a glidepath: within 8° of the course, to 10 NM. Source: ICAO Annex 10, volume I, 3.1.5.3. */
const GLIDEPATH_COVERAGE = { withinDeg: 8, toNm: 10 };

/** How a place lies from a station: distances NM, directions magnetic. */
export interface Seen {
	distanceNm: number;
	slantNm: number;
	/** Direction from the station, the radial. */
	radialDeg: number;
	/** Angle of the line of sight above the horizontal at the station, degrees. */
	elevationDeg: number;
}

/** Where an antenna stands. */
export type Site = { northNm: number; eastNm: number; elevationFt: number } & OwnNorth;

/** @param variationDeg of the area: the north of what has none of its own. */
export function seenFrom(from: Site, antenna: Antenna, variationDeg: number): Seen {
	const north = antenna.northNm - from.northNm;
	const east = antenna.eastNm - from.eastNm;
	// Not by hypot: it is slow, and nothing here is near its limits.
	const distanceNm = Math.sqrt(north * north + east * east);
	const heightNm = (antenna.altitudeFt - from.elevationFt) / FEET_PER_NM;
	return {
		distanceNm,
		slantNm: Math.sqrt(distanceNm * distanceNm + heightNm * heightNm),
		radialDeg: normalizeDeg(toDegrees(Math.atan2(east, north)) - northOf(from, variationDeg)),
		elevationDeg: toDegrees(Math.atan2(heightNm, distanceNm))
	};
}

/** Where the aircraft is about a localizer: degrees right of the line of its course, and whether on the front of it. */
function localizerOffset(
	station: Pick<LocalizerStation, 'courseDeg'>,
	radialDeg: number
): { rightDeg: number; front: boolean } {
	const front = signedDeg(radialDeg - (station.courseDeg + 180));
	// Seen along the course, what lies clockwise of the reciprocal lies to the left.
	return Math.abs(front) <= 90
		? { rightDeg: -front, front: true }
		: { rightDeg: signedDeg(radialDeg - station.courseDeg), front: false };
}

/**
 * Whether a station reaches the antenna: its service range, the curve of the surface and the hills between
 * (a non-directional beacon's long waves follow the surface), and for a localizer its sectors.
 */
export function isReceived(
	area: Pick<Area, 'peaks' | 'variationDeg'>,
	station: VorStation | NdbStation | LocalizerStation,
	antenna: Antenna
): boolean {
	const seen = seenFrom(station, antenna, area.variationDeg);
	if (station.kind === 'ndb') return seen.distanceNm <= station.rangeNm;
	const mast = { ...station, altitudeFt: station.elevationFt + MAST_FT };
	if (
		seen.distanceNm > sightNm(antenna.altitudeFt) + sightNm(mast.altitudeFt) ||
		!inSight(area, mast, antenna)
	)
		return false;
	if (station.kind === 'vor') return seen.distanceNm <= station.rangeNm;
	const { rightDeg, front } = localizerOffset(station, seen.radialDeg);
	if (!front && !station.backCourse) return seen.distanceNm <= FALSE_COURSE_NM;
	return (
		seen.distanceNm <= FALSE_COURSE_NM ||
		LOCALIZER_COVERAGE.some(
			({ withinDeg, toNm }) => Math.abs(rightDeg) <= withinDeg && seen.distanceNm <= toNm
		)
	);
}

/** Near the antenna a localizer is heard all round, with courses in it that are none. */
const FALSE_COURSE_NM = 6;
const FALSE_COURSE_DEG = 50;
const COVERED_DEG = 35;

/**
 * Deflection of a localizer needle, −1 to 1, unfiltered. Beyond 35° of the course the needle crosses the
 * middle once more, where there is no course.
 */
export function localizerDeflection(
	station: Pick<LocalizerStation, 'courseDeg' | 'fullScaleDeg'>,
	radialDeg: number
): number {
	const { rightDeg } = localizerOffset(station, radialDeg);
	if (Math.abs(rightDeg) <= COVERED_DEG) return pinned(-rightDeg / station.fullScaleDeg);
	const beyond = FALSE_COURSE_DEG - Math.abs(rightDeg);
	return pinned((-Math.sign(rightDeg) * beyond) / (2 * station.fullScaleDeg));
}

const pinned = (value: number): number => Math.min(1, Math.max(-1, value));

/**
 * Deflection of a glidepath needle, −1 to 1, + when the path is above. The two beams of its antennas cancel
 * at the path and at each multiple of its angle: at twice with the needle reversed, at three times as if it
 * were the path. Source: the null-reference glidepath, sin(π·elevation/angle), which is 1 at the full scale off the path.
 */
export function glidepathDeflection(angleDeg: number, elevationDeg: number, fullScaleDeg: number): number {
	const share = elevationDeg / angleDeg - 1;
	return pinned(-Math.sin(Math.PI * share) / Math.sin((Math.PI * fullScaleDeg) / angleDeg));
}

/** Whether a glidepath reaches the antenna. */
export function glidepathReceived(
	area: Pick<Area, 'peaks' | 'variationDeg'>,
	station: LocalizerStation,
	antenna: Antenna
): boolean {
	if (!station.glidepath) return false;
	const seen = seenFrom(station.glidepath, antenna, area.variationDeg);
	const { rightDeg, front } = localizerOffset(station, seen.radialDeg);
	return (
		front &&
		Math.abs(rightDeg) <= GLIDEPATH_COVERAGE.withinDeg &&
		seen.distanceNm <= GLIDEPATH_COVERAGE.toNm &&
		seen.elevationDeg > 0
	);
}

/**
 * Half the length of a marker's fan along the course, and across it, per 1000 ft above it, NM; and the height below which
 * it gets no narrower, ft. On the path at 90 kt that is some 12 s of an outer marker, 6 of a middle and 3 of an inner one.
 * Source: ICAO Annex 10, Vol. I, 3.1.7.3.2: 600, 300 and 150 m on the path.
 */
const FAN = { alongNm: 0.107, acrossNm: 0.4 };
const LOWEST_FAN_FT = { outer: 300, middle: 700, inner: 350 } as const;

/** Whether an aircraft is in the fan of a marker beacon. */
export function inFan(
	marker: Extract<Station, { kind: 'marker' }>,
	antenna: Antenna,
	variationDeg: number
): boolean {
	const heightFt = antenna.altitudeFt - marker.elevationFt;
	if (heightFt <= 0) return false;
	const scale = Math.max(LOWEST_FAN_FT[marker.which], heightFt) / 1000;
	// Nowhere is the fan wider than it is across: most of a flight is told by that.
	const reachNm = FAN.acrossNm * scale;
	if (Math.abs(antenna.northNm - marker.northNm) > reachNm) return false;
	if (Math.abs(antenna.eastNm - marker.eastNm) > reachNm) return false;
	const seen = seenFrom(marker, antenna, variationDeg);
	const angle = ((seen.radialDeg - marker.courseDeg) * Math.PI) / 180;
	const along = seen.distanceNm * Math.cos(angle);
	const across = seen.distanceNm * Math.sin(angle);
	return (along / (FAN.alongNm * scale)) ** 2 + (across / (FAN.acrossNm * scale)) ** 2 <= 1;
}
