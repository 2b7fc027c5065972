import {
	directionDeg,
	FEET_PER_NM,
	InputError,
	METRES_PER_NM,
	normalizeDeg,
	plus,
	times,
	toRadians,
	unit,
	type Vec2
} from '../base/index.js';
import { northOf, type Area, type LocalizerStation, type Station } from '../world/index.js';
import type { Procedure, ProcedureFix } from './procedure.js';

/** The end of a runway that is landed on: its threshold and direction. NM on the plane, ft. */
interface Threshold {
	at: Vec2;
	elevationFt: number;
	/** Landing direction, true and magnetic. */
	trueDeg: number;
	headingDeg: number;
	lengthM: number;
	widthM: number;
	lights: 'full' | 'simple' | 'none';
}

/** @throws InputError where the area has no such runway. */
export function thresholdOf(
	area: Area,
	{ airport, runway }: Pick<Procedure, 'airport' | 'runway'>
): Threshold {
	const port = area.airports.find(({ id }) => id === airport);
	if (!port) throw new InputError('/airport', `must be an airport of ${area.name}; ${airport} is none`);
	for (const strip of port.runways) {
		const end = strip.ends.indexOf(runway);
		if (end < 0) continue;
		const headingDeg = normalizeDeg(strip.headingDeg + (end === 1 ? 180 : 0));
		const trueDeg = normalizeDeg(headingDeg + area.variationDeg);
		const half = strip.lengthM / METRES_PER_NM / 2;
		return {
			at: plus({ north: strip.northNm, east: strip.eastNm }, times(unit(trueDeg), -half)),
			elevationFt: port.elevationFt,
			trueDeg,
			headingDeg,
			lengthM: strip.lengthM,
			widthM: strip.widthM,
			lights: strip.approachLights[end === 1 ? 1 : 0]
		};
	}
	throw new InputError('/runway', `must be a runway of ${port.name}; ${runway} is none`);
}

/** @throws InputError at `place` where the area has no such station. */
function stationIn(area: Area, id: string, place: string): Exclude<Station, { kind: 'marker' }> {
	const found = area.stations.find((station) => station.id === id);
	if (!found || found.kind === 'marker')
		throw new InputError(place, `must be a station of ${area.name}; ${id} is none`);
	return found;
}

const localizerIn = (area: Area, id: string, place: string): LocalizerStation => {
	const station = stationIn(area, id, place);
	if (station.kind !== 'localizer')
		throw new InputError(place, `must be a localizer; ${id} is a ${station.kind}`);
	return station;
};

const pointOf = ({ northNm, eastNm }: { northNm: number; eastNm: number }): Vec2 => ({
	north: northNm,
	east: eastNm
});

/** The true direction of a course that an aid is flown on, degrees. */
export const trueCourseDeg = (area: Area, aid: string, courseDeg: number): number => {
	const station = area.stations.find(({ id }) => id === aid);
	const north = station?.kind === 'vor' ? northOf(station, area.variationDeg) : area.variationDeg;
	return normalizeDeg(courseDeg + north);
};

/** Where two lines meet, each through a point in a true direction. @throws InputError where they do not. */
function meeting(one: Vec2, oneDeg: number, other: Vec2, otherDeg: number, place: string): Vec2 {
	const [u, v] = [unit(oneDeg), unit(otherDeg)];
	const cross = u.north * v.east - u.east * v.north;
	if (Math.abs(cross) < 0.05) throw new InputError(place, 'must cross the course, not run along it');
	const d = { north: other.north - one.north, east: other.east - one.east };
	return plus(one, times(u, (d.north * v.east - d.east * v.north) / cross));
}

/** Miles over the ground of a slant distance at a height, ft. */
const groundNm = (slantNm: number, heightFt: number): number =>
	Math.sqrt(Math.max(0, slantNm ** 2 - (heightFt / FEET_PER_NM) ** 2));

/** Where the places of a procedure lie in its area. */
export class ProcedurePlaces {
	readonly threshold: Threshold;
	private readonly found = new Map<string, Vec2>();

	/**
	 * @param altitudeAt the altitude at which a fix is flown over, ft: a distance as shown is a slant one.
	 * @throws InputError that names what the area lacks, or where a fix is not to be found.
	 */
	constructor(
		readonly procedure: Procedure,
		readonly area: Area,
		private readonly altitudeAt: (fix: string) => number = () => 0
	) {
		this.threshold = thresholdOf(area, procedure);
		procedure.fixes.forEach((fix, i) => {
			if (this.found.has(fix.id))
				throw new InputError(`/fixes/${i}/id`, `must be used once; ${fix.id} is twice`);
			this.found.set(fix.id, this.locate(fix, i));
		});
	}

	/** The final course, true. */
	get finalTrueDeg(): number {
		const { aid, courseDeg } = this.procedure.final;
		return trueCourseDeg(this.area, aid, courseDeg);
	}

	private locate(fix: ProcedureFix, i: number): Vec2 {
		const { area } = this;
		const known = fix.known[0]!;
		const place = `/fixes/${i}/known/0`;
		switch (known.kind) {
			case 'station':
				return pointOf(stationIn(area, fix.id, `/fixes/${i}/id`));
			case 'waypoint': {
				const point = area.fixes.find(({ id }) => id === fix.id);
				if (!point)
					throw new InputError(`/fixes/${i}/id`, `must be a point of ${area.name}; ${fix.id} is none`);
				return pointOf(point);
			}
			case 'marker': {
				const beacon = area.stations.find(({ id }) => id === known.marker);
				if (!beacon) throw new InputError(`${place}/marker`, `must be a marker of ${area.name}`);
				return pointOf(beacon);
			}
			case 'radial-distance': {
				const station = stationIn(area, known.aid, `${place}/aid`);
				const nm = groundNm(known.distanceNm, this.altitudeAt(fix.id) - station.elevationFt);
				return plus(pointOf(station), times(unit(trueCourseDeg(area, known.aid, known.radialDeg)), nm));
			}
			case 'localizer-distance': {
				const localizer = localizerIn(area, known.aid, `${place}/aid`);
				const { dme } = localizer;
				if (!dme)
					throw new InputError(`${place}/aid`, `must be a localizer with distance; ${known.aid} has none`);
				const back = this.procedure.final.guidance === 'back-course';
				const inbound = localizer.courseDeg + area.variationDeg + (back ? 180 : 0);
				const nm = groundNm(known.distanceNm, this.altitudeAt(fix.id) - dme.elevationFt);
				// Back along the course from where the distance is nothing, on to the line of the antenna.
				const beside = plus(pointOf(dme), times(unit(inbound), -nm));
				return meeting(pointOf(localizer), inbound, beside, inbound + 90, place);
			}
			case 'crossing':
				return meeting(
					pointOf(stationIn(area, known.aid, `${place}/aid`)),
					trueCourseDeg(area, known.aid, known.courseDeg),
					pointOf(stationIn(area, known.across, `${place}/across`)),
					trueCourseDeg(area, known.across, known.radialDeg),
					`${place}/radialDeg`
				);
			case 'from-threshold':
				return plus(this.threshold.at, times(unit(this.finalTrueDeg), -known.distanceNm));
			default:
				return known satisfies never;
		}
	}

	/** A fix of the procedure, or a station. @throws InputError at `place` where there is none. */
	at(id: string, place = '/fixes'): Vec2 {
		return this.found.get(id) ?? pointOf(stationIn(this.area, id, place));
	}

	/** Miles before the threshold, along the final course; negative past it. */
	beforeThresholdNm(point: Vec2): number {
		const { at } = this.threshold;
		const u = unit(this.finalTrueDeg);
		return (at.north - point.north) * u.north + (at.east - point.east) * u.east;
	}

	/** Magnetic direction from one point to another, and how far. */
	between(from: Vec2, to: Vec2): { courseDeg: number; distanceNm: number } {
		const d = { north: to.north - from.north, east: to.east - from.east };
		return {
			courseDeg: normalizeDeg(directionDeg(d) - this.area.variationDeg),
			distanceNm: Math.hypot(d.north, d.east)
		};
	}

	/** Altitude of the path by angle, ft, so many miles before the threshold. */
	pathFt(beforeNm: number): number {
		const { angleDeg, crossingHeightFt } = this.procedure.final;
		return (
			this.threshold.elevationFt + crossingHeightFt + Math.tan(toRadians(angleDeg)) * FEET_PER_NM * beforeNm
		);
	}
}
