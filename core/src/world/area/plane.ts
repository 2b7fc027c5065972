import geographiclib from 'geographiclib-geodesic';
import { METRES_PER_NM, normalizeDeg, toDegrees, toRadians } from '../../base/index.js';

const earth = geographiclib.Geodesic.WGS84;

/**
 * The plane that an area is flown in, about its reference point: azimuthal equidistant on the WGS 84
 * ellipsoid, so that distance and direction from the reference point are exact. Elsewhere, within 40 NM,
 * distances are good to 1 part in 20 000 (0.002 NM across the area); its north leaves true north by the
 * convergence of the meridians, about half a degree at 30 NM east or west here: a plane's own variation.
 * Source: C. F. F. Karney, Algorithms for geodesics, J. Geodesy 87 (2013), by his own package.
 */
export class LocalPlane {
	/** @param latitudeDeg −80 to 80. */
	constructor(
		readonly latitudeDeg: number,
		readonly longitudeDeg: number
	) {}

	toPlane(latitudeDeg: number, longitudeDeg: number): { northNm: number; eastNm: number } {
		const { s12 = 0, azi1 = 0 } = earth.Inverse(
			this.latitudeDeg,
			this.longitudeDeg,
			latitudeDeg,
			longitudeDeg
		);
		const direction = toRadians(azi1);
		const miles = s12 / METRES_PER_NM;
		return { northNm: miles * Math.cos(direction), eastNm: miles * Math.sin(direction) };
	}

	toGeo(northNm: number, eastNm: number): { latitudeDeg: number; longitudeDeg: number } {
		const direction = normalizeDeg(toDegrees(Math.atan2(eastNm, northNm)));
		const { lat2 = 0, lon2 = 0 } = earth.Direct(
			this.latitudeDeg,
			this.longitudeDeg,
			direction,
			Math.hypot(northNm, eastNm) * METRES_PER_NM
		);
		return { latitudeDeg: lat2, longitudeDeg: lon2 };
	}
}
