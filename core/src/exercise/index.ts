export * from './brief.js';
export * from './card.js';
export * from './calls.js';
export * from './guide.js';
export * from './guided.js';
export * from './honest.js';
export {
	numbersCard,
	PATTERN_IDS,
	patternCard,
	PATTERNS,
	UPSET_LEVELS,
	upsetCard,
	type PatternId,
	type PatternSetting
} from './patterns.js';
export * from './radio-sheet.js';
export * from './places.js';
export * from './progress.js';
export * from './situation.js';
