export { allFaults } from './all-faults.js';
export { type BlindTurn, blindTurns } from './blind-turns.js';
export { FAULT_NAMES, type Fault, type FaultKind } from './detectors/fault.js';
export { findFaults } from './detectors/find.js';
export {
	coveredInstruments,
	recognizedFailures,
	recognitionText,
	unnamedFaults
} from './failure-recognition.js';
export { gradeFlight } from './grade.js';
export { type Grade } from './grades.js';
export { type ManoeuvreRecord, manoeuvreOf, manoeuvreRecords } from './manoeuvres.js';
export { measure, overshoot, quality, settleSeconds } from './measure.js';
export { ARC_TIERS_NM, type ArcTier } from './paths/arc.js';
export { swings } from './paths/course.js';
export { type HoldReport, exactCorrectionDeg, gotBetter, timingError } from './paths/hold.js';
export { type NavigationReport, hardLimits, navigationOf } from './paths/report.js';
export { type WindEstimate, windEstimates } from './paths/wind.js';
export { type Workload } from './paths/workload.js';
export { recoveriesOf } from './recovery.js';
export { roughness } from './roughness.js';
export { type ScanReport, deviationsByTarget, reportScan } from './scan-cost.js';
export { Standard } from './standard.js';
export {
	type SteadyStateNumbers,
	type SteadyStretch,
	configurationOf,
	steadyStateNumbers,
	steadyStretches
} from './steady-state.js';
export { formatTarget, itemName } from './wording/items.js';
export { recoveryText } from './wording/recovery.js';
