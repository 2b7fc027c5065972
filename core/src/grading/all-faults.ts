import type { Track } from '../recording/index.js';
import type { PhaseTimes, TaskCard } from '../training/index.js';
import type { Fault } from './detectors/fault.js';
import { findFaults } from './detectors/find.js';
import { navigationOf } from './paths/report.js';

/** The faults of attitude flying and of navigation together, by time; recoveries and failures are told apart. */
export const allFaults = (card: TaskCard, track: Track, times: readonly PhaseTimes[]): Fault[] =>
	[...findFaults(card, track, times), ...(navigationOf(card, track, times)?.faults ?? [])].sort(
		(a, b) => a.startSeconds - b.startSeconds
	);
