import { HanzaError, InputError, parse } from '../base/index.js';
import {
	LogEntry,
	LOG_DEVICES,
	emptyEntry,
	problemsOfEntry,
	type LogDevice,
	type LogField
} from './entry.js';
import {
	formatMinutes,
	looksLikeHours,
	readDay,
	readMinutes,
	type BareTime,
	type DayOrder
} from './typed.js';

type Kind = 'day' | 'time' | 'words' | 'yes' | 'number' | 'device' | 'approaches';
interface LogColumn {
	field: LogField;
	/** As the file that goes out heads it. */
	head: string;
	kind: Kind;
	/** Other heads by which it is known, in small letters and without signs. */
	known: readonly string[];
}

/** The columns of a log's file, in their order: what goes out, and what a file that comes in may have. */
export const LOG_COLUMNS: readonly LogColumn[] = [
	{ field: 'date', head: 'Date', kind: 'day', known: ['day', 'flight date', 'datum'] },
	{ field: 'device', head: 'Device', kind: 'device', known: ['category', 'class', 'kind'] },
	{
		field: 'aircraftType',
		head: 'Type',
		kind: 'words',
		known: ['aircraft type', 'aircraft', 'model', 'make and model', 'make model']
	},
	{
		field: 'registration',
		head: 'Registration',
		kind: 'words',
		known: ['reg', 'ident', 'tail', 'aircraft id', 'aircraft registration', 'device number']
	},
	{ field: 'from', head: 'From', kind: 'words', known: ['departure', 'dep', 'origin', 'departure place'] },
	{
		field: 'to',
		head: 'To',
		kind: 'words',
		known: ['arrival', 'arr', 'destination', 'dest', 'arrival place']
	},
	{ field: 'via', head: 'Via', kind: 'words', known: ['route', 'stops'] },
	{
		field: 'directedRouteNm',
		head: 'Directed route NM',
		kind: 'number',
		known: ['distance', 'nm', 'distance nm', 'route nm']
	},
	{
		field: 'totalMinutes',
		head: 'Total',
		kind: 'time',
		known: ['total time', 'duration', 'flight time', 'block', 'block time', 'total duration']
	},
	{ field: 'picMinutes', head: 'Pilot in command', kind: 'time', known: ['pic', 'p1', 'command'] },
	{
		field: 'crossCountryMinutes',
		head: 'Cross-country',
		kind: 'time',
		known: ['xc', 'x country', 'cross country', 'cc']
	},
	{
		field: 'dualMinutes',
		head: 'Dual received',
		kind: 'time',
		known: ['dual', 'instruction received', 'training received', 'dual time']
	},
	{
		field: 'instructor',
		head: 'Instructor',
		kind: 'words',
		known: ['cfi', 'teacher', 'fi', 'instructor name']
	},
	{
		field: 'instrumentInstructor',
		head: 'Instrument instructor',
		kind: 'yes',
		known: ['cfii', 'iri', 'instrument instruction']
	},
	{
		field: 'actualMinutes',
		head: 'Actual instrument',
		kind: 'time',
		known: ['actual', 'imc', 'inst actual', 'actual imc']
	},
	{
		field: 'simulatedMinutes',
		head: 'Simulated instrument',
		kind: 'time',
		known: ['simulated', 'hood', 'sim inst', 'simulated imc', 'under the hood']
	},
	{ field: 'safetyPilot', head: 'Safety pilot', kind: 'words', known: ['safety', 'lookout'] },
	{ field: 'part142', head: 'Part 142 centre', kind: 'yes', known: ['part 142', '142'] },
	{
		field: 'approaches',
		head: 'Approaches',
		kind: 'approaches',
		known: ['approach', 'app', 'apps', 'iap', 'instrument approaches']
	},
	{ field: 'holds', head: 'Holds', kind: 'number', known: ['hold', 'holding'] },
	{
		field: 'tracking',
		head: 'Tracking',
		kind: 'yes',
		known: ['intercepting and tracking', 'nav tracking', 'track']
	},
	{
		field: 'instrumentRules',
		head: 'Instrument rules',
		kind: 'yes',
		known: ['ifr', 'flight rules', 'rules']
	},
	{
		field: 'landings',
		head: 'Landings',
		kind: 'number',
		known: ['ldg', 'landing', 'day landings', 'all landings']
	},
	{ field: 'remarks', head: 'Remarks', kind: 'words', known: ['comments', 'notes', 'remark', 'comment'] }
];
const COLUMN = new Map(LOG_COLUMNS.map((column) => [column.field, column]));

/** Which column of a file is which field, and how its values are meant. */
export interface ColumnMap {
	/** By the file's columns in their order; null: not taken. */
	fields: (LogField | null)[];
	order: DayOrder;
	bare: BareTime;
}

const plain = (head: string): string =>
	head
		.toLowerCase()
		.replace(/\(.*?\)|\bhours?\b|\bhrs?\b/g, ' ')
		.replace(/[^a-z0-9]+/g, ' ')
		.trim();

/** Whether the days of a column can only be month first. */
const orderOf = (texts: readonly string[]): DayOrder =>
	texts.some((text) => {
		const match = /^(\d{1,2})[/-](\d{1,2})[/-]\d{2,4}$/.exec(text.trim());
		return match !== null && Number(match[2]) > 12;
	})
		? 'month-first'
		: 'day-first';

/** Guesses the map from the heads, and where they say nothing from the values. @param rows a few of the first. */
export function guessColumns(
	heads: readonly string[],
	rows: readonly (readonly string[])[],
	today: string
): ColumnMap {
	const taken = new Set<LogField>();
	const take = (field: LogField): LogField => {
		taken.add(field);
		return field;
	};
	const byHead = (head: string): LogField | null => {
		const said = plain(head);
		const column =
			LOG_COLUMNS.find((one) => !taken.has(one.field) && plain(one.head) === said) ??
			LOG_COLUMNS.find((one) => !taken.has(one.field) && one.known.includes(said));
		return column ? take(column.field) : null;
	};
	const fields = heads.map(byHead);
	const valuesOf = (i: number): string[] =>
		rows.map((row) => row[i] ?? '').filter((text) => text.trim() !== '');
	const reads = (texts: readonly string[], read: (text: string) => unknown): boolean =>
		texts.length > 0 &&
		texts.every((text) => {
			try {
				read(text);
				return true;
			} catch {
				return false;
			}
		});
	heads.forEach((_, i) => {
		if (fields[i] !== null || taken.has('date')) return;
		if (reads(valuesOf(i), (text) => readDay(text, today, ''))) fields[i] = take('date');
	});
	heads.forEach((_, i) => {
		if (fields[i] !== null || taken.has('totalMinutes')) return;
		if (reads(valuesOf(i), (text) => readMinutes(text, ''))) fields[i] = take('totalMinutes');
	});
	const at = (kind: Kind): string[] =>
		fields.flatMap((field, i) => (field && COLUMN.get(field)!.kind === kind ? valuesOf(i) : []));
	return { fields, order: orderOf(at('day')), bare: looksLikeHours(at('time')) ? 'hours' : 'minutes' };
}

const YES = new Set(['yes', 'y', 'true', '1', 'x', '✓', 'ifr', 'ja']);
const NO = new Set(['', 'no', 'n', 'false', '0', '-', 'vfr', 'nein']);

const DEVICE_NAMES: Record<LogDevice, readonly string[]> = {
	airplane: ['airplane', 'aeroplane', 'sep', 'sel', 'asel', 'single engine land', 'plane', ''],
	'other-aircraft': ['other aircraft', 'glider', 'helicopter'],
	ffs: ['ffs', 'full flight simulator'],
	ftd: ['ftd', 'flight training device'],
	aatd: ['aatd', 'advanced training device'],
	batd: ['batd', 'basic training device'],
	fnpt1: ['fnpt1', 'fnpt i', 'fnpt 1'],
	fnpt2: ['fnpt2', 'fnpt ii', 'fnpt 2'],
	trainer: ['trainer', 'practice']
};

function readApproaches(text: string): LogEntry['approaches'] {
	const typed = text.trim();
	if (typed === '' || typed === '0') return [];
	if (/^\d{1,2}$/.test(typed))
		return Array.from({ length: Number(typed) }, () => ({ kind: 'not named', runway: '', place: '' }));
	return typed
		.split(/\s*[;\n]\s*/)
		.filter((one) => one !== '')
		.map((one) => {
			const [kind = '', runway = '', place = ''] = one.includes('/')
				? one.split('/').map((part) => part.trim())
				: (/^(.+?)(?: (\d{2}[LCR]?))?(?: (\S+))?$/i.exec(one) ?? ['', one])
						.slice(1)
						.map((part) => part ?? '');
			return { kind, runway, place };
		});
}

/** Approaches as they are written in a file and in a field: kind/runway/place; … */
export const formatApproaches = (approaches: LogEntry['approaches']): string =>
	approaches.map(({ kind, runway, place }) => [kind, runway, place].join('/')).join('; ');

function readCell(
	{ field, kind }: LogColumn,
	text: string,
	{ order, bare }: ColumnMap,
	today: string
): unknown {
	const at = `/${field}`;
	const said = text.trim().toLowerCase();
	switch (kind) {
		case 'day':
			return readDay(text, today, at, order);
		case 'time':
			return readMinutes(text, at, bare);
		case 'words':
			return text.trim();
		case 'yes':
			if (YES.has(said)) return true;
			if (NO.has(said)) return false;
			throw new InputError(at, `must be yes or no; ${text.trim()} is neither`);
		case 'number': {
			const value = said === '' || said === '-' ? 0 : Number(said.replace(',', '.'));
			if (!Number.isFinite(value)) throw new InputError(at, `must be a number; ${text.trim()} is none`);
			return value;
		}
		case 'device': {
			const device = LOG_DEVICES.find((one) => one === said || DEVICE_NAMES[one].includes(plain(text)));
			if (!device)
				throw new InputError(at, `must be one of ${LOG_DEVICES.join(', ')}; ${text.trim()} is none`);
			return device;
		}
		case 'approaches':
			return readApproaches(text);
	}
}

/** What is wrong with a cell of a file, in words. */
interface CellProblem {
	/** Of the file, from 0; null where it is not one column's. */
	column: number | null;
	field: LogField;
	words: string;
}

/** A row of a file as an entry, or what is wrong with it: everything, not only the first. */
export function readRow(
	cells: readonly string[],
	map: ColumnMap,
	today: string
): { entry: LogEntry; cautions: CellProblem[] } | { problems: CellProblem[] } {
	const columnOf = (field: LogField): number | null => {
		const at = map.fields.indexOf(field);
		return at < 0 ? null : at;
	};
	const problems: CellProblem[] = [];
	const value: Record<string, unknown> = emptyEntry('');
	map.fields.forEach((field, column) => {
		if (field === null) return;
		try {
			value[field] = readCell(COLUMN.get(field)!, cells[column] ?? '', map, today);
		} catch (error) {
			if (!(error instanceof HanzaError)) throw error;
			problems.push({ column, field, words: error.message.replace(/^\/\S+ /, '') });
		}
	});
	for (const field of ['date', 'totalMinutes'] as const)
		if (columnOf(field) === null)
			problems.push({
				column: null,
				field,
				words: `no column is the ${COLUMN.get(field)!.head.toLowerCase()}`
			});
	if (problems.length > 0) return { problems };
	const said = problemsOfEntry(value as LogEntry, today).map(({ field, level, words }) => ({
		level,
		problem: { column: columnOf(field), field, words }
	}));
	const errors = said.filter(({ level }) => level === 'error').map(({ problem }) => problem);
	if (errors.length > 0) return { problems: errors };
	try {
		return {
			entry: parse(LogEntry, value),
			cautions: said.map(({ problem }) => problem)
		};
	} catch (error) {
		if (!(error instanceof InputError)) throw error;
		const field = (error.place.split('/')[1] ?? 'date') as LogField;
		return { problems: [{ column: columnOf(field), field, words: error.message.replace(/^\/\S+ /, '') }] };
	}
}

/** What a spreadsheet would take for a formula, and so what a file's cell begins with a quote for. */
const FORMULA = /^'*[=+\-@\t\r]/;

/** A text as a cell of a file: never a formula, whoever opens it with what. */
export const toCell = (text: string): string => (FORMULA.test(text) ? `'${text}` : text);

/** The text of a cell: without the quote that `toCell` put before it. */
export const fromCell = (cell: string): string =>
	cell.startsWith("'") && FORMULA.test(cell) ? cell.slice(1) : cell;

/** An entry as the cells of a file, in the order of `LOG_COLUMNS`: read again it is the same entry. */
export const cellsOf = (entry: LogEntry): string[] =>
	LOG_COLUMNS.map(({ field, kind }) => {
		const value = entry[field];
		if (kind === 'time') return formatMinutes(value as number, { blank: true });
		if (kind === 'yes') return value ? 'yes' : '';
		if (kind === 'approaches') return formatApproaches(value as LogEntry['approaches']);
		return value === 0 ? '' : String(value);
	});

/** A form's texts by field, as `readTyped` takes them. */
export type TypedEntry = Partial<Record<LogField, string>>;

const TYPED_MAP: ColumnMap = {
	fields: LOG_COLUMNS.map(({ field }) => field),
	order: 'day-first',
	bare: 'by-size'
};

/** An entry as it is typed, field by field, or what is wrong with it. @see readRow */
export const readTyped = (typed: TypedEntry, today: string): ReturnType<typeof readRow> =>
	readRow(
		LOG_COLUMNS.map(({ field }) => typed[field] ?? ''),
		TYPED_MAP,
		today
	);

/** The texts of an entry, as they would be typed. */
export const typedOf = (entry: LogEntry): Record<LogField, string> => {
	const cells = cellsOf(entry);
	return Object.fromEntries(LOG_COLUMNS.map(({ field }, i) => [field, cells[i]!])) as Record<
		LogField,
		string
	>;
};
