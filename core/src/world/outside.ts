import type { Weather } from './weather.js';

/** How far one sees in cloud, and in air of which nothing is said, m. */
const IN_CLOUD_VISIBILITY_M = 40;
const CLEAR_VISIBILITY_M = 60_000;
/** Contrast at which a dark object is lost: what defines the meteorological optical range. */
const LEAST_CONTRAST = 0.05;
/** Illuminance at the eye at which a light is lost by day, lux (ICAO Annex 3, Attachment D). */
const LEAST_DAYLIGHT_LUX = 1e-4;

type Sight = Pick<Weather, 'clouds' | 'visibilityM'>;

const extinctionPerM = (visibilityM: number): number => -Math.log(LEAST_CONTRAST) / visibilityM;

/** Whether an altitude, ft above mean sea level, lies in cloud. */
export const inCloud = ({ clouds = [] }: Sight, altitudeFt: number): boolean =>
	clouds.some(({ baseFt, topsFt }) => altitudeFt >= baseFt && altitudeFt < topsFt);

/**
 * Share of an object's contrast, or of a light's intensity, that passes along a straight line between
 * two altitudes: exp(−∫σ ds), with σ = −ln 0.05 over the visibility of each stretch (Koschmieder).
 */
export function transmission(weather: Sight, fromFt: number, toFt: number, distanceM: number): number {
	const { clouds = [], visibilityM = CLEAR_VISIBILITY_M } = weather;
	const [low, high] = [Math.min(fromFt, toFt), Math.max(fromFt, toFt)];
	const height = high - low;
	const cloudy =
		height < 1
			? inCloud(weather, low)
				? 1
				: 0
			: clouds.reduce(
					(sum, { baseFt, topsFt }) => sum + Math.max(0, Math.min(high, topsFt) - Math.max(low, baseFt)),
					0
				) / height;
	const share = Math.min(1, cloudy);
	const depth =
		distanceM * (share * extinctionPerM(IN_CLOUD_VISIBILITY_M) + (1 - share) * extinctionPerM(visibilityM));
	return Math.exp(-depth);
}

/** Whether a light of so many candela can be seen by day (Allard's law: E = I·T/d²). */
export const lightSeen = (candela: number, transmitted: number, distanceM: number): boolean =>
	(candela * transmitted) / (distanceM * distanceM) >= LEAST_DAYLIGHT_LUX;
