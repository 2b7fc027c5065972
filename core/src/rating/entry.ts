import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { InputError } from '../base/index.js';

const closed = { additionalProperties: false } as const;
/** Aircraft, and devices by how they are approved. */
export const DEVICES = [
	'airplane',
	'other-aircraft',
	'ffs',
	'ftd',
	'aatd',
	'batd',
	'fnpt1',
	'fnpt2'
] as const;
export type Device = (typeof DEVICES)[number];
const MOST_MINUTES = 10_000_000;
const minutes = (description: string) => Type.Integer({ minimum: 0, maximum: MOST_MINUTES, description });
const day = Type.String({ pattern: '^[0-9]{4}-[0-9]{2}-[0-9]{2}$', description: 'a day, YYYY-MM-DD' });
const words = Type.String({ maxLength: 200 });

/** A flight, or a time in a device, as it counts for a rating. Minutes are whole. */
export const RatingEntry = Type.Object(
	{
		date: day,
		device: Type.Union(DEVICES.map((device) => Type.Literal(device))),
		totalMinutes: Type.Integer({ minimum: 0, maximum: MOST_MINUTES, description: 'minutes' }),
		picMinutes: minutes('pilot in command'),
		crossCountryMinutes: minutes('cross-country'),
		dualMinutes: minutes('received'),
		instrumentInstructor: Type.Boolean({
			description: 'the dual was given by an instructor authorised for instrument training'
		}),
		actualMinutes: minutes('in instrument conditions'),
		simulatedMinutes: minutes('under a hood, or in a device'),
		safetyPilot: Type.Boolean(),
		part142: Type.Boolean({ description: 'at a part 142 training centre' }),
		approaches: Type.Array(Type.Object({ kind: words, place: words }, closed), {
			default: [],
			maxItems: 500
		}),
		holds: Type.Integer({ minimum: 0, maximum: 1000 }),
		tracking: Type.Boolean({ description: 'intercepting and tracking done' }),
		instrumentRules: Type.Boolean({ description: 'flown under instrument rules' }),
		directedRouteNm: Type.Number({
			minimum: 0,
			maximum: 20_000,
			description: 'NM along airways or as directed'
		}),
		places: Type.Array(words, { maxItems: 500, description: 'airports after the departure' })
	},
	closed
);
export type RatingEntry = Static<typeof RatingEntry>;

/** An entry as it is handed in: what is left out is an airplane's, none, or not so. */
export const RatingEntryInput = Type.Composite(
	[
		Type.Pick(RatingEntry, ['date', 'totalMinutes']),
		Type.Partial(Type.Omit(RatingEntry, ['date', 'totalMinutes']))
	],
	closed
);
const LEFT_OUT: Omit<RatingEntry, 'date' | 'totalMinutes'> = {
	device: 'airplane',
	picMinutes: 0,
	crossCountryMinutes: 0,
	dualMinutes: 0,
	instrumentInstructor: false,
	actualMinutes: 0,
	simulatedMinutes: 0,
	safetyPilot: false,
	part142: false,
	approaches: [],
	holds: 0,
	tracking: false,
	instrumentRules: false,
	directedRouteNm: 0,
	places: []
};
/** The whole entry. */
export const entryOf = (input: Static<typeof RatingEntryInput>): RatingEntry => ({ ...LEFT_OUT, ...input });

const PARTS = [
	'picMinutes',
	'crossCountryMinutes',
	'dualMinutes',
	'actualMinutes',
	'simulatedMinutes'
] as const;
const PART_WORDS: Record<(typeof PARTS)[number], string> = {
	picMinutes: 'pilot in command',
	crossCountryMinutes: 'cross-country',
	dualMinutes: 'dual',
	actualMinutes: 'actual instrument time',
	simulatedMinutes: 'simulated instrument time'
};

const DAYS_OF_MONTH = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** A day that there is: a day of that month, 29 February in a leap year only. @throws InputError */
export function checkDay(text: string, at: string): void {
	const [year, month, date] = text.split('-').map(Number) as [number, number, number];
	const leap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
	const days = month === 2 && leap ? 29 : (DAYS_OF_MONTH[month - 1] ?? 0);
	if (date < 1 || date > days) throw new InputError(at, `must be a day that there is; ${text} is none`);
}

/** Entries whose parts fit into their total, on days that there are. @throws InputError naming the entry and the part. */
export function checkEntries(entries: readonly RatingEntry[], at = '/entries'): void {
	const days = new Set<string>();
	entries.forEach((entry, i) => {
		if (!days.has(entry.date)) {
			checkDay(entry.date, `${at}/${i}/date`);
			days.add(entry.date);
		}
		for (const part of PARTS)
			if (entry[part] > entry.totalMinutes)
				throw new InputError(
					`${at}/${i}/${part}`,
					`must be ${entry.totalMinutes} at most, the total: ${PART_WORDS[part]} is a part of it`
				);
		if (entry.actualMinutes + entry.simulatedMinutes > entry.totalMinutes)
			throw new InputError(
				`${at}/${i}/simulatedMinutes`,
				`must be ${entry.totalMinutes - entry.actualMinutes} at most: with the actual time it is a part of the total`
			);
	});
}

/** What is worked out of an entry before rules are asked. */
export interface Derived {
	/** Of an entry in an aircraft: actual, and simulated with a safety pilot or any dual. */
	instrumentMinutes: number;
	/** The lesser of those and the dual, with an instrument instructor. */
	taughtMinutes: number;
	/** Of a device entry: simulated, with an instrument instructor. */
	deviceMinutes: number;
	/** The lesser of pilot in command and cross-country. */
	picCrossCountryMinutes: number;
	approachCount: number;
	approachKinds: number;
	placeCount: number;
	/** Places of the flight at which no approach was flown. */
	placesWithoutApproach: number;
}

/** Whether it flies: all else is a device. */
export const isAircraft = (device: Device): boolean => device === 'airplane' || device === 'other-aircraft';

/** @see Derived */
export function derivedOf(entry: RatingEntry): Derived {
	const aircraft = isAircraft(entry.device);
	const { actualMinutes, simulatedMinutes, dualMinutes, safetyPilot, instrumentInstructor } = entry;
	const instrumentMinutes = aircraft
		? actualMinutes + (safetyPilot || dualMinutes > 0 ? simulatedMinutes : 0)
		: 0;
	const { approaches, places } = entry;
	const flownAt =
		places.length > 0 && approaches.length > 0 ? new Set(approaches.map(({ place }) => place)) : null;
	return {
		instrumentMinutes,
		taughtMinutes: instrumentInstructor ? Math.min(instrumentMinutes, dualMinutes) : 0,
		deviceMinutes: !aircraft && instrumentInstructor ? simulatedMinutes : 0,
		picCrossCountryMinutes: Math.min(entry.picMinutes, entry.crossCountryMinutes),
		approachCount: entry.approaches.length,
		approachKinds:
			approaches.length < 2 ? approaches.length : new Set(approaches.map(({ kind }) => kind)).size,
		placeCount: entry.places.length,
		placesWithoutApproach: flownAt ? places.filter((place) => !flownAt.has(place)).length : places.length
	};
}
