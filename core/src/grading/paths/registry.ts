import type { PathKindId, PathOf } from '../../paths/index.js';
import { arcReports, wrongWayRound } from './arc.js';
import { courseReport } from './course.js';
import type { Flown } from './flown.js';
import { holdReport, wrongSides } from './hold.js';
import { homingReport } from './homing.js';
import { markReports } from './position.js';
import { beyondLimits, reversalReport } from './reversal.js';

/** How a kind of path is reported on: what was flown, and what no tolerance covers. */
export interface PathReport<P, R> {
	/** The reports of a phase along such a path: usually one; none where nothing can be told. */
	reports(flown: Flown, path: P): R[];
	/** Sentences that say which hard limits were broken. */
	broken?(report: R, path: P): string[];
}

const reported = <P, R>(entry: PathReport<P, R>): PathReport<P, R> => entry;

/** A report for every kind of path. */
export const PATH_REPORTS = {
	course: reported({ reports: (flown, path: PathOf<'course'>) => [courseReport(flown, path)] }),
	arc: reported({ reports: (flown, path: PathOf<'arc'>) => arcReports(flown, path), broken: wrongWayRound }),
	reversal: reported({
		reports: (flown, path: PathOf<'reversal'>) => [reversalReport(flown, path)],
		broken: beyondLimits
	}),
	hold: reported({
		reports: (flown, path: PathOf<'hold'>) => [holdReport(flown, path)],
		broken: wrongSides
	}),
	homing: reported({ reports: (flown, path: PathOf<'homing'>) => [homingReport(flown, path)] }),
	position: reported({ reports: (flown) => markReports(flown) })
} satisfies { [K in PathKindId]: PathReport<PathOf<K>, never> | PathReport<PathOf<K>, object> };
