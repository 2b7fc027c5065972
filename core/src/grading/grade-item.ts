import type { Track } from '../recording/index.js';
import {
	targetColumn,
	type Phase,
	type PhaseTarget,
	type TargetKind,
	type TaskCard
} from '../training/index.js';
import type { GradedItem } from './grades.js';
import { deviations, goesFar, lasts, measure, overshoot, settleSeconds, type Limits } from './measure.js';
import { excursionRule, toleranceOf, type Standard } from './standard.js';

export function gradeItem(
	kind: TargetKind,
	target: PhaseTarget,
	card: TaskCard,
	phase: Phase,
	track: Track,
	standard: Standard,
	span: { startSeconds: number; endSeconds: number; complete: boolean; begun: boolean }
): GradedItem {
	const fromStandard = toleranceOf(standard, kind, phase.segment);
	const limits: Limits = target.tolerance ?? { above: fromStandard.above, below: fromStandard.below };
	const base: GradedItem = {
		kind,
		mode: target.mode,
		target: target.value,
		limits,
		decisive: target.tolerance ? true : fromStandard.decisive,
		limitsFrom: target.tolerance ? 'the card' : (fromStandard.source ?? standard.name),
		verdict: 'not shown',
		fromSeconds: span.startSeconds,
		toSeconds: span.endSeconds
	};
	const begin = Math.round(span.startSeconds * track.rateHz);
	const column = targetColumn(card, phase, track, kind, begin);
	if (!column) return { ...base, verdict: 'not recorded' };
	if (!span.begun) return base;
	const { rateHz } = track;
	const from = Math.round(span.startSeconds * rateHz);
	const to = Math.min(track.length, Math.round(span.endSeconds * rateHz) + 1);
	const deviation = deviations(column.subarray(from, to), target.value, kind === 'headingDeg');
	if (deviation.every(Number.isNaN)) return base;
	const settled = settleSeconds(deviation, limits, rateHz);
	const shared = { ...base, settleSeconds: settled, overshoot: overshoot(deviation) };
	if (target.mode === 'reach') {
		if (!span.complete) return shared;
		const last = deviation.filter((d) => !Number.isNaN(d)).subarray(-1);
		const measured = measure(last, limits, span.endSeconds, rateHz);
		return {
			...shared,
			...measured,
			fromSeconds: span.endSeconds,
			verdict: measured.inTolerancePercent === 100 ? 'met' : 'not met'
		};
	}
	const skip = Math.min(deviation.length, Math.round((target.settleSeconds ?? 0) * rateHz));
	const leave = Math.round((target.leaveSeconds ?? 0) * rateHz);
	const graded = deviation.subarray(skip, Math.max(skip, deviation.length - leave));
	// A phase shorter than its time to settle has nothing to grade.
	if (graded.every(Number.isNaN)) return shared;
	const fromSeconds = span.startSeconds + skip / rateHz;
	const rule = excursionRule(standard);
	const measured = measure(graded, limits, fromSeconds, rateHz, rule.backSeconds);
	const failedBy = [
		...(measured.excursions.some((one) => lasts(one, rule)) ? (['lasting'] as const) : []),
		...(measured.excursions.some(({ worst }) => goesFar(worst, limits, rule)) ? (['far'] as const) : []),
		...(100 - measured.inTolerancePercent > 100 * rule.outsideShare ? (['share'] as const) : [])
	];
	if (failedBy.length > 0) return { ...shared, ...measured, fromSeconds, verdict: 'not met', failedBy };
	return { ...shared, ...measured, fromSeconds, verdict: span.complete ? 'met' : 'not shown' };
}
