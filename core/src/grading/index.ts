export { finalSentences } from './approach/final.js';
export { blindTurns, type BlindTurn } from './blind-turns.js';
export { findFaults } from './detectors/registry.js';
export { Evidence } from './evidence.js';
export { coveredInstruments, recognitionText, recognizedFailures } from './failure-recognition.js';
export {
	faultRecords,
	sinceThen,
	type BeforeAfter,
	type FaultRecord,
	type FlightFaults
} from './fault-record.js';
export { FAULT_NAMES, type Fault, type FaultKind } from './fault.js';
export { FIGURES_EDITION, flightFigures, type FlightFigures } from './flight-figures.js';
export { gradeFlight } from './grade.js';
export { GRADE_EDITIONS, type Grade } from './grades.js';
export { leaningsOf, leansOf, type Leaning } from './leanings.js';
export { manoeuvreOf, manoeuvreRecords, navigationRecords, type ManoeuvreRecord } from './manoeuvres.js';
export { measure, overshoot, quality, settleSeconds } from './measure.js';
export { ARC_TIERS_NM, type ArcTier } from './paths/arc.js';
export { swings } from './paths/course.js';
export { exactCorrectionDeg, gotBetter, timingError, type HoldReport } from './paths/hold.js';
export { hardLimits, navigationReport, type NavigationReport } from './paths/report.js';
export { type WindEstimate, windEstimates } from './paths/wind.js';
export { type Workload } from './paths/workload.js';
export { recoveriesOf } from './recovery.js';
export { roughness } from './roughness.js';
export { deviationsByTarget, reportScan, type ScanReport } from './scan-cost.js';
export { STANDARD_EDITIONS, Standard, excursionRule, toleranceOf, validateStandard } from './standard.js';
export {
	configurationOf,
	steadyStateNumbers,
	steadyStretches,
	type SteadyStateNumbers,
	type SteadyStretch
} from './steady-state.js';
export { cardTraits } from './traits.js';
export { formatTarget, itemName, itemUnit } from './wording/items.js';
export { recoveryText } from './wording/recovery.js';
