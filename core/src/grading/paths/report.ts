import { type Path, type PathKindId } from '../../paths/index.js';
import { callsOf, type DueCall } from '../../training/index.js';
import type { Evidence } from '../evidence.js';
import type { ArcReport } from './arc.js';
import type { CourseReport } from './course.js';
import { asksNoCourse, isJudged, judgedPhases } from './flown.js';
import type { HoldReport } from './hold.js';
import type { HomingReport } from './homing.js';
import type { MarkReport } from './position.js';
import { PATH_REPORTS, type PathReport } from './registry.js';
import type { ReversalReport } from './reversal.js';
import { windEstimates, type WindEstimate } from './wind.js';
import { workload, type Workload } from './workload.js';

/** How a flight was navigated, part by part. */
export interface NavigationReport {
	courses: CourseReport[];
	arcs: ArcReport[];
	holds: HoldReport[];
	reversals: ReversalReport[];
	homings: HomingReport[];
	marks: MarkReport[];
	winds: WindEstimate[];
	calls: DueCall[];
	workload: Workload[];
}

/** The list of a navigation report that a kind of path fills. */
const LISTS = {
	course: 'courses',
	arc: 'arcs',
	hold: 'holds',
	reversal: 'reversals',
	homing: 'homings',
	position: 'marks'
} as const satisfies Record<PathKindId, keyof NavigationReport>;

/** A phase with its path and what is reported of it. */
interface Reported {
	phase: number;
	path: Path;
	reports: object[];
}

const reportsOf = ({ card, track, times }: Evidence): Reported[] =>
	judgedPhases(card, track, times).map((flown) => {
		const phase = card.phases[flown.phase]!;
		const path = phase.path!;
		const { reports } = PATH_REPORTS[path.kind] as PathReport<Path, object>;
		// Of a line that nobody was asked to keep there is nothing to tell.
		const kept = path.kind !== 'course' || !asksNoCourse(phase);
		return { phase: flown.phase, path, reports: kept ? reports(flown, path) : [] };
	});

/** What is reported of the paths of one kind, each with its path. */
export const reportedOf = <R extends object, P extends Path>(
	evidence: Evidence,
	kind: P['kind']
): { report: R; path: P }[] =>
	evidence
		.once(reportsOf)
		.filter(({ path }) => path.kind === kind)
		.flatMap(({ path, reports }) => reports.map((report) => ({ report: report as R, path: path as P })));

/** How a flight was navigated; null for a card without places, or a recording without a position. */
export function navigationReport(evidence: Evidence): NavigationReport | null {
	const { card, track, times } = evidence;
	if (!isJudged(card, track)) return null;
	const calls = callsOf(card, track, times);
	const report: NavigationReport = {
		courses: [],
		arcs: [],
		holds: [],
		reversals: [],
		homings: [],
		marks: [],
		winds: windEstimates(track, card.navigation!.variationDeg),
		calls,
		workload: workload(track, calls)
	};
	for (const { path, reports } of evidence.once(reportsOf))
		(report[LISTS[path.kind]] as object[]).push(...reports);
	return report;
}

/** What no tolerance covers, by phase: a reversal beyond its limit or on the wrong side, a hold turned the wrong way. */
export function hardLimits(evidence: Evidence): Map<number, string[]> {
	const found = new Map<number, string[]>();
	for (const { phase, path, reports } of evidence.once(reportsOf)) {
		const { broken } = PATH_REPORTS[path.kind] as PathReport<Path, object>;
		const texts = reports.flatMap((report) => broken?.(report, path) ?? []);
		if (texts.length > 0) found.set(phase, [...(found.get(phase) ?? []), ...texts]);
	}
	return found;
}
