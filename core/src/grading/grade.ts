import { DECISION, type AircraftLimits } from '../aircraft/index.js';
import type { Track } from '../recording/index.js';
import {
	cutPhases,
	limitSecondsOf,
	TARGET_KINDS,
	type Dwell,
	type PhaseTimes,
	type TaskCard
} from '../training/index.js';
import { approachReport, minimumVerdict, segmentsOf } from './approach/report.js';
import { findFaults } from './detectors/registry.js';
import { Evidence } from './evidence.js';
import { flightLimits } from './flight-limits.js';
import type { Fault } from './fault.js';
import { recognitionsIn } from './failure-recognition.js';
import { gradeItem } from './grade-item.js';
import { counts, type Grade, type GradedPhase, type Verdict } from './grades.js';
import { hardLimits, navigationReport } from './paths/report.js';
import { recoveriesIn, type Recovery } from './recovery.js';
import { toleranceOf, type Standard } from './standard.js';
import { steadinessOf } from './steadiness.js';
import { itemName } from './wording/items.js';
import { controlWords } from './wording/recovery.js';
import { POINTS_PER_FAULT, POINTS_PER_LIMIT, reasons, statementsOf } from './wording/statements.js';

const MOST_FAULT_POINTS = 20;

/**
 * Grades a recorded flight of a card against a standard. A target whose channel was not recorded
 * is reported as such and neither met nor failed. Where the looks were recorded, they tell what was chased. See docs/grading.md for the score by hand.
 */
export function gradeFlight(
	track: Track,
	card: TaskCard,
	standard: Standard,
	aircraft?: AircraftLimits,
	looks: readonly Dwell[] = []
): Grade {
	const times = cutPhases(card, track);
	const evidence = new Evidence(card, track, times, aircraft, {}, looks);
	const recoveries = evidence.once(recoveriesIn);
	const navigation = navigationReport(evidence);
	const approach = approachReport(evidence);
	const limits = [...evidence.once(flightLimits), ...(approach?.limits ?? [])];
	const decided = track.has('decision') ? track.column('decision').at(-1) : undefined;
	const broken = hardLimits(evidence);
	for (const { phase, text } of limits) broken.set(phase, [...(broken.get(phase) ?? []), text]);
	const notRecorded = new Set<string>();
	const decidedBadly: string[] = [];
	const phases: GradedPhase[] = card.phases.map((phase, index) => {
		const time = times.find((candidate) => candidate.phase === index);
		const startSeconds = time?.startSeconds ?? null;
		const endSeconds = time?.endSeconds ?? null;
		const span = {
			startSeconds: startSeconds ?? 0,
			endSeconds: endSeconds ?? track.timeOf(Math.max(0, track.length - 1)),
			complete: endSeconds !== null,
			begun: startSeconds !== null
		};
		const limit = limitSecondsOf(phase);
		// What never ends is graded as far as it should have gone.
		const overdue = startSeconds !== null && endSeconds === null && track.seconds - startSeconds > limit;
		if (overdue) span.endSeconds = startSeconds + limit;
		const items = TARGET_KINDS.flatMap((kind) => {
			const target = phase.targets[kind];
			return target ? [gradeItem(kind, target, card, phase, track, standard, span)] : [];
		});
		for (const item of items) if (item.verdict === 'not recorded') notRecorded.add(itemName(item.kind));
		const own = recoveries.filter(
			(one) => one.startSeconds >= span.startSeconds - 1 && one.startSeconds < span.endSeconds && span.begun
		);
		// Only the way that was chosen at the minimum is asked for.
		const notAsked = phase.after !== undefined && !span.begun && decided !== DECISION[phase.after];
		const atMinimum =
			phase.segment === 'minimum' && span.begun && approach
				? minimumVerdict(approach, toleranceOf(standard, 'altitudeFt', 'minimum').above)
				: null;
		if (atMinimum) decidedBadly.push(...atMinimum.because.map((why) => `${phase.name}: ${why}`));
		// What the instructor did to the flight, and the way out of it, is no deviation of the student's.
		if (own.length > 0 && items.length > 0)
			for (const item of items) Object.assign(item, { verdict: 'not shown', score: undefined });
		const scored = items.filter((item) => item.score !== undefined);
		const decisive = items.filter((item) => item.decisive && item.verdict !== 'not recorded');
		const unrecorded = items.length > 0 && items.every((item) => item.verdict === 'not recorded');
		// The legs of an approach are as long as they are: what was over before it could be judged is no failing.
		const brief = phase.segment !== undefined && endSeconds !== null && phase.segment !== 'minimum';
		const overAtOnce = brief && items.every(isNotShown);
		const verdict: GradedPhase['verdict'] =
			notAsked || (overAtOnce && !broken.has(index))
				? 'not asked'
				: broken.has(index) || decisive.some((item) => item.verdict === 'not met')
					? 'not met'
					: atMinimum
						? atMinimum.verdict
						: own.length > 0
							? worstOf(own)
							: unrecorded && startSeconds !== null
								? 'not recorded'
								: endSeconds === null ||
									  decisive.length === 0 ||
									  decisive.some((item) => isNotShown(item) && !brief)
									? 'not shown'
									: 'met';
		const scores = [...scored.map((item) => item.score!), ...own.map((one) => one.score)];
		const mean = atMinimum
			? atMinimum.score
			: scores.reduce((sum, score) => sum + score, 0) / Math.max(1, scores.length);
		// A recovery is no time for quiet hands.
		const steadiness =
			span.begun && own.length === 0
				? steadinessOf(
						track,
						span.startSeconds,
						span.endSeconds,
						phase.targets.headingDeg?.mode === 'hold' || phase.targets.bankDeg?.mode === 'hold',
						evidence.rough
					)
				: null;
		const limitPoints = limits.some((one) => one.phase === index) ? POINTS_PER_LIMIT : 0;
		return {
			id: phase.id,
			name: phase.name,
			...(phase.segment ? { segment: phase.segment } : {}),
			weight: phase.weight,
			startSeconds,
			endSeconds,
			...(overdue ? { overdueSeconds: limit } : {}),
			verdict,
			// A phase that was not finished has not been shown: half a phase must not score as a whole one.
			score: endSeconds === null ? 0 : Math.max(0, mean - (steadiness?.lostPoints ?? 0) - limitPoints),
			items,
			...(steadiness ? { steadiness } : {})
		};
	});
	const faults = findFaults(evidence);
	// What was not recorded weighs nothing, unless there is nothing else.
	const recorded = phases.filter(counts);
	const weights = recorded.reduce((sum, phase) => sum + phase.weight, 0);
	const weighted = recorded.reduce((sum, phase) => sum + phase.weight * phase.score, 0) / (weights || 1);
	const faultDeduction = Math.min(MOST_FAULT_POINTS, POINTS_PER_FAULT * countFaults(faults, times));
	const verdict: Verdict = recorded.some((phase) => phase.verdict === 'not met')
		? 'not met'
		: recorded.length === 0 || recorded.some((phase) => phase.verdict === 'not shown')
			? 'not shown'
			: 'met';
	return {
		format: 'hanza-grade',
		version: 2,
		standard: { id: standard.id, name: standard.name, edition: standard.edition, source: standard.source },
		verdict,
		score: Math.max(0, weighted - faultDeduction),
		scoreParts: { phases: weighted, faultDeduction },
		because: [
			...reasons(phases, verdict),
			...(verdict === 'not met' ? decidedBadly : []),
			...[...broken].flatMap(([phase, texts]) => texts.map((text) => `${card.phases[phase]!.name}: ${text}`)),
			...recoveries.filter((one) => one.verdict === 'not met').map((one) => `Recovery: ${whyNotMet(one)}`)
		],
		phases,
		faults,
		recoveries,
		...(navigation ? { navigation } : {}),
		...(approach ? { approach: { ...approach, segments: segmentsOf(phases) } } : {}),
		statements: statementsOf(
			phases,
			faults,
			standard,
			evidence.once(recognitionsIn),
			recoveries,
			limits,
			approach
		),
		notRecorded: [...notRecorded],
		seconds: track.seconds
	};
}

const worstOf = (recoveries: readonly Recovery[]): Verdict =>
	recoveries.some((one) => one.verdict === 'not met') ? 'not met' : 'met';

const isNotShown = ({ verdict }: { verdict: string }): boolean => verdict === 'not shown';

/**
 * Faults as they count: each kind once in a phase. Two that grow until they run into each other are then no fewer than
 * before.
 */
function countFaults(faults: readonly Fault[], times: readonly PhaseTimes[]): number {
	const phaseAt = (seconds: number) => times.findLast(({ startSeconds }) => startSeconds <= seconds)?.phase;
	return new Set(faults.map(({ kind, startSeconds }) => `${kind} ${phaseAt(startSeconds)}`)).size;
}

function whyNotMet({ limits, missing = [], first, noseHigh }: Recovery): string {
	const texts = [
		...limits,
		...missing.map((control) =>
			control === 'power'
				? `power never ${noseHigh ? 'added' : 'reduced'}`
				: `${controlWords([control])} never moved the right way`
		)
	];
	return texts.join(', ') || (first ? 'the first input was the wrong way' : 'nothing was moved');
}
