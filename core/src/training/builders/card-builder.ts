import type { Aircraft, Configuration } from '../../aircraft/index.js';
import { clamp, normalizeDeg, STANDARD_RATE_DEG_PER_SECOND } from '../../base/index.js';
import { roughTrueKt, solveTurn } from '../../navigation/index.js';
import type { Phase } from '../card.js';

/** What a pattern is laid out for. */
export interface PatternSetting {
	aircraft: Aircraft;
	area: string;
	altitudeFt: number;
	headingDeg: number;
}

/** Before the altitude at which the next phase begins, ft: a tenth of 500 ft/min. */
const LEAD_FT = 50;
/** Before the heading at which the straight leg begins: half of a bank of 15°. */
const LEAD_DEG = 8;
export const TURN_RATE_FPM = 500;

type Targets = Phase['targets'];
export const hold = (value: number, settleSeconds?: number) =>
	({ value, mode: 'hold', ...(settleSeconds ? { settleSeconds } : {}) }) as const;
export const reach = (value: number) => ({ value, mode: 'reach' }) as const;
/** Kept until the reversal, which is told by what comes after it. */
const until = (value: number, settleSeconds: number) =>
	({ value, mode: 'hold', settleSeconds, leaveSeconds: REVERSAL_SECONDS }) as const;
/** A reversal of climb and turn, from its begin until the altitude has come back by so much. */
const REVERSAL_SECONDS = 12;
const REVERSED_BY_FT = 25;
/** From the begin of a roll-out until the wings have been level for two seconds. */
const ROLL_OUT_SECONDS = 9;

/** Lays a flight out leg by leg: each leg begins where the one before it ended. */
export class CardBuilder {
	readonly phases: Phase[] = [];
	private altitudeFt: number;
	private headingDeg: number;
	private readonly speedKias: number;
	private speed: number;
	private turned = false;
	private freeHeading = false;
	private settling: { airspeed?: number; heading?: number; altitude?: number } = {};

	constructor(
		setting: PatternSetting,
		readonly base: Configuration
	) {
		this.altitudeFt = setting.altitudeFt;
		this.headingDeg = setting.headingDeg;
		this.speedKias = base.airspeedKias;
		this.speed = this.speedKias;
	}

	private add(phase: Omit<Phase, 'id' | 'weight'> & { weight?: number }): this {
		this.phases.push({ id: `leg-${this.phases.length + 1}`, weight: 1, ...phase });
		this.settling = {};
		return this;
	}

	private words(heading = this.headingDeg): string {
		return String(Math.round(normalizeDeg(heading)) || 360).padStart(3, '0');
	}

	private straightTargets(): Targets {
		return {
			airspeedKias: hold(this.speed, this.settling.airspeed),
			...(this.freeHeading
				? { bankDeg: hold(0, 8) }
				: { headingDeg: hold(this.headingDeg, this.settling.heading) })
		};
	}

	level(seconds: number, name = 'Straight and level'): this {
		const targets = {
			altitudeFt: hold(this.altitudeFt, this.settling.altitude),
			...this.straightTargets()
		};
		return this.add({
			name,
			instruction: `Hold ${this.altitudeFt} ft, ${this.speed} kt, ${this.freeHeading ? 'wings level' : `heading ${this.words()}`} for ${seconds} seconds.`,
			targets,
			end: { kind: 'elapsed', seconds },
			...(this.settling.altitude ? { togetherAllowed: ['pitch', 'power'] } : {})
		});
	}

	speedTo(airspeedKias: number, configuration?: Phase['configuration']): this {
		const slower = airspeedKias < this.speed;
		this.speed = airspeedKias;
		return this.add({
			name: `${slower ? 'Slow' : 'Speed up'} to ${airspeedKias} kt`,
			instruction: `Hold ${this.altitudeFt} ft and the heading; power ${slower ? 'back' : 'up'}, trim as the speed changes.`,
			targets: {
				altitudeFt: hold(this.altitudeFt),
				airspeedKias: reach(airspeedKias),
				headingDeg: hold(this.headingDeg)
			},
			...(configuration ? { configuration } : {}),
			end: {
				kind: 'within',
				channel: 'indicatedAirspeedKt',
				value: airspeedKias,
				tolerance: 3,
				heldSeconds: 3
			},
			weight: 1.5
		});
	}

	/** A level turn, right positive, at a share of standard rate; to a heading, or for its time. */
	turn(byDeg: number, rate = 1, by: 'heading' | 'time' | 'compass' = 'heading'): this {
		const seconds = Math.abs(byDeg) / (STANDARD_RATE_DEG_PER_SECOND * rate);
		const to = normalizeDeg(this.headingDeg + byDeg);
		const side = byDeg > 0 ? 'Right' : 'Left';
		const kind = rate === 1 ? 'standard rate' : 'half standard rate';
		const timed = by === 'time';
		const blind = by !== 'heading';
		this.add({
			name: timed ? `${side} for ${Math.round(seconds)} seconds` : `${side} to ${this.words(to)}`,
			instruction: timed
				? `Turn ${side.toLowerCase()} at ${kind} by the clock: ${Math.round(seconds)} seconds for ${Math.abs(byDeg)}°, then wings level.`
				: `Turn ${side.toLowerCase()} at ${kind} to heading ${this.words(to)}. ${blind ? 'Mind what the compass does on the way.' : 'Lead the roll-out by half the bank.'}`,
			targets: {
				altitudeFt: hold(this.altitudeFt),
				airspeedKias: hold(this.speed),
				bankDeg: blind
					? { ...until(this.bank(byDeg, rate), 6), leaveSeconds: ROLL_OUT_SECONDS }
					: hold(this.bank(byDeg, rate), 6)
			},
			// Without a heading dial nothing may say when the heading is there: the student ends the turn.
			end: blind ? this.wingsLevel(seconds) : this.nearHeading(to, seconds),
			weight: 1.5
		});
		this.headingDeg = to;
		this.settling.heading = blind ? 25 : 8;
		return this;
	}

	private wingsLevel(seconds: number): Phase['end'] {
		return {
			kind: 'all',
			of: [
				{ kind: 'elapsed', seconds: Math.round(clamp(seconds / 3, 5, 60)) },
				{ kind: 'within', channel: 'bankDeg', value: 0, tolerance: 4, heldSeconds: 2 }
			]
		};
	}

	private bank(byDeg: number, rate: number): number {
		// Indicated for true: at these heights a degree or so of bank, well within the limit.
		const trueKt = roughTrueKt(this.speed, this.altitudeFt);
		const { bankDeg } = solveTurn({
			trueAirspeedKt: trueKt,
			rateDegPerSecond: STANDARD_RATE_DEG_PER_SECOND * rate
		});
		return Math.sign(byDeg) * Math.round(bankDeg);
	}

	private nearHeading(to: number, seconds: number): Phase['end'] {
		return {
			kind: 'all',
			of: [
				{ kind: 'elapsed', seconds: Math.round(clamp(seconds / 2, 3, 60)) },
				{ kind: 'within', channel: 'indicatedHeadingDeg', value: to, tolerance: LEAD_DEG }
			]
		};
	}

	/** To an altitude at a constant rate, straight; `fpm` by its sign up or down. */
	rate(toFt: number, fpm: number, turnRightDeg = 0): this {
		const up = fpm > 0;
		const turning = turnRightDeg !== 0;
		const to = normalizeDeg(this.headingDeg + turnRightDeg);
		const lead = up ? -LEAD_FT : LEAD_FT;
		this.add({
			name: `${up ? 'Climb' : 'Descend'} to ${toFt} ft${turning ? `, turning ${turnRightDeg > 0 ? 'right' : 'left'}` : ''}`,
			instruction: `${Math.abs(fpm)} ft/min at ${this.speed} kt${turning ? `, standard rate ${turnRightDeg > 0 ? 'right' : 'left'}` : ''}. Pitch for the rate, power for the speed.`,
			targets: {
				airspeedKias: hold(this.speed, 15),
				verticalSpeedFpm: hold(fpm, 15),
				...(turning
					? { bankDeg: hold(this.bank(turnRightDeg, 1), 6) }
					: { headingDeg: hold(this.headingDeg, this.settling.heading) })
			},
			end: { kind: up ? 'above' : 'below', channel: 'indicatedAltitudeFt', value: toFt + lead },
			togetherAllowed: turning ? ['pitch', 'power', 'bank'] : ['pitch', 'power'],
			weight: 2
		});
		this.altitudeFt = toFt;
		if (turning) this.headingDeg = to;
		this.settling = turning ? { heading: 8, altitude: 8 } : { altitude: 8 };
		return this;
	}

	/** The next leg is straight, on whatever heading a free turn has come to. */
	rollOut(): this {
		if (this.turned) this.freeHeading = true;
		return this;
	}

	/** To an altitude at a constant speed, power set and left. */
	speedClimb(toFt: number, airspeedKias: number): this {
		const up = toFt > this.altitudeFt;
		this.speed = airspeedKias;
		this.add({
			name: `${up ? 'Climb' : 'Descend'} at ${airspeedKias} kt to ${toFt} ft`,
			instruction: `${up ? 'Climb power' : 'Power back'}, ${airspeedKias} kt by pitch, to ${toFt} ft.`,
			targets: { airspeedKias: hold(airspeedKias, 25), headingDeg: hold(this.headingDeg) },
			end: {
				kind: up ? 'above' : 'below',
				channel: 'indicatedAltitudeFt',
				value: toFt + (up ? -LEAD_FT : LEAD_FT)
			},
			togetherAllowed: ['pitch', 'power'],
			weight: 2
		});
		this.altitudeFt = toFt;
		this.settling = { altitude: 8 };
		return this;
	}

	/** Back to a speed after a climb or descent at another: the altitude is held while it comes. */
	backTo(airspeedKias: number): this {
		this.settling.airspeed = 60;
		this.speed = airspeedKias;
		return this;
	}

	/** One leg of a vertical S: to a limit and back off it, or to its end. */
	swing(toFt: number, fpm: number, turnSide: -1 | 0 | 1, last = false): this {
		const up = fpm > 0;
		this.add({
			name: `${up ? 'Up' : 'Down'} to ${toFt} ft${turnSide === 0 ? '' : turnSide > 0 ? ', right' : ', left'}`,
			instruction: `${Math.abs(fpm)} ft/min ${up ? 'up' : 'down'} at ${this.speed} kt${turnSide === 0 ? '' : `, standard rate ${turnSide > 0 ? 'right' : 'left'}`}; reverse at ${toFt} ft.`,
			targets: {
				altitudeFt: reach(toFt),
				airspeedKias: hold(this.speed, 20),
				verticalSpeedFpm: until(fpm, 18),
				...(turnSide === 0
					? { headingDeg: hold(this.headingDeg) }
					: { bankDeg: until(this.bank(turnSide, 1), 8) })
			},
			end: last
				? {
						kind: up ? 'above' : 'below',
						channel: 'indicatedAltitudeFt',
						value: toFt + (up ? -LEAD_FT : LEAD_FT)
					}
				: {
						kind: 'reversed',
						channel: 'indicatedAltitudeFt',
						from: up ? 'top' : 'bottom',
						by: REVERSED_BY_FT
					},
			togetherAllowed: turnSide === 0 ? ['pitch', 'power'] : ['pitch', 'power', 'bank'],
			weight: 2
		});
		this.altitudeFt = toFt;
		this.settling = { altitude: 8 };
		if (turnSide !== 0) this.turned = true;
		return this;
	}
}

/** Flap, gear and propeller of a configuration, as a phase asks for them. */
export function setup({
	flapsDeg,
	gearDown,
	governedRpm
}: Configuration): NonNullable<Phase['configuration']> {
	return {
		flapsDeg,
		...(gearDown === undefined ? {} : { gearDown }),
		...(governedRpm === undefined ? {} : { governedRpm })
	};
}
