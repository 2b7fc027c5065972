import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { recoveriesIn, type RecoveryControl } from '../recovery.js';
import { recoveryReason } from '../wording/recovery.js';

const NEEDED: Record<'high' | 'low', Record<RecoveryControl, string>> = {
	high: { power: 'full power', pitch: 'a push', bank: 'wings level' },
	low: { power: 'power off', pitch: 'a smooth pull', bank: 'wings level' }
};

/** A recovery without an input that it needed, though it may have come to level flight by itself. */
export const recoveryMissing = (evidence: Evidence): Fault[] =>
	evidence
		.once(recoveriesIn)
		.flatMap((one) =>
			(one.missing ?? []).map((control) =>
				fault(
					'recovery-missing',
					one.startSeconds,
					one.endSeconds,
					`Nose ${one.noseHigh ? 'high' : 'low'}, ${NEEDED[one.noseHigh ? 'high' : 'low'][control]} was needed and never came.`,
					recoveryReason(one.noseHigh)
				)
			)
		);
