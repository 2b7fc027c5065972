import type { Evidence } from '../evidence.js';
import { ROUGH_AIR, type Fault, type FaultKind } from '../fault.js';
import { attentionTaken } from './attention-taken.js';
import { compassReadInTurn } from './compass-read-in-turn.js';
import { cutFromOwnHeading } from './cut-from-own-heading.js';
import { wrongSelector } from './wrong-selector.js';
import { stepDownBroken } from './step-down-broken.js';
import { chasesGlidepath } from './chases-glidepath.js';
import { belowPathInSight } from './below-path-in-sight.js';
import { descendedUnestablished } from './descended-unestablished.js';
import { continuedUnseen } from './continued-unseen.js';
import { missedAction } from './missed-action.js';
import { clockNotStarted } from './clock-not-started.js';
import { needleSource } from './needle-source.js';
import { lookedOutEarly } from './looked-out-early.js';
import { bugNotSet } from './bug-not-set.js';
import { altitudeNotReset } from './altitude-not-reset.js';
import { unstableApproach } from './unstable-approach.js';
import { ballOut } from './ball-out.js';
import { configurationWrong } from './configuration-wrong.js';
import { outOfTrim } from './out-of-trim.js';
import { bankHeld } from './bank-held.js';
import { chasesNeedle } from './chases-needle.js';
import { chasesVerticalSpeed } from './chases-vertical-speed.js';
import { correctsTooLittle } from './corrects-too-little.js';
import { correctsTooMuch } from './corrects-too-much.js';
import { courseTrackings, type CourseTracking } from './course-tracking.js';
import { descentBeforeSlowing } from './descent-before-slowing.js';
import { failureNotNamed } from './failure-not-named.js';
import { altimeterNotSet } from './altimeter-not-set.js';
import { headingNotSet } from './heading-not-set.js';
import { arcDirection } from './arc-direction.js';
import { holdCorrection } from './hold-correction.js';
import { reversalSide } from './reversal-side.js';
import { holdEntry } from './hold-entry.js';
import { holdSide } from './hold-side.js';
import { holdTiming } from './hold-timing.js';
import { earlyLevelOff, lateLevelOff } from './level-off.js';
import { noWindCorrection } from './no-wind-correction.js';
import { notIdentified } from './not-identified.js';
import { recoveryMissing } from './recovery-missing.js';
import { recoveryOrder } from './recovery-order.js';
import { reverseSensing } from './reverse-sensing.js';
import { speedLost } from './speed-lost.js';
import { turnHeldUntilCentred } from './turn-held-until-centred.js';
import { twoChanges } from './two-changes-at-once.js';
import { wrongWayInput } from './wrong-way-input.js';

type DetectorGroup = 'attitude' | 'navigation' | 'recovery' | 'failure' | 'approach';
/** Finds one kind of fault in a flight. */
interface Detector {
	group: DetectorGroup;
	find: (evidence: Evidence) => Fault[];
}

/** A detector that looks at each phase along a course. */
const onCourse = (find: (tracking: CourseTracking) => Fault | Fault[] | null): Detector => ({
	group: 'navigation',
	find: (evidence) => evidence.once(courseTrackings).flatMap((tracking) => tracking.once(find) ?? [])
});
/** The same, but silent where another fault explains what was seen. */
const unless = (
	other: (tracking: CourseTracking) => Fault | Fault[] | null,
	find: (tracking: CourseTracking) => Fault | Fault[] | null
) => {
	const both = (tracking: CourseTracking) => (tracking.once(other) ? null : tracking.once(find));
	return both;
};
const tracked = (find: (tracking: CourseTracking) => Fault | Fault[] | null) => unless(chasesNeedle, find);

/** Every kind of fault has its detector. */
const DETECTORS = {
	'descent-before-slowing': { group: 'attitude', find: descentBeforeSlowing },
	'late-level-off': { group: 'attitude', find: lateLevelOff },
	'early-level-off': { group: 'attitude', find: earlyLevelOff },
	'two-changes-at-once': { group: 'attitude', find: twoChanges },
	'chases-vertical-speed': { group: 'attitude', find: chasesVerticalSpeed },
	'speed-lost': { group: 'attitude', find: speedLost },
	'bank-held': { group: 'attitude', find: bankHeld },
	'chases-needle': onCourse(chasesNeedle),
	'turn-held-until-centred': onCourse(tracked(turnHeldUntilCentred)),
	// In rough air no swing is like the one before: who chases and who corrects by too much cannot be told apart by them.
	'corrects-too-much': onCourse((tracking) =>
		(tracking.rough > ROUGH_AIR ? correctsTooMuch : tracked(correctsTooMuch))(tracking)
	),
	'no-wind-correction': onCourse(tracked(noWindCorrection)),
	'corrects-too-little': onCourse(tracked(unless(noWindCorrection, correctsTooLittle))),
	'reverse-sensing': onCourse(reverseSensing),
	'hold-entry': { group: 'navigation', find: holdEntry },
	'hold-correction': { group: 'navigation', find: holdCorrection },
	'arc-direction': { group: 'navigation', find: arcDirection },
	'reversal-side': { group: 'navigation', find: reversalSide },
	'hold-side': { group: 'navigation', find: holdSide },
	'hold-timing': { group: 'navigation', find: holdTiming },
	'not-identified': { group: 'navigation', find: notIdentified },
	'recovery-missing': { group: 'recovery', find: recoveryMissing },
	'recovery-order': { group: 'recovery', find: recoveryOrder },
	'wrong-way-input': { group: 'recovery', find: wrongWayInput },
	'ball-out': { group: 'attitude', find: ballOut },
	'out-of-trim': { group: 'attitude', find: outOfTrim },
	'configuration-wrong': { group: 'attitude', find: configurationWrong },
	'altimeter-not-set': { group: 'attitude', find: altimeterNotSet },
	'heading-not-set': { group: 'attitude', find: headingNotSet },
	'cut-from-own-heading': { group: 'navigation', find: cutFromOwnHeading },
	'wrong-selector': { group: 'navigation', find: wrongSelector },
	'compass-read-in-turn': { group: 'attitude', find: compassReadInTurn },
	'attention-taken': { group: 'attitude', find: attentionTaken },
	'step-down-broken': { group: 'approach', find: stepDownBroken },
	'chases-glidepath': { group: 'approach', find: chasesGlidepath },
	'below-path-in-sight': { group: 'approach', find: belowPathInSight },
	'descended-unestablished': { group: 'approach', find: descendedUnestablished },
	'continued-unseen': { group: 'approach', find: continuedUnseen },
	'missed-action': { group: 'approach', find: missedAction },
	'clock-not-started': { group: 'approach', find: clockNotStarted },
	'needle-source': { group: 'approach', find: needleSource },
	'looked-out-early': { group: 'approach', find: lookedOutEarly },
	'bug-not-set': { group: 'approach', find: bugNotSet },
	'altitude-not-reset': { group: 'approach', find: altitudeNotReset },
	'unstable-approach': { group: 'approach', find: unstableApproach },
	'failure-not-named': { group: 'failure', find: failureNotNamed }
} as const satisfies Record<FaultKind, Detector>;

/** The faults of a flight, by time. What was not recorded cannot show a fault. */
export function findFaults(evidence: Evidence, groups?: readonly DetectorGroup[]): Fault[] {
	return (Object.values(DETECTORS) as Detector[])
		.filter(({ group }) => !groups || groups.includes(group))
		.flatMap(({ find }) => find(evidence))
		.sort((a, b) => a.startSeconds - b.startSeconds);
}
