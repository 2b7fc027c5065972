import { normalizeDeg, signedDeg, toRadians } from '../base/index.js';
import { placeOn, type CardNavigation, type CardPlace, type CoursePath } from '../paths/index.js';
import { FLAG, type RadioReadings, type RadioSettings } from '../world/index.js';

/** Where a pilot takes a station to be that gives no distance, NM: then three degrees of track for one of bearing. */
const UNKNOWN_DISTANCE_NM = 2.7;
const VOR_FULL_SCALE_DEG = 10;
/** A pointer is read when the turn is slower than this, and over some two seconds. */
const READ_BELOW_DEG_PER_SECOND = 0.6;
const EVENED_SHARE = 0.05;
const SWUNG_DEG = 8;
const SETTLE_TICKS = 200;
/** A needle beyond this share is on its stop: then the bearing pointer tells how far off. */
const PINNED = 0.95;

/** A localizer's needle on its stop is taken to be so many times full scale off. */
const STOPPED_TIMES = 2;

/** How a pilot believes to stand to a course: NM right of it, and how far from its station. */
interface Off {
	rightNm: number;
	/** The same in degrees at the station, from the needle or the pointer. */
	rightDeg: number;
	distanceNm: number;
	/** Near or above the station nothing is to be believed. */
	tells: boolean;
}

/** What a pilot makes of the radios: nothing but what needles, pointer, flag and distance show. */
export class RadioPerception {
	radio: RadioReadings;
	headingDeg = 0;
	turnRateDegPerSecond = 0;

	constructor(
		private readonly navigation: CardNavigation,
		radio: RadioReadings
	) {
		this.radio = radio;
	}

	place(id: string): CardPlace {
		return placeOn(this.navigation, id);
	}

	get variationDeg(): number {
		return this.navigation.variationDeg;
	}

	/** The bearing as it was read when the wings were last level, and evened out: a turning card and a late pointer agree on nothing. */
	private levelBearingDeg: number | null = null;
	private swingTicks = 0;

	/** A tenth of a second has gone by. */
	listen(): void {
		this.swingTicks = Math.max(0, this.swingTicks - 1);
		const bearing = this.bearingDeg;
		if (bearing === null || Math.abs(this.turnRateDegPerSecond) > READ_BELOW_DEG_PER_SECOND) return;
		const before = this.levelBearingDeg ?? bearing;
		const change = signedDeg(bearing - before);
		// A pointer that swings about is near the station, or past it: it is left to settle.
		if (Math.abs(change) > SWUNG_DEG) {
			this.levelBearingDeg = bearing;
			this.swingTicks = SETTLE_TICKS;
		} else this.levelBearingDeg = normalizeDeg(before + change * EVENED_SHARE);
	}

	/** Bearing to the station of the pointer; null where the pointer does not tell. */
	get bearingDeg(): number | null {
		return this.radio.pointerValid > 0 ? normalizeDeg(this.headingDeg + this.radio.pointerDeg) : null;
	}

	/** Bearing to a place by the receiver that it is tuned on; null where that does not tell. */
	bearingOf({ kind }: Pick<CardPlace, 'kind'>): number | null {
		if (kind !== 'fix' && kind !== 'airport') return this.bearingDeg;
		return this.radio.rnavValid > 0 ? this.radio.rnavBearingDeg : null;
	}

	get distanceNm(): number {
		return this.radio.distanceNm >= 0 ? this.radio.distanceNm : UNKNOWN_DISTANCE_NM;
	}

	/** How far off a course the radios say the aircraft is. */
	off(place: CardPlace, courseDeg: number): Off {
		const { radio } = this;
		if (place.kind === 'fix' || place.kind === 'airport') {
			const rightNm = -radio.rnavNeedle * radio.rnavScaleNm;
			return { rightNm, rightDeg: NaN, distanceNm: radio.rnavDistanceNm, tells: radio.rnavValid > 0 };
		}
		const bearing = place.kind === 'ndb' ? (this.levelBearingDeg ?? this.bearingDeg) : this.bearingDeg;
		const distanceNm = this.distanceNm;
		const onNeedle =
			place.kind !== 'ndb' && Math.abs(radio.nav1Needle) < PINNED && radio.nav1Flag !== FLAG.off;
		const fullScaleDeg = place.fullScaleDeg ?? VOR_FULL_SCALE_DEG;
		// From the bearing: the angle between the course and the line through the station, on the near side.
		const byPointer = bearing === null ? 0 : signedDeg(courseDeg - bearing);
		const ahead = Math.abs(byPointer) <= 90;
		const pointerDeg = ahead ? byPointer : -signedDeg(byPointer + 180);
		// Behind a localizer's antenna the needle senses in reverse; on its stop it tells no more than the side.
		const behind = place.courseDeg !== undefined && Math.abs(signedDeg(courseDeg - place.courseDeg)) > 90;
		const sensed = (behind ? 1 : -1) * radio.nav1Needle * fullScaleDeg;
		const rightDeg = onNeedle ? sensed : place.kind === 'localizer' ? STOPPED_TIMES * sensed : pointerDeg;
		const tells =
			place.kind === 'ndb'
				? bearing !== null && this.swingTicks === 0
				: radio.nav1Flag !== FLAG.off || bearing !== null;
		return { rightNm: Math.sin(toRadians(rightDeg)) * distanceNm, rightDeg, distanceNm, tells };
	}
}

const beamOf = ({ northNm, eastNm, elevationFt, angleDeg }: NonNullable<CoursePath['glide']>) => ({
	northNm,
	eastNm,
	elevationFt,
	angleDeg
});

/** The radios as a pilot sets them for a place and a course. */
export function tuned(
	settings: RadioSettings,
	place: CardPlace,
	courseDeg: number,
	{ rnav, glide }: Pick<CoursePath, 'rnav' | 'glide'> = {}
): RadioSettings {
	if (place.kind === 'fix' || place.kind === 'airport')
		return {
			...settings,
			needle: 'rnav',
			rnav: {
				list: rnav?.list ?? [place.id],
				to: rnav ? Math.max(0, rnav.list.indexOf(place.id)) : 0,
				courseDeg,
				...(rnav ? { finalFix: rnav.finalFix } : {}),
				...(rnav?.angular ? { angular: true } : {}),
				...(rnav?.angular && glide ? { glide: beamOf(glide) } : {}),
				serial: settings.rnav.serial + 1
			}
		};
	if (place.kind === 'ndb')
		return { ...settings, adf: { ...settings.adf, activeKHz: place.frequency! }, pointer: 'adf' };
	return {
		...settings,
		nav1: { ...settings.nav1, activeMHz: place.frequency!, courseDeg },
		pointer: 'nav1',
		distance: 'nav1',
		needle: 'nav'
	};
}
