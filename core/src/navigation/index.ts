export { leadRadialRule, solveArcJoin, solveArcLeave } from './arc-turns.js';
export { ArcInput, ArcOutput, solveArc } from './arc.js';
export {
	CATEGORIES,
	Category,
	CirclingInput,
	CirclingOutput,
	categoryOf,
	solveCircling
} from './circling.js';
export { ColdTemperatureInput, ColdTemperatureOutput, solveColdTemperature } from './cold.js';
export { DescentInput, DescentOutput, fpmPerDegree, solveDescent } from './descent.js';
export {
	FinalTimesInput,
	FinalTimesOutput,
	VdpInput,
	VdpOutput,
	solveFinalTimes,
	solveVdp
} from './final.js';
export {
	ConstantDescentInput,
	ConstantDescentOutput,
	GlidepathInput,
	GlidepathOutput,
	feetPerNmOf,
	solveConstantDescent,
	solveGlidepath
} from './glidepath.js';
export { ENTRY_REASONS, handWords, holdHand } from './hold-hand.js';
export {
	HoldEntryInput,
	HoldEntryOutput,
	HoldInput,
	HoldOutput,
	holdSectors,
	holdTrack,
	solveHold,
	solveHoldEntry,
	type HoldEntry
} from './hold.js';
export { InterceptInput, InterceptOutput, solveIntercept } from './intercept.js';
export {
	GLIDEPATH_FULL_SCALE_DEG,
	NeedleInput,
	NeedleOutput,
	VOR_FULL_SCALE_DEG,
	solveNeedle
} from './needle.js';
export { ReversalInput, ReversalOutput, reversalParts, solveReversal } from './reversal.js';
export { solveStation } from './station.js';
export { groundTrack, windVector } from './track.js';
export { TurnInput, TurnOutput, roughTrueKt, solveTurn, standardRadiusNm } from './turn.js';
export { WindFromTrackInput, WindFromTrackOutput, solveWindFromTrack } from './wind-from-track.js';
export { WindInput, WindOutput, solveWindTriangle } from './wind-triangle.js';
