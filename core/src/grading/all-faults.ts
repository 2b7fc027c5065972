import type { PhaseTimes, TaskCard } from '../exercise/index.js';
import type { Track } from '../simulation/index.js';
import type { Fault } from './fault.js';
import { findFaults } from './faults.js';
import { navigationOf } from './navigation/report.js';

/** The faults of attitude flying and of navigation together, by time; recoveries and failures are told apart. */
export const allFaults = (card: TaskCard, track: Track, times: readonly PhaseTimes[]): Fault[] =>
	[...findFaults(card, track, times), ...(navigationOf(card, track, times)?.faults ?? [])].sort(
		(a, b) => a.startSeconds - b.startSeconds
	);
