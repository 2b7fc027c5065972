import { formatClock } from '../../base/index.js';
import type { Fault } from '../fault.js';
import type { BrokenLimit } from '../flight-limits.js';
import { recognitionText, type FailureRecognition } from '../failure-recognition.js';
import type { GradedItem, GradedPhase, Statement, Verdict } from '../grades.js';
import { goesFar, lasts } from '../measure.js';
import type { Recovery } from '../recovery.js';
import { excursionRule, type Standard } from '../standard.js';
import { formatTarget, itemName, sizeWords } from './items.js';
import { recoveryReason, recoveryText } from './recovery.js';

export function reasons(phases: readonly GradedPhase[], verdict: Verdict): string[] {
	if (verdict === 'met') return [];
	if (verdict === 'not shown')
		return phases.filter((phase) => phase.verdict === 'not shown').map(notShownWhy);
	return phases.flatMap((phase) =>
		phase.items
			.filter((item) => item.decisive && item.verdict === 'not met')
			.map((item) => `${phase.name}: ${itemName(item.kind)} ${sizeWords(item.kind, item.worst!.deviation)}`)
	);
}

/** Why a phase has not been shown. */
function notShownWhy({ name, startSeconds, endSeconds, overdueSeconds, items }: GradedPhase): string {
	if (startSeconds === null) return `${name}: not begun`;
	if (overdueSeconds !== undefined)
		return `${name}: after ${formatClock(overdueSeconds)} what ends it had not come`;
	if (endSeconds === null) return `${name}: not flown to its end`;
	const short = items.filter((item) => item.decisive && item.verdict === 'not shown');
	return `${name}: over before its ${short.map(({ kind }) => itemName(kind)).join(', ') || 'targets'} could be judged`;
}

/** The debrief in sentences, each tied to its moment: faults, lasting excursions, and what went well. */
export function statementsOf(
	phases: readonly GradedPhase[],
	faults: readonly Fault[],
	standard: Standard,
	noticed: readonly FailureRecognition[],
	recoveries: readonly Recovery[],
	limits: readonly BrokenLimit[]
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
			tone:
				one.verdict === 'met'
					? one.inOrder && one.wrongWay.length === 0 && !one.missing?.length
						? 'good'
						: 'mind'
					: 'fail',
			text: recoveryText(one),
			tryNext: recoveryReason(one.noseHigh)
		});
	for (const { phase, startSeconds, endSeconds, text } of limits)
		statements.push({
			atSeconds: startSeconds,
			endSeconds,
			tone: 'fail',
			text: `${phases[phase]!.name}: ${text}. That is a limit, not a tolerance.`
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
			statements.push(...excursionStatements(phase, item, standard), ...biasStatements(phase, item));
		}
	statements.push(...phases.flatMap(steadinessStatements));
	for (const phase of phases)
		if (phase.overdueSeconds !== undefined)
			statements.push({
				atSeconds: phase.startSeconds! + phase.overdueSeconds,
				endSeconds: phase.startSeconds! + phase.overdueSeconds,
				tone: 'fail',
				text: `${notShownWhy(phase)}; it was graded so far and no further.`
			});
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

/** What is said of the excursions of a value that is held: each that lasted or went far, or all of them together. */
function excursionStatements(phase: GradedPhase, item: GradedItem, standard: Standard): Statement[] {
	const rule = excursionRule(standard);
	const tone = item.decisive ? 'fail' : 'mind';
	const own = (item.excursions ?? []).flatMap((excursion): Statement[] => {
		const { startSeconds, endSeconds, worst } = excursion;
		if (!lasts(excursion, rule) && !goesFar(worst, item.limits, rule)) return [];
		return [
			{
				atSeconds: startSeconds,
				endSeconds,
				tone,
				text: `${phase.name}: ${itemName(item.kind)} outside the limit for ${Math.max(1, Math.round(endSeconds - startSeconds))} s from ${formatClock(startSeconds)}, at worst ${sizeWords(item.kind, worst)}.`
			}
		];
	});
	if (own.length > 0 || !item.failedBy?.includes('share')) return own;
	const times = item.excursions!.length;
	return [
		{
			atSeconds: item.fromSeconds,
			endSeconds: item.toSeconds,
			tone,
			text: `${phase.name}: ${itemName(item.kind)} outside the limit ${Math.round(100 - item.inTolerancePercent!)} % of the time, ${times} times; ${Math.round(100 * rule.outsideShare)} % are allowed.`
		}
	];
}

/** A value kept to one side for so long, by this share of the limit, is said, though it may be inside. */
const BIAS_SECONDS = 60;
const BIAS_SHARE = 0.6;

function biasStatements(phase: GradedPhase, item: GradedItem): Statement[] {
	const { bias, spread, limits, fromSeconds, toSeconds } = item;
	if (bias === undefined || spread === undefined || toSeconds - fromSeconds < BIAS_SECONDS) return [];
	const share = Math.abs(bias) / (bias > 0 ? limits.above : limits.below);
	// What swings about the target has a mean too; it says nothing.
	if (!(share >= BIAS_SHARE) || Math.abs(bias) < 2 * spread) return [];
	return [
		{
			atSeconds: fromSeconds,
			endSeconds: toSeconds,
			tone: 'mind',
			text: `${phase.name}: ${itemName(item.kind)} ${sizeWords(item.kind, bias)} in the mean of ${formatClock(toSeconds - fromSeconds)}: kept steadily, but not where it was asked.`,
			tryNext: `Bring it back to ${formatTarget(item.kind, item.target)} and trim for that; the limit is no target.`
		}
	];
}

/** From so many points on unquiet flying is worth a sentence. */
const WORTH_POINTS = 3;

function steadinessStatements({ name, startSeconds, endSeconds, steadiness }: GradedPhase): Statement[] {
	if (!steadiness || startSeconds === null || steadiness.lostPoints < WORTH_POINTS) return [];
	const { pitchSpreadDeg, bankSpreadDeg, periodSeconds, lostPoints } = steadiness;
	const every = periodSeconds === null ? '' : `, to and fro every ${Math.round(periodSeconds)} s`;
	return [
		{
			atSeconds: startSeconds,
			endSeconds: endSeconds ?? startSeconds,
			tone: 'mind',
			text: `${name}: unquiet, the nose ${pitchSpreadDeg.toFixed(1)}° and the wings ${bankSpreadDeg.toFixed(1)}° about their mean${every}: ${Math.round(lostPoints)} points.`,
			tryNext: 'Set the attitude, let go, and look: small pressures, and the trim for what stays.'
		}
	];
}
