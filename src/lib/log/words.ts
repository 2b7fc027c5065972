import type { LogDevice, LogEntry, LogField, LogTotals } from '@hanza/core';
import { formatApproaches, formatMinutes } from '@hanza/core';

/** Devices as they are chosen in an entry. */
export const DEVICE_NAMES: Record<LogDevice, string> = {
	airplane: 'airplane',
	'other-aircraft': 'other aircraft',
	ffs: 'full flight simulator',
	ftd: 'flight training device',
	aatd: 'advanced training device',
	batd: 'basic training device',
	fnpt1: 'FNPT I',
	fnpt2: 'FNPT II',
	trainer: 'this trainer, practice only'
};

/** Fields as a form and a list of changes name them. */
export const FIELD_NAMES: Record<LogField, string> = {
	date: 'Date',
	device: 'Flown in',
	aircraftType: 'Type',
	registration: 'Registration',
	from: 'From',
	to: 'To',
	via: 'Via',
	directedRouteNm: 'Directed route, NM',
	totalMinutes: 'Total',
	picMinutes: 'Pilot in command',
	crossCountryMinutes: 'Cross-country',
	dualMinutes: 'Dual received',
	instructor: 'Instructor',
	instrumentInstructor: 'instructor for instruments',
	actualMinutes: 'Actual',
	simulatedMinutes: 'Simulated',
	safetyPilot: 'Safety pilot',
	part142: 'at a part 142 centre',
	approaches: 'Approaches',
	holds: 'Holds',
	tracking: 'intercepting and tracking',
	instrumentRules: 'under instrument rules',
	landings: 'Landings',
	remarks: 'Remarks'
};

/** Columns of times in the log's table, with their totals. */
export const TIME_COLUMNS = [
	{ sort: 'total', field: 'totalMinutes', head: 'Total' },
	{ sort: 'pic', field: 'picMinutes', head: 'PIC' },
	{ sort: 'xc', field: 'crossCountryMinutes', head: 'X-country' },
	{ sort: 'dual', field: 'dualMinutes', head: 'Dual' },
	{ sort: 'actual', field: 'actualMinutes', head: 'Actual' },
	{ sort: 'simulated', field: 'simulatedMinutes', head: 'Simulated' }
] as const satisfies readonly { sort: string; field: keyof LogTotals & LogField; head: string }[];

/** A field of an entry in words. */
export function valueWords(entry: LogEntry, field: LogField): string {
	const value = entry[field];
	if (field === 'device') return DEVICE_NAMES[entry.device];
	if (field === 'approaches') return formatApproaches(entry.approaches);
	if (field.endsWith('Minutes')) return formatMinutes(value as number, { blank: true });
	if (typeof value === 'boolean') return value ? 'yes' : 'no';
	return value === 0 ? '' : String(value);
}

/** What is otherwise in one entry than in another, field by field. */
export const changesBetween = (
	before: LogEntry,
	after: LogEntry
): { field: LogField; was: string; is: string }[] =>
	(Object.keys(FIELD_NAMES) as LogField[]).flatMap((field) => {
		const [was, is] = [valueWords(before, field), valueWords(after, field)];
		return was === is ? [] : [{ field, was, is }];
	});

/** Where an entry went, or what it was. */
export const routeWords = ({ from, to, via }: LogEntry): string =>
	[from, via, to].filter((place) => place.trim() !== '').join(' – ');

/** Approaches and holds of an entry, shortly. */
export const workWords = ({ approaches, holds, tracking }: LogEntry): string =>
	[
		...approaches.map(({ kind, runway, place }) => [kind, runway, place].filter(Boolean).join(' ')),
		...(holds > 0 ? [holds === 1 ? 'hold' : `${holds} holds`] : []),
		...(tracking ? ['tracking'] : [])
	].join(', ');
