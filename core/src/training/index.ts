export {
	type BriefAnswer,
	type BriefQuestion,
	type WorkedOut,
	briefOf,
	holdInputOf,
	isWorkedOut,
	workedOut
} from './brief.js';
export { UPSET_LEVELS, numbersCard, patternCard, upsetCard } from './builders/cards.js';
export { PATTERNS, PATTERN_IDS, type PatternId } from './builders/patterns.js';
export { type RadioSetting, RadioCardBuilder, steadyWind } from './builders/radio-card-builder.js';
export { CallsProgress, type DueCall, callsOf } from './calls.js';
export { Call, Phase, TaskCard, Upset, VeilLevel, configurationWords, coversOf, mayLookOut } from './card.js';
export { KNOWN_WITHIN } from './drills/numbers.js';
export { PRIMARY } from './drills/primary.js';
export { type DrillContext, type Question } from './drills/question.js';
export { DRILLS, DRILL_IDS, type DrillId, ROUND_QUESTIONS, isRight, question } from './drills/registry.js';
export { BOX_DAYS, type ItemState, LAST_BOX, chooseItems, reviewed } from './drills/repetition.js';
export { EVENT_CHANNELS, type EventSample, eventSample } from './event-watch.js';
export { type LeafEvent, PhaseEvent } from './events.js';
export { pathDeviation, targetColumn } from './path-deviation.js';
export { placesNamed, withPlaces } from './places.js';
export { CardProgress, type PhaseTimes, cutPhases } from './progress.js';
export {
	type ScanAnalysis,
	type ScanFault,
	ScanInput,
	ScanOutput,
	analyseScan,
	solveScan
} from './scan/analyse.js';
export { conditionsOf } from './scan/conditions.js';
export { type PlantedFault, generateDwells } from './scan/generate.js';
export {
	BASIC_T_MAP,
	Dwell,
	type PanelArea,
	PanelMap,
	SCAN_DEFAULTS,
	SCAN_INSTRUMENTS,
	SCAN_NAMES,
	type ScanInstrument,
	type ScanSettings,
	joinDwells,
	dwellsFromCsv,
	orderedDwells
} from './scan/looks.js';
export { SCHOOLS, SCHOOL_IDS, type SchoolId, SchoolSchema, isOfSchool } from './scan/schools.js';
export { Situation, cardFrom, failuresFrom } from './situation.js';
export { type PhaseTarget, TARGET_CHANNELS, TARGET_KINDS, type TargetKind } from './targets.js';
export { UPSET_LIMITS, UpsetDirector } from './upset.js';
