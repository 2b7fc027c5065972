import { runs, signedDeg } from '../../base/index.js';
import { effectiveFailures, isAffected } from '../../recording/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** With more bank than this no compass is read, degrees. */
const WINGS_LEVEL_DEG = 10;

/** A heading dial that was sound but stood away from the compass. */
export function headingNotSet({ track, settings }: Evidence): Fault[] {
	const names = ['indicatedHeadingDeg', 'headingDeg', 'bankDeg'] as const;
	if (!names.every((name) => track.has(name))) return [];
	const [shown, heading, bank] = names.map((name) => track.column(name));
	const failures = track.has('failures') ? track.column('failures') : null;
	const off = (i: number) => signedDeg(shown![i]! - heading![i]!);
	// What has failed cannot be set; and in a turn nobody sets it.
	const wrong = (i: number) =>
		Math.abs(off(i)) > settings.headingOffDeg &&
		Math.abs(bank![i]!) < WINGS_LEVEL_DEG &&
		!(failures && isAffected('indicatedHeadingDeg', effectiveFailures(failures[i]!, 0)));
	return runs(0, track.length, settings.settingSeconds * track.rateHz, wrong).map(({ from, to }) => {
		let worst = from;
		for (let i = from; i < to; i++) if (Math.abs(off(i)) > Math.abs(off(worst))) worst = i;
		const size = Math.round(Math.abs(off(worst)));
		return fault(
			'heading-not-set',
			track.timeOf(from),
			track.timeOf(to),
			`The heading dial stood ${size}° off the compass: every heading flown by it was ${size}° too far ${off(worst) > 0 ? 'left' : 'right'}.`,
			'In level, unaccelerated flight set it by the compass before the work begins, and every ten minutes after.'
		);
	});
}
