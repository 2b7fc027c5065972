import { formatClock } from '../../base/index.js';
import { approachSentences, type ApproachReport } from '../approach/report.js';
import type { Fault } from '../fault.js';
import type { BrokenLimit } from '../flight-limits.js';
import { recognitionText, type FailureRecognition } from '../failure-recognition.js';
import { counts, type GradedItem, type GradedPhase, type Statement, type Verdict } from '../grades.js';
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

/** What each kind of fault takes in a phase, and a limit that was passed, points. */
export const POINTS_PER_FAULT = 4;
export const POINTS_PER_LIMIT = 25;

/** The share of the flight's points that a phase has, by the weights of those that were recorded. */
function shareOf(phases: readonly GradedPhase[]): (index: number) => number {
	const recorded = phases.filter(counts);
	const weights = recorded.reduce((sum, { weight }) => sum + weight, 0) || 1;
	return (index) => {
		const phase = phases[index];
		return phase && counts(phase) ? phase.weight / weights : 0;
	};
}

/** Points of its phase that an item lost. */
function itemLoss({ items }: GradedPhase, { score }: GradedItem): number {
	const scored = items.filter((item) => item.score !== undefined).length;
	return score === undefined ? 0 : (100 - score) / Math.max(1, scored);
}

/** The debrief in sentences, each tied to its moment: faults, lasting excursions, and what went well. */
export function statementsOf(
	phases: readonly GradedPhase[],
	faults: readonly Fault[],
	standard: Standard,
	noticed: readonly FailureRecognition[],
	recoveries: readonly Recovery[],
	limits: readonly BrokenLimit[],
	approach: Omit<ApproachReport, 'segments'> | null = null
): Statement[] {
	const share = shareOf(phases);
	const phaseAt = (seconds: number) =>
		phases.findLastIndex(({ startSeconds }) => startSeconds !== null && startSeconds <= seconds);
	const counted = new Set<string>();
	const statements: Statement[] = faults.map((fault) => {
		const phase = Math.max(0, phaseAt(fault.startSeconds));
		// Each kind counts once in a phase, and so it costs only once.
		const again = counted.has(`${fault.kind} ${phase}`);
		counted.add(`${fault.kind} ${phase}`);
		return {
			atSeconds: fault.startSeconds,
			endSeconds: fault.endSeconds,
			tone: 'mind',
			text: fault.text,
			tryNext: fault.tryNext,
			about: { phase, fault: fault.kind },
			cost: again ? 0 : POINTS_PER_FAULT
		};
	});
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
			tryNext: recoveryReason(one.noseHigh),
			about: { phase: Math.max(0, phaseAt(one.startSeconds)) },
			cost: (100 - one.score) * share(Math.max(0, phaseAt(one.startSeconds)))
		});
	for (const { phase, startSeconds, endSeconds, text } of limits)
		statements.push({
			atSeconds: startSeconds,
			endSeconds,
			tone: 'fail',
			text: `${phases[phase]!.name}: ${text}. That is a limit, not a tolerance.`,
			about: { phase },
			cost: POINTS_PER_LIMIT * share(phase)
		});
	for (const { atSeconds, text, tone } of approach ? approachSentences(approach) : [])
		statements.push({
			atSeconds,
			endSeconds: atSeconds,
			tone,
			text,
			about: { phase: Math.max(0, phaseAt(atSeconds)) },
			cost: 0
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
	phases.forEach((phase, index) => {
		for (const item of phase.items) {
			const about = { phase: index, item: item.kind };
			const lost = itemLoss(phase, item) * share(index);
			if (item.mode === 'reach' && item.verdict === 'not met')
				statements.push({
					atSeconds: item.toSeconds,
					endSeconds: item.toSeconds,
					tone: item.decisive ? 'fail' : 'mind',
					text: `${phase.name}: you went on ${sizeWords(item.kind, item.worst!.deviation)}; ${formatTarget(item.kind, item.target)} was asked.`,
					about,
					cost: lost
				});
			if (item.mode !== 'hold') continue;
			const said = [...excursionStatements(phase, item, standard), ...biasStatements(phase, item)];
			// What an item lost is shared by its sentences, by how long each of them lasted.
			const seconds = said.reduce((sum, one) => sum + Math.max(1, one.endSeconds - one.atSeconds), 0);
			for (const one of said)
				statements.push({
					...one,
					about,
					cost: (lost * Math.max(1, one.endSeconds - one.atSeconds)) / seconds
				});
		}
		for (const one of steadinessStatements(phase))
			statements.push({ ...one, about: { phase: index }, cost: phase.steadiness!.lostPoints * share(index) });
		if (phase.overdueSeconds !== undefined)
			statements.push({
				atSeconds: phase.startSeconds! + phase.overdueSeconds,
				endSeconds: phase.startSeconds! + phase.overdueSeconds,
				tone: 'fail',
				text: `${notShownWhy(phase)}; it was graded so far and no further.`,
				about: { phase: index },
				cost: 100 * share(index)
			});
	});
	const best = phases
		.filter((phase) => phase.verdict === 'met' && phase.startSeconds !== null)
		.sort((a, b) => b.score - a.score)[0];
	if (best && best.score >= 80)
		statements.push({
			atSeconds: best.startSeconds!,
			endSeconds: best.endSeconds!,
			tone: 'good',
			text: `${best.name} was your best phase: ${Math.round(best.score)} of 100.`,
			about: { phase: phases.indexOf(best) },
			cost: 0
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
