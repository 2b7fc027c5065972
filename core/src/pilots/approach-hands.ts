import { DECISION, type ControlInputs } from '../aircraft/index.js';
import { clamp, normalizeDeg } from '../base/index.js';
import { mayGoOn } from '../procedures/index.js';
import type { TaskCard } from '../training/index.js';
import type { RadioReadings } from '../world/index.js';
import { Circuit } from './circuit.js';
import type { Plan } from './plan.js';
import type { Technique } from './techniques.js';
import type { View } from './view.js';

/** How much steeper or flatter for a needle at its stop, ft/min; and what is learnt of it in a second. */
const GLIDE_GAIN_FPM = 450;
const GLIDE_LEARNT = 18;
const MOST_LEARNT_FPM = 250;
const GLIDE_STOP = 0.95;
/** Above a path in sight by more than its full scale, as out of a high circuit: so much more, ft/min. */
const HIGH_FPM = 250;
/** Circling is begun this near to the threshold, NM. */
const CIRCLES_FROM_NM = 1.4;
/** Below a path in sight by this the descent is slowed, by that it is stopped: shares of full scale. */
const PATH_BELOW = 0.2;
const PATH_LEVEL = 0.5;
/** From the minimum to the word, s. */
const REACTION_SECONDS = 0.8;
/** By sight: degrees toward the line for each mile off it, no more than so many. */
const CLOSING_DEG_PER_NM = 120;
const MOST_CLOSING_DEG = 20;
/** Lights alone allow no lower than this, ft above the threshold. */
const LIGHTS_TO_FT = 110;
/** A level final is left for the runway once the path to it is as near as this from above. */
const PATH_REACHED = -0.2;
const TICK = 0.1;
/** The chaser of the path: ft/min for a needle at its stop, at the most, and how quickly the hand follows. */
const CHASE_GAIN_FPM = 9000;
const CHASE_MOST_FPM = 800;
const CHASE_SHARE = 0.15;
/** How much steeper the one who ducks under goes, ft/min. */
const DUCKED_FPM = 450;
/** The one who peeks is out for so long, every so often, s. */
const PEEK_SECONDS = 1.5;
const PEEK_EVERY_SECONDS = 9;

/** What hands, eye and voice do on an approach beside flying: bug, clock, needle of height, decision, the last half mile. */
export class ApproachHands {
	private glideLearntFpm = 0;
	private chasedFpm = 0;

	private circuit: Circuit | null = null;
	private since = 0;
	private phase = -1;

	constructor(
		private readonly card: TaskCard,
		private readonly technique: Technique
	) {}

	/** The rate that keeps the path down, ft/min. */
	glideFpm(
		{ fpm, bySight }: Extract<Plan['vertical'], { kind: 'glide' }>,
		radio: RadioReadings | null,
		view: View | null
	): number {
		const share = bySight ? (view ? -view.slope : 0) : radio && radio.glideValid > 0 ? radio.glideNeedle : 0;
		const needle = clamp(share, -1, 1);
		if (this.technique.chasesGlidepath && !bySight) {
			// The nose follows the needle, seconds after it, by as much as the hand likes.
			this.chasedFpm +=
				(clamp(needle * CHASE_GAIN_FPM, -CHASE_MOST_FPM, CHASE_MOST_FPM) - this.chasedFpm) *
				TICK *
				CHASE_SHARE;
			return fpm + this.chasedFpm;
		}
		if (this.technique.ducksUnder && bySight) return fpm - DUCKED_FPM;
		// Level until the path to the runway comes from above.
		if (bySight && share > PATH_BELOW) return fpm * (1 - clamp(share / PATH_LEVEL, 0, 1));
		// A needle at its stop says which way, and nothing of how much.
		if (Math.abs(needle) < GLIDE_STOP)
			this.glideLearntFpm = clamp(
				this.glideLearntFpm + needle * GLIDE_LEARNT * TICK,
				-MOST_LEARNT_FPM,
				MOST_LEARNT_FPM
			);
		const high = bySight && needle <= -1 ? HIGH_FPM : 0;
		return fpm + needle * GLIDE_GAIN_FPM + this.glideLearntFpm - high;
	}

	/** The heading to the runway in sight; null where the radios are flown by. */
	steer(intent: number, view: View | null): number | null {
		const phase = this.card.phases[intent]!;
		const { approach } = this.card;
		if (!approach || phase.after !== 'continue' || !view) return null;
		if (phase.segment === 'circling' || this.circuit) {
			this.circuit ??= new Circuit(approach, view.rightNm, view.heightFt);
			return this.circuit.headingDeg(view.beforeNm, view.rightNm);
		}
		return normalizeDeg(
			approach.threshold.headingDeg -
				clamp(view.rightNm * CLOSING_DEG_PER_NM, -MOST_CLOSING_DEG, MOST_CLOSING_DEG)
		);
	}

	/** Sets bugs and clock, and says at the minimum what is to be said. */
	say(
		previous: ControlInputs,
		intent: number,
		seconds: number,
		view: View | null
	): Pick<ControlInputs, 'decision' | 'minimumBugFt' | 'altitudeBugFt' | 'clockStarts' | 'looksOut'> {
		const { decision, minimumBugFt, altitudeBugFt, clockStarts } = previous;
		const { approach, phases } = this.card;
		if (!approach) return { decision, minimumBugFt, altitudeBugFt, clockStarts, looksOut: previous.looksOut };
		const begun = intent !== this.phase;
		if (begun) {
			this.phase = intent;
			this.since = seconds;
		}
		const phase = phases[intent]!;
		const finalBegins =
			begun && phase.segment === 'final' && phases[intent - 1]?.segment !== 'final' && !phase.after;
		const altitude = phase.targets.altitudeFt?.value ?? phase.floorFt;
		return {
			decision: this.decide(decision, intent, seconds, view),
			minimumBugFt: this.technique.forgetsBug ? minimumBugFt : approach.bugFt,
			altitudeBugFt:
				this.technique.forgetsAltitudeBug && altitudeBugFt > 0 ? altitudeBugFt : (altitude ?? altitudeBugFt),
			looksOut: this.looksOut(intent, seconds),
			clockStarts: finalBegins && !this.technique.forgetsClock ? clockStarts + 1 : clockStarts
		};
	}

	/** Up from the dials: at the minimum and in sight of the runway; the one who peeks now and then before. */
	private looksOut(intent: number, seconds: number): number {
		const { segment, after } = this.card.phases[intent]!;
		if (segment === 'minimum' || after === 'continue') return 1;
		return this.technique.peeks &&
			segment === 'final' &&
			(seconds - this.since) % PEEK_EVERY_SECONDS < PEEK_SECONDS
			? 1
			: 0;
	}

	private decide(decision: number, intent: number, seconds: number, view: View | null): number {
		const phase = this.card.phases[intent]!;
		const approach = this.card.approach!;
		const sight = view?.sight ?? 'nothing';
		const circles = approach.minimum.guidance === 'circling';
		// With the lights alone: on to a hundred feet, and no lower.
		if (phase.after === 'continue' && mayGoOn(sight) !== 'down' && view && view.heightFt < LIGHTS_TO_FT)
			return decision === DECISION.continue && view.heightFt > 70 ? DECISION['go-around'] : decision;
		if (decision !== DECISION.none) return decision;
		const onFinal = phase.segment === 'final' && phase.floorFt === approach.minimum.altitudeFt;
		if (!circles && onFinal && sight === 'runway' && view!.slope > PATH_REACHED && view!.slope < 1)
			return DECISION.continue;
		// Who circles does so from where the runway is near, not from over the field.
		if (
			circles &&
			onFinal &&
			sight === 'runway' &&
			Math.hypot(view!.beforeNm, view!.rightNm) < CIRCLES_FROM_NM
		)
			return DECISION.continue;
		if (phase.segment !== 'minimum' || seconds - this.since < REACTION_SECONDS) return decision;
		if (this.technique.pressesOn) return DECISION.continue;
		const enough = circles ? sight === 'runway' : mayGoOn(sight) !== 'no';
		return enough ? DECISION.continue : DECISION['go-around'];
	}
}
