import { FEET_PER_NM, METRES_PER_NM, signedDeg, toDegrees, toRadians } from '../base/index.js';
import { inCloud, lightSeen, transmission, type Weather } from '../world/index.js';

/** What can be seen ahead, from nothing to the runway: lights are those of the approach. */
export const SIGHTS = ['nothing', 'lights', 'red side rows', 'runway'] as const;
/** What of a runway can be seen. */
export type Sight = (typeof SIGHTS)[number];

/** The end of a runway that is looked for. */
interface SoughtRunway {
	northNm: number;
	eastNm: number;
	elevationFt: number;
	trueDeg: number;
	lights: 'full' | 'simple' | 'none';
}

/** How far before the threshold each system of lights begins, and its red rows at the sides, m; candela by day. */
const LIGHTS = {
	full: { fromM: 900, rowsFromM: 270 },
	simple: { fromM: 420, rowsFromM: 0 },
	none: null
} as const;
const APPROACH_CANDELA = 15_000;
const ROW_CANDELA = 5_000;
const THRESHOLD_CANDELA = 8_000;
/** Where one would touch down, m past the threshold. */
const TOUCHDOWN_M = 350;
/** The eye makes a threshold out of its contrast, too, where so much of it is left. */
const LEAST_CONTRAST = 0.05;
/** The nose hides what lies lower than this under the horizon, degrees; nothing is sought farther to the side. */
const NOSE_DEG = 12;
const SIDE_DEG = 45;
/** Who circles looks out of the side, too, and lower. */
const AROUND = { downDeg: 40, sideDeg: 135 };

/**
 * What of a runway and its lights can be seen from a place, by cloud, visibility and the slant of the view.
 * Sources: Koschmieder for contrast, Allard for lights (ICAO Annex 3, Attachment D); lights as Annex 14 lays them out:
 * 900 m with red side rows over the last 270 m, or a simple system of 420 m without.
 * @param eye heading true; what lies far to the side is not looked at.
 * @param around as who circles looks, to the side as well.
 */
export function sightOf(
	weather: Pick<Weather, 'clouds' | 'visibilityM'>,
	runway: SoughtRunway,
	eye: { northNm: number; eastNm: number; altitudeFt: number; headingDeg: number },
	around = false
): Sight {
	const { downDeg: lowest, sideDeg: farthest } = around ? AROUND : { downDeg: NOSE_DEG, sideDeg: SIDE_DEG };
	if (inCloud(weather, eye.altitudeFt)) return 'nothing';
	const seen = (beforeM: number, candela: number): boolean => {
		const along = toRadians(runway.trueDeg);
		const north = runway.northNm - (beforeM / METRES_PER_NM) * Math.cos(along) - eye.northNm;
		const east = runway.eastNm - (beforeM / METRES_PER_NM) * Math.sin(along) - eye.eastNm;
		const distanceNm = Math.hypot(north, east);
		const heightFt = eye.altitudeFt - runway.elevationFt;
		const downDeg = toDegrees(Math.atan2(heightFt, distanceNm * FEET_PER_NM));
		const sideDeg = Math.abs(signedDeg(toDegrees(Math.atan2(east, north)) - eye.headingDeg));
		if (downDeg > lowest || sideDeg > farthest) return false;
		const slantM = Math.hypot(distanceNm * METRES_PER_NM, heightFt * 0.3048);
		const passed = transmission(weather, eye.altitudeFt, runway.elevationFt, slantM);
		return passed >= LEAST_CONTRAST || lightSeen(candela, passed, slantM);
	};
	// Over the threshold the nose hides it, and the runway beyond is what is seen.
	if (seen(0, THRESHOLD_CANDELA) || seen(-TOUCHDOWN_M, THRESHOLD_CANDELA)) return 'runway';
	const lights = LIGHTS[runway.lights];
	if (!lights) return 'nothing';
	if (lights.rowsFromM > 0 && seen(lights.rowsFromM, ROW_CANDELA)) return 'red side rows';
	return seen(lights.fromM, APPROACH_CANDELA) || seen(lights.fromM / 2, APPROACH_CANDELA)
		? 'lights'
		: 'nothing';
}

/** What may be done with what is seen: on down to the runway, to 100 ft above it with the lights alone, or no lower. */
export const mayGoOn = (sight: Sight): 'down' | 'to-100-ft' | 'no' =>
	sight === 'runway' || sight === 'red side rows' ? 'down' : sight === 'lights' ? 'to-100-ft' : 'no';
