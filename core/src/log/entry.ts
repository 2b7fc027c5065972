import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { DEVICES, isAircraft, RatingEntry, checkDay } from '../rating/index.js';
import { formatMinutes } from './typed.js';

const closed = { additionalProperties: false } as const;
const words = (maxLength: number) => Type.String({ maxLength, default: '' });
const { properties } = RatingEntry;

/** What a log may speak of: aircraft, devices by how they are approved, and this trainer, which never counts. */
export const LOG_DEVICES = [...DEVICES, 'trainer'] as const;
/** Where the time of an entry was spent. */
export type LogDevice = (typeof LOG_DEVICES)[number];

const MOST_APPROACHES = 60;
/** An approach as it is logged. */
const LoggedApproach = Type.Object(
	{
		kind: Type.String({ minLength: 1, maxLength: 40 }),
		runway: Type.String({ maxLength: 8 }),
		place: Type.String({ maxLength: 40 })
	},
	closed
);

const MOST_DAY_MINUTES = 24 * 60;
const minutes = Type.Integer({ minimum: 0, maximum: MOST_DAY_MINUTES, default: 0, description: 'minutes' });

/** An entry of a log: a flight, a time in a device, or practice in this trainer. Times in whole minutes. */
export const LogEntry = Type.Object(
	{
		date: properties.date,
		device: Type.Union(LOG_DEVICES.map((device) => Type.Literal(device))),
		aircraftType: words(40),
		/** Of an aircraft; of a device the number of its approval. */
		registration: words(40),
		from: words(40),
		to: words(40),
		/** Places in between, by blanks, commas or strokes. */
		via: words(200),
		directedRouteNm: Type.Number({
			minimum: 0,
			maximum: 5000,
			description: 'NM along airways or as directed'
		}),
		totalMinutes: Type.Integer({ minimum: 1, maximum: MOST_DAY_MINUTES, description: 'minutes' }),
		picMinutes: minutes,
		crossCountryMinutes: minutes,
		dualMinutes: minutes,
		instructor: words(80),
		instrumentInstructor: Type.Boolean(),
		actualMinutes: minutes,
		simulatedMinutes: minutes,
		safetyPilot: words(80),
		part142: Type.Boolean(),
		approaches: Type.Array(LoggedApproach, { maxItems: MOST_APPROACHES }),
		holds: Type.Integer({ minimum: 0, maximum: 100 }),
		tracking: Type.Boolean(),
		instrumentRules: Type.Boolean(),
		landings: Type.Integer({ minimum: 0, maximum: 200 }),
		remarks: words(1000)
	},
	closed
);
export type LogEntry = Static<typeof LogEntry>;
/** A field of an entry, by its name. */
export type LogField = keyof LogEntry;

/** An entry with nothing in it. */
export const emptyEntry = (date: string): LogEntry => ({
	date,
	device: 'airplane',
	aircraftType: '',
	registration: '',
	from: '',
	to: '',
	via: '',
	directedRouteNm: 0,
	totalMinutes: 0,
	picMinutes: 0,
	crossCountryMinutes: 0,
	dualMinutes: 0,
	instructor: '',
	instrumentInstructor: false,
	actualMinutes: 0,
	simulatedMinutes: 0,
	safetyPilot: '',
	part142: false,
	approaches: [],
	holds: 0,
	tracking: false,
	instrumentRules: false,
	landings: 0,
	remarks: ''
});

/** The next entry as it begins: the day, the aircraft and the people of the last, from where that one ended. */
export const nextEntry = (last: LogEntry | null, today: string): LogEntry =>
	last === null
		? emptyEntry(today)
		: {
				...emptyEntry(last.date),
				device: last.device === 'trainer' ? 'airplane' : last.device,
				aircraftType: last.aircraftType,
				registration: last.registration,
				from: last.to,
				to: last.to,
				instructor: last.instructor,
				instrumentInstructor: last.instrumentInstructor,
				safetyPilot: last.safetyPilot,
				part142: last.part142
			};

const PARTS = {
	picMinutes: 'pilot in command',
	crossCountryMinutes: 'cross-country',
	dualMinutes: 'dual',
	actualMinutes: 'actual instrument time',
	simulatedMinutes: 'simulated instrument time'
} as const;

/** What is the matter with an entry: errors keep it out of the log, cautions are only said. */
interface EntryProblem {
	field: LogField;
	level: 'error' | 'caution';
	words: string;
}

/** The arithmetic of an entry and what regulations ask it to carry, in words. @param today later days are errors. */
export function problemsOfEntry(entry: LogEntry, today: string): EntryProblem[] {
	const problems: EntryProblem[] = [];
	const say = (field: LogField, level: EntryProblem['level'], text: string): void => {
		problems.push({ field, level, words: text });
	};
	try {
		checkDay(entry.date, '');
		if (entry.date > today) say('date', 'error', `is after today, ${today}`);
	} catch {
		say('date', 'error', `must be a day that there is; ${entry.date} is none`);
	}
	const total = entry.totalMinutes;
	if (total === 0) say('totalMinutes', 'error', 'is missing: every entry has a total');
	for (const [part, name] of Object.entries(PARTS) as [keyof typeof PARTS, string][])
		if (total > 0 && entry[part] > total)
			say(part, 'error', `${name} is a part of the total, and that is ${formatMinutes(total)}`);
	const { actualMinutes, simulatedMinutes, safetyPilot, dualMinutes, instructor } = entry;
	const instrument = actualMinutes + simulatedMinutes;
	if (total > 0 && actualMinutes <= total && simulatedMinutes <= total && instrument > total)
		say(
			'simulatedMinutes',
			'error',
			`actual and simulated together are ${formatMinutes(instrument)}, more than the total of ${formatMinutes(total)}`
		);
	if (entry.device === 'trainer') return problems;
	const inFlight = isAircraft(entry.device);
	if (inFlight && simulatedMinutes > 0 && !safetyPilot && dualMinutes === 0)
		say(
			'safetyPilot',
			'caution',
			'simulated time in flight counts only with a safety pilot or an instructor'
		);
	if (dualMinutes > 0 && !instructor) say('instructor', 'caution', 'dual wants the name of the instructor');
	if (!inFlight && simulatedMinutes > 0 && !instructor)
		say('instructor', 'caution', 'time in a device counts only with an instructor');
	if (entry.approaches.length > 0 && instrument === 0)
		say('approaches', 'caution', 'an approach counts only in actual or simulated conditions');
	if (entry.directedRouteNm > 0 && !entry.instrumentRules)
		say('instrumentRules', 'caution', 'a directed route counts only under instrument rules');
	return problems;
}

/** Places of a route after the departure, in their order. */
const placesOf = ({ via, to }: LogEntry): string[] =>
	[...via.split(/[\s,;/–-]+/), to].map((place) => place.trim().toUpperCase()).filter((place) => place !== '');

/** An entry as rules read it; null of practice in this trainer, which no rule counts. */
export function ratingEntryOf(entry: LogEntry): RatingEntry | null {
	const { device, safetyPilot, approaches, actualMinutes, simulatedMinutes } = entry;
	if (device === 'trainer') return null;
	// Written out: objects that are made by spreading are read several times more slowly, and a long log is read often.
	return {
		date: entry.date,
		device,
		totalMinutes: entry.totalMinutes,
		picMinutes: entry.picMinutes,
		crossCountryMinutes: entry.crossCountryMinutes,
		dualMinutes: entry.dualMinutes,
		actualMinutes,
		simulatedMinutes,
		instrumentInstructor: entry.instrumentInstructor,
		part142: entry.part142,
		holds: entry.holds,
		tracking: entry.tracking,
		instrumentRules: entry.instrumentRules,
		directedRouteNm: entry.directedRouteNm,
		safetyPilot: safetyPilot.trim() !== '',
		// An approach without instrument conditions is a landing out of a good view.
		approaches:
			actualMinutes + simulatedMinutes > 0
				? approaches.map(({ kind, place }) => ({
						kind: kind.trim().toUpperCase(),
						place: place.trim().toUpperCase()
					}))
				: [],
		places: placesOf(entry)
	};
}

const SUMMED = [
	'totalMinutes',
	'picMinutes',
	'crossCountryMinutes',
	'dualMinutes',
	'actualMinutes',
	'simulatedMinutes',
	'holds',
	'landings'
] as const;
/** Sums over entries in minutes; what was flown, in devices, and in this trainer stand apart. */
export type LogTotals = Record<(typeof SUMMED)[number], number> & {
	entries: number;
	approaches: number;
	deviceMinutes: number;
	trainerMinutes: number;
};

/** Nothing of everything. */
const NO_TOTALS: LogTotals = {
	entries: 0,
	approaches: 0,
	deviceMinutes: 0,
	trainerMinutes: 0,
	...(Object.fromEntries(SUMMED.map((field) => [field, 0])) as Record<(typeof SUMMED)[number], number>)
};

/** Sums of two parts of a log as those of both. */
export const addedTotals = (a: LogTotals, b: LogTotals): LogTotals =>
	Object.fromEntries(
		Object.entries(a).map(([key, value]) => [key, value + b[key as keyof LogTotals]])
	) as LogTotals;

/** @see LogTotals The total and its parts are of aircraft; simulated time in a device is with the device. */
export function totalsOf(entries: readonly LogEntry[]): LogTotals {
	const totals = { ...NO_TOTALS };
	for (const entry of entries) {
		totals.entries++;
		if (entry.device === 'trainer') totals.trainerMinutes += entry.totalMinutes;
		else if (!isAircraft(entry.device)) totals.deviceMinutes += entry.totalMinutes;
		else {
			for (const field of SUMMED) totals[field] += entry[field];
			totals.approaches += entry.approaches.length;
		}
	}
	return totals;
}
