import type { Track } from '../../recording/index.js';
import { callsOf, type DueCall, type PhaseTimes, type TaskCard } from '../../training/index.js';
import type { Fault } from '../detectors/fault.js';
import {
	courseFaults,
	holdFaults,
	identFault,
	NAVIGATION_FAULT_DEFAULTS,
	type NavigationFaultSettings
} from '../detectors/navigation.js';
import { arcReport, type ArcReport } from './arc.js';
import { courseReport, type CourseReport } from './course.js';
import { flownPhases, isJudged } from './flown.js';
import { holdReport, type HoldReport } from './hold.js';
import { homingReport, type HomingReport } from './homing.js';
import { markReports, type MarkReport } from './position.js';
import { reversalReport, type ReversalReport } from './reversal.js';
import { windEstimates, type WindEstimate } from './wind.js';
import { workload, type Workload } from './workload.js';

/** How a flight was navigated, part by part. */
export interface NavigationReport {
	courses: CourseReport[];
	arcs: ArcReport[];
	holds: HoldReport[];
	reversals: ReversalReport[];
	/** Missing from flights that were graded without. */
	homings?: HomingReport[];
	marks: MarkReport[];
	winds: WindEstimate[];
	calls: DueCall[];
	workload: Workload[];
}

/**
 * The report of a flight and its faults of navigation; null for a card without places, or a recording without
 * a position.
 */
export function navigationOf(
	card: TaskCard,
	track: Track,
	times: readonly PhaseTimes[],
	changed: Partial<NavigationFaultSettings> = {}
): { report: NavigationReport; faults: Fault[] } | null {
	if (!isJudged(card, track)) return null;
	const settings = { ...NAVIGATION_FAULT_DEFAULTS, ...changed };
	const calls = callsOf(card, track, times);
	const homings: HomingReport[] = [];
	const report: NavigationReport = {
		homings,
		courses: [],
		arcs: [],
		holds: [],
		reversals: [],
		marks: [],
		winds: windEstimates(track, card.navigation!.variationDeg),
		calls,
		workload: workload(track, calls)
	};
	const faults: Fault[] = [];
	const identified = new Set<string>();
	for (const flown of flownPhases(card, track, times)) {
		const { path } = card.phases[flown.phase]!;
		if (!path || flown.to - flown.from < track.rateHz) continue;
		switch (path.kind) {
			case 'course':
				report.courses.push(courseReport(flown, path));
				faults.push(...courseFaults(flown, path, settings));
				break;
			case 'arc': {
				const arc = arcReport(flown, path);
				if (arc) report.arcs.push(arc);
				break;
			}
			case 'hold': {
				const hold = holdReport(flown, path);
				report.holds.push(hold);
				faults.push(...holdFaults(hold, path, settings));
				break;
			}
			case 'reversal':
				report.reversals.push(reversalReport(flown, path));
				break;
			case 'position':
				report.marks.push(...markReports(flown));
				break;
			case 'homing':
				homings.push(homingReport(flown, path));
				break;
			default:
				path satisfies never;
		}
		// Once a station has been found unidentified it need not be said again for every phase.
		const aids = path.kind === 'position' ? [] : [path.aid];
		for (const aid of aids) {
			if (identified.has(aid)) continue;
			const found = identFault(flown, aid, settings);
			if (found.length > 0) identified.add(aid);
			faults.push(...found);
		}
	}
	return { report, faults };
}

/** What no tolerance covers: a reversal beyond its limit or on the wrong side, a hold turned the wrong way. */
export function hardLimits({ reversals, holds }: NavigationReport, card: TaskCard): Map<number, string[]> {
	const found = new Map<number, string[]>();
	const say = (phase: number, text: string) => found.set(phase, [...(found.get(phase) ?? []), text]);
	for (const { phase, farthestNm, limitNm, rightSide } of reversals) {
		if (farthestNm > limitNm) say(phase, `went ${farthestNm.toFixed(1)} NM out, ${limitNm} NM was the limit`);
		if (!rightSide) say(phase, 'was flown on the wrong side');
	}
	for (const { phase, circuits } of holds) {
		const path = card.phases[phase]?.path;
		if (path?.kind === 'hold' && circuits.some(({ turns }) => turns !== path.turns))
			say(phase, `was turned the wrong way: ${path.turns} turns were asked for`);
	}
	return found;
}
