import type { Lateral } from './path-pilot.js';
import type { ControlInputs } from '../aircraft/index.js';
import {
	coverBit,
	deviationDeg,
	FAILURE_KINDS,
	AFFECTED_INSTRUMENTS,
	type Aircraft,
	type PanelReadings
} from '../aircraft/index.js';
import { clamp, SeededRandom, signedDeg } from '../base/index.js';
import { fpmPerDegree, roughTrueKt } from '../navigation/index.js';
import {
	generateDwells,
	type Dwell,
	type Phase,
	type PlantedFault,
	type TaskCard
} from '../training/index.js';
import type { RadioReadings } from '../world/index.js';
import { ApproachHands } from './approach-hands.js';
import { Navigator } from './navigator.js';
import { flyingKt, PanelPerception } from './panel-perception.js';
import { planAhead, type Plan } from './plan.js';
import { Recovery } from './recovery.js';
import type { Technique } from './techniques.js';
import type { View } from './view.js';

/** A robot decides ten times a second; its hands move as often. */
const SECONDS = 0.1;
/** Most bank that a robot uses to come back to a heading, degrees. */
const MOST_BANK_DEG = 15;
/** Roll-out begins this share of the bank before the heading. */
const ROLL_OUT_LEAD = 0.5;
/** Higher than this below a step up is climbed at full power, ft; the attitude that a climb begins with, degrees. */
const STEP_UP_FT = 60;
const CLIMB_PITCH_DEG = 6;
const STEP_AGAIN_TIMES = 3;
/** Of the throttle's way for a knot off the speed. */
const POWER_PER_KT = 0.018;
/** Looks are made for as long as any flight of a robot can take. */
const LOOKS_MS = 3_600_000;
const STARE_MS = 8000;
const OMISSION_MS = 35_000;
/** How long the hand forgets the throttle after a level-off, s. */
const FORGOTTEN_SECONDS = 45;
/** What the juggler adds to power and pitch, and for how long. */
const JUGGLED_POWER = 0.35;
const JUGGLED_PITCH_DEG = 4;
const JUGGLING_SECONDS = 7;
/** How far past the heading the holder sees that it has come. */
const HELD_PAST_DEG = 2;
/** The compass is at rest after so many seconds without a turn; then the gyro follows it by this share a second. */
const STRAIGHT_SECONDS = 6;
const STRAIGHT_DEG_PER_SECOND = 0.4;
const GYRO_SHARE = 0.5;
/** A hand that nobody watches presses a little to one side, and pulls. */
const IDLE_HAND = 0.018;
const IDLE_PULL = 0.035;
/** How often the one who is distracted sets something, for how long he is away, s, and by how much he turns the knob. */
const AWAY_EVERY_SECONDS = 55;
const AWAY_SECONDS = 16;
const PLAYED_HPA = 0.3;
const LEFT_OUT_SECONDS = 45;
/** Who levels off with more lead than this creeps the rest of the way, ft/min. */
const EARLY_LEAD = 0.3;
const EARLY_FPM = 120;
/** The one who reads the card in the turn rolls out with it this near to the heading, degrees. */
const CARD_READ_DEG = 2;

/** Where a robot with a fault of the scan has it: now and then, from the seed. */
function plantedFaults(technique: Technique, random: SeededRandom): PlantedFault[] {
	const { staresAt, omits } = technique;
	if (!staresAt && !omits) return [];
	const planted: PlantedFault[] = [];
	for (let atMs = random.between(22_000, 32_000); atMs < LOOKS_MS; atMs += random.between(45_000, 60_000))
		planted.push(
			staresAt
				? { kind: 'fixation', instrument: staresAt, atMs, lengthMs: STARE_MS }
				: { kind: 'omission', instrument: omits!, atMs, lengthMs: OMISSION_MS }
		);
	return planted;
}

/**
 * A pilot that looks only at the panel and the card, knows the configurations by heart, and moves
 * the same controls as a student. Same seed, same flight.
 */
/** Flap and gear are moved this far below their limits, kt. */
const MOVED_BELOW_KT = 2;
/** How much power is taken off meanwhile, of the throttle's way. */
const SLOWED_BY = 0.15;

export class RobotPilot {
	/** Where its eye goes, from the begin of the flight on. */
	readonly looks: readonly Dwell[];
	private readonly random: SeededRandom;
	private readonly plans: Plan[];
	private readonly perception: PanelPerception;
	private readonly recovery: Recovery | null;
	private readonly navigator: Navigator | null;
	private intent = 0;
	private seconds = 0;
	private ticks = 0;
	private intentSince = 0;
	private wantedPitchDeg: number;
	private altitudeIntegral = 0;
	private bankIntegral = 0;
	private chase = 0;
	private wander = { pitch: 0, bank: 0 };
	private throttle: number;
	private trim: number;
	private rudder = 0;
	/** What the hand holds that nobody trims away. */
	private force = 0;
	/** Since when the hand is elsewhere, s, and how often it has been. */
	private awaySince = -Infinity;
	private setAside = 0;
	private lastPitchDeg: number | null = null;
	private lastBankDeg = 0;
	private levellingOff = false;
	private forgetsUntil = -1;
	/** The turn whose bank has been held into the heading. */
	private heldFor = -1;
	/** Where the present phase was begun, for those that only ask for level flight. */
	private levelFt: number;
	private sign: number;
	private straightSeconds = 0;
	private readonly deviation: Aircraft['compassDeviation'];

	private waitsForFlap = false;
	/** What the last step was, so that what was learnt on it ends with it. */
	private stepping: 'down' | 'up' | 'level' = 'level';
	private steppedTo = NaN;
	private view: View | null = null;
	private readonly approach: ApproachHands;

	constructor(
		private readonly technique: Technique,
		private readonly card: TaskCard,
		private readonly aircraft: Aircraft,
		seed: number,
		initial: ControlInputs,
		panel: PanelReadings,
		radio: RadioReadings | null = null
	) {
		this.navigator = card.navigation && radio ? new Navigator(card, technique, radio, initial) : null;
		this.approach = new ApproachHands(card, technique);
		this.deviation = aircraft.compassDeviation;
		this.random = new SeededRandom(seed);
		this.plans = planAhead(card, aircraft);
		this.throttle = initial.throttle;
		this.trim = initial.trim;
		this.wantedPitchDeg = this.plans[0]!.pitchDeg;
		const eye = new SeededRandom(seed ^ 0x5ca1ab1e);
		const planted = plantedFaults(technique, eye);
		this.sign = eye.next() < 0.5 ? -1 : 1;
		this.looks = generateDwells(card.school ?? 'hub-and-spoke', LOOKS_MS, seed, planted);
		this.perception = new PanelPerception(
			card,
			panel,
			technique.staresAt ? this.looks : [],
			technique.omits === 'heading'
				? planted.map(({ atMs, lengthMs }) => ({ startMs: atMs, endMs: atMs + lengthMs }))
				: []
		);
		this.levelFt = panel.altimeterFt;
		this.recovery = card.upset ? new Recovery(panel, technique.recovers) : null;
	}

	private plan(): Plan {
		return this.plans[this.intent]!;
	}

	private decide(currentPhase: number): void {
		const { believed } = this.perception;
		// A phase that the pilot ends himself is left by his own decision, not by the card's.
		if (currentPhase > this.intent + (this.endsItself(this.intent) ? 1 : 0))
			this.goTo(Math.min(currentPhase, this.plans.length - 1));
		const next = this.plans[this.intent + 1];
		if (!next) return;
		const phase: Phase = this.card.phases[this.intent]!;
		const plan = this.plan();
		const speed = phase.targets.airspeedKias;
		if (speed?.mode === 'reach') {
			// In gusts for a moment is not there: what has been so for some seconds is.
			const near = Math.abs(believed.steadyKias - speed.value) <= this.technique.descendWithinKt;
			if (near && Math.abs(believed.airspeedKias - speed.value) <= this.technique.descendWithinKt + 3)
				this.goTo(this.intent + 1);
			return;
		}
		if (plan.vertical.kind !== 'altitude' && plan.toFt !== null) {
			if (this.isThere(plan, plan.toFt)) this.goTo(this.intent + 1);
			return;
		}
		if (this.turnsByOwnReckoning(this.intent) && next.lateral.kind === 'heading') {
			const { bankDeg } = plan.lateral as { bankDeg: number };
			const reads = this.technique.readsCompassInTurn && this.perception.headingLost;
			const shownDeg = reads ? believed.cardDeg : believed.headingDeg;
			const toGo = signedDeg(next.lateral.headingDeg - shownDeg) * Math.sign(bankDeg);
			// The card is watched to the mark.
			if (reads && Math.abs(toGo) < CARD_READ_DEG) {
				// What the card shows is what he takes for true.
				believed.headingDeg = believed.cardDeg;
				this.goTo(this.intent + 1);
			} else if (!reads && toGo < Math.abs(bankDeg) * ROLL_OUT_LEAD && toGo > -90) this.goTo(this.intent + 1);
		}
	}

	/** Whether the altitude, less the lead of this pilot, has come. */
	private isThere(plan: Plan, toFt: number): boolean {
		const { believed } = this.perception;
		const up =
			plan.vertical.kind === 'rate'
				? plan.vertical.fpm > 0
				: plan.vertical.kind === 'speed' && plan.vertical.up;
		const passed = (believed.altimeterFt - toFt) * (up ? 1 : -1);
		// The lead of the rate that was wanted: a gust at that moment changes nothing.
		const rate = plan.vertical.kind === 'rate' ? plan.vertical.fpm : believed.verticalSpeedFpm;
		return passed >= -this.technique.levelOffLead * Math.abs(rate);
	}

	/** A turn that ends when the wings are level is ended by the pilot, by clock and turn needle. */
	private turnsByOwnReckoning(index: number): boolean {
		const plan = this.plans[index]!;
		const { end } = this.card.phases[index]!;
		return (
			plan.lateral.kind === 'bank' &&
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

	private goTo(index: number): void {
		if (index === this.intent) return;
		const before = this.plan();
		this.intent = index;
		this.intentSince = this.seconds;
		const now = this.plan();
		this.levellingOff = before.vertical.kind !== 'altitude' && now.vertical.kind === 'altitude';
		this.levelFt = this.perception.believed.altimeterFt;
		this.altitudeIntegral = 0;
		this.chase = 0;
		const turns = now.lateral.kind === 'bank' && now.lateral.bankDeg !== 0 && before.lateral.kind !== 'bank';
		if (this.technique.forgetsPower && (this.levellingOff || turns))
			this.forgetsUntil = this.seconds + FORGOTTEN_SECONDS;
	}

	/**
	 * The controls for the next tenth of a second.
	 * @param currentPhase of the card's progress.
	 */
	controls(
		panel: PanelReadings,
		currentPhase: number,
		previous: ControlInputs,
		radio: RadioReadings | null = null,
		view: View | null = null
	): ControlInputs {
		this.view = view;
		this.seconds += SECONDS;
		this.ticks++;
		const { technique, perception } = this;
		const level = this.plan();
		const fpm = level.vertical.kind === 'rate' ? level.vertical.fpm : 0;
		perception.update(panel, SECONDS, level.pitchDeg, fpm);
		if (this.recovery && !this.recovery.done) {
			const hands = this.recovery.controls(panel, perception, previous, this.plan());
			this.throttle = hands.throttle;
			this.trim = hands.trim;
			this.wantedPitchDeg = perception.believed.pitchDeg;
			this.levelFt = perception.believed.altimeterFt;
			return hands;
		}
		this.decide(currentPhase);
		for (const axis of ['pitch', 'bank'] as const)
			this.wander[axis] += -this.wander[axis] * 0.03 + technique.wanderDeg * 0.25 * this.random.normal();
		const plan = this.plan();
		this.setPower(plan);
		const away = this.handAway();
		const flown = {
			elevator: this.setPitch(plan, radio),
			aileron: this.setBank(this.lateralOf(plan, panel, radio))
		};
		const elevator = away ? IDLE_PULL * this.sign : flown.elevator;
		const aileron = away ? IDLE_HAND * this.sign : flown.aileron;
		// Feet are slow: a quick rudder would excite the Dutch roll through the ball's lag.
		this.rudder =
			technique.rudderHeld ?? clamp(this.rudder + 0.02 * perception.believed.ballDeg * SECONDS, -0.5, 0.5);
		return {
			...previous,
			elevator,
			aileron,
			rudder: this.rudder,
			throttle: this.throttle,
			trim: this.trim,
			...this.configured(plan, previous),
			propeller: plan.propeller,
			alternateStatic: perception.staticBlocked ? 1 : previous.alternateStatic,
			...this.say(previous),
			...this.sourced(),
			...this.approach.say(previous, this.intent, this.seconds, view),
			headingKnobDeg:
				previous.headingKnobDeg +
				this.resetGyro(panel) +
				(this.ticks === 1 ? (technique.headingKnobOffDeg ?? 0) : 0),
			altimeterSettingHpa: this.settingOf(previous)
		};
	}

	/** The radios as the navigator wants them; the needle's source the other one for whoever has it wrong. */
	private sourced(): Partial<ControlInputs> {
		if (!this.navigator) return {};
		const { hands } = this.navigator;
		if (!this.technique.wrongSource || this.card.phases[this.intent]!.segment !== 'final') return hands;
		return { ...hands, radios: { ...hands.radios, needle: hands.radios.needle === 'nav' ? 'rnav' : 'nav' } };
	}

	/** The altimeter's setting: a wrong one from the begin, or turned to and fro by the one who is distracted. */
	private settingOf({ altimeterSettingHpa }: ControlInputs): number {
		const { altimeterOffHpa = 0 } = this.technique;
		const begins = this.ticks === 1 ? altimeterOffHpa : 0;
		const plays = this.seconds === this.awaySince ? (this.setAside % 2 ? PLAYED_HPA : -PLAYED_HPA) : 0;
		return altimeterSettingHpa + begins + plays;
	}

	/** Whether the one who is distracted has his hand elsewhere. */
	private handAway(): boolean {
		if (!this.technique.distracted) return false;
		if (this.seconds >= AWAY_EVERY_SECONDS * (this.setAside + 1)) {
			this.setAside++;
			this.awaySince = this.seconds;
		}
		return this.seconds - this.awaySince < AWAY_SECONDS;
	}

	/** On a straight leg the heading gyro is set again by the compass, less its deviation. */
	private resetGyro(panel: PanelReadings): number {
		if (!this.navigator || this.perception.headingLost) return 0;
		const straight = Math.abs(panel.turnRateDegPerSecond) < STRAIGHT_DEG_PER_SECOND;
		this.straightSeconds = straight ? this.straightSeconds + SECONDS : 0;
		if (this.straightSeconds < STRAIGHT_SECONDS) return 0;
		const magnetic = panel.compassDeg - deviationDeg(panel.compassDeg, this.deviation);
		return clamp(signedDeg(magnetic - panel.headingDeg) * GYRO_SHARE, -0.2, 0.2) * SECONDS;
	}

	/** What the wings are to do: as the plan says, or as the radios do. */
	private lateralOf({ lateral }: Plan, panel: PanelReadings, radio: RadioReadings | null): Lateral {
		const { headingDeg, airspeedKias, altimeterFt } = this.perception.believed;
		if (lateral.kind !== 'path') return lateral;
		const bySight = this.approach.steer(this.intent, this.view);
		if (bySight !== null) return { kind: 'heading', headingDeg: bySight };
		if (!this.navigator || !radio) return { kind: 'heading', headingDeg };
		const trueKt = roughTrueKt(airspeedKias, altimeterFt);
		return this.navigator.steer(
			this.intent,
			lateral.path,
			radio,
			{ headingDeg, turnRateDegPerSecond: panel.turnRateDegPerSecond },
			trueKt
		);
	}

	/** Names what has failed, and covers what lies. */
	private say({ named, covered }: ControlInputs): Pick<ControlInputs, 'named' | 'covered'> {
		for (const kind of this.technique.staysSilent ? [] : this.perception.sure()) {
			named |= 1 << FAILURE_KINDS.indexOf(kind);
			for (const instrument of AFFECTED_INSTRUMENTS[kind]) covered |= coverBit(instrument);
		}
		return { named, covered };
	}

	/** The juggler's first seconds of a phase: everything moves in the same breath. */
	private get juggles(): boolean {
		return (
			this.technique.juggles === true && this.intent > 0 && this.seconds - this.intentSince < JUGGLING_SECONDS
		);
	}

	/** Flap and gear as the phase wants them, but not above the speeds at which they may be moved. */
	private configured(
		{ flapsDeg, gear }: Plan,
		previous: ControlInputs
	): Pick<ControlInputs, 'flapsDeg' | 'gear'> {
		const { speeds, gear: retractable } = this.aircraft;
		const { airspeedKias } = this.perception.believed;
		const tooFast = (limitKias: number) => airspeedKias > limitKias - MOVED_BELOW_KT;
		this.waitsForFlap = flapsDeg > previous.flapsDeg && tooFast(speeds.flapsMaximumKias);
		const waitsForGear = retractable && gear !== previous.gear && tooFast(retractable.operateMaximumKias);
		return {
			flapsDeg: this.waitsForFlap || this.technique.forgetsConfiguration ? previous.flapsDeg : flapsDeg,
			gear: waitsForGear || this.technique.forgetsConfiguration ? previous.gear : gear
		};
	}

	/** Power: the known setting, and a little more or less by speed. */
	private setPower(plan: Plan): void {
		const { technique, perception } = this;
		const { airspeedKias, verticalSpeedFpm } = perception.believed;
		const next = this.plans[this.intent + 1];
		const changing = this.card.phases[this.intent]!.targets.airspeedKias?.mode === 'reach' && next;
		const final = this.card.phases[this.intent]!.segment === 'final';
		const wantedKias = plan.airspeedKias + (final ? (technique.fastFinalKt ?? 0) : 0);
		const speedError = wantedKias - airspeedKias;
		// A change of speed ahead of a descent is made with the descent's own setting: one change of power.
		const descends = changing && next.vertical.kind === 'rate' && next.vertical.fpm < 0;
		let power = descends
			? next.throttle
			: plan.throttle +
				clamp(POWER_PER_KT * (plan.vertical.kind === 'step' ? 2 : 1) * speedError, -0.3, 0.3) *
					(changing ? 1.5 : 1);
		// Climb power is set and left; a descent at constant speed likewise.
		if (plan.vertical.kind === 'speed') power = plan.throttle;
		const step = this.stepOf(plan);
		if (step === 'up') power = 1;
		const { slowGoAroundSeconds = 0 } = this.technique;
		const goesAround =
			this.card.phases[this.intent]!.after === 'go-around' &&
			this.card.phases[this.intent - 1]?.after !== 'go-around';
		if (goesAround && this.seconds - this.intentSince < slowGoAroundSeconds) power = this.throttle;
		if (step === 'down' && plan.vertical.kind === 'step')
			power = plan.vertical.down.throttle + clamp(POWER_PER_KT * speedError, -0.3, 0.3);
		// Low and descending through a late level-off: the hasty pilot forgets the throttle for a while.
		if (this.levellingOff && technique.levelOffLead <= 0 && verticalSpeedFpm < -150) power = this.throttle;
		// Too fast for the flap that is wanted: less power until it may come down.
		if (this.waitsForFlap) power -= SLOWED_BY;
		if (this.juggles) power += JUGGLED_POWER * this.sign;
		if (this.seconds < this.forgetsUntil || perception.staring) power = this.throttle;
		// Who has left the power out of a recovery leaves it for a while after, too.
		if (technique.recovers === 'incomplete' && this.seconds < LEFT_OUT_SECONDS) power = this.throttle;
		this.throttle += clamp(clamp(power, 0, 1) - this.throttle, -0.36 * SECONDS, 0.36 * SECONDS);
	}

	/** The altitude of a step; lower for the one who goes down before its fix. */
	private steppedFt({ altitudeFt }: Extract<Plan['vertical'], { kind: 'step' }>): number {
		const { segment, floorFt } = this.card.phases[this.intent]!;
		const early = this.technique.stepsEarlyFt ?? 0;
		return segment === 'final' && floorFt !== this.card.approach?.minimum.altitudeFt
			? altitudeFt - early
			: altitudeFt;
	}

	/** Whether a step of an approach still lies ahead, down or up. */
	private stepOf({ vertical }: Plan): 'down' | 'up' | 'level' {
		if (vertical.kind !== 'step') return 'level';
		const error = this.steppedFt(vertical) - this.perception.believed.altimeterFt;
		// The lead of a level-off is a tenth of the rate.
		// Once level, a gust is no new step.
		const levelled =
			this.stepping === 'level' && this.steppedTo === vertical.altitudeFt ? STEP_AGAIN_TIMES : 1;
		return error < (levelled * vertical.down.fpm) / 10
			? 'down'
			: error > levelled * STEP_UP_FT
				? 'up'
				: 'level';
	}

	/** What the nose is to do for the height, and the attitude that is known for it. */
	private verticalOf(
		plan: Plan,
		radio: RadioReadings | null
	): { vertical: Exclude<Plan['vertical'], { kind: 'level' | 'step' | 'glide' }>; pitchDeg: number } {
		const { vertical, pitchDeg } = plan;
		const held = (altitudeFt: number) =>
			({ kind: 'altitude', altitudeFt: altitudeFt + (this.technique.holdsHighFt ?? 0) }) as const;
		switch (vertical.kind) {
			case 'level':
				return { vertical: held(this.levelFt), pitchDeg };
			case 'altitude':
				return { vertical: held(vertical.altitudeFt), pitchDeg };
			case 'glide':
				return {
					vertical: { kind: 'rate', fpm: this.approach.glideFpm(vertical, radio, this.view) },
					pitchDeg
				};
			case 'step': {
				const step = this.stepOf(plan);
				if (step !== this.stepping) this.altitudeIntegral = 0;
				this.stepping = step;
				this.steppedTo = vertical.altitudeFt;
				if (step === 'down')
					return { vertical: { kind: 'rate', fpm: vertical.down.fpm }, pitchDeg: vertical.down.pitchDeg };
				if (step === 'up') return { vertical: { kind: 'speed', up: true }, pitchDeg: CLIMB_PITCH_DEG };
				return { vertical: held(this.steppedFt(vertical)), pitchDeg };
			}
			default:
				return { vertical, pitchDeg };
		}
	}

	/** Pitch: for the altitude, the rate or the speed. @returns the elevator. */
	private setPitch(plan: Plan, radio: RadioReadings | null): number {
		const { technique, perception } = this;
		const { airspeedKias, altimeterFt, verticalSpeedFpm, pitchDeg } = perception.believed;
		const { vertical, pitchDeg: known } = this.verticalOf(plan, radio);
		const blind = perception.attitudeLost;
		let blindRate = vertical.kind === 'rate' ? vertical.fpm : 0;
		let wanted = known + this.wander.pitch;
		const slowness = clamp(airspeedKias - plan.airspeedKias, -6, 30) * -0.1;
		if (technique.chasesVerticalSpeed && vertical.kind !== 'speed') {
			const rateWanted =
				vertical.kind === 'rate' ? vertical.fpm : clamp((vertical.altitudeFt - altimeterFt) * 4, -300, 300);
			this.chase = clamp(this.chase + clamp((rateWanted - verticalSpeedFpm) * 0.008, -3, 3) * SECONDS, -5, 5);
			wanted += this.chase;
		} else if (vertical.kind === 'rate') {
			const rateError = vertical.fpm - verticalSpeedFpm;
			this.altitudeIntegral = clamp(this.altitudeIntegral + rateError * 0.00012, -2, 2);
			wanted += clamp(rateError * 0.0012, -1, 1) + this.altitudeIntegral;
		} else if (vertical.kind === 'altitude') {
			const error = vertical.altitudeFt - altimeterFt;
			// Without an attitude the rate comes late: what depends on it goes slowly.
			const early = technique.levelOffLead > EARLY_LEAD && this.levellingOff;
			const most = early ? EARLY_FPM : 400;
			// On an approach speed matters as much as height: gusts are not chased.
			const soft = blind || plan.vertical.kind === 'step';
			const rateWanted = soft
				? clamp(error * (blind ? 3 : 4.5), blind ? -250 : -320, blind ? 250 : 320)
				: clamp(error * 6, -most, most);
			blindRate = rateWanted;
			if (Math.abs(error) < 80)
				this.altitudeIntegral = clamp(this.altitudeIntegral + error * 0.0003, -1.5, 1.5);
			wanted +=
				slowness +
				rateWanted / fpmPerDegree(flyingKt(airspeedKias)) +
				clamp((rateWanted - verticalSpeedFpm) * 0.0015, -1, 1) +
				this.altitudeIntegral;
		} else {
			// Speed by pitch, slowly: the aeroplane answers in its own time.
			const error = airspeedKias - plan.airspeedKias;
			this.altitudeIntegral = clamp(this.altitudeIntegral + error * 0.0025, -6, 6);
			wanted += clamp(error * 0.3, -4, 4) + this.altitudeIntegral;
		}
		if (this.juggles) wanted += JUGGLED_PITCH_DEG * this.sign;
		if (perception.staticBlocked && perception.believed.verticalSpeedFpm === 0) wanted = plan.pitchDeg;
		const step = technique.pitchRateDegPerSecond * SECONDS;
		this.wantedPitchDeg += clamp(wanted - this.wantedPitchDeg, -step, step);
		const pitchRate = this.lastPitchDeg === null ? 0 : (pitchDeg - this.lastPitchDeg) / SECONDS;
		this.lastPitchDeg = pitchDeg;
		const pitchError = blind
			? (blindRate - verticalSpeedFpm) / fpmPerDegree(flyingKt(airspeedKias))
			: this.wantedPitchDeg - pitchDeg;
		const elevator = blind
			? clamp(0.01 * pitchError, -0.3, 0.3)
			: clamp(0.04 * pitchError - 0.02 * pitchRate, -0.5, 0.5);
		if (technique.neverTrims) {
			const { trimRangeDeg, elevator: limits } = this.aircraft.controls;
			this.force = clamp(this.force + elevator * 0.5 * SECONDS * (trimRangeDeg / -limits.minimumDeg), -1, 1);
			return clamp(elevator + this.force, -1, 1);
		}
		// The wheel takes the force off the hand.
		this.trim = clamp(this.trim + elevator * (blind ? 0.15 : 0.5) * SECONDS, -1, 1);
		return elevator;
	}

	/** Bank: for the heading or the turn. @returns the aileron. */
	private setBank(lateral: Lateral): number {
		const { technique, perception } = this;
		const { bankDeg, headingDeg } = perception.believed;
		if (perception.staring) return IDLE_HAND * this.sign;
		let wanted: number;
		const before = this.plans[this.intent - 1];
		if (lateral.kind === 'bank') {
			wanted = lateral.bankDeg;
			this.bankIntegral = 0;
		} else {
			const error = signedDeg(lateral.headingDeg - headingDeg);
			wanted = clamp(error * 1.2, -MOST_BANK_DEG, MOST_BANK_DEG);
			if (Math.abs(error) < 6) this.bankIntegral = clamp(this.bankIntegral + error * 0.004, -2, 2);
			wanted += this.bankIntegral;
			if (technique.holdsBank && before?.lateral.kind === 'bank') {
				// The bank stays until the heading is there: the first crossing ends it.
				const side = Math.sign(before.lateral.bankDeg);
				if (
					this.heldFor !== this.intent &&
					error * side > -HELD_PAST_DEG &&
					this.seconds - this.intentSince < 12
				)
					wanted = before.lateral.bankDeg;
				else this.heldFor = this.intent;
			}
		}
		wanted += this.wander.bank;
		const rollRate = (bankDeg - this.lastBankDeg) / SECONDS;
		this.lastBankDeg = bankDeg;
		// The turn needle feels the roll itself: it needs no damping beside its own.
		if (perception.attitudeLost) return clamp(0.006 * (wanted - bankDeg), -0.2, 0.2);
		return clamp(0.018 * (wanted - bankDeg) - 0.008 * rollRate, -0.6, 0.6);
	}
}
