import { signedDeg } from '../units/index.js';
import type { Sample, Track } from '../simulation/index.js';
import type { LeafEvent, PhaseEvent, TaskCard } from './card.js';
import { honestColumn, isShown, lies, tellingFailures, TRUE_CHANNEL } from './honest.js';

/** The part of a sample that events look at. */
export type EventSample = Pick<
	Sample,
	| 'indicatedAltitudeFt'
	| 'indicatedAirspeedKt'
	| 'indicatedHeadingDeg'
	| 'verticalSpeedFpm'
	| 'bankDeg'
	| 'pitchDeg'
	| 'byInstructor'
>;
export const EVENT_CHANNELS = [
	'indicatedAltitudeFt',
	'indicatedAirspeedKt',
	'indicatedHeadingDeg',
	'verticalSpeedFpm',
	'bankDeg',
	'pitchDeg',
	'byInstructor'
] as const satisfies (keyof EventSample)[];

/** What events look at in a live sample: a failed dial does not decide where the flight is on its card. */
export function eventSample(sample: Sample): EventSample {
	const seen = {} as EventSample;
	for (const name of EVENT_CHANNELS)
		seen[name] =
			isShown(name) && lies(name, tellingFailures(sample.failures, sample.alternateStatic))
				? sample[TRUE_CHANNEL[name].instead]
				: sample[name];
	return seen;
}

class EventWatch {
	private since: number[];
	/** Highest or lowest value so far, for events that wait for a turning back. */
	private extreme: number[];
	private readonly leaves: LeafEvent[];

	constructor(
		private readonly event: PhaseEvent,
		private readonly begunAt: number
	) {
		this.leaves = event.kind === 'all' || event.kind === 'any' ? event.of : [event];
		this.since = this.leaves.map(() => NaN);
		this.extreme = this.leaves.map(() => NaN);
	}

	/** Whether the event has happened by this sample. */
	happened(sample: EventSample, seconds: number): boolean {
		const met = this.leaves.map((leaf, i) => this.leafMet(leaf, i, sample, seconds));
		return this.event.kind === 'all' ? met.every(Boolean) : met.some(Boolean);
	}

	private leafMet(leaf: LeafEvent, i: number, sample: EventSample, seconds: number): boolean {
		if (leaf.kind === 'elapsed') return seconds - this.begunAt >= leaf.seconds - 1e-9;
		const value = sample[leaf.channel];
		if (leaf.kind === 'reversed') {
			const sign = leaf.from === 'top' ? 1 : -1;
			const before = this.extreme[i]!;
			if (Number.isNaN(before) || sign * value > sign * before) this.extreme[i] = value;
			return sign * (this.extreme[i]! - value) >= leaf.by;
		}
		const off = leaf.channel === 'indicatedHeadingDeg' ? signedDeg(value - leaf.value) : value - leaf.value;
		const now =
			leaf.kind === 'above' ? off >= 0 : leaf.kind === 'below' ? off <= 0 : Math.abs(off) <= leaf.tolerance;
		if (!now) {
			this.since[i] = NaN;
			return false;
		}
		if (Number.isNaN(this.since[i])) this.since[i] = seconds;
		return seconds - this.since[i]! >= (leaf.heldSeconds ?? 0) - 1e-9;
	}
}

export interface PhaseTimes {
	phase: number;
	startSeconds: number;
	/** null while it lasts. */
	endSeconds: number | null;
}

/**
 * Follows a card through a flight sample by sample. The same code tells the student the current
 * phase and cuts a recording for grading.
 */
export class CardProgress {
	readonly times: PhaseTimes[] = [];
	private watch: EventWatch | null = null;
	private waitingFor = 0;
	private beginWatch: EventWatch | null = null;

	constructor(readonly card: TaskCard) {}

	/** Index of the phase being flown; the number of phases once all are done; −1 before the first. */
	get current(): number {
		const last = this.times.at(-1);
		if (!last) return -1;
		if (last.endSeconds === null) return last.phase;
		return this.waitingFor >= this.card.phases.length ? this.card.phases.length : last.phase;
	}

	get done(): boolean {
		return this.waitingFor >= this.card.phases.length && this.times.at(-1)?.endSeconds !== null;
	}

	/** Seconds since the current phase began. */
	elapsedSeconds(seconds: number): number {
		const last = this.times.at(-1);
		return last ? seconds - last.startSeconds : 0;
	}

	/** While the instructor has the controls the card waits. */
	add(sample: EventSample, seconds: number): void {
		if (sample.byInstructor === 1) return;
		if (this.watch?.happened(sample, seconds)) {
			this.times.at(-1)!.endSeconds = seconds;
			this.watch = null;
		}
		while (!this.watch && this.waitingFor < this.card.phases.length) {
			const phase = this.card.phases[this.waitingFor]!;
			if (phase.begin) {
				this.beginWatch ??= new EventWatch(phase.begin, seconds);
				if (!this.beginWatch.happened(sample, seconds)) return;
				this.beginWatch = null;
			}
			this.times.push({ phase: this.waitingFor, startSeconds: seconds, endSeconds: null });
			this.watch = new EventWatch(phase.end, seconds);
			this.waitingFor++;
		}
	}
}

/** The phases of a recorded flight. */
export function cutPhases(card: TaskCard, track: Track): PhaseTimes[] {
	const progress = new CardProgress(card);
	const columns = EVENT_CHANNELS.map((name) => honestColumn(track, name));
	const sample = {} as EventSample;
	for (let i = 0; i < track.length; i++) {
		// NaN fulfils no event: what was not recorded cannot begin or end a phase.
		EVENT_CHANNELS.forEach((name, c) => (sample[name] = columns[c] ? columns[c][i]! : NaN));
		progress.add(sample, track.timeOf(i));
		if (progress.done) break;
	}
	return progress.times;
}
