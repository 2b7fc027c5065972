import type { Derived, RatingEntry } from './entry.js';
import type { NumberField, RULE_FLAGS } from './rules.js';

/** An entry with what is worked out of it. */
interface KnownEntry {
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
