import { clamp, signedDeg } from '../units/index.js';
import type { Phase, TaskCard } from '../exercise/index.js';
import { calibratedKt, standardDay, trimmedFlight, type Aircraft } from '../flight/index.js';
import type { PanelReadings } from '../instruments/index.js';
import { propellerLever, SeededRandom, type ControlInputs } from '../simulation/index.js';

/** How a robot flies: what it does well, and what it does wrong on purpose. */
export interface Technique {
	/** Goes on from "slow down" when this near the speed, kt above it. */
	descendWithinKt: number;
	/** Begins a level-off this share of the vertical speed (ft per ft/min) before the altitude. */
	levelOffLead: number;
	/** Pushes the nose down together with taking power off. */
	pitchWithPower: boolean;
	/** Quickest change of the wanted pitch, °/s. */
	pitchRateDegPerSecond: number;
	/** Wanders of the wanted pitch and bank, degrees. */
	wanderDeg: number;
}

export const TECHNIQUES = {
	steady: {
		descendWithinKt: 2,
		levelOffLead: 0.1,
		pitchWithPower: false,
		pitchRateDegPerSecond: 1,
		wanderDeg: 0.12
	},
	hasty: {
		descendWithinKt: 30,
		levelOffLead: -0.03,
		pitchWithPower: true,
		pitchRateDegPerSecond: 2.2,
		wanderDeg: 0.25
	}
} as const satisfies Record<string, Technique>;

export type PilotId = keyof typeof TECHNIQUES;
export const PILOTS: Record<PilotId, { name: string; what: string }> = {
	steady: { name: 'Steady', what: 'one change at a time, slows before it descends, leads the level-off' },
	hasty: {
		name: 'Hasty',
		what: 'descends before it has slowed, changes pitch and power at once, levels off late'
	}
};

/** What the robot wants at the moment. */
interface Plan {
	altitudeFt: number | null;
	verticalSpeedFpm: number | null;
	airspeedKias: number;
	headingDeg: number;
	throttle: number;
	pitchDeg: number;
	flapsDeg: number;
	gear: number;
	propeller: number;
}

/** A decision of the robot ten times a second is plenty; its hands move as often. */
export const ROBOT_STEPS = 12;

/**
 * A pilot that looks only at the panel and the card, knows the configurations by heart, and moves
 * the same controls as a student. Same seed, same flight.
 */
export class RobotPilot {
	private readonly random: SeededRandom;
	private readonly plans: Plan[];
	private intent = 0;
	private wantedPitchDeg: number;
	private altitudeIntegral = 0;
	private wander = { pitch: 0, bank: 0 };
	private throttle: number;
	private trim: number;
	private rudder = 0;
	private lastPitchDeg: number | null = null;
	private lastBankDeg = 0;
	private levellingOff = false;

	constructor(
		private readonly technique: Technique,
		private readonly card: TaskCard,
		aircraft: Aircraft,
		seed: number,
		initial: ControlInputs
	) {
		this.random = new SeededRandom(seed);
		this.plans = this.planAhead(aircraft);
		this.throttle = initial.throttle;
		this.trim = initial.trim;
		this.wantedPitchDeg = this.plans[0]!.pitchDeg;
	}

	/** The numbers for every phase, from the aircraft's own steady flight. */
	private planAhead(aircraft: Aircraft): Plan[] {
		let altitudeFt = this.card.start.altitudeFt;
		let airspeedKias = this.card.start.airspeedKias;
		let headingDeg = this.card.start.headingDeg;
		let { flapsDeg, gearDown = !aircraft.gear, governedRpm } = this.card.start;
		return this.card.phases.map((phase) => {
			const { targets, configuration } = phase;
			flapsDeg = configuration?.flapsDeg ?? flapsDeg;
			gearDown = configuration?.gearDown ?? gearDown;
			governedRpm = configuration?.governedRpm ?? governedRpm;
			const rate = targets.verticalSpeedFpm?.value ?? 0;
			airspeedKias = targets.airspeedKias?.value ?? airspeedKias;
			altitudeFt = targets.altitudeFt?.value ?? altitudeFt;
			headingDeg = targets.headingDeg?.value ?? headingDeg;
			const known = trimmedFlight(aircraft, {
				airspeedKcas: calibratedKt(aircraft, airspeedKias),
				verticalSpeedFpm: rate,
				altitudeFt,
				flapsDeg,
				gear: gearDown ? 1 : 0,
				governedRpm,
				bankDeg: 0,
				headingDeg: 0,
				...standardDay
			});
			return {
				altitudeFt: targets.altitudeFt?.value ?? null,
				verticalSpeedFpm: targets.verticalSpeedFpm?.value ?? null,
				airspeedKias,
				headingDeg,
				throttle: known.throttle,
				pitchDeg: known.pitchDeg,
				flapsDeg,
				gear: gearDown ? 1 : 0,
				propeller: propellerLever(aircraft, governedRpm)
			};
		});
	}

	private decide(panel: PanelReadings, currentPhase: number): void {
		// A phase that the pilot ends himself is left by his own decision, not by the card's.
		const own = this.pilotEnds(this.intent);
		if (currentPhase > this.intent + (own ? 1 : 0))
			this.intent = Math.min(currentPhase, this.plans.length - 1);
		const phase: Phase = this.card.phases[this.intent]!;
		const next = this.plans[this.intent + 1];
		if (!next) return;
		const plan = this.plans[this.intent]!;
		const speed = phase.targets.airspeedKias;
		if (
			speed?.mode === 'reach' &&
			Math.abs(panel.airspeedKias - speed.value) <= this.technique.descendWithinKt
		)
			this.goOn();
		else if (plan.verticalSpeedFpm !== null && next.altitudeFt !== null && next.verticalSpeedFpm === null) {
			const toGo = Math.abs(panel.altimeterFt - next.altitudeFt);
			const passed = (panel.altimeterFt - next.altitudeFt) * Math.sign(plan.verticalSpeedFpm) > 0;
			const leadFt = this.technique.levelOffLead * Math.abs(panel.verticalSpeedFpm);
			if (leadFt >= 0 ? passed || toGo <= leadFt : passed && toGo >= -leadFt) this.goOn();
		}
	}

	private pilotEnds(index: number): boolean {
		const { targets } = this.card.phases[index]!;
		const levelNext = this.plans[index + 1]?.verticalSpeedFpm === null;
		return targets.airspeedKias?.mode === 'reach' || (targets.verticalSpeedFpm !== undefined && levelNext);
	}

	private goOn(): void {
		this.levellingOff = this.plans[this.intent]!.verticalSpeedFpm !== null;
		this.intent++;
		this.altitudeIntegral = 0;
	}

	/**
	 * The controls for the next tenth of a second.
	 * @param currentPhase of the card's progress.
	 */
	controls(panel: PanelReadings, currentPhase: number, previous: ControlInputs): ControlInputs {
		const seconds = 0.1;
		const { technique } = this;
		this.decide(panel, currentPhase);
		const plan = this.plans[this.intent]!;
		for (const axis of ['pitch', 'bank'] as const)
			this.wander[axis] += -this.wander[axis] * 0.03 + technique.wanderDeg * 0.25 * this.random.normal();

		// Power: the known setting, and a little more or less by speed.
		const speedError = plan.airspeedKias - panel.airspeedKias;
		// Slowing down ahead of a descent is done with the descent's own setting: one change of power.
		const next = this.plans[this.intent + 1];
		const slowing =
			this.card.phases[this.intent]!.targets.airspeedKias?.mode === 'reach' && next !== undefined;
		let power = slowing ? next.throttle : plan.throttle + clamp(0.012 * speedError, -0.25, 0.2);
		// Low and descending through a late level-off: the hasty pilot forgets the throttle for a while.
		if (this.levellingOff && technique.levelOffLead <= 0 && panel.verticalSpeedFpm < -150)
			power = this.throttle;
		this.throttle += clamp(clamp(power, 0, 1) - this.throttle, -0.12 * seconds * 3, 0.12 * seconds * 3);

		// Pitch: for the altitude or the rate.
		let wanted = plan.pitchDeg + this.wander.pitch;
		if (plan.verticalSpeedFpm !== null) {
			const rateError = plan.verticalSpeedFpm - panel.verticalSpeedFpm;
			this.altitudeIntegral = clamp(this.altitudeIntegral + rateError * 0.00012, -2, 2);
			wanted += clamp(rateError * 0.0012, -1, 1) + this.altitudeIntegral;
		} else if (plan.altitudeFt !== null) {
			const error = plan.altitudeFt - panel.altimeterFt;
			const rateWanted = clamp(error * 8, -450, 450);
			if (Math.abs(error) < 80)
				this.altitudeIntegral = clamp(this.altitudeIntegral + error * 0.0003, -1.5, 1.5);
			// More pitch for less speed: the level attitude at the speed of the moment.
			const slowness = clamp(panel.airspeedKias - plan.airspeedKias, -15, 30) * -0.1;
			// Pitch is flight path: a degree is this many ft/min at this speed.
			const fpmPerDegree = panel.airspeedKias * 1.77;
			wanted +=
				slowness +
				rateWanted / fpmPerDegree +
				clamp((rateWanted - panel.verticalSpeedFpm) * 0.0015, -1, 1) +
				this.altitudeIntegral;
		}
		const step = technique.pitchRateDegPerSecond * seconds;
		this.wantedPitchDeg += clamp(wanted - this.wantedPitchDeg, -step, step);

		const pitchRate = this.lastPitchDeg === null ? 0 : (panel.pitchDeg - this.lastPitchDeg) / seconds;
		const rollRate = this.lastPitchDeg === null ? 0 : (panel.bankDeg - this.lastBankDeg) / seconds;
		this.lastPitchDeg = panel.pitchDeg;
		this.lastBankDeg = panel.bankDeg;
		const pitchError = this.wantedPitchDeg - panel.pitchDeg;
		const elevator = clamp(0.04 * pitchError - 0.02 * pitchRate, -0.5, 0.5);
		// The wheel takes the force off the hand.
		this.trim = clamp(this.trim + elevator * 0.5 * seconds, -1, 1);

		const headingError = signedDeg(plan.headingDeg - panel.headingDeg);
		const wantedBank = clamp(headingError * 1.2, -15, 15) + this.wander.bank;
		const aileron = clamp(0.018 * (wantedBank - panel.bankDeg) - 0.008 * rollRate, -0.6, 0.6);
		// Feet are slow: a quick rudder would excite the Dutch roll through the ball's lag.
		this.rudder = clamp(this.rudder + 0.02 * panel.ballDeg * seconds, -0.5, 0.5);
		return {
			...previous,
			elevator,
			aileron,
			rudder: this.rudder,
			throttle: this.throttle,
			trim: this.trim,
			flapsDeg: plan.flapsDeg,
			gear: plan.gear,
			propeller: plan.propeller
		};
	}
}
