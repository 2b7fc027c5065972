import { formatClock } from '../../base/index.js';
import type { Fault } from '../fault.js';
import { recognitionText, type FailureRecognition } from '../failure-recognition.js';
import type { GradedPhase, Statement, Verdict } from '../grades.js';
import type { Recovery } from '../recovery.js';
import type { Standard } from '../standard.js';
import { formatTarget, itemName, sizeWords } from './items.js';
import { recoveryReason, recoveryText } from './recovery.js';

export function reasons(phases: readonly GradedPhase[], verdict: Verdict): string[] {
	if (verdict === 'met') return [];
	if (verdict === 'not shown')
		return phases
			.filter((phase) => phase.verdict === 'not shown')
			.map((phase) => `${phase.name}: not flown to its end`);
	return phases.flatMap((phase) =>
		phase.items
			.filter((item) => item.decisive && item.verdict === 'not met')
			.map((item) => `${phase.name}: ${itemName(item.kind)} ${sizeWords(item.kind, item.worst!.deviation)}`)
	);
}

/** The debrief in sentences, each tied to its moment: faults, lasting excursions, and what went well. */
export function statementsOf(
	phases: readonly GradedPhase[],
	faults: readonly Fault[],
	standard: Standard,
	noticed: readonly FailureRecognition[],
	recoveries: readonly Recovery[]
): Statement[] {
	const statements: Statement[] = faults.map((fault) => ({
		atSeconds: fault.startSeconds,
		endSeconds: fault.endSeconds,
		tone: 'mind',
		text: fault.text,
		tryNext: fault.tryNext
	}));
	for (const one of recoveries)
		statements.push({
			atSeconds: one.startSeconds,
			endSeconds: one.endSeconds,
			tone: one.verdict === 'met' ? (one.inOrder && one.wrongWay.length === 0 ? 'good' : 'mind') : 'fail',
			text: recoveryText(one),
			tryNext: recoveryReason(one.noseHigh)
		});
	for (const failure of noticed) {
		// What the card tells from the first second is no discovery.
		if (failure.beganSeconds < 1) continue;
		statements.push({
			atSeconds: failure.beganSeconds,
			endSeconds: failure.namedSeconds ?? failure.covered?.atSeconds ?? failure.beganSeconds,
			tone: failure.namedSeconds !== null || failure.covered ? 'good' : 'mind',
			text: recognitionText(failure)
		});
	}
	for (const phase of phases)
		for (const item of phase.items) {
			if (item.mode === 'reach' && item.verdict === 'not met')
				statements.push({
					atSeconds: item.toSeconds,
					endSeconds: item.toSeconds,
					tone: item.decisive ? 'fail' : 'mind',
					text: `${phase.name}: you went on ${sizeWords(item.kind, item.worst!.deviation)}; ${formatTarget(item.kind, item.target)} was asked.`
				});
			if (item.mode !== 'hold') continue;
			for (const excursion of item.excursions ?? []) {
				const length = excursion.endSeconds - excursion.startSeconds;
				if (length <= standard.excursionSeconds) continue;
				statements.push({
					atSeconds: excursion.startSeconds,
					endSeconds: excursion.endSeconds,
					tone: item.decisive ? 'fail' : 'mind',
					text: `${phase.name}: ${itemName(item.kind)} outside the limit for ${Math.round(length)} s from ${formatClock(excursion.startSeconds)}, at worst ${sizeWords(item.kind, excursion.worst)}.`
				});
			}
		}
	const best = phases
		.filter((phase) => phase.verdict === 'met' && phase.startSeconds !== null)
		.sort((a, b) => b.score - a.score)[0];
	if (best && best.score >= 80)
		statements.push({
			atSeconds: best.startSeconds!,
			endSeconds: best.endSeconds!,
			tone: 'good',
			text: `${best.name} was your best phase: ${Math.round(best.score)} of 100.`
		});
	return statements.sort((a, b) => a.atSeconds - b.atSeconds);
}
