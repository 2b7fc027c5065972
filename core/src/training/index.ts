export { type BriefQuestion } from './approach-brief.js';
export { CardApproach, USUAL_ADDED_FT, beforeThresholdNm, bestSightOf, bugOf, landedOn } from './approach.js';
export { briefOf, isWorkedOut, type WorkedOut, workedOut } from './brief.js';
export { approachCard, approachSpeeds, categoryOfAircraft, usualMinimum } from './builders/approach-card.js';
export { UPSET_LEVELS, numbersCard, patternCard, upsetCard } from './builders/cards.js';
export { PATTERNS, PATTERN_IDS, type PatternId } from './builders/patterns.js';
export { RadioCardBuilder, steadyWind, type RadioSetting } from './builders/radio-card-builder.js';
export { callsOf, type DueCall } from './calls.js';
export { CardFlight, setupOf, type Hands } from './card-flight.js';
export {
	CARD_EDITIONS,
	Call,
	Phase,
	TaskCard,
	Upset,
	VeilLevel,
	configurationWords,
	coversOf,
	limitSecondsOf,
	mayLookOut
} from './card.js';
export { withConditions } from './conditioned-card.js';
export {
	Conditions,
	NO_CONDITIONS,
	minimaOf,
	minimumKey,
	oneStepHarder,
	type HarderStep
} from './conditions.js';
export { KNOWN_WITHIN } from './drills/numbers.js';
export { PRIMARY } from './drills/primary.js';
export { isRight, type DrillContext, type Question } from './drills/question.js';
export { DRILLS, DRILL_IDS, ROUND_QUESTIONS, question, type DrillId } from './drills/registry.js';
export { BOX_DAYS, LAST_BOX, chooseItems, reviewed, type ItemState } from './drills/repetition.js';
export { eventSample } from './event-watch.js';
export { PhaseEvent, leavesOf, type LeafEvent } from './events.js';
export { pathDeviation, targetColumn } from './path-deviation.js';
export { placesNamed, withPlaces } from './places.js';
export { CardProgress, cutPhases, type PhaseTimes } from './progress.js';
export {
	ScanInput,
	ScanOutput,
	analyseScan,
	solveScan,
	type Dark,
	type ScanAnalysis,
	type ScanFault
} from './scan/analyse.js';
export { conditionsOf } from './scan/conditions.js';
export { generateDwells, type PlantedFault } from './scan/generate.js';
export {
	BASIC_T_MAP,
	Dwell,
	PanelMap,
	SCAN_DEFAULTS,
	SCAN_INSTRUMENTS,
	SCAN_NAMES,
	dwellsFromCsv,
	joinDwells,
	orderedDwells,
	type PanelArea,
	type ScanInstrument,
	type ScanSettings
} from './scan/looks.js';
export { SCHOOLS, SCHOOL_IDS, isOfSchool, type SchoolId } from './scan/schools.js';
export { Situation, cardFrom, failuresFrom } from './situation.js';
export { TARGET_CHANNELS, TARGET_KINDS, type PhaseTarget, type TargetKind } from './targets.js';
export { UPSET_LIMITS, UpsetDirector } from './upset.js';
