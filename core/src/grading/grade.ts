import { formatClock, formatHeading } from '../units/index.js';
import {
	cutPhases,
	targetColumn,
	TARGET_KINDS,
	type Phase,
	type PhaseTarget,
	type TargetKind,
	type TaskCard
} from '../exercise/index.js';
import type { Track } from '../simulation/index.js';
import type { Aircraft } from '../flight/index.js';
import type { Fault } from './fault.js';
import { findFaults } from './faults.js';
import { deviations, measure, overshoot, settleSeconds, type Limits, type Measures } from './measure.js';
import { hardLimits, navigationOf, type NavigationReport } from './navigation/report.js';
import { noticedFailures, noticedText, unnamedFaults, type Noticed } from './noticed.js';
import { recoveriesOf, recoveryFaults, recoveryReason, recoveryText, type Recovery } from './recovery.js';
import type { Standard } from './standard.js';

export type Verdict = 'met' | 'not met' | 'not shown';
export type ItemVerdict = Verdict | 'not recorded';

export interface GradedItem extends Partial<Measures> {
	kind: TargetKind;
	mode: PhaseTarget['mode'];
	target: number;
	limits: Limits;
	/** Whether the verdict hangs on it. */
	decisive: boolean;
	limitsFrom: string;
	verdict: ItemVerdict;
	/** From the start of the phase; null when it never settled. */
	settleSeconds?: number | null;
	overshoot?: number;
	/** Stretch that was graded. */
	fromSeconds: number;
	toSeconds: number;
}

export interface GradedPhase {
	id: string;
	name: string;
	weight: number;
	startSeconds: number | null;
	endSeconds: number | null;
	verdict: Verdict;
	/** 0 to 100; 0 when not shown. */
	score: number;
	items: GradedItem[];
}

/** A sentence of the debrief, with the moment it speaks of. */
export interface Statement {
	atSeconds: number;
	endSeconds: number;
	tone: 'good' | 'mind' | 'fail';
	text: string;
	tryNext?: string;
}

export interface Grade {
	standard: { id: string; name: string; edition: string; source: string };
	verdict: Verdict;
	/** 0 to 100. */
	score: number;
	scoreParts: { phases: number; faultDeduction: number };
	/** Which items decided a verdict that is not "met". */
	because: string[];
	phases: GradedPhase[];
	faults: Fault[];
	/** Recoveries from unusual attitudes; absent in grades of an earlier edition. */
	recoveries?: Recovery[];
	/** How it was navigated; absent for cards without places. */
	navigation?: NavigationReport;
	statements: Statement[];
	notRecorded: string[];
	seconds: number;
}

const POINTS_PER_FAULT = 4;
const MOST_FAULT_POINTS = 20;

const ITEM_WORDS: Record<TargetKind, { name: string; unit: string; above: string; below: string }> = {
	altitudeFt: { name: 'altitude', unit: 'ft', above: 'high', below: 'low' },
	airspeedKias: { name: 'airspeed', unit: 'kt', above: 'fast', below: 'slow' },
	headingDeg: { name: 'heading', unit: '°', above: 'right', below: 'left' },
	verticalSpeedFpm: {
		name: 'vertical speed',
		unit: 'ft/min',
		above: 'above the rate',
		below: 'below the rate'
	},
	bankDeg: { name: 'bank', unit: '°', above: 'to the right', below: 'to the left' },
	needle: { name: 'needle', unit: 'of full scale', above: 'right of course', below: 'left of course' },
	arcNm: { name: 'arc', unit: 'NM', above: 'outside', below: 'inside' }
};

/** The plain name of a target. */
export const itemName = (kind: TargetKind): string => ITEM_WORDS[kind].name;

/** A target as printed: heading in three figures, the rest with their unit. */
export function formatTarget(kind: TargetKind, value: number): string {
	if (kind === 'headingDeg') return formatHeading(value);
	if (kind === 'needle') return value === 0 ? 'centred' : `${value} of full scale`;
	if (kind === 'arcNm') return value === 0 ? 'on it' : `${value} NM`;
	const { unit } = ITEM_WORDS[kind];
	return unit === '°' ? `${value}°` : `${value} ${unit}`;
}

function sizeWords(kind: TargetKind, deviation: number): string {
	const { unit, above, below } = ITEM_WORDS[kind];
	const decimals = kind === 'needle' || kind === 'arcNm' ? 2 : 0;
	const size = Math.abs(deviation).toFixed(decimals);
	return `${size}${unit === '°' ? '°' : ' ' + unit} ${deviation > 0 ? above : below}`;
}

function gradeItem(
	kind: TargetKind,
	target: PhaseTarget,
	card: TaskCard,
	phase: Phase,
	track: Track,
	standard: Standard,
	span: { startSeconds: number; endSeconds: number; complete: boolean; begun: boolean }
): GradedItem {
	const fromStandard = standard.items[kind];
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
	const measured = measure(graded, limits, fromSeconds, rateHz);
	const lasting = measured.excursions.some(
		({ startSeconds, endSeconds }) => endSeconds - startSeconds > standard.excursionSeconds
	);
	const verdict = lasting ? 'not met' : span.complete ? 'met' : 'not shown';
	return { ...shared, ...measured, fromSeconds, verdict };
}

/**
 * Grades a recorded flight of a card against a standard. A target whose channel was not recorded
 * is reported as such and neither met nor failed. See docs/grading.md for the score by hand.
 */
export function gradeFlight(
	track: Track,
	card: TaskCard,
	standard: Standard,
	aircraft?: Pick<Aircraft, 'speeds'>
): Grade {
	const times = cutPhases(card, track);
	const recoveries = recoveriesOf(track, aircraft);
	const navigation = navigationOf(card, track, times);
	const broken = navigation ? hardLimits(navigation.report, card) : new Map<number, string[]>();
	const notRecorded = new Set<string>();
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
		const items = TARGET_KINDS.flatMap((kind) => {
			const target = phase.targets[kind];
			return target ? [gradeItem(kind, target, card, phase, track, standard, span)] : [];
		});
		for (const item of items) if (item.verdict === 'not recorded') notRecorded.add(itemName(item.kind));
		const own = recoveries.filter(
			(one) => one.startSeconds >= span.startSeconds - 1 && one.startSeconds < span.endSeconds && span.begun
		);
		// What the instructor did to the flight, and the way out of it, is no deviation of the student's.
		if (own.length > 0 && items.length > 0)
			for (const item of items) Object.assign(item, { verdict: 'not shown', score: undefined });
		const scored = items.filter((item) => item.score !== undefined);
		const decisive = items.filter((item) => item.decisive && item.verdict !== 'not recorded');
		const verdict: Verdict =
			broken.has(index) || decisive.some((item) => item.verdict === 'not met')
				? 'not met'
				: own.length > 0
					? worstOf(own)
					: endSeconds === null || decisive.length === 0
						? 'not shown'
						: 'met';
		const scores = [...scored.map((item) => item.score!), ...own.map((one) => one.score)];
		const mean = scores.reduce((sum, score) => sum + score, 0) / Math.max(1, scores.length);
		return {
			id: phase.id,
			name: phase.name,
			weight: phase.weight,
			startSeconds,
			endSeconds,
			verdict,
			// A phase that was not finished has not been shown: half a phase must not score as a whole one.
			score: endSeconds === null ? 0 : mean,
			items
		};
	});
	const noticed = noticedFailures(track);
	const faults = [
		...findFaults(card, track, times),
		...(navigation?.faults ?? []),
		...recoveryFaults(recoveries),
		...unnamedFaults(noticed, track)
	].sort((a, b) => a.startSeconds - b.startSeconds);
	const weights = phases.reduce((sum, phase) => sum + phase.weight, 0);
	const weighted = phases.reduce((sum, phase) => sum + phase.weight * phase.score, 0) / (weights || 1);
	const faultDeduction = Math.min(MOST_FAULT_POINTS, POINTS_PER_FAULT * faults.length);
	const verdict: Verdict = phases.some((phase) => phase.verdict === 'not met')
		? 'not met'
		: phases.some((phase) => phase.verdict === 'not shown')
			? 'not shown'
			: 'met';
	return {
		standard: { id: standard.id, name: standard.name, edition: standard.edition, source: standard.source },
		verdict,
		score: Math.max(0, weighted - faultDeduction),
		scoreParts: { phases: weighted, faultDeduction },
		because: [
			...reasons(phases, verdict),
			...[...broken].flatMap(([phase, texts]) => texts.map((text) => `${card.phases[phase]!.name} ${text}`)),
			...recoveries
				.filter((one) => one.verdict === 'not met')
				.map((one) => `Recovery: ${one.limits.join(', ') || 'the first input was the wrong way'}`)
		],
		phases,
		faults,
		recoveries,
		...(navigation ? { navigation: navigation.report } : {}),
		statements: statementsOf(phases, faults, standard, noticed, recoveries),
		notRecorded: [...notRecorded],
		seconds: track.seconds
	};
}

const worstOf = (recoveries: readonly Recovery[]): Verdict =>
	recoveries.some((one) => one.verdict === 'not met') ? 'not met' : 'met';

function reasons(phases: readonly GradedPhase[], verdict: Verdict): string[] {
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
function statementsOf(
	phases: readonly GradedPhase[],
	faults: readonly Fault[],
	standard: Standard,
	noticed: readonly Noticed[],
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
			text: noticedText(failure)
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
