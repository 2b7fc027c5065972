export { checkProcedure } from './check.js';
export {
	endOf,
	planProcedure,
	turnBetween,
	type ApproachSpeeds,
	type PlannedLeg,
	type PlannedProcedure
} from './plan.js';
export {
	Minimum,
	PROCEDURE_EDITIONS,
	Procedure,
	Segment,
	isNotCircling,
	isPrecise,
	isRnav,
	lowestOf
} from './procedure.js';
export { SIGHTS, mayGoOn, sightOf, type Sight } from './sight.js';
