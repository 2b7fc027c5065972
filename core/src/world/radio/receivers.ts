import { clamp, normalizeDeg, signedDeg } from '../../base/index.js';
import { GLIDEPATH_FULL_SCALE_DEG, solveNeedle } from '../../navigation/index.js';
import type { Area } from '../area/area.js';
import type { NdbStation, Station } from '../area/stations.js';
import { dippedDeg } from './beacon.js';
import { identSeconds, intoIdent } from './morse.js';
import {
	FLAG,
	MARKERS,
	readingsAtRest,
	RECEIVER_BITS,
	type Carried,
	type RadioReadings,
	type RadioState
} from './readings.js';
import { RnavUnit } from './rnav.js';
import type { RadioSettings } from './settings.js';
import {
	glidepathDeflection,
	glidepathReceived,
	inFan,
	isReceived,
	localizerDeflection,
	NDB_CONE_DEG,
	seenFrom,
	type Seen,
	type Site,
	VOR_CONE_DEG
} from './signal.js';
import { navStationOn, ndbOn, onChannel, type NavStation } from './stations-on.js';

/** Time constants, s: of a needle, of the pointer, of the groundspeed shown with the distance. */
const NEEDLE_LAG = 0.4;
const POINTER_LAG = 1.2;
const RATE_LAG = 6;
/** A needle wanders a little everywhere, and more the nearer to the cone above the station, degrees. */
const WANDER_DEG = 0.12;
const CONE_WANDER_DEG = 5;
const CONE_FADES_OVER_DEG = 7;
/** At night a beacon's pointer swings slowly, by so much and at the most by 30°. A school figure. */
const NIGHT_WANDER_DEG = 18;
/** Sums of slow swings that never repeat: frequencies, Hz. */
const SWINGS_HZ = [0.071, 0.113, 0.197, 0.331];
const stateAtRest = (): RadioState => ({
	nav1Lagged: 0,
	nav2Lagged: 0,
	glideLagged: 0,
	pointerLagged: 90,
	rateLagged: 0,
	listeningSince: 0,
	listenedFrequency: 0,
	identified1MHz: 0,
	identified2MHz: 0,
	identifiedKHz: 0,
	silentMHz: 0,
	rnavSerial: -1,
	rnavTo: 0,
	rnavFromNorthNm: 0,
	rnavFromEastNm: 0
});

/** A search that is not done again for the number it was last done for: a frequency is asked for at every reading and turned seldom. */
function remembering<Found>(search: (number: number) => Found): (number: number) => Found {
	let last = 0;
	let found = search(last);
	return (number) => {
		if (number !== last) {
			last = number;
			found = search(number);
		}
		return found;
	};
}

/**
 * All receivers of an aircraft in an area. A function of place, time, settings and a little memory (lags,
 * what has been identified, the RNAV unit's leg), so that a flight taken up again shows the same.
 */
export class Radios {
	readonly readings: RadioReadings = readingsAtRest();
	readonly state: RadioState = stateAtRest();
	private readonly rnav: RnavUnit;
	private readonly phases: number[];
	private readonly reached = new Map<string, boolean>();
	private readonly seenNow = new Map<Site, Seen>();
	private readonly identLengths = new Map<string, number>();
	private readonly markers: Extract<Station, { kind: 'marker' }>[];
	/** Who sends on the frequency of each receiver. */
	private readonly navOn: readonly ((mhz: number) => NavStation | undefined)[];
	private readonly beaconOn: (khz: number) => NdbStation | undefined;
	private readonly heard: (NavStation | undefined)[] = [undefined, undefined];
	private fresh = true;

	/** @param seed of the flight: the needles' wanderings follow from it. */
	constructor(
		private readonly area: Area,
		seed: number
	) {
		this.rnav = new RnavUnit(area);
		this.navOn = [0, 1].map(() => remembering((mhz) => navStationOn(area, mhz)));
		this.beaconOn = remembering((khz) => ndbOn(area, khz));
		this.markers = area.stations.filter((one) => one.kind === 'marker');
		this.phases = SWINGS_HZ.map((_, i) => ((seed * (i + 3) * 0.61803398875) % 1) * 2 * Math.PI);
	}

	/** A slow wandering of about 1, seldom more, of its own for each receiver. */
	private swing(timeSeconds: number, receiver: number): number {
		let sum = 0;
		for (let i = 0; i < SWINGS_HZ.length; i++)
			sum += Math.sin(
				2 * Math.PI * SWINGS_HZ[i]! * timeSeconds * (1 + 0.13 * receiver) + this.phases[i]! + receiver
			);
		return sum / 2.4;
	}

	private hearing(receiver: 0 | 1, mhz: number, carried: Carried): NavStation | undefined {
		if (!carried.powered || onChannel(mhz, this.state.silentMHz)) return undefined;
		const station = this.navOn[receiver]!(mhz);
		return station && this.receives(station, carried) ? station : undefined;
	}

	/** How the aircraft lies from an antenna now: several readings ask for the same one. */
	private seen(from: Site, carried: Carried): Seen {
		const known = this.seenNow.get(from);
		if (known) return known;
		const seen = seenFrom(from, carried, this.area.variationDeg);
		this.seenNow.set(from, seen);
		return seen;
	}

	private receives(station: NavStation | NdbStation, carried: Carried): boolean {
		const known = this.reached.get(station.id);
		if (known !== undefined) return known;
		const now = isReceived(this.area, station, carried);
		this.reached.set(station.id, now);
		return now;
	}

	/**
	 * Brings the readings up to now.
	 * @param seconds since the last time. @param lookAgain whether to ask anew which stations reach the
	 * aircraft: that looks over the hills, and twice a second is often enough.
	 */
	update(settings: RadioSettings, carried: Carried, seconds: number, lookAgain: boolean): void {
		if (lookAgain || this.fresh) this.reached.clear();
		this.seenNow.clear();
		const { readings, state } = this;
		// The one that was tuned when it began, until the failure is taken back.
		state.silentMHz = carried.trouble.stationOff > 0 ? state.silentMHz || settings.nav1.activeMHz : 0;
		const { heard } = this;
		heard[0] = this.hearing(0, settings.nav1.activeMHz, carried);
		heard[1] = this.hearing(1, settings.nav2.activeMHz, carried);
		const ndb = carried.powered ? this.beaconOn(settings.adf.activeKHz) : undefined;
		const beacon = ndb && this.receives(ndb, carried) ? ndb : undefined;
		const share = this.fresh ? 1 : seconds / NEEDLE_LAG;
		const needle1 = this.needle(heard[0], 0, settings, carried);
		const needle2 = this.needle(heard[1], 1, settings, carried);
		state.nav1Lagged += (needle1.deflection - state.nav1Lagged) * Math.min(1, share);
		state.nav2Lagged += (needle2.deflection - state.nav2Lagged) * Math.min(1, share);
		readings.nav1Needle = state.nav1Lagged;
		readings.nav2Needle = state.nav2Lagged;
		readings.nav1Flag = needle1.flag;
		readings.nav2Flag = needle2.flag;
		readings.nav1IsLocalizer = heard[0]?.kind === 'localizer' ? 1 : 0;
		readings.nav2IsLocalizer = heard[1]?.kind === 'localizer' ? 1 : 0;
		this.point(settings, heard, beacon, carried, seconds);
		const measured = this.range(heard[settings.distance === 'nav1' ? 0 : 1], carried, seconds);
		readings.received =
			(heard[0] ? RECEIVER_BITS.nav1 : 0) |
			(heard[1] ? RECEIVER_BITS.nav2 : 0) |
			(beacon ? RECEIVER_BITS.adf : 0) |
			(measured ? RECEIVER_BITS.distance : 0);
		this.identify(settings, heard, beacon, carried.timeSeconds);
		readings.marker = carried.powered ? this.markerAt(carried) : 0;
		this.navigate(settings, carried);
		if (settings.needle === 'rnav') this.rnavGlide(settings, carried, share);
		else this.glide(heard[0], carried, share);
		this.fresh = false;
	}

	private needle(
		station: NavStation | undefined,
		receiver: number,
		settings: RadioSettings,
		carried: Carried
	): { deflection: number; flag: number } {
		if (!station) return { deflection: 0, flag: FLAG.off };
		const seen = this.seen(station, carried);
		if (station.kind === 'localizer')
			return {
				deflection: clamp(
					localizerDeflection(station, seen.radialDeg) +
						(0.3 * WANDER_DEG * this.swing(carried.timeSeconds, receiver)) / station.fullScaleDeg,
					-1,
					1
				),
				flag: FLAG.to
			};
		const fromVertical = 90 - seen.elevationDeg;
		const wander =
			WANDER_DEG + CONE_WANDER_DEG * Math.exp((VOR_CONE_DEG - fromVertical) / CONE_FADES_OVER_DEG);
		const radialDeg = normalizeDeg(
			seen.radialDeg + Math.min(wander, 12) * this.swing(carried.timeSeconds, receiver)
		);
		const selectedCourseDeg = (receiver === 0 ? settings.nav1 : settings.nav2).courseDeg;
		const { deflection, flag } = solveNeedle({ kind: 'vor', selectedCourseDeg, radialDeg });
		// Above the station neither "to" nor "from" can be told, and the needle goes where it likes.
		if (fromVertical < VOR_CONE_DEG) return { deflection, flag: FLAG.off };
		return { deflection, flag: FLAG[flag ?? 'off'] };
	}

	private glide(station: NavStation | undefined, carried: Carried, share: number): void {
		const { readings, state, area } = this;
		const path = station?.kind === 'localizer' ? station.glidepath : undefined;
		const valid =
			path !== undefined && station?.kind === 'localizer' && glidepathReceived(area, station, carried);
		const deflection = valid
			? glidepathDeflection(
					path.angleDeg,
					seenFrom(path, carried, area.variationDeg).elevationDeg,
					GLIDEPATH_FULL_SCALE_DEG
				)
			: 0;
		state.glideLagged += (deflection - state.glideLagged) * Math.min(1, share);
		readings.glideNeedle = state.glideLagged;
		readings.glideValid = valid ? 1 : 0;
	}

	/** The path down of an RNAV final, from the leg to its final fix on: worked out from where the unit is, not from a beam. */
	private rnavGlide({ rnav }: RadioSettings, carried: Carried, share: number): void {
		const { readings, state, area } = this;
		const final = rnav.finalFix ? rnav.list.indexOf(rnav.finalFix) : -1;
		const path = readings.rnavValid > 0 && final >= 0 && readings.rnavTo >= final ? rnav.glide : undefined;
		const deflection = path
			? solveNeedle({
					kind: 'glidepath',
					aboveDeg: clamp(seenFrom(path, carried, area.variationDeg).elevationDeg - path.angleDeg, -180, 180)
				}).deflection
			: 0;
		state.glideLagged += (deflection - state.glideLagged) * Math.min(1, share);
		readings.glideNeedle = state.glideLagged;
		readings.glideValid = path ? 1 : 0;
	}

	private point(
		settings: RadioSettings,
		heard: readonly (NavStation | undefined)[],
		beacon: NdbStation | undefined,
		carried: Carried,
		seconds: number
	): void {
		const { readings, state } = this;
		const station = settings.pointer === 'adf' ? beacon : heard[settings.pointer === 'nav1' ? 0 : 1];
		readings.pointerValid = station && station.kind !== 'localizer' ? 1 : 0;
		if (readings.pointerValid === 0 || !station) return;
		const seen = this.seen(station, carried);
		const isBeacon = station.kind === 'ndb';
		const cone = isBeacon ? NDB_CONE_DEG : VOR_CONE_DEG;
		const fromVertical = 90 - seen.elevationDeg;
		const wander =
			(isBeacon ? 4 : 1) * WANDER_DEG +
			(isBeacon ? carried.trouble.nightEffect * NIGHT_WANDER_DEG : 0) +
			4 * CONE_WANDER_DEG * Math.exp((cone - fromVertical) / CONE_FADES_OVER_DEG);
		const bearing =
			seen.radialDeg + 180 + Math.min(wander, 60) * this.swing(carried.timeSeconds, isBeacon ? 3 : 2);
		const fromNose = normalizeDeg(bearing - carried.headingDeg);
		const relative = isBeacon
			? dippedDeg(fromNose, Math.max(0, seen.elevationDeg), carried.bankDeg)
			: fromNose;
		const share = this.fresh ? 1 : Math.min(1, seconds / POINTER_LAG);
		state.pointerLagged = normalizeDeg(
			state.pointerLagged + signedDeg(relative - state.pointerLagged) * share
		);
		readings.pointerDeg = state.pointerLagged;
	}

	/** Slant range and how fast it changes: true as a groundspeed only to or from the station. */
	private range(station: NavStation | undefined, carried: Carried, seconds: number): boolean {
		const { readings, state } = this;
		const site = station?.kind === 'vor' ? (station.dme ? station : undefined) : station?.dme;
		if (!site) {
			readings.distanceNm = -1;
			readings.distanceKt = 0;
			state.rateLagged = 0;
			return false;
		}
		const { slantNm } = this.seen(site, carried);
		const rate = Math.abs(
			((carried.northNm - site.northNm) * carried.northKt + (carried.eastNm - site.eastNm) * carried.eastKt) /
				Math.max(slantNm, 0.05)
		);
		const share = readings.distanceNm < 0 ? 1 : Math.min(1, seconds / RATE_LAG);
		state.rateLagged += (rate - state.rateLagged) * share;
		readings.distanceNm = slantNm;
		readings.distanceKt = state.rateLagged;
		return true;
	}

	/** A station counts as identified when a whole identifier has been heard, and until it is tuned away. */
	private identify(
		settings: RadioSettings,
		heard: readonly (NavStation | undefined)[],
		beacon: NdbStation | undefined,
		timeSeconds: number
	): void {
		const { readings, state } = this;
		const station = { off: undefined, nav1: heard[0], nav2: heard[1], adf: beacon }[settings.listen];
		const frequency = station ? (station.kind === 'ndb' ? station.frequencyKHz : station.frequencyMHz) : 0;
		// The receiver counts too: the same station on the other set has to be listened to there.
		const listened = frequency + (settings.listen === 'nav2' ? 1000 : 0);
		if (!station || listened !== state.listenedFrequency) {
			state.listenedFrequency = station ? listened : 0;
			state.listeningSince = timeSeconds;
		}
		if (station) {
			const into = intoIdent(timeSeconds);
			let length = this.identLengths.get(station.id);
			if (length === undefined) this.identLengths.set(station.id, (length = identSeconds(station.id)));
			const whole = into >= length && timeSeconds - into >= state.listeningSince;
			if (whole && settings.listen === 'nav1') state.identified1MHz = frequency;
			if (whole && settings.listen === 'nav2') state.identified2MHz = frequency;
			if (whole && settings.listen === 'adf') state.identifiedKHz = frequency;
		}
		// Once tuned away, a station has to be listened to again.
		if (!onChannel(state.identified1MHz, settings.nav1.activeMHz)) state.identified1MHz = 0;
		if (!onChannel(state.identified2MHz, settings.nav2.activeMHz)) state.identified2MHz = 0;
		if (!onChannel(state.identifiedKHz, settings.adf.activeKHz)) state.identifiedKHz = 0;
		readings.identified =
			(state.identified1MHz > 0 ? RECEIVER_BITS.nav1 : 0) |
			(state.identified2MHz > 0 ? RECEIVER_BITS.nav2 : 0) |
			(state.identifiedKHz > 0 ? RECEIVER_BITS.adf : 0);
	}

	private markerAt(carried: Carried): number {
		for (const one of this.markers)
			if (inFan(one, carried, this.area.variationDeg)) return MARKERS.indexOf(one.which);
		return 0;
	}

	private navigate(settings: RadioSettings, carried: Carried): void {
		const { readings } = this;
		const reading = carried.powered ? this.rnav.update(settings.rnav, this.state, carried) : null;
		readings.rnavValid = reading ? 1 : 0;
		readings.rnavNeedle = reading?.needle ?? 0;
		readings.rnavScaleNm = reading?.scaleNm ?? 1;
		readings.rnavDistanceNm = reading?.distanceNm ?? 0;
		readings.rnavBearingDeg = reading?.bearingDeg ?? 0;
		readings.rnavCourseDeg = reading?.courseDeg ?? 0;
		readings.rnavTo = reading?.to ?? 0;
	}

	/** Plain copies of what the radios show and remember. */
	snapshot(): { readings: RadioReadings; state: RadioState } {
		return { readings: { ...this.readings }, state: { ...this.state } };
	}

	/** Takes up what `snapshot` gave; what it does not know it leaves. */
	restore({ readings, state }: { readings: object; state: object }): void {
		Object.assign(this.readings, readings);
		Object.assign(this.state, state);
		this.reached.clear();
		this.fresh = false;
	}
}
