import type { Track } from '../../recording/index.js';
import type { Phase, PhaseTimes, TaskCard } from '../../training/index.js';
import { indexAt } from '../fault.js';

/** A phase of the flight with its place in the recording. */
interface Stretch {
	phase: Phase;
	from: number;
	to: number;
}

export function stretches(card: TaskCard, track: Track, times: readonly PhaseTimes[]): Stretch[] {
	return times.map(({ phase, startSeconds, endSeconds }) => ({
		phase: card.phases[phase]!,
		from: indexAt(track, startSeconds),
		to: indexAt(track, endSeconds ?? track.seconds)
	}));
}
