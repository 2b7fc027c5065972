export { checkProcedure, type ProcedureProblem } from './check.js';
export { thresholdOf, trueCourseDeg } from './place.js';
export {
	endOf,
	finalSlope,
	planProcedure,
	turnBetween,
	type ApproachSpeeds,
	type PlannedLeg,
	type PlannedProcedure
} from './plan.js';
export {
	GUIDANCE_NAMES,
	Minimum,
	PROCEDURE_EDITIONS,
	Procedure,
	RunwayId,
	Segment,
	constraintWords,
	isNotCircling,
	isPrecise,
	isRnav,
	lowestOf,
	missedPointWords,
	type Known
} from './procedure.js';
export { SIGHTS, mayGoOn, sightOf, type Sight } from './sight.js';
