import { bearingTo, type HomingPath } from '../../paths/index.js';
import { alongOf, placeOf, type Flown } from './flown.js';

/** The way to a place, against the straight line from where it was begun. */
export interface HomingReport {
	phase: number;
	startSeconds: number;
	endSeconds: number;
	method: HomingPath['method'];
	straightNm: number;
	/** Over the ground, until the place was nearest. */
	flownNm: number;
	/** The farthest off the straight line, NM, + right of it. */
	farthestNm: number;
	farthestAtSeconds: number;
	/** How near the place was passed. */
	passedNm: number;
}

export function homingReport(flown: Flown, path: HomingPath): HomingReport {
	const { track, from, to, phase } = flown;
	const { variationDeg } = flown.card.navigation!;
	const place = placeOf(flown, path.aid);
	const [north, east] = [track.column('northNm'), track.column('eastNm')];
	const courseDeg = bearingTo(place, variationDeg, north[from]!, east[from]!);
	const along = alongOf(flown, place, courseDeg);
	let nearest = 0;
	along.forEach(({ distanceNm }, i) => {
		if (distanceNm < along[nearest]!.distanceNm) nearest = i;
	});
	let [farthest, flownNm] = [0, 0];
	for (let i = 1; i <= nearest; i++) {
		flownNm += Math.hypot(north[from + i]! - north[from + i - 1]!, east[from + i]! - east[from + i - 1]!);
		if (Math.abs(along[i]!.rightNm) > Math.abs(along[farthest]!.rightNm)) farthest = i;
	}
	return {
		phase,
		startSeconds: track.timeOf(from),
		endSeconds: track.timeOf(to - 1),
		method: path.method,
		straightNm: along[0]!.distanceNm,
		flownNm,
		farthestNm: along[farthest]!.rightNm,
		farthestAtSeconds: track.timeOf(from + farthest),
		passedNm: along[nearest]!.distanceNm
	};
}
