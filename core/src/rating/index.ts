export { RatingEntry, RatingEntryInput, entryOf } from './entry.js';
export { ratingState } from './evaluate.js';
export { RULE_EDITIONS, RuleSet } from './rules.js';
