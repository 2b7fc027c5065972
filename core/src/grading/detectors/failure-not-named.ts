import { FAILURES } from '../../aircraft/index.js';
import type { Evidence } from '../evidence.js';
import { recognitionsIn, recognitionText } from '../failure-recognition.js';
import { fault, NAMED_WITHIN_SECONDS, type Fault } from '../fault.js';

/** Failures that began in flight and were not named in time; none where naming was not recorded. */
export function failureNotNamed(evidence: Evidence): Fault[] {
	const { track } = evidence;
	if (!track.has('named')) return [];
	return evidence.once(recognitionsIn).flatMap((failure) => {
		const { kind, beganSeconds, namedSeconds } = failure;
		const until = beganSeconds + NAMED_WITHIN_SECONDS;
		if (beganSeconds < 1 || track.seconds < until || (namedSeconds !== null && namedSeconds <= until))
			return [];
		return [
			fault(
				'failure-not-named',
				beganSeconds,
				Math.min(track.seconds, namedSeconds ?? track.seconds),
				recognitionText(failure),
				`What it shows: ${FAILURES[kind].shows}. Say it within ${NAMED_WITHIN_SECONDS} s, cover what lies, fly on the rest.`
			)
		];
	});
}
