export { dayNumber, dayOf } from './days.js';
export { DEVICES, RatingEntry, RatingEntryInput, checkDay, entryOf, isAircraft } from './entry.js';
export { ratingState, type RatingState } from './evaluate.js';
export { bestFlight, paceOf, type FlightPlan, type Pace } from './progress.js';
export {
	NUMBER_FIELDS,
	RULE_EDITIONS,
	RULE_FLAGS,
	RuleSet,
	readRules,
	type Condition,
	type NumberField
} from './rules.js';
