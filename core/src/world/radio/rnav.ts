import { clamp, FEET_PER_NM, normalizeDeg, signedDeg, toDegrees, toRadians } from '../../base/index.js';
import { standardRadiusNm } from '../../navigation/index.js';
import { placesOf, type Area, type Place } from '../area/area.js';
import type { RnavSettings } from './settings.js';

/** Full scale of the RNAV needle, one side, NM. Source: ICAO Doc 9613, terminal and approach. */
export const RNAV_SCALE_NM = { terminal: 1, final: 0.3 };
/** The needle narrows over this much before the final approach fix, NM. */
const NARROWING_NM = 2;

/** An angular final: half width at its end, and what it widens by before that. Source: ICAO Annex 10, volume I, 3.7 (final approach segment). */
const ANGULAR = { atEndNm: 350 / FEET_PER_NM, splayDeg: 2 };

/** Full scale of an angular final at a distance before its end, NM: as wide as a linear one at most, 350 ft at least. */
export const angularScaleNm = (toGoNm: number): number =>
	Math.min(
		RNAV_SCALE_NM.final,
		ANGULAR.atEndNm + Math.max(0, toGoNm) * Math.tan(toRadians(ANGULAR.splayDeg))
	);

/** Full scale before, on the way to, and after a final fix. @param toFinalFixNm null where there is none ahead. */
export function rnavScaleNm(
	toFinalFixNm: number | null,
	afterFinalFix: boolean,
	final = RNAV_SCALE_NM.final
): number {
	const { terminal } = RNAV_SCALE_NM;
	if (afterFinalFix) return final;
	if (toFinalFixNm === null) return terminal;
	return final + (terminal - final) * clamp(toFinalFixNm / NARROWING_NM, 0, 1);
}

/** What the unit keeps of a flight along its list; numbers only. */
export interface RnavState {
	rnavSerial: number;
	/** Which place of the list it goes to now. */
	rnavTo: number;
	/** Where it was set going. */
	rnavFromNorthNm: number;
	rnavFromEastNm: number;
}

interface RnavReading {
	/** −1 to 1, + when the course is to the right. */
	needle: number;
	scaleNm: number;
	distanceNm: number;
	/** To the place, magnetic. */
	bearingDeg: number;
	courseDeg: number;
	to: number;
}

/** A simple RNAV unit: it knows where it is, and goes from place to place. */
export class RnavUnit {
	private readonly places: Map<string, Place>;

	constructor(private readonly area: Area) {
		this.places = new Map(placesOf(area).map((place) => [place.id, place]));
	}

	private place(id: string | undefined): Place | undefined {
		return id === undefined ? undefined : this.places.get(id);
	}

	/** Where the leg to a place of the list begins, and its course; null where the list has no such place. */
	private leg(settings: RnavSettings, state: RnavState, to: number): { to: Place; courseDeg: number } | null {
		const place = this.place(settings.list[to]);
		if (!place) return null;
		if (settings.courseDeg !== null && to === settings.to)
			return { to: place, courseDeg: settings.courseDeg };
		const before = to > settings.to ? this.place(settings.list[to - 1]) : undefined;
		const [north, east] = before
			? [before.northNm, before.eastNm]
			: [state.rnavFromNorthNm, state.rnavFromEastNm];
		const course = toDegrees(Math.atan2(place.eastNm - east, place.northNm - north)) - this.area.variationDeg;
		return { to: place, courseDeg: normalizeDeg(course) };
	}

	/** Full scale on the final, or where it begins. @param toGoNm to its end; null before it. */
	private finalScaleNm({ angular, finalFix, list }: RnavSettings, toGoNm: number | null): number {
		if (!angular) return RNAV_SCALE_NM.final;
		if (toGoNm !== null) return angularScaleNm(toGoNm);
		const [from, end] = [this.place(finalFix), this.place(list.at(-1))];
		return from && end
			? angularScaleNm(Math.hypot(end.northNm - from.northNm, end.eastNm - from.eastNm))
			: RNAV_SCALE_NM.final;
	}

	/**
	 * Where the needle stands; goes on to the next place of the list where the turn to it begins.
	 * @returns null where it has nowhere to go.
	 */
	update(
		settings: RnavSettings,
		state: RnavState,
		at: { northNm: number; eastNm: number; groundspeedKt: number }
	): RnavReading | null {
		if (state.rnavSerial !== settings.serial)
			Object.assign(state, {
				rnavSerial: settings.serial,
				rnavTo: settings.to,
				rnavFromNorthNm: at.northNm,
				rnavFromEastNm: at.eastNm
			});
		let leg = this.leg(settings, state, state.rnavTo);
		if (!leg) return null;
		let seen = this.along(leg, at);
		const next = this.leg(settings, state, state.rnavTo + 1);
		const turn = next ? Math.abs(signedDeg(next.courseDeg - leg.courseDeg)) : 0;
		const radiusNm = standardRadiusNm(at.groundspeedKt);
		const leadNm = radiusNm * Math.tan(toRadians(Math.min(turn, 120) / 2));
		if (next && seen.toGoNm <= leadNm) {
			state.rnavTo++;
			leg = next;
			seen = this.along(leg, at);
		}
		const final = settings.finalFix ? settings.list.indexOf(settings.finalFix) : -1;
		const toFinal = final >= 0 && final === state.rnavTo ? seen.distanceNm : null;
		const onFinal = final >= 0 && state.rnavTo > final;
		const scaleNm = rnavScaleNm(toFinal, onFinal, this.finalScaleNm(settings, onFinal ? seen.toGoNm : null));
		return {
			needle: clamp(-seen.rightNm / scaleNm, -1, 1),
			scaleNm,
			distanceNm: seen.distanceNm,
			bearingDeg: seen.bearingDeg,
			courseDeg: leg.courseDeg,
			to: state.rnavTo
		};
	}

	private along(
		leg: { to: Place; courseDeg: number },
		at: { northNm: number; eastNm: number }
	): { toGoNm: number; rightNm: number; distanceNm: number; bearingDeg: number } {
		const course = toRadians(leg.courseDeg + this.area.variationDeg);
		const north = leg.to.northNm - at.northNm;
		const east = leg.to.eastNm - at.eastNm;
		return {
			toGoNm: north * Math.cos(course) + east * Math.sin(course),
			rightNm: north * Math.sin(course) - east * Math.cos(course),
			distanceNm: Math.hypot(north, east),
			bearingDeg: normalizeDeg(toDegrees(Math.atan2(east, north)) - this.area.variationDeg)
		};
	}
}
