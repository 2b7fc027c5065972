import {
	clamp,
	directionDeg,
	length,
	meanDirection,
	meanOf,
	plus,
	runs,
	times,
	unit,
	type Vec2
} from '../../base/index.js';
import { roughTrueKt } from '../../navigation/index.js';
import type { Track } from '../../recording/index.js';

/** What the flight up to a moment tells of the wind. */
export interface WindEstimate {
	atSeconds: number;
	/** Magnetic; null while it cannot be told from calm. */
	fromDeg: number | null;
	speedKt: number;
	/** One standard deviation of either component, kt. */
	uncertaintyKt: number;
	/** Straight legs that it is taken from. */
	legs: number;
}

const LEG_SECONDS = 20;
const WINGS_LEVEL_DEG = 5;
/** What a pilot can read: a distance to a tenth of a mile, a bearing to a degree, a heading to two, an airspeed to two knots. */
const READ = { distanceNm: 0.05, bearingDeg: 0.6, headingDeg: 1.5, airspeedKt: 1.5 };
/** Distance from the station that the bearing is taken at, where none is recorded, NM. */
const USUAL_DISTANCE_NM = 6;

/**
 * The wind worked out leg by leg from what the dials showed: on each straight leg the way over the ground, as
 * bearing and distance tell it, less the way through the air by heading and airspeed. Legs are weighed by how
 * well they can be read; the estimate after each is that of all so far.
 */
export function windEstimates(track: Track, variationDeg: number): WindEstimate[] {
	const { rateHz } = track;
	if (!track.has('indicatedHeadingDeg') || !track.has('northNm') || !track.has('bankDeg')) return [];
	const bank = track.column('bankDeg');
	const legs = runs(
		0,
		track.length,
		LEG_SECONDS * rateHz,
		(i) => Math.abs(bank[i]!) < WINGS_LEVEL_DEG
	).flatMap((leg) => pieces(leg, LEG_SECONDS * 3 * rateHz));
	let weight = 0;
	let sum: Vec2 = { north: 0, east: 0 };
	return legs.map(({ from, to }, n) => {
		const { wind, sigmaKt } = ofLeg(track, from, to, variationDeg);
		const own = 1 / sigmaKt ** 2;
		sum = plus(sum, times(wind, own));
		weight += own;
		const mean = times(sum, 1 / weight);
		const speedKt = length(mean);
		const uncertaintyKt = 1 / Math.sqrt(weight);
		return {
			atSeconds: track.timeOf(to),
			fromDeg: speedKt < uncertaintyKt ? null : (directionDeg(times(mean, -1)) - variationDeg + 360) % 360,
			speedKt,
			uncertaintyKt,
			legs: n + 1
		};
	});
}

/** A long leg in parts, so that the estimate comes while it is flown. */
function pieces(leg: { from: number; to: number }, most: number): { from: number; to: number }[] {
	const count = Math.max(1, Math.round((leg.to - leg.from) / most));
	const size = (leg.to - leg.from) / count;
	return Array.from({ length: count }, (_, i) => ({
		from: Math.round(leg.from + i * size),
		to: Math.round(leg.from + (i + 1) * size)
	}));
}

function ofLeg(
	track: Track,
	from: number,
	to: number,
	variationDeg: number
): { wind: Vec2; sigmaKt: number } {
	const hours = (to - from) / track.rateHz / 3600;
	const north = track.column('northNm');
	const east = track.column('eastNm');
	const ground = {
		north: read(north[to - 1]! - north[from]!) / hours,
		east: read(east[to - 1]! - east[from]!) / hours
	};
	const altitudeFt = track.has('indicatedAltitudeFt')
		? meanOf(track.column('indicatedAltitudeFt'), from, to)
		: 0;
	const trueKt = roughTrueKt(meanOf(track.column('indicatedAirspeedKt'), from, to), altitudeFt);
	const headingDeg = meanDirection(track.column('indicatedHeadingDeg'), from, to);
	const air = times(unit(headingDeg + variationDeg), trueKt);
	const distance = track.has('distanceNm') ? track.column('distanceNm')[to - 1]! : -1;
	const away = distance < 0 ? USUAL_DISTANCE_NM : clamp(distance, 1, 30);
	// Two readings of the place, each so uncertain, over the time of the leg; and the way through the air.
	const placed = Math.SQRT2 * Math.hypot(READ.distanceNm, (away * (READ.bearingDeg * Math.PI)) / 180);
	const blown = Math.hypot(READ.airspeedKt, (trueKt * READ.headingDeg * Math.PI) / 180);
	return {
		wind: { north: ground.north - air.north, east: ground.east - air.east },
		sigmaKt: Math.hypot(placed / hours, blown)
	};
}

/** A difference of places as a pilot reads it, to the twentieth of a mile. */
const read = (nm: number): number => Math.round(nm / READ.distanceNm) * READ.distanceNm;
