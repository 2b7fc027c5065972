import { DECISION } from '../aircraft/index.js';
import { effectiveColumn, type Track } from '../recording/index.js';
import type { TaskCard } from './card.js';
import { EVENT_CHANNELS, EventWatch, type EventSample } from './event-watch.js';

/** When a phase was flown, s of the flight. */
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
			if (phase.after && sample.decision !== DECISION[phase.after]) {
				this.waitingFor++;
				continue;
			}
			if (phase.begin) {
				this.beginWatch ??= new EventWatch(phase.begin, seconds, this.card, phase);
				if (!this.beginWatch.happened(sample, seconds)) return;
				this.beginWatch = null;
			}
			this.times.push({ phase: this.waitingFor, startSeconds: seconds, endSeconds: null });
			this.watch = new EventWatch(phase.end, seconds, this.card, phase);
			this.waitingFor++;
		}
	}
}

/** The phases of a recorded flight. */
export function cutPhases(card: TaskCard, track: Track): PhaseTimes[] {
	const progress = new CardProgress(card);
	const columns = EVENT_CHANNELS.map((name) => effectiveColumn(track, name, card.weather));
	const sample = {} as EventSample;
	for (let i = 0; i < track.length; i++) {
		// NaN fulfils no event: what was not recorded cannot begin or end a phase.
		EVENT_CHANNELS.forEach((name, c) => (sample[name] = columns[c] ? columns[c][i]! : NaN));
		progress.add(sample, track.timeOf(i));
		if (progress.done) break;
	}
	return progress.times;
}
