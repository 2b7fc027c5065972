import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { recoveriesIn } from '../recovery.js';
import { controlWords, recoveryReason } from '../wording/recovery.js';

/** A recovery whose inputs came in another order than the one that is taught. */
export const recoveryOrder = (evidence: Evidence): Fault[] =>
	evidence
		.once(recoveriesIn)
		.filter(({ inOrder }) => !inOrder)
		.map((one) =>
			fault(
				'recovery-order',
				one.startSeconds,
				one.endSeconds,
				`You recovered in the order ${controlWords(one.order)}; taught is ${controlWords(one.taught)}.`,
				recoveryReason(one.noseHigh)
			)
		);
