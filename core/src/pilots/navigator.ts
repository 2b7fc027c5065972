import type { ControlInputs, DrawnLine } from '../aircraft/index.js';
import { clamp, normalizeDeg, toRadians, STANDARD_RATE_DEG_PER_SECOND } from '../base/index.js';
import { solveTurn, solveWindTriangle, standardRadiusNm } from '../navigation/index.js';
import { placeOn, type CoursePath, type Path } from '../paths/index.js';
import type { TaskCard } from '../training/index.js';
import { RECEIVER_BITS, windAt, type RadioReadings, type RadioSettings } from '../world/index.js';
import {
	type Lateral,
	type PathPilot,
	type Routine,
	LEARNT_WITHIN_NM,
	WIND_LEARNT,
	MOST_LEARNT_DEG
} from './path-pilot.js';
import { RadioPerception, tuned } from './radio-perception.js';
import { routineOf } from './routines.js';
import type { Technique } from './techniques.js';

/** Track toward a course by this many degrees for each mile off it. */
const CLOSING_DEG_PER_NM = 65;
/** Nearer to the station the heading is held, NM. */
const HOLD_HEADING_NM = 0.9;
/** A turn round the long way is flown as a bank until this near, in shares of the bank. */
const LONG_TURN_LEAD = 0.6;
/** Degrees of bank learnt in a second for each degree a second that a turn is too slow, once rolled in. */
const BANK_LEARNT = 0.5;
const ROLLED_IN_TICKS = 40;
/** The share of the wind that the one who corrects too little allows for. */
const UNDERCORRECTOR_KEEPS = 0.4;
/** What the one who corrects too much leaves in of each correction, degrees. */
const OVERCORRECTOR_KEEPS_DEG = 3;
/** The cut of the one who keeps no wind correction, degrees: more than any wind of a lesson asks for. */
const DRIFTER_CUT_DEG = 25;
/** Nearer to the course than this share of its distance the own cut is given up: half of a VOR's full scale. */
const OWN_CUT_UNTIL = 0.088;
const OWN_CUT_SECONDS = 15;
const OWN_CUT_TICKS = 40;
/** The one who senses in reverse sees it after this long, s. */
const REVERSED_SECONDS = 50;
const SECONDS = 0.1;

/** Flies what a card's phases are to be flown along, by the radios alone. */
export class Navigator implements PathPilot {
	readonly radioPerception: RadioPerception;
	readonly wind: { fromDeg: number; speedKt: number };
	seconds = 0;
	/** What has been learnt of the wind on the present course, degrees. */
	learntDeg = 0;
	private routine: Routine | null = null;
	private phase = -1;
	private path: Path | null = null;
	private radios: RadioSettings;
	private askedSeconds = -Infinity;
	private wantsIdent: 'nav1' | 'nav2' | 'adf' | null = null;
	private mark: ControlInputs['mark'];
	/** Ways of the faulty: which side the present correction goes to, and whether one is being made. */
	private correcting = 0;
	private reversedSeconds = 0;
	intercepting = false;
	readonly legsOff: number[] = [];
	isOnLeg: ((courseDeg: number) => boolean) | null = null;
	/** The heading flown when the present phase began. */
	private begunDeg = 0;
	private begunSeconds = 0;
	private nearTicks = 0;
	/** What the turn needle has taught of the bank for standard rate, degrees; and how long this turn lasts. */
	private bankLearntDeg = 0;
	private turning = 0;
	trueAirspeedKt = 90;

	constructor(
		readonly card: TaskCard,
		readonly technique: Technique,
		radio: RadioReadings,
		initial: ControlInputs
	) {
		this.radioPerception = new RadioPerception(card.navigation!, radio);
		this.radios = initial.radios;
		this.mark = initial.mark;
		this.wind = windAt(card.weather, card.start.altitudeFt);
	}

	/** The radios and the mark as this pilot wants them now. */
	get hands(): Pick<ControlInputs, 'radios' | 'mark'> {
		return { radios: this.radios, mark: this.mark };
	}

	get headingDeg(): number {
		return this.radioPerception.headingDeg;
	}

	get bankDeg(): number {
		const { trueAirspeedKt } = this;
		return Math.min(
			25,
			solveTurn({ trueAirspeedKt, rateDegPerSecond: STANDARD_RATE_DEG_PER_SECOND }).bankDeg
		);
	}

	/** What to do with the wings for the next tenth of a second. */
	steer(
		phase: number,
		path: Path,
		radio: RadioReadings,
		seen: { headingDeg: number; turnRateDegPerSecond: number },
		trueAirspeedKt: number
	): Lateral {
		const { headingDeg } = seen;
		this.seconds += SECONDS;
		this.radioPerception.radio = radio;
		this.radioPerception.headingDeg = headingDeg;
		this.radioPerception.turnRateDegPerSecond = seen.turnRateDegPerSecond;
		this.trueAirspeedKt = trueAirspeedKt;
		this.radioPerception.listen();
		if (phase !== this.phase) this.begin(phase, path);
		this.identify();
		const next = this.routine!.next();
		return next.done ? { kind: 'heading', headingDeg } : next.value;
	}

	private begin(phase: number, path: Path): void {
		this.phase = phase;
		// Along the same course what has been learnt of the wind still holds.
		const same =
			this.path?.kind === 'course' &&
			path.kind === 'course' &&
			this.path.aid === path.aid &&
			this.path.courseDeg === path.courseDeg;
		if (!same) this.learntDeg = 0;
		this.path = path;
		this.correcting = 0;
		this.reversedSeconds = 0;
		this.intercepting = false;
		this.begunDeg = this.headingDeg;
		this.begunSeconds = this.seconds;
		this.nearTicks = 0;
		this.routine = routineOf(this, path);
	}

	set(change: Partial<RadioSettings>): void {
		this.radios = { ...this.radios, ...change };
	}
	get settings(): RadioSettings {
		return this.radios;
	}
	say(northNm: number, eastNm: number, lines: DrawnLine[] = []): void {
		this.mark = { northNm, eastNm, count: this.mark.count + 1, lines };
	}

	/** Tunes, sets the course, and puts the headset on the station until it has been heard. */
	tune(aid: string, courseDeg: number, course: Pick<CoursePath, 'rnav' | 'glide'> = {}): void {
		const place = placeOn(this.card.navigation, aid);
		const selectedDeg = normalizeDeg(courseDeg + (this.technique.selectorOffDeg ?? 0));
		this.radios = tuned(this.radios, place, selectedDeg, course);
		if (place.frequency !== undefined) this.listenTo(place.kind === 'ndb' ? 'adf' : 'nav1');
	}

	listenTo(receiver: 'nav1' | 'nav2' | 'adf'): void {
		if (this.technique.skipsIdent) return;
		this.wantsIdent = receiver;
		this.askedSeconds = this.seconds;
	}

	private identify(): void {
		const wanted = this.wantsIdent;
		// What was heard before the knob was turned is another station's.
		if (
			wanted &&
			this.seconds - this.askedSeconds > 1 &&
			(this.radioPerception.radio.identified & RECEIVER_BITS[wanted]) !== 0
		)
			this.wantsIdent = null;
		const listen = this.wantsIdent ?? 'off';
		if (this.radios.listen !== listen) this.set({ listen });
	}

	/** Wind correction for a course from the forecast wind, + nose right. */
	correctionDeg(courseDeg: number): number {
		const { fromDeg, speedKt } = this.wind;
		if (speedKt < 0.5 || this.technique.ignoresWind || this.technique.overcorrects) return 0;
		const { trueAirspeedKt } = this;
		const kept = this.technique.undercorrects && !this.intercepting ? UNDERCORRECTOR_KEEPS : 1;
		const { windCorrectionDeg } = solveWindTriangle({
			courseDeg: normalizeDeg(courseDeg),
			trueAirspeedKt,
			windFromDeg: fromDeg,
			windSpeedKt: speedKt
		});
		return kept * windCorrectionDeg;
	}

	/** The heading that closes with a course and keeps it. */
	courseHeading(aid: string, courseDeg: number, cutDeg: number): number {
		const { technique } = this;
		const off = this.radioPerception.off(this.radioPerception.place(aid), courseDeg);
		const wca = this.correctionDeg(courseDeg) + this.learntDeg;
		if (!off.tells || off.distanceNm < HOLD_HEADING_NM) return normalizeDeg(courseDeg + wca);
		const final = this.card.phases[this.phase]?.segment === 'final';
		let rightNm = off.rightNm - (final ? (technique.besideNm ?? 0) : 0);
		// "Off" near the station and far out weigh differently: at least half a mile's angle is asked for.
		if (technique.reverses && this.reversedSeconds < REVERSED_SECONDS) {
			if (Math.abs(rightNm) > 0.1) this.reversedSeconds += SECONDS;
			rightNm = -rightNm;
		}
		const faulty = this.faultyCorrection(rightNm, off.distanceNm, cutDeg);
		if (faulty !== null) return normalizeDeg(courseDeg + faulty + wca);
		const closing = clamp(-rightNm * CLOSING_DEG_PER_NM, -cutDeg, cutDeg);
		if (Math.abs(rightNm) < LEARNT_WITHIN_NM)
			this.learntDeg = clamp(
				this.learntDeg - rightNm * WIND_LEARNT * SECONDS,
				-MOST_LEARNT_DEG,
				MOST_LEARNT_DEG
			);
		const own = this.ownCut(rightNm, off.distanceNm, courseDeg, cutDeg);
		if (own !== null) return own;
		// A full cut is a heading off the course; the nearer to it, the more of the wind is allowed for.
		const share = 1 - Math.abs(closing) / cutDeg;
		return normalizeDeg(courseDeg + closing + wca * share);
	}

	/** The heading of one who takes the cut from the heading that he had; null for others, and near the course. */
	private ownCut(rightNm: number, distanceNm: number, courseDeg: number, cutDeg: number): number | null {
		if (!this.technique.cutsFromOwnHeading || !this.intercepting) return null;
		// The needle needs some seconds to come to where it belongs.
		const settled = this.seconds - this.begunSeconds > OWN_CUT_SECONDS;
		this.nearTicks = settled && Math.abs(rightNm) < distanceNm * OWN_CUT_UNTIL ? this.nearTicks + 1 : 0;
		if (this.nearTicks > OWN_CUT_TICKS) this.intercepting = false;
		const side = -Math.sign(rightNm);
		const headingDeg = this.begunDeg + side * cutDeg;
		// A heading that leads away from the course is not flown for ever, even by him.
		const closes = Math.sin(toRadians(headingDeg - courseDeg)) * side > 0.05;
		return closes ? normalizeDeg(headingDeg) : null;
	}

	/** What a pilot with a fault of tracking does instead, degrees off the course; null for those without. */
	private faultyCorrection(rightNm: number, distanceNm: number, cutDeg: number): number | null {
		const { technique } = this;
		const side = -Math.sign(rightNm);
		const share = Math.abs(rightNm) / (distanceNm * 0.176);
		if (technique.turnsUntilCentred) {
			if (this.correcting === 0 && share > 0.3) this.correcting = side;
			if (this.correcting !== 0 && side === this.correcting) return this.correcting * Math.min(cutDeg, 40);
			this.correcting = 0;
			return null;
		}
		// Their cut they can; it is keeping a course that they cannot.
		if (this.intercepting) return null;
		if (technique.chasesNeedle) {
			// Toward the needle as long as it is off, by as much as the hand likes.
			if (share > 0.06) this.correcting = side;
			return this.correcting * 25;
		}
		if (technique.overcorrects) {
			if (share > 0.15 && this.correcting === 0) this.correcting = side;
			// Back before the middle, and a little of it kept each time.
			if (this.correcting !== 0 && (share < 0.1 || side !== this.correcting)) {
				this.learntDeg += this.correcting * OVERCORRECTOR_KEEPS_DEG;
				this.correcting = 0;
			}
			return this.correcting * 35;
		}
		if (technique.undercorrects) return clamp(-rightNm * 8, -2.5, 2.5);
		if (technique.ignoresWind) {
			if (share > 0.3) this.correcting = side;
			if (share < 0.06 || side !== this.correcting) this.correcting = 0;
			return this.correcting * DRIFTER_CUT_DEG;
		}
		return null;
	}

	*flyCourse(aid: string, courseDeg: number, cutDeg: number): Routine {
		for (;;) yield { kind: 'heading', headingDeg: this.courseHeading(aid, courseDeg, cutDeg) };
	}

	/** A turn to a heading by a side, the long way round if need be. */
	*turn(side: 'left' | 'right', toDeg: () => number): Routine {
		const sign = side === 'right' ? 1 : -1;
		const bank = this.bankDeg;
		let before = normalizeDeg(sign * (toDeg() - this.headingDeg));
		// A heading that is nearly there already needs no whole circle.
		if (before > 350) return;
		this.turning = 0;
		for (;;) {
			const toGo = normalizeDeg(sign * (toDeg() - this.headingDeg));
			if (toGo < bank * LONG_TURN_LEAD || toGo > before + 90) return;
			before = toGo;
			// The turn needle says in the long run how much bank standard rate takes; its swings are the rolling.
			const slow = STANDARD_RATE_DEG_PER_SECOND - sign * this.radioPerception.turnRateDegPerSecond;
			if (this.turning++ > ROLLED_IN_TICKS)
				this.bankLearntDeg = clamp(this.bankLearntDeg + BANK_LEARNT * slow * SECONDS, -4, 4);
			yield { kind: 'bank', bankDeg: sign * (bank + this.bankLearntDeg) };
		}
	}

	/** A heading for so many seconds. */
	*hold(headingDeg: number, seconds: number): Routine {
		for (let t = 0; t < seconds - 1e-9; t += SECONDS) yield { kind: 'heading', headingDeg };
	}

	/** How far a standard-rate turn takes the aircraft to the side, NM. */
	get radiusNm(): number {
		return standardRadiusNm(this.trueAirspeedKt);
	}
}
