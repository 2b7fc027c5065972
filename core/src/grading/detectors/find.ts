import type { Track } from '../../recording/index.js';
import type { PhaseTimes, TaskCard } from '../../training/index.js';
import { roughness } from '../roughness.js';
import { bankHeld } from './bank-held.js';
import { chasesVerticalSpeed } from './chases-vertical-speed.js';
import { descentBeforeSlowing } from './descent-before-slowing.js';
import { FAULT_DEFAULTS, type Fault, type FaultSettings } from './fault.js';
import { levelOffs } from './level-off.js';
import { speedLost } from './speed-lost.js';
import { twoChanges } from './two-changes-at-once.js';

/** All faults of a flight, by time. What was not recorded cannot show a fault. */
export function findFaults(
	card: TaskCard,
	track: Track,
	times: readonly PhaseTimes[],
	settings: Partial<FaultSettings> = {}
): Fault[] {
	const all = { ...FAULT_DEFAULTS, ...settings };
	const context = { card, track, times, settings: all, rough: roughness(track, all.roughLoadFactor) };
	return [descentBeforeSlowing, levelOffs, twoChanges, chasesVerticalSpeed, speedLost, bankHeld]
		.flatMap((detector) => detector(context))
		.sort((a, b) => a.startSeconds - b.startSeconds);
}
