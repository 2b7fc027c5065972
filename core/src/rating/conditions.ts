import type { Derived, RatingEntry } from './entry.js';
import type { Condition, NumberField, RULE_FLAGS, Sum } from './rules.js';

/** An entry with what is worked out of it. */
export interface KnownEntry {
	entry: RatingEntry;
	derived: Derived;
}
export type Flag = (typeof RULE_FLAGS)[number];
export type Read<Kind> = (known: KnownEntry) => Kind;
/** One function for each field: a long log is read several times faster so than by the field's name. */
export const NUMBERS: Record<NumberField, Read<number>> = {
	totalMinutes: ({ entry }) => entry.totalMinutes,
	picMinutes: ({ entry }) => entry.picMinutes,
	crossCountryMinutes: ({ entry }) => entry.crossCountryMinutes,
	dualMinutes: ({ entry }) => entry.dualMinutes,
	actualMinutes: ({ entry }) => entry.actualMinutes,
	simulatedMinutes: ({ entry }) => entry.simulatedMinutes,
	holds: ({ entry }) => entry.holds,
	directedRouteNm: ({ entry }) => entry.directedRouteNm,
	instrumentMinutes: ({ derived }) => derived.instrumentMinutes,
	taughtMinutes: ({ derived }) => derived.taughtMinutes,
	deviceMinutes: ({ derived }) => derived.deviceMinutes,
	picCrossCountryMinutes: ({ derived }) => derived.picCrossCountryMinutes,
	approachCount: ({ derived }) => derived.approachCount,
	approachKinds: ({ derived }) => derived.approachKinds,
	placeCount: ({ derived }) => derived.placeCount,
	placesWithoutApproach: ({ derived }) => derived.placesWithoutApproach
};
export const FLAGS: Record<Flag, Read<boolean>> = {
	instrumentInstructor: ({ entry }) => entry.instrumentInstructor,
	safetyPilot: ({ entry }) => entry.safetyPilot,
	part142: ({ entry }) => entry.part142,
	tracking: ({ entry }) => entry.tracking,
	instrumentRules: ({ entry }) => entry.instrumentRules
};
type Predicate = (known: KnownEntry) => boolean;

/** A condition as a function: a long log asks it thousands of times. */
function predicateOf(condition: Condition): Predicate {
	if ('any' in condition) {
		const ways = condition.any.map((all) => all.map(predicateOf));
		return (known) => ways.some((all) => all.every((holds) => holds(known)));
	}
	if ('device' in condition) {
		const devices = new Set(condition.device);
		return ({ entry }) => devices.has(entry.device);
	}
	if ('flag' in condition) {
		const { flag, is = true } = condition;
		const read = FLAGS[flag];
		return (known) => read(known) === is;
	}
	const read = NUMBERS[condition.field];
	if ('atLeast' in condition) return (known) => read(known) >= condition.atLeast;
	return (known) => read(known) <= condition.atMost;
}
const predicates = new WeakMap<Condition, Predicate>();
function isMet(known: KnownEntry, condition: Condition): boolean {
	let holds = predicates.get(condition);
	if (!holds) {
		holds = predicateOf(condition);
		predicates.set(condition, holds);
	}
	return holds(known);
}

/** What one entry gives to a sum; 0 where it does not count. */
export function givenTo(sum: Sum, known: KnownEntry): number {
	if (!sum.where.every((condition) => isMet(known, condition))) return 0;
	return sum.sum === 'one' ? 1 : Math.max(0, NUMBERS[sum.sum](known));
}
