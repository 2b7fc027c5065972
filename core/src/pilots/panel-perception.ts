import type { FailureKind, PanelReadings } from '../aircraft/index.js';
import { GRAVITY_MPS2, MPS_PER_KT, normalizeDeg, signedDeg, toDegrees, toRadians } from '../base/index.js';
import { fpmPerDegree } from '../navigation/index.js';
import type { Dwell, TaskCard } from '../training/index.js';

/** What a pilot believes of the aeroplane. */
interface Believed {
	airspeedKias: number;
	/** The airspeed of the last seconds, by which is decided whether it is there. */
	steadyKias: number;
	altimeterFt: number;
	verticalSpeedFpm: number;
	pitchDeg: number;
	bankDeg: number;
	headingDeg: number;
	/** What the compass card shows, swinging or not. */
	cardDeg: number;
	ballDeg: number;
}

const LOW_SUCTION_INHG = 4;
/** An altimeter that does not move at all for this long has no air. */
const STANDS_SECONDS = 4;
const STANDING_FPM = 0.5;
/** The compass is believed when the turn needle has been at rest this long. */
const COMPASS_REST_SECONDS = 4;
const REST_DEG_PER_SECOND = 0.5;
/** Share of the compass taken over in a second once it is believed. */
const COMPASS_SHARE = 0.25;
/** From seeing a failure to saying its name, s. */
const SURE_SECONDS = 5;
/** Share of a new reading of the turn needle in what is believed, each tenth of a second. */
const NEEDLE_SHARE = 0.2;
/** Whether a speed is there is decided by its mean over this, s. */
const DECIDED_SECONDS = 3;
/** Over this time the airspeed's swings are evened out, s; half of it for the vertical speed. */
const STEADIED_SECONDS = 1.6;
/** A look longer than this is a stare: nothing else is seen meanwhile, ms. */
const STARE_MS = 4000;

/** A blocked airspeed may read nothing: no flight is slower than this. */
export const flyingKt = (airspeedKt: number): number => Math.max(40, airspeedKt);

/**
 * Reads the panel as a pilot does who knows what has failed: without attitude from turn needle and
 * vertical speed, without heading from turn needle, clock and compass; and not at all where the eye
 * is elsewhere for long.
 */
export class PanelPerception {
	readonly believed: Believed;
	attitudeLost: boolean;
	headingLost: boolean;
	staticBlocked = false;
	/** What has been found to have failed, with the time, s. */
	readonly found = new Map<FailureKind, number>();
	private seconds = 0;
	private restSeconds = 0;
	private stoodSeconds = 0;
	private lastAltitudeFt = NaN;
	private look = 0;
	private turnRate = 0;

	/** @param omitted ms spans in which the heading is not looked at. */
	constructor(
		card: TaskCard,
		panel: PanelReadings,
		private readonly looks: readonly Dwell[],
		private readonly omitted: readonly { startMs: number; endMs: number }[]
	) {
		const told = (kind: string) =>
			(card.failures ?? []).some(
				(one) => one.kind === kind && one.onset.kind === 'at' && one.onset.seconds === 0
			);
		const covered = (instrument: 'attitude' | 'heading') => card.covered?.includes(instrument) ?? false;
		this.attitudeLost = told('vacuum') || told('attitude-lean') || covered('attitude');
		this.headingLost = told('vacuum') || told('heading-stuck') || covered('heading');
		const { airspeedKias, altimeterFt, verticalSpeedFpm, pitchDeg, bankDeg, headingDeg, ballDeg } = panel;
		this.believed = {
			airspeedKias,
			steadyKias: airspeedKias,
			altimeterFt,
			verticalSpeedFpm,
			pitchDeg,
			bankDeg,
			headingDeg,
			cardDeg: panel.compassDeg,
			ballDeg
		};
	}

	/** What the eye rests on for long at the moment; null when it moves about. */
	get staring(): Dwell | null {
		const ms = this.seconds * 1000;
		while (this.look < this.looks.length && this.looks[this.look]!.endMs <= ms) this.look++;
		const now = this.looks[this.look];
		return now && now.startMs <= ms && now.endMs - now.startMs > STARE_MS ? now : null;
	}

	/** @param levelPitchDeg pitch that belongs to `levelFpm` at the speed flown. */
	update(panel: PanelReadings, seconds: number, levelPitchDeg: number, levelFpm: number): void {
		const { believed } = this;
		this.seconds += seconds;
		if (panel.suctionInHg < LOW_SUCTION_INHG) {
			this.attitudeLost = this.headingLost = true;
			this.find('vacuum');
		}
		// An altimeter alone that stands is another failure: then the vertical speed still moves.
		const stands =
			panel.altimeterFt === this.lastAltitudeFt && Math.abs(panel.verticalSpeedFpm) < STANDING_FPM;
		this.stoodSeconds = stands ? this.stoodSeconds + seconds : 0;
		this.lastAltitudeFt = panel.altimeterFt;
		if (this.stoodSeconds > STANDS_SECONDS) {
			this.staticBlocked = true;
			this.find('static-blocked');
		}

		believed.cardDeg = panel.compassDeg;
		const stare = this.staring;
		const sees = (instrument: Dwell['instrument']) => !stare || stare.instrument === instrument;
		// A needle that swings with every gust is read by its mean.
		const share = Math.min(1, seconds / STEADIED_SECONDS);
		if (sees('airspeed')) believed.airspeedKias += (panel.airspeedKias - believed.airspeedKias) * share;
		believed.steadyKias +=
			(believed.airspeedKias - believed.steadyKias) * Math.min(1, seconds / DECIDED_SECONDS);
		if (sees('altimeter')) believed.altimeterFt = panel.altimeterFt;
		if (sees('vertical-speed'))
			believed.verticalSpeedFpm +=
				(panel.verticalSpeedFpm - believed.verticalSpeedFpm) *
				// Where it is all there is, its own lag is enough.
				(this.attitudeLost ? 1 : Math.min(1, 2 * share));
		if (sees('turn')) believed.ballDeg = panel.ballDeg;
		if (sees('attitude')) this.feelAttitude(panel, levelPitchDeg, levelFpm);
		const ms = this.seconds * 1000;
		const left = this.omitted.some(({ startMs, endMs }) => ms >= startMs && ms < endMs);
		if (sees('heading') && !left) this.feelHeading(panel, seconds);
	}

	private find(kind: FailureKind): void {
		if (!this.found.has(kind)) this.found.set(kind, this.seconds);
	}

	/** Failures that have been thought over for some seconds, to be said aloud. */
	sure(): FailureKind[] {
		return [...this.found].filter(([, at]) => this.seconds - at > SURE_SECONDS).map(([kind]) => kind);
	}

	private feelAttitude(panel: PanelReadings, levelPitchDeg: number, levelFpm: number): void {
		const { believed } = this;
		if (!this.attitudeLost) {
			believed.pitchDeg = panel.pitchDeg;
			believed.bankDeg = panel.bankDeg;
			return;
		}
		const speedMps = Math.max(30, panel.airspeedKias) * MPS_PER_KT;
		// The needle feels the roll as well as the turn: an eye takes the mean of its swings.
		this.turnRate += (panel.turnRateDegPerSecond - this.turnRate) * NEEDLE_SHARE;
		believed.bankDeg = toDegrees(Math.atan((speedMps * toRadians(this.turnRate)) / GRAVITY_MPS2));
		believed.pitchDeg =
			levelPitchDeg + (panel.verticalSpeedFpm - levelFpm) / fpmPerDegree(flyingKt(panel.airspeedKias));
	}

	private feelHeading(panel: PanelReadings, seconds: number): void {
		const { believed } = this;
		if (!this.headingLost) {
			believed.headingDeg = panel.headingDeg;
			return;
		}
		const turning = Math.abs(panel.turnRateDegPerSecond) > REST_DEG_PER_SECOND;
		this.restSeconds = turning ? 0 : this.restSeconds + seconds;
		believed.headingDeg = normalizeDeg(believed.headingDeg + panel.turnRateDegPerSecond * seconds);
		if (this.restSeconds > COMPASS_REST_SECONDS)
			believed.headingDeg = normalizeDeg(
				believed.headingDeg + signedDeg(panel.compassDeg - believed.headingDeg) * COMPASS_SHARE * seconds
			);
	}
}
