import { NUMBER_FIELDS, RULE_FLAGS, DEVICES, type RuleSet } from '@hanza/core';
import { DEVICE_NAMES } from '$lib/log/words.js';

export type Requirement = RuleSet['requirements'][number];

/** What a sum may be of, as it is chosen. */
const FIELD_TEXTS: Record<(typeof NUMBER_FIELDS)[number], string> = {
	totalMinutes: 'total time',
	picMinutes: 'pilot in command',
	crossCountryMinutes: 'cross-country',
	dualMinutes: 'dual received',
	actualMinutes: 'actual instrument',
	simulatedMinutes: 'simulated instrument',
	instrumentMinutes: 'instrument time, as it counts',
	taughtMinutes: 'of it with an instructor for instruments',
	deviceMinutes: 'in a device with an instructor',
	picCrossCountryMinutes: 'cross-country in command',
	approachCount: 'approaches',
	approachKinds: 'kinds of approach',
	holds: 'holds',
	directedRouteNm: 'NM of directed route',
	placeCount: 'places after the departure',
	placesWithoutApproach: 'places without an approach'
};
export const SUM_OPTIONS = [
	{ value: 'one' as const, text: 'entries, one each' },
	...NUMBER_FIELDS.map((value) => ({ value, text: FIELD_TEXTS[value] }))
];
export const FIELD_OPTIONS = NUMBER_FIELDS.map((value) => ({ value, text: FIELD_TEXTS[value] }));
export const FLAG_OPTIONS = RULE_FLAGS.map((value) => ({
	value,
	text: {
		instrumentInstructor: 'an instructor for instruments',
		safetyPilot: 'a safety pilot',
		part142: 'a part 142 centre',
		tracking: 'intercepting and tracking',
		instrumentRules: 'instrument rules'
	}[value]
}));
export const DEVICE_OPTIONS = DEVICES.map((value) => ({ value, text: DEVICE_NAMES[value] }));
