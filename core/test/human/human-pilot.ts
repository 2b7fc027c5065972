import {
	CardFlight,
	clamp,
	coverBit,
	FAILURE_KINDS,
	normalizeDeg,
	Recorder,
	SeededRandom,
	signedDeg,
	type Aircraft,
	type Area,
	type ControlInputs,
	type RadioReadings,
	type RobotFlight,
	type TaskCard,
	type Technique
} from '../../src/index.js';
import { AFFECTED_INSTRUMENTS } from '../../src/aircraft/index.js';
import type { Hands } from '../../src/training/index.js';
import { roughTrueKt } from '../../src/navigation/index.js';
import { ApproachHands } from '../../src/pilots/approach-hands.js';
import { Navigator } from '../../src/pilots/navigator.js';
import type { PanelPerception } from '../../src/pilots/panel-perception.js';
import { planAhead, type Plan } from '../../src/pilots/plan.js';
import { Recovery } from '../../src/pilots/recovery.js';
import { viewOf, type View } from '../../src/pilots/view.js';
import { HumanEye, type Seen } from './human-eye.js';
import { Reactions } from './reactions.js';

const SECONDS = 0.1;
/** Pitch above the nose at which a wing lifts nothing, degrees, about. */
const ZERO_LIFT_DEG = 3.4;
/** What a practised pilot allows for his own reaction, s. */
const REACTING_SECONDS = 1;
/** What a hand that means to stand still does, of the stick's way; and how quickly it wanders. */
const JITTER = 0.008;
const JITTER_SHARE = 0.12;
/** A stick is moved no faster, of its way in a second; a throttle neither. */
const STICK_PER_SECOND = 1.6;
const THROTTLE_PER_SECOND = 0.3;
/** What is not worth a correction; each pilot has a band of his own within these. */
const BANDS = {
	altitudeFt: [20, 45],
	headingDeg: [1.5, 3.5],
	airspeedKt: [2.5, 5],
	rateFpm: [70, 140]
} as const;
/** Between two corrections of one thing, s: the first has to settle. */
const SETTLE = { pitch: 4, power: 7, bank: 1 } as const;
/** A size that is meant is met within this, as a share. */
const SIZE_SCATTER = 0.3;
const MOST_BANK_DEG = 14;
const LEVEL_BANK_DEG = 6;
const LEVEL_SECONDS = 3;
const ON_LEG_DEG = 30;
const REACT_NAMING = [8, 25] as const;
/** A step up of so much is climbed, ft, with this nose; once level so many times as much begins a new step. */
const STEP_UP_FT = 80;
const STEP_AGAIN_TIMES = 3;
const CLIMB_PITCH_DEG = 6;
const TREND_SECONDS = 5;
/** So far off an altitude near the ground nobody waits for the last correction to settle, ft, s. */
const URGENT_FT = 60;
const URGENT_SECONDS = 1.5;
/** Of the path's needle at its stop, ft/min; how far ahead its way is followed, s; the most and the least that is corrected. */
const PATH_FPM = 550;
const PATH_LEAD_SECONDS = 12;
const MOST_PATH_FPM = 400;
const PATH_BAND_FPM = 40;

/** An occasion for a fault, and by how much it was or was not taken, in the measure of that fault. */
export interface Deed {
	kind: 'descent' | 'level-off' | 'roll-out' | 'compass';
	/** Too fast for a descent, kt; lead of a level-off in tenths of the rate; past the heading, degrees; what the compass lied by. */
	by: number;
}
/** What the pilot meant and did, kept beside the flight: truth that detectors are held against. */
export interface Account {
	deeds: Deed[];
	/** The heading that was meant at each half second, whole degrees; null where a bank was. */
	meantDeg: (number | null)[];
	/** The same of the rate that the needle of a glidepath asked for, ft/min about what the path takes. */
	meantFpm: (number | null)[];
	/** When the hands were elsewhere, and when the power was forgotten, s of the flight. */
	away: { from: number; to: number }[];
	forgot: { from: number; to: number }[];
	/** Legs of a hold by his own clock: what was asked for less what came, s. */
	legsOff: number[];
}
/** Of one who has done nothing yet. */
export const newAccount = (): Account => ({
	deeds: [],
	meantDeg: [],
	meantFpm: [],
	away: [],
	forgot: [],
	legsOff: []
});
/** How often what was meant is kept, s. */
export const MEANT_SECONDS = 0.5;

/** What was last seen of each dial, with the error of the reading. */
interface Known {
	altimeterFt: number;
	airspeedKias: number;
	verticalSpeedFpm: number;
	headingDeg: number;
	pitchDeg: number;
	bankDeg: number;
	turnRateDegPerSecond: number;
	ballDeg: number;
	compassDeg: number;
	steadyKias: number;
}

type Panel = CardFlight['flight']['panel'];

/**
 * A pilot as people are, for trying detectors on: looks at one dial at a time and knows of the others only what was last
 * seen; acts three to eight tenths of a second after; leaves small errors alone; corrects by sizes that scatter; a hand
 * that is never still. What he wants of a card he knows as the robots do; eyes, timing and hands are his own. A technique
 * adds a fault on purpose.
 */
export class HumanPilot implements Hands {
	private readonly random: SeededRandom;
	private readonly eye: HumanEye;
	private readonly plans: Plan[];
	private readonly navigator: Navigator | null;
	private readonly recovery: Recovery | null;
	/** What is set and said on an approach. */
	private readonly approach: ApproachHands | null;
	/** What a step or a path down asks for at this moment, and of which phase. */
	private stepping: { way: 'down' | 'up' | 'level'; intent: number } = { way: 'level', intent: -1 };
	private pathFpm = 0;
	/** The truth of this flight. */
	readonly account: Account = newAccount();
	/** Seconds of the flight, of which an attitude set up by somebody else is a part. */
	private flownSeconds = 0;
	/** When the wings were last not level. */
	private bankedAt = 0;
	private truth: Panel | null = null;
	private flight: CardFlight['flight'] | null = null;
	private turned: { toDeg: number; side: number; intent: number } | null = null;
	private pathSeen = { needle: 0, at: -99 };
	private view: View | null = null;
	private readonly known: Known;
	private readonly bands: Record<keyof typeof BANDS, number>;
	private readonly reactions: Reactions;
	private readonly headingLost: boolean;
	private seenRadio: RadioReadings | null;
	private seenBearingDeg = 0;
	private seconds = 0;
	private ticks = 0;
	private intent = 0;
	private intentSince = 0;
	private levelFt: number;
	private levellingOff = false;
	private forgetsUntil = -1;
	private heldFor = -1;
	private juggledUntil = -1;
	private awayUntil = -1;
	private setAside = 0;
	/** What the hands are told to do. */
	private wanted = { pitchDeg: 0, bankDeg: 0, throttle: 0, rudder: 0 };
	private pitchBiasDeg = 0;
	private press = { pitch: 0, bank: 0 };
	private force = 0;
	private forceBank = 0;
	private stick = { elevator: 0, aileron: 0 };
	private jitter = { elevator: 0, aileron: 0, rudder: 0 };
	private throttle: number;
	private trim: number;
	private lastAttitude: { pitchDeg: number; bankDeg: number } | null = null;
	private readonly lastChange = { pitch: -99, power: -99, bank: -99 };
	private straightSince = 0;
	private readonly named = new Map<number, number>();
	private altimeterOff: number;
	private headingKnob: number;
	private readonly side: number;
	/** How hard the one who chases goes after the needle, °/s for each ft/min. */
	private readonly chaseGain: number;
	/** The same for the needle of the path, °/s at its stop. */
	private readonly pathGain: number;

	constructor(
		private readonly technique: Technique,
		private readonly card: TaskCard,
		private readonly aircraft: Aircraft,
		seed: number,
		initial: ControlInputs,
		panel: Panel,
		radio: Readonly<RadioReadings> | null
	) {
		this.random = new SeededRandom(seed * 7919 + 13);
		const { random } = this;
		this.bands = Object.fromEntries(
			Object.entries(BANDS).map(([key, [low, high]]) => [key, random.between(low, high)])
		) as Record<keyof typeof BANDS, number>;
		this.eye = new HumanEye(
			random,
			technique.omits,
			technique.staresAt,
			technique.chasesVerticalSpeed ? 'vertical-speed' : technique.chasesGlidepath ? 'needle' : undefined
		);
		this.reactions = new Reactions(random);
		this.plans = planAhead(card, aircraft);
		this.seenRadio = radio && { ...radio };
		this.seenBearingDeg = panel.headingDeg + (radio?.pointerDeg ?? 0);
		this.navigator = card.navigation && radio ? new Navigator(card, technique, { ...radio }, initial) : null;
		if (this.navigator) {
			this.account.legsOff = this.navigator.legsOff;
			// His clock runs from wings level on the leg.
			this.navigator.isOnLeg = (courseDeg) =>
				this.seconds - this.bankedAt > LEVEL_SECONDS &&
				Math.abs(signedDeg(this.known.headingDeg - courseDeg)) < ON_LEG_DEG;
		}
		this.approach = card.approach ? new ApproachHands(card, technique) : null;
		this.recovery = card.upset ? new Recovery(panel, technique.recovers) : null;
		const lost = (kind: string) =>
			(card.failures ?? []).some(
				(one) => one.kind === kind && one.onset.kind === 'at' && one.onset.seconds === 0
			);
		this.headingLost =
			lost('heading-stuck') || lost('vacuum') || (card.covered?.includes('heading') ?? false);
		this.throttle = initial.throttle;
		this.trim = initial.trim;
		this.wanted.throttle = initial.throttle;
		this.wanted.pitchDeg = panel.pitchDeg;
		this.levelFt = panel.altimeterFt;
		this.altimeterOff = technique.altimeterOffHpa ?? 0;
		this.headingKnob = technique.headingKnobOffDeg ?? 0;
		this.chaseGain = random.between(0.006, 0.011);
		this.pathGain = random.between(3, 6);
		this.side = random.next() < 0.5 ? -1 : 1;
		const { altimeterFt, airspeedKias, verticalSpeedFpm, headingDeg, pitchDeg, bankDeg } = panel;
		const { turnRateDegPerSecond, ballDeg, compassDeg } = panel;
		this.known = {
			altimeterFt,
			airspeedKias,
			verticalSpeedFpm,
			headingDeg,
			pitchDeg,
			bankDeg,
			turnRateDegPerSecond,
			ballDeg,
			compassDeg,
			steadyKias: airspeedKias
		};
	}

	get looks() {
		return this.eye.looks;
	}

	controls(flown: CardFlight): ControlInputs {
		const { flight, progress, inputs } = flown;
		this.seconds += SECONDS;
		this.ticks++;
		this.reactions.carryOut(this.seconds);
		const { panel } = flight;
		this.truth = panel;
		this.flight = flight;
		this.flownSeconds = flown.seconds;
		if (Math.abs(panel.bankDeg) >= LEVEL_BANK_DEG) this.bankedAt = this.seconds;
		this.lastInputs = inputs;
		const before = this.eye.now;
		if (this.eye.move(this.seconds, this.weights())) this.read(before, panel);
		this.whileLooking(panel, flight.radio);
		if (this.recovery && !this.recovery.done) return this.recover(panel, inputs);
		this.decide(progress.current);
		if (this.approach) this.approachHeight(flown);
		this.steerByRadio(flight.radio);
		return this.hands(panel, inputs, flight.failureMask);
	}

	/** What is wanted now: of a step or a path down, what its moment asks for. */
	private get plan(): Plan {
		const plan = this.plans[this.intent]!;
		const { vertical } = plan;
		if (vertical.kind === 'glide') return { ...plan, vertical: { kind: 'rate', fpm: this.pathFpm } };
		if (vertical.kind !== 'step') return plan;
		if (this.stepping.way === 'up')
			return { ...plan, vertical: { kind: 'speed', up: true }, pitchDeg: CLIMB_PITCH_DEG, throttle: 1 };
		if (this.stepping.way === 'down') {
			const { fpm, pitchDeg, throttle } = vertical.down;
			return { ...plan, vertical: { kind: 'rate', fpm }, pitchDeg, throttle };
		}
		return { ...plan, vertical: { kind: 'altitude', altitudeFt: this.stepFt(vertical) } };
	}

	/** The altitude of a step; lower for the one who goes down before its fix. */
	private stepFt({ altitudeFt }: Extract<Plan['vertical'], { kind: 'step' }>): number {
		const { segment, floorFt } = this.card.phases[this.intent]!;
		const early = segment === 'final' && floorFt !== this.card.approach?.minimum.altitudeFt;
		return altitudeFt - (early ? (this.technique.stepsEarlyFt ?? 0) : 0);
	}

	/** Which way a step goes, and what the path down asks for: by what was last seen of altimeter and needle. */
	private approachHeight(flown: CardFlight): void {
		const { vertical } = this.plans[this.intent]!;
		this.view = viewOf(flown);
		if (vertical.kind === 'glide') {
			// By the needle it is decided at each look at it; who chases it, or looks out, goes by what is there.
			if (vertical.bySight || this.technique.chasesGlidepath) {
				const seen = this.approach!.glideFpm(vertical, this.seenRadio, this.view);
				this.pathFpm += 0.05 * (seen - this.pathFpm);
			}
			// By sight the sink is felt all the time, and the nose follows it in small steps.
			if (vertical.bySight && this.mayChange('pitch')) {
				const sinks = flown.flight.panel.verticalSpeedFpm + 60 * this.random.normal();
				this.nose(clamp((this.pathFpm - sinks) * 0.0045, -2, 2));
			}
			return;
		}
		if (vertical.kind !== 'step') return;
		const { way } = this.stepping;
		const before = this.plan;
		this.step(vertical);
		if (way !== this.stepping.way) this.changeOver(before, this.plan, this.plan.throttle);
	}

	/** The rate that the path's needle asks for: by where it stands, and where it is going. */
	private seesPath(): void {
		const { vertical } = this.plans[this.intent]!;
		if (vertical.kind !== 'glide' || vertical.bySight || !this.seenRadio || this.seenRadio.glideValid <= 0)
			return;
		const needle = clamp(this.seenRadio.glideNeedle + 0.02 * this.random.normal(), -1, 1);
		const since = this.seconds - this.pathSeen.at;
		const goes = since < 20 ? (needle - this.pathSeen.needle) / Math.max(2, since) : 0;
		this.pathSeen = { needle, at: this.seconds };
		const asked = clamp(PATH_FPM * (needle + PATH_LEAD_SECONDS * goes), -MOST_PATH_FPM, MOST_PATH_FPM);
		this.pathFpm = vertical.fpm + (Math.abs(asked) < PATH_BAND_FPM ? 0 : this.scattered(asked));
	}

	/** Which way a step goes from what is known of the altitude. */
	private step(vertical: Extract<Plan['vertical'], { kind: 'step' }>): void {
		const off = this.stepFt(vertical) - this.known.altimeterFt;
		const { way, intent } = this.stepping;
		const levelled = intent === this.intent && way === 'level' ? STEP_AGAIN_TIMES : 1;
		const lead = Math.abs(vertical.down.fpm) * 0.1 + (REACTING_SECONDS * Math.abs(vertical.down.fpm)) / 60;
		const next = off < -levelled * lead ? 'down' : off > levelled * STEP_UP_FT ? 'up' : 'level';
		this.stepping = { way: next, intent: this.intent };
	}

	/** Whether the phase is the first of going around. */
	private get goesAroundNow(): boolean {
		return (
			this.card.phases[this.intent]!.after === 'go-around' &&
			this.card.phases[this.intent - 1]?.after !== 'go-around'
		);
	}

	/** Power and nose to what comes, each in its own breath. */
	private changeOver(before: Plan, now: Plan, throttle: number): void {
		if (Math.abs(now.pitchDeg - before.pitchDeg) > 0.4)
			this.after(() => {
				this.pitchBiasDeg *= 0.5;
				this.returningDeg = 0;
			});
		this.after(() => {
			this.wanted.throttle = clamp(throttle + (throttle < 1 ? 0.02 * this.random.normal() : 0), 0, 1);
			this.eye.follow(this.seconds);
		});
		this.lastChange.power = this.seconds;
		this.lastChange.pitch = this.seconds;
	}

	/** How often each dial is worth a look: what moves is looked at more. */
	private weights(): Partial<Record<Seen, number>> {
		const turning = Math.abs(this.wanted.bankDeg) > 3;
		const { vertical } = this.plan;
		const near = this.plan.toFt !== null && Math.abs(this.plan.toFt - this.known.altimeterFt) < 200;
		return {
			altimeter: near ? 3 : this.approach ? 2.4 : 1.2,
			airspeed: this.approach ? 2 : vertical.kind === 'speed' || this.isSlowing ? 1.6 : 1,
			heading: this.headingLost ? 0.2 : turning ? 2.6 : 1.2,
			'vertical-speed': this.technique.chasesVerticalSpeed
				? 6
				: vertical.kind === 'rate' || this.approach
					? 1.4
					: 0.8,
			turn: turning || this.headingLost ? 1.6 : 0.6,
			engine: 0.25,
			...(this.headingLost ? { compass: turning ? (this.technique.readsCompassInTurn ? 3 : 0.2) : 1.4 } : {}),
			...(this.navigator
				? {
						needle: this.technique.chasesGlidepath
							? 6
							: this.plans[this.intent]!.vertical.kind === 'glide'
								? 3
								: 1.6
					}
				: {})
		};
	}

	private get isSlowing(): boolean {
		return this.card.phases[this.intent]!.targets.airspeedKias?.mode === 'reach';
	}

	private scattered(size: number): number {
		return size * (1 + SIZE_SCATTER * clamp(this.random.normal(), -2, 2));
	}

	private after(act: () => void, lateSeconds = 0): void {
		this.reactions.decide(this.seconds, act, lateSeconds);
	}

	/** Takes in what the look at a dial has shown, and decides what to do about it. */
	private read(dial: Seen, panel: Panel): void {
		const { known, random, plan } = this;
		const off = (size: number) => size * random.normal();
		switch (dial) {
			case 'altimeter':
				known.altimeterFt = panel.altimeterFt + off(6);
				this.correctAltitude();
				return;
			case 'airspeed':
				this.gainsKt =
					(panel.airspeedKias - known.airspeedKias) / Math.max(2, this.seconds - this.speedSeenAt);
				this.speedSeenAt = this.seconds;
				known.airspeedKias = panel.airspeedKias + off(0.8);
				known.steadyKias += 0.5 * (known.airspeedKias - known.steadyKias);
				this.correctSpeed();
				return;
			case 'vertical-speed':
				known.verticalSpeedFpm = panel.verticalSpeedFpm + off(20);
				this.correctRate();
				return;
			case 'heading':
				if (!this.headingLost) known.headingDeg = normalizeDeg(panel.headingDeg + off(0.7));
				return;
			case 'turn':
				known.ballDeg = panel.ballDeg + off(0.4);
				if (Math.abs(known.ballDeg) > 1.2 && this.technique.rudderHeld === undefined) {
					const step = this.scattered(0.016 * known.ballDeg);
					this.after(() => (this.wanted.rudder = clamp(this.wanted.rudder + step, -0.6, 0.6)));
				}
				return;
			case 'compass':
				known.compassDeg = panel.compassDeg + off(1);
				// Believed when it has come to rest.
				if (this.seconds - this.straightSince > 5)
					known.headingDeg = normalizeDeg(
						known.headingDeg + 0.6 * signedDeg(known.compassDeg - known.headingDeg)
					);
				return;
			case 'needle':
				this.seesPath();
				return;
			case 'engine':
				if (plan.vertical.kind === 'speed' && this.seconds > this.forgetsUntil)
					this.after(() => (this.wanted.throttle = plan.throttle));
				return;
			default:
		}
	}

	/** What is taken in all the time while the eye rests on something: the horizon, the needles. */
	private whileLooking(panel: Panel, radio: Readonly<RadioReadings> | null): void {
		const { known } = this;
		// What moves is known to go on moving between two looks.
		known.altimeterFt += (known.verticalSpeedFpm / 60) * SECONDS;
		known.headingDeg = normalizeDeg(known.headingDeg + known.turnRateDegPerSecond * SECONDS);
		if (Math.abs(panel.turnRateDegPerSecond) > 0.6) this.straightSince = this.seconds;
		if (this.eye.now === 'needle' && radio) {
			this.seenRadio = { ...radio };
			this.seenBearingDeg = known.headingDeg + radio.pointerDeg;
		}
		// A bearing is remembered as a bearing, whatever the nose does meanwhile.
		if (this.seenRadio) this.seenRadio.pointerDeg = normalizeDeg(this.seenBearingDeg - known.headingDeg);
		if (this.eye.now === 'heading' && !this.headingLost) known.headingDeg = panel.headingDeg;
		if (this.eye.now === 'compass') known.compassDeg = panel.compassDeg;
		if (this.eye.now === 'vertical-speed' && this.technique.chasesVerticalSpeed) {
			this.chase(panel);
			return;
		}
		if (this.eye.now === 'needle' && this.technique.chasesGlidepath && radio) {
			this.chasePath(panel, radio);
			return;
		}
		if (this.eye.now !== 'attitude') {
			this.press.pitch *= 0.8;
			this.press.bank *= 0.8;
			this.lastAttitude = null;
			return;
		}
		known.pitchDeg = panel.pitchDeg;
		known.bankDeg = panel.bankDeg;
		// The bank says how fast it turns, better than a needle that feels the roll.
		known.turnRateDegPerSecond =
			(1091 * Math.tan((panel.bankDeg * Math.PI) / 180)) / roughTrueKt(known.airspeedKias, known.altimeterFt);
		this.attitude(panel);
	}

	/** The nose of one who flies the needle of the path: it goes after it for as long as it is off. */
	private chasePath(panel: Panel, radio: Readonly<RadioReadings>): void {
		const { vertical } = this.plans[this.intent]!;
		if (vertical.kind === 'glide' && !vertical.bySight && radio.glideValid > 0) {
			const step = clamp(radio.glideNeedle * this.pathGain, -3, 3) * SECONDS;
			this.after(() => (this.pitchBiasDeg = clamp(this.pitchBiasDeg + step, -6, 6)));
		}
		this.attitude(panel);
	}

	/** The nose of one who flies the needle of the vertical speed: it goes where that says, for as long as it says so. */
	private chase(panel: Panel): void {
		const { vertical } = this.plan;
		const { altimeterFt } = this.known;
		const wanted =
			vertical.kind === 'rate'
				? vertical.fpm
				: clamp(((this.target?.altitudeFt ?? altimeterFt) - altimeterFt) * 4, -300, 300);
		const step = clamp((wanted - panel.verticalSpeedFpm) * this.chaseGain, -3, 3) * SECONDS;
		if (vertical.kind !== 'speed')
			this.after(() => (this.pitchBiasDeg = clamp(this.pitchBiasDeg + step, -6, 6)));
		// The horizon is still there at the edge of what he sees.
		this.attitude(panel);
	}

	/** The stick while the horizon is looked at: toward the attitude that is wanted, and let go near it. */
	private attitude({ pitchDeg, bankDeg }: Panel): void {
		const rate = this.lastAttitude
			? {
					pitch: (pitchDeg - this.lastAttitude.pitchDeg) / SECONDS,
					bank: (bankDeg - this.lastAttitude.bankDeg) / SECONDS
				}
			: { pitch: 0, bank: 0 };
		this.lastAttitude = { pitchDeg, bankDeg };
		const pitch = this.wanted.pitchDeg - pitchDeg;
		const bank = this.wanted.bankDeg - bankDeg;
		// The faster, the lighter the hand.
		const firm = clamp((90 / this.known.airspeedKias) ** 2, 0.35, 1.3);
		const press = {
			pitch:
				Math.abs(pitch) < 0.3
					? -0.012 * firm * rate.pitch
					: clamp(firm * (0.016 * pitch - 0.012 * rate.pitch), -0.4, 0.4),
			bank:
				Math.abs(bank) < 0.8
					? -0.008 * firm * rate.bank
					: clamp(firm * (0.02 * bank - 0.009 * rate.bank), -0.5, 0.5)
		};
		// The force that the attitude goes on asking for is held, until it is trimmed away.
		this.force = clamp(this.force + 0.015 * firm * clamp(pitch, -4, 4) * SECONDS, -0.6, 0.6);
		// Against feet that rest on the rudder a hand has to be held; else the wings want none.
		if (this.technique.rudderHeld !== undefined)
			this.forceBank = clamp(this.forceBank + 0.01 * firm * clamp(bank, -5, 5) * SECONDS, -0.6, 0.6);
		this.reactions.press(this.seconds, () => (this.press = press));
	}

	private mayChange(what: keyof typeof SETTLE): boolean {
		const settle = SETTLE[what] * (this.approach ? (what === 'pitch' ? 0.85 : 0.5) : 1);
		if (this.seconds - this.lastChange[what] < settle * this.random.between(0.9, 1.5)) return false;
		this.lastChange[what] = this.seconds;
		return true;
	}

	private nose(byDeg: number): void {
		const step = this.scattered(byDeg);
		this.after(() => (this.pitchBiasDeg = clamp(this.pitchBiasDeg + step, -8, 8)));
	}

	private get target(): { altitudeFt: number } | null {
		const { vertical } = this.plan;
		if (vertical.kind === 'altitude') return vertical;
		return vertical.kind === 'level' ? { altitudeFt: this.levelFt } : null;
	}

	/** What is added to the known pitch while an altitude is gone back to, degrees. */
	private returningDeg = 0;

	private correctAltitude(): void {
		const { target } = this;
		if (!target || this.technique.chasesVerticalSpeed) return;
		const error = target.altitudeFt - this.known.altimeterFt;
		const early = this.technique.levelOffLead > 0.3 && this.levellingOff;
		const band = this.bands.altitudeFt;
		if (Math.abs(error) < band) {
			if (this.returningDeg !== 0) this.after(() => (this.returningDeg = 0));
			return;
		}
		// Near the ground it is gone back to more firmly, and with an eye on where it is going.
		const most = early ? 0.7 : this.approach ? 3.5 : 2.4;
		const ahead = this.approach ? error - (TREND_SECONDS * this.known.verticalSpeedFpm) / 60 : error;
		const urgent =
			this.approach !== null &&
			Math.abs(ahead) > URGENT_FT &&
			this.seconds - this.lastChange.pitch > URGENT_SECONDS;
		if (urgent) this.lastChange.pitch = this.seconds;
		else if (!this.mayChange('pitch')) return;
		const wanted = clamp(this.scattered((this.approach ? 0.02 : 0.014) * ahead), -most, most);
		this.after(() => (this.returningDeg = wanted));
	}

	private correctRate(): void {
		const { vertical } = this.plan;
		const { verticalSpeedFpm } = this.known;
		if (this.technique.chasesVerticalSpeed) return;
		const onPath = this.plans[this.intent]!.vertical.kind === 'glide';
		if (onPath && this.technique.chasesGlidepath) return;
		if (vertical.kind === 'rate') {
			const error = vertical.fpm - verticalSpeedFpm;
			if (
				Math.abs(error) > this.bands.rateFpm &&
				this.seconds - this.intentSince > 7 &&
				this.mayChange('pitch')
			)
				this.nose(clamp(error * 0.0045, -2, 2));
			return;
		}
		const mostDeg = this.approach ? 1.5 : 1.2;
		// In level flight a rate that stays is a pitch that is not the right one.
		if (this.target && this.returningDeg === 0 && Math.abs(verticalSpeedFpm) > 70 && this.mayChange('pitch'))
			this.nose(clamp(-verticalSpeedFpm * 0.004, -mostDeg, mostDeg));
	}

	private correctSpeed(): void {
		const { plan, known } = this;
		const final = this.card.phases[this.intent]!.segment === 'final';
		const wanted = plan.airspeedKias + (final ? (this.technique.fastFinalKt ?? 0) : 0);
		// On an approach it is watched where it is going.
		const error = wanted - known.airspeedKias - (this.approach ? TREND_SECONDS * this.gainsKt : 0);
		if (plan.vertical.kind === 'speed') {
			if (
				Math.abs(error) > this.bands.airspeedKt &&
				this.seconds - this.intentSince > 6 &&
				this.mayChange('pitch')
			)
				this.nose(clamp(-error * 0.28, -2.5, 2.5));
			return;
		}
		if (this.isSlowing || this.seconds < this.forgetsUntil) return;
		if (Math.abs(error) < this.bands.airspeedKt || this.seconds - this.intentSince < 6) return;
		if (!this.mayChange('power')) return;
		const step = this.scattered(clamp(error * (this.approach ? 0.02 : 0.013), -0.15, 0.15));
		this.after(() => (this.wanted.throttle = clamp(this.wanted.throttle + step, 0, 1)));
	}

	private decide(currentPhase: number): void {
		if (currentPhase > this.intent + (this.endsItself(this.intent) ? 1 : 0))
			this.goTo(Math.min(currentPhase, this.plans.length - 1));
		const next = this.plans[this.intent + 1];
		if (!next) return;
		const { known, technique, plan } = this;
		const speed = this.card.phases[this.intent]!.targets.airspeedKias;
		if (speed?.mode === 'reach') {
			// A careful pilot has the flap out before he goes on; and what is looked at now and then may be past already.
			const ready = technique.descendWithinKt > 10 || !this.lastInputs || !this.waits(this.lastInputs);
			const slower = speed.value < (this.plans[this.intent - 1] ?? plan).airspeedKias;
			const toGo = (known.airspeedKias - speed.value) * (slower ? 1 : -1);
			if (ready && toGo <= technique.descendWithinKt + 1) this.goTo(this.intent + 1);
			return;
		}
		if (plan.vertical.kind !== 'altitude' && plan.toFt !== null) {
			const rate = plan.vertical.kind === 'rate' ? plan.vertical.fpm : known.verticalSpeedFpm;
			const up =
				plan.vertical.kind === 'rate' ? rate > 0 : plan.vertical.kind === 'speed' && plan.vertical.up;
			// Between looks the altimeter is known to go on.
			const passed = (known.altimeterFt - plan.toFt) * (up ? 1 : -1);
			const reacting = technique.levelOffLead > 0 ? (REACTING_SECONDS * Math.abs(rate)) / 60 : 0;
			if (passed >= -technique.levelOffLead * Math.abs(rate) - reacting) this.goTo(this.intent + 1);
			return;
		}
		if (this.turnsByOwnReckoning(this.intent) && next.lateral.kind === 'heading') {
			const { bankDeg } = plan.lateral as { bankDeg: number };
			const reads = technique.readsCompassInTurn && this.headingLost;
			const toGo =
				signedDeg(next.lateral.headingDeg - (reads ? known.compassDeg : known.headingDeg)) *
				Math.sign(bankDeg);
			if (reads) {
				if (Math.abs(toGo) > 3) return;
				// Not what the heading dial says, which has failed.
				const { headingDeg } = this.flight!.truth();
				this.account.deeds.push({
					kind: 'compass',
					by: Math.abs(signedDeg(this.truth!.compassDeg - headingDeg))
				});
				known.headingDeg = known.compassDeg;
				this.goTo(this.intent + 1);
			} else if (toGo < Math.abs(bankDeg) * 0.5 + 1.5 && toGo > -90) this.goTo(this.intent + 1);
		}
	}

	private turnsByOwnReckoning(index: number): boolean {
		const { end } = this.card.phases[index]!;
		return (
			this.plans[index]!.lateral.kind === 'bank' &&
			end.kind === 'all' &&
			end.of.some((leaf) => leaf.kind === 'within' && leaf.channel === 'bankDeg')
		);
	}

	private endsItself(index: number): boolean {
		const plan = this.plans[index]!;
		if (!this.plans[index + 1]) return false;
		return (
			this.card.phases[index]!.targets.airspeedKias?.mode === 'reach' ||
			(plan.vertical.kind !== 'altitude' && plan.toFt !== null) ||
			this.turnsByOwnReckoning(index)
		);
	}

	/**
	 * What was done by going on when it was, on purpose or by chance: the truth that detectors are held against. It is told
	 * by the aeroplane at that moment and by the card, not by what the flight then looks like.
	 */
	private did(index: number): void {
		const { truth, intent, card } = this;
		const before = this.plans[intent]!;
		const now = card.phases[intent]!;
		if (!truth || index !== intent + 1) return;
		const { deeds } = this.account;
		const speed = now.targets.airspeedKias;
		const sinks = (card.phases[index]!.targets.verticalSpeedFpm?.value ?? 0) < 0;
		if (speed?.mode === 'reach' && sinks)
			deeds.push({ kind: 'descent', by: truth.airspeedKias - speed.value });
		if (before.vertical.kind === 'rate' && before.toFt !== null && !card.approach) {
			const { fpm } = before.vertical;
			const leadFt = (before.toFt - truth.altimeterFt) * Math.sign(fpm);
			deeds.push({ kind: 'level-off', by: leadFt / (Math.abs(fpm) / 10) });
		}
		const after = this.plans[index]!;
		if (before.lateral.kind === 'bank' && after.lateral.kind === 'heading' && !this.headingLost) {
			const { bankDeg } = before.lateral;
			if (Math.abs(bankDeg) > 5)
				this.turned = { toDeg: after.lateral.headingDeg, side: Math.sign(bankDeg), intent: index };
		}
	}

	private goTo(index: number): void {
		if (index === this.intent) return;
		const before = this.plan;
		this.did(index);
		this.intent = index;
		this.intentSince = this.seconds;
		const { vertical } = this.plans[index]!;
		if (vertical.kind === 'step') this.step(vertical);
		// A path down begins at the rate that keeps it.
		if (vertical.kind === 'glide') this.pathFpm = vertical.fpm;
		const now = this.plan;
		const { technique } = this;
		this.levellingOff = before.vertical.kind !== 'altitude' && now.vertical.kind === 'altitude';
		const turns = now.lateral.kind === 'bank' && now.lateral.bankDeg !== 0 && before.lateral.kind !== 'bank';
		if (technique.forgetsPower && (this.levellingOff || turns)) {
			this.forgetsUntil = this.seconds + 45;
			this.account.forgot.push({ from: this.flownSeconds, to: this.flownSeconds + 45 });
		}
		if (technique.juggles) this.juggledUntil = this.seconds + this.random.between(5, 8);
		this.levelFt = this.known.altimeterFt;
		// The known power and pitch of what comes, each in its own breath; nothing is moved that stays as it is.
		if (Math.abs(now.pitchDeg - before.pitchDeg) > 0.4)
			this.after(() => {
				this.pitchBiasDeg *= 0.5;
				this.returningDeg = 0;
			});
		const next = this.plans[index + 1];
		// A change of speed ahead of a descent is made with the descent's own power.
		const descends =
			this.card.phases[index]!.targets.airspeedKias?.mode === 'reach' &&
			next?.vertical.kind === 'rate' &&
			next.vertical.fpm < 0;
		const throttle = descends ? next.throttle : now.throttle;
		if (Math.abs(throttle - this.wanted.throttle) > 0.03 && this.seconds >= this.forgetsUntil) {
			// Late through a level-off without a lead: the hand is late as well.
			const slow = this.goesAroundNow ? (technique.slowGoAroundSeconds ?? 0) : 0;
			if (slow > 0) this.forgetsUntil = this.seconds + slow;
			const late = slow + (this.levellingOff && technique.levelOffLead <= 0 ? 4 : 0);
			this.after(() => {
				this.wanted.throttle = clamp(throttle + 0.02 * this.random.normal(), 0, 1);
				this.eye.follow(this.seconds);
			}, late);
			this.lastChange.power = this.seconds;
		}
		this.lastChange.pitch = this.seconds;
	}

	/** Keeps what heading and rate were meant, at each half second. */
	private means(headingDeg: number | null): void {
		const { meantDeg, meantFpm } = this.account;
		const { vertical } = this.plans[this.intent]!;
		const whole = headingDeg === null ? null : Math.round(headingDeg);
		const rate =
			vertical.kind === 'glide' && !vertical.bySight ? Math.round(this.pathFpm - vertical.fpm) : null;
		while (meantDeg.length * MEANT_SECONDS <= this.flownSeconds) {
			meantDeg.push(whole);
			meantFpm.push(rate);
		}
	}

	/** What the wings are to do, by heading, by bank, or by the radios. */
	private steerByRadio(radio: Readonly<RadioReadings> | null): void {
		const { known, plan } = this;
		let lateral = plan.lateral as Plan['lateral'] | { kind: 'heading'; headingDeg: number };
		if (lateral.kind === 'path') {
			const bySight = this.approach?.steer(this.intent, this.view) ?? null;
			if (bySight !== null) lateral = { kind: 'heading', headingDeg: bySight };
		}
		if (lateral.kind === 'path') {
			if (!this.navigator || !this.seenRadio || !radio) return;
			// The ear is always on; the eye is not.
			this.seenRadio.identified = radio.identified;
			lateral = this.navigator.steer(
				this.intent,
				lateral.path,
				this.seenRadio,
				{ headingDeg: known.headingDeg, turnRateDegPerSecond: known.turnRateDegPerSecond },
				roughTrueKt(known.airspeedKias, known.altimeterFt)
			);
		}
		this.means(lateral.kind === 'heading' ? lateral.headingDeg : null);
		if (lateral.kind === 'bank') {
			const taught = lateral.bankDeg;
			// The turn needle says whether that is enough.
			const { turnRateDegPerSecond } = known;
			const slow = Math.abs(taught) > 5 ? clamp(3 - Math.abs(turnRateDegPerSecond), -1, 1) : 0;
			const bankDeg =
				taught +
				(this.seconds - this.intentSince > 8 && Math.abs(taught) > 10 ? Math.sign(taught) * slow * 1.5 : 0);
			this.bank(bankDeg);
			return;
		}
		if (lateral.kind !== 'heading') return;
		const error = signedDeg(lateral.headingDeg - known.headingDeg);
		const before = this.plans[this.intent - 1];
		if (this.technique.holdsBank && before?.lateral.kind === 'bank' && this.heldFor !== this.intent) {
			const side = Math.sign(before.lateral.bankDeg);
			if (error * side > -2 && this.seconds - this.intentSince < 12) {
				this.bank(before.lateral.bankDeg);
				return;
			}
			this.heldFor = this.intent;
		}
		const turning = Math.abs(this.wanted.bankDeg) > 2;
		// Left alone while it is small; rolled out with a lead once it is being corrected.
		const band = turning ? Math.max(1, 0.35 * Math.abs(this.wanted.bankDeg)) : this.bands.headingDeg;
		if (Math.abs(error) < band) this.bank(0);
		else if (!turning || Math.sign(error) !== Math.sign(this.wanted.bankDeg) || Math.abs(error) > 20)
			this.bank(clamp(this.turnFor(error), -MOST_BANK_DEG, MOST_BANK_DEG));
	}

	private turnFor(errorDeg: number): number {
		return Math.sign(errorDeg) * clamp(1.1 * Math.abs(errorDeg), 4, MOST_BANK_DEG);
	}

	/** Where a turn was ended: past its heading, or before. */
	private rollsOut(): void {
		if (!this.turned || !this.truth || this.turned.intent !== this.intent) return;
		const { toDeg, side } = this.turned;
		this.account.deeds.push({ kind: 'roll-out', by: side * signedDeg(this.truth.headingDeg - toDeg) });
		this.turned = null;
	}

	private askedBank = 0;
	/** How the speed went between the last two looks at it, kt/s. */
	private gainsKt = 0;
	private speedSeenAt = 0;

	private bank(deg: number): void {
		if (Math.abs(deg - this.askedBank) < 1.5) return;
		if (deg === 0 || Math.sign(deg) !== Math.sign(this.askedBank)) this.rollsOut();
		this.askedBank = deg;
		const meant = deg === 0 ? 0.4 * this.random.normal() : deg * (1 + 0.06 * this.random.normal());
		this.after(() => {
			this.wanted.bankDeg = meant;
			this.eye.follow(this.seconds);
		});
	}

	/** Both hands and the feet, for the next tenth of a second. */
	private hands(panel: Panel, previous: ControlInputs, failures: number): ControlInputs {
		const { technique, plan, known } = this;
		let pitchDeg = plan.pitchDeg + this.pitchBiasDeg + this.returningDeg;
		// Faster than the plan a level nose is lower: what the wing needs goes with the square of the speed.
		if (this.target) {
			// Until the flap is out it is the pitch of before that is known.
			const base = this.waits(previous) ? (this.plans[this.intent - 1] ?? plan) : plan;
			const share = (base.airspeedKias / Math.max(50, known.airspeedKias)) ** 2;
			pitchDeg += base.pitchDeg - plan.pitchDeg;
			pitchDeg += clamp((base.pitchDeg + ZERO_LIFT_DEG) * (share - 1), -4, 1.5);
		}
		const juggles = this.seconds < this.juggledUntil;
		if (juggles) pitchDeg += 4 * this.side;
		const step = technique.pitchRateDegPerSecond * 1.0 * SECONDS;
		this.wanted.pitchDeg += clamp(pitchDeg - this.wanted.pitchDeg, -step, step);

		// Too fast for what is to come down: less power until it may.
		const waits = this.waits(previous);
		let throttle = this.wanted.throttle + (juggles ? 0.35 * this.side : 0) - (waits ? 0.2 : 0);
		if (this.seconds < this.forgetsUntil || this.eye.stares(this.seconds)) throttle = this.throttle;
		const most = THROTTLE_PER_SECOND * SECONDS;
		this.throttle += clamp(clamp(throttle, 0, 1) - this.throttle, -most, most);

		for (const axis of ['elevator', 'aileron', 'rudder'] as const)
			this.jitter[axis] +=
				-JITTER_SHARE * this.jitter[axis] + JITTER * Math.sqrt(2 * JITTER_SHARE) * this.random.normal();
		const away = this.isAway() || this.eye.stares(this.seconds);
		this.toward('elevator', away ? 0.045 * this.side : this.press.pitch + this.force);
		this.toward('aileron', away ? 0.07 * this.side : this.press.bank + this.forceBank);
		this.trimAway();
		return {
			...previous,
			elevator: clamp(this.stick.elevator + this.jitter.elevator, -1, 1),
			aileron: clamp(this.stick.aileron + this.jitter.aileron, -1, 1),
			rudder: clamp((technique.rudderHeld ?? this.wanted.rudder) + 0.5 * this.jitter.rudder, -1, 1),
			throttle: this.throttle,
			trim: this.trim,
			...this.configured(previous),
			propeller: plan.propeller,
			...this.radios(),
			...(this.approach?.say(previous, this.intent, this.seconds, this.view) ?? {}),
			...this.name(previous, failures),
			alternateStatic: this.staticNamed ? 1 : previous.alternateStatic,
			headingKnobDeg: previous.headingKnobDeg + this.setHeading(panel),
			altimeterSettingHpa: previous.altimeterSettingHpa + this.setAltimeter(),
			byInstructor: 0
		};
	}

	/** The radios as the navigator wants them; the needle's source the other one for whoever has it wrong. */
	private radios(): Partial<ControlInputs> {
		if (!this.navigator) return {};
		const { hands } = this.navigator;
		if (!this.technique.wrongSource || this.card.phases[this.intent]!.segment !== 'final') return hands;
		return { ...hands, radios: { ...hands.radios, needle: hands.radios.needle === 'nav' ? 'rnav' : 'nav' } };
	}

	private toward(axis: 'elevator' | 'aileron', wanted: number): void {
		const most = STICK_PER_SECOND * SECONDS;
		this.stick[axis] += clamp(wanted - this.stick[axis], -most, most);
	}

	/** A force that has been held for a while is taken away by the wheel, in steps. */
	private trimAway(): void {
		if (this.technique.neverTrims || Math.abs(this.force) < 0.012 || this.ticks % 12 !== 0) return;
		const { trimRangeDeg, elevator } = this.aircraft.controls;
		const share = this.random.between(0.3, 0.7);
		const perStick = -elevator.minimumDeg / trimRangeDeg;
		this.trim = clamp(this.trim + share * this.force * perStick, -1, 1);
		this.force *= 1 - share;
	}

	private waits(previous: ControlInputs): boolean {
		const { flapsDeg, gear } = this.configured(previous);
		return !this.technique.forgetsConfiguration && (flapsDeg < this.plan.flapsDeg || gear < this.plan.gear);
	}

	private configured(previous: ControlInputs): Pick<ControlInputs, 'flapsDeg' | 'gear'> {
		const { flapsDeg, gear } = this.plan;
		const { speeds, gear: retractable } = this.aircraft;
		const soon = this.seconds - this.intentSince < 1.5 + this.random.between(0, 1);
		if (this.technique.forgetsConfiguration || soon)
			return { flapsDeg: previous.flapsDeg, gear: previous.gear };
		const fast = (limitKias: number) => this.known.airspeedKias > limitKias - 3;
		return {
			flapsDeg: flapsDeg > previous.flapsDeg && fast(speeds.flapsMaximumKias) ? previous.flapsDeg : flapsDeg,
			gear:
				retractable && gear !== previous.gear && fast(retractable.operateMaximumKias) ? previous.gear : gear
		};
	}

	/** Says what has failed, some time after the dial has been seen to lie. */
	private name(
		{ named, covered }: ControlInputs,
		failures: number
	): Pick<ControlInputs, 'named' | 'covered'> {
		if (this.technique.staysSilent) return { named, covered };
		FAILURE_KINDS.forEach((kind, bit) => {
			if ((failures & (1 << bit)) === 0) return;
			if (!this.named.has(bit)) this.named.set(bit, this.seconds + this.random.between(...REACT_NAMING));
			if (this.seconds < this.named.get(bit)!) return;
			named |= 1 << bit;
			if (kind === 'static-blocked') this.staticNamed = true;
			for (const instrument of AFFECTED_INSTRUMENTS[kind]) covered |= coverBit(instrument);
		});
		return { named, covered };
	}

	private lastInputs: ControlInputs | null = null;
	private staticNamed = false;

	private setHeading(panel: Panel): number {
		if (this.headingKnob !== 0) {
			const turned = this.headingKnob;
			this.headingKnob = 0;
			return turned;
		}
		if (this.technique.headingKnobOffDeg || this.headingLost || this.seconds % 120 > SECONDS) return 0;
		if (this.seconds - this.straightSince < 6) return 0;
		return clamp(signedDeg(panel.compassDeg - panel.headingDeg) * 0.5, -4, 4);
	}

	private setAltimeter(): number {
		const begins = this.altimeterOff;
		this.altimeterOff = 0;
		if (!this.technique.distracted || this.seconds < 50 * (this.setAside + 1)) return begins;
		this.setAside++;
		const lasts = this.random.between(16, 24);
		this.awayUntil = this.seconds + lasts;
		this.account.away.push({ from: this.flownSeconds, to: this.flownSeconds + lasts });
		return this.setAside % 2 ? 0.3 : -0.3;
	}

	private isAway(): boolean {
		return this.seconds < this.awayUntil;
	}

	/** The way out of an unusual attitude: the taught one, late and with a hand that shakes. */
	private recover(panel: Panel, previous: ControlInputs): ControlInputs {
		const believed = { ...panel, steadyKias: panel.airspeedKias, cardDeg: panel.compassDeg };
		this.delayed.push(believed);
		const seen = this.delayed.length > 5 ? this.delayed.shift()! : this.delayed[0]!;
		const perception = { believed: seen, attitudeLost: false } as unknown as PanelPerception;
		const hands = this.recovery!.controls(panel, perception, previous, this.plan);
		for (const axis of ['elevator', 'aileron', 'rudder'] as const)
			this.jitter[axis] +=
				-JITTER_SHARE * this.jitter[axis] + JITTER * Math.sqrt(2 * JITTER_SHARE) * this.random.normal();
		this.throttle += clamp(hands.throttle - this.throttle, -0.08, 0.08);
		this.trim = hands.trim;
		this.wanted.throttle = this.throttle;
		this.wanted.pitchDeg = panel.pitchDeg;
		this.levelFt = panel.altimeterFt;
		if (this.technique.recovers === 'incomplete') this.forgetsUntil = 45;
		return {
			...hands,
			throttle: this.throttle,
			elevator: clamp(hands.elevator * 0.6 + this.jitter.elevator, -1, 1),
			aileron: clamp(hands.aileron * 0.9 + this.jitter.aileron, -1, 1),
			byInstructor: 0
		};
	}
	private readonly delayed: PanelPerception['believed'][] = [];
}

/** Hands that wait while an attitude is set up, tick calls, and fly. */
class HumanHands implements Hands {
	pilot: HumanPilot | null = null;
	private tickedAt = 0;

	constructor(
		private readonly technique: Technique,
		private readonly seed: number
	) {}

	controls(flown: CardFlight): ControlInputs {
		const { open } = flown.calls;
		if (open && flown.seconds - Math.max(this.tickedAt, open.dueSeconds) > 3) {
			flown.inputs = { ...flown.inputs, calls: flown.inputs.calls + 1 };
			this.tickedAt = flown.seconds;
		}
		const { flight, card, director } = flown;
		if (director && !director.isReady) {
			flown.direct(director);
			return flown.inputs;
		}
		if (director) flown.handOver();
		this.pilot ??= new HumanPilot(
			this.technique,
			card,
			flight.setup.aircraft,
			this.seed,
			flown.inputs,
			flight.panel,
			flight.radio
		);
		return this.pilot.controls(flown);
	}
}

/** A card flown by a human-like pilot. Same seed, same flight. */
export function flyByHuman(
	card: TaskCard,
	aircraft: Aircraft,
	area: Area,
	technique: Technique,
	seed: number,
	longestSeconds: number
): RobotFlight & { account: Account } {
	const recorder = new Recorder();
	const flown = new CardFlight(card, aircraft, area, { assist: 'direct', seed }, (row) => recorder.add(row));
	if (card.upset) flown.setUp(card.upset, seed);
	const hands = new HumanHands(technique, seed);
	while (!flown.progress.done && !flown.flight.ended && flown.seconds < longestSeconds) flown.step(hands);
	const endMs = flown.seconds * 1000;
	return {
		track: recorder.track(),
		looks: (hands.pilot?.looks ?? []).filter(({ startMs }) => startMs < endMs),
		account: hands.pilot?.account ?? newAccount(),
		simulatedSeconds: flown.seconds,
		completed: flown.progress.done
	};
}
