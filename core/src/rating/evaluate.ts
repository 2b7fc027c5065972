import {
	checkDay,
	checkEntries,
	derivedOf,
	isAircraft,
	type Derived,
	type Device,
	type RatingEntry
} from './entry.js';
import type { Condition, NumberField, Requirement, RuleSet, Sum } from './rules.js';

/** An entry that does not count for a requirement, and why, in words. */
interface NotCounted {
	/** Index into the entries. */
	entry: number;
	reason: string;
}

/** How a requirement stands on a day. */
interface RequirementState {
	id: string;
	name: string;
	unit: Requirement['unit'];
	have: number;
	need: number;
	missing: number;
	met: boolean;
	/** Indices of the entries that count. */
	counted: number[];
	notCounted: NotCounted[];
	/** What caps took, in the requirement's unit. */
	takenByCaps: number;
	/** Where it counts within a window: its first day, and when what counts today falls out of it. */
	window: { from: string; fallsOut: { on: string; entries: number[]; amount: number }[] } | null;
}

/** How the requirements of a rule set stand. */
export interface RatingState {
	rules: { id: string; name: string; source: string; edition: string };
	asOf: string;
	requirements: RequirementState[];
}

export type Node = Sum | { plus: Node[]; cap?: number } | { greatest: Node[] };
export interface KnownEntry {
	entry: RatingEntry;
	derived: Derived;
}
/** What a node comes to. */
interface Worth {
	value: number;
	taken: number;
	/** What each entry gave, before caps; 0 of those that do not count. */
	gave: Float64Array;
	/** Entries that would have given to a credit that was not taken, marked by 1. */
	passedOver: Uint8Array | null;
}

const DEVICE_WORDS: Record<Device, string> = {
	airplane: 'an airplane',
	'other-aircraft': 'another aircraft',
	ffs: 'a full flight simulator',
	ftd: 'a flight training device',
	aatd: 'an advanced training device',
	batd: 'a basic training device',
	fnpt1: 'an FNPT I',
	fnpt2: 'an FNPT II'
};
const FLAG_WORDS = {
	instrumentInstructor: ['no instructor for instruments', 'given by an instructor for instruments'],
	safetyPilot: ['no safety pilot', 'with a safety pilot'],
	part142: ['not at a part 142 centre', 'at a part 142 centre'],
	tracking: ['no intercepting and tracking', 'with intercepting and tracking'],
	instrumentRules: ['not under instrument rules', 'under instrument rules']
} as const;
const FIELD_WORDS: Record<NumberField, string> = {
	totalMinutes: 'time',
	picMinutes: 'time as pilot in command',
	crossCountryMinutes: 'cross-country time',
	dualMinutes: 'dual',
	actualMinutes: 'actual instrument time',
	simulatedMinutes: 'simulated instrument time',
	instrumentMinutes: 'instrument time',
	taughtMinutes: 'instrument time with an instructor for instruments',
	deviceMinutes: 'time in a device with an instructor for instruments',
	picCrossCountryMinutes: 'cross-country time as pilot in command',
	approachCount: 'approach',
	approachKinds: 'kinds of approach',
	holds: 'hold',
	directedRouteNm: 'NM of directed route',
	placeCount: 'places after the departure',
	placesWithoutApproach: 'places without an approach'
};

type Flag = keyof typeof FLAG_WORDS;
type Read<Kind> = (known: KnownEntry) => Kind;
/** One function for each field: a long log is read several times faster so than by the field's name. */
const NUMBERS: Record<NumberField, Read<number>> = {
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
const FLAGS: Record<Flag, Read<boolean>> = {
	instrumentInstructor: ({ entry }) => entry.instrumentInstructor,
	safetyPilot: ({ entry }) => entry.safetyPilot,
	part142: ({ entry }) => entry.part142,
	tracking: ({ entry }) => entry.tracking,
	instrumentRules: ({ entry }) => entry.instrumentRules
};
const NOTHING_OF: Record<string, string> = Object.fromEntries(
	Object.entries(FIELD_WORDS).map(([field, words]) => [field, `no ${words}`])
);

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

const otherDevices = new WeakMap<readonly Device[], Map<Device, string>>();
function otherDevice(wanted: readonly Device[], flown: Device): string {
	const said = entryOrNew(otherDevices, wanted, () => new Map<Device, string>());
	return entryOrNew(
		said,
		flown,
		() =>
			`flown in ${DEVICE_WORDS[flown]}, not in ${wanted.map((device) => DEVICE_WORDS[device]).join(' or ')}`
	);
}

/** Why an entry does not meet a condition, in words. */
function whyNot(columns: Columns, i: number, condition: Condition): string {
	if ('any' in condition) {
		const isMetHere = (one: Condition): boolean => columns.metOf(one)[i] === 1;
		// The way that it is nearest to says most.
		const met = condition.any.map((all) => all.filter(isMetHere).length);
		const nearest = condition.any[met.indexOf(Math.max(...met))]!;
		return whyNot(
			columns,
			i,
			nearest.find((one) => !isMetHere(one))!
		);
	}
	if ('device' in condition) return otherDevice(condition.device, columns.devices[i]!);
	if ('flag' in condition) return FLAG_WORDS[condition.flag][(condition.is ?? true) ? 0 : 1];
	const { field } = condition;
	const value = columns.numbersOf(field)[i]!;
	if ('atMost' in condition) return `${value} ${FIELD_WORDS[field]}, ${condition.atMost} at most`;
	return value === 0
		? nothingOf(columns.lacks[i]!, field)
		: `${value} ${FIELD_WORDS[field]}, ${condition.atLeast} asked for`;
}

/** What an entry lacks that would have made instrument time of it, as bits. */
const LACKS = { instrumentTime: 1, witness: 2, instructor: 4 } as const;
const lacksOf = ({ entry, derived }: KnownEntry): number =>
	(derived.instrumentMinutes === 0 ? LACKS.instrumentTime : 0) |
	(isAircraft(entry.device) && entry.simulatedMinutes > 0 && entry.actualMinutes === 0 ? LACKS.witness : 0) |
	(entry.instrumentInstructor ? 0 : LACKS.instructor);

/** Why an entry gives nothing of a field. @param lacks see `LACKS` */
function nothingOf(lacks: number, field: NumberField): string {
	if ((field === 'instrumentMinutes' || field === 'taughtMinutes') && lacks & LACKS.instrumentTime)
		return lacks & LACKS.witness ? 'simulated without a safety pilot or dual' : 'no instrument time';
	if ((field === 'taughtMinutes' || field === 'deviceMinutes') && lacks & LACKS.instructor)
		return FLAG_WORDS.instrumentInstructor[0];
	return NOTHING_OF[field]!;
}

const isSum = (node: Node): node is Sum => 'sum' in node;

/** Marks by 1 what is so. */
function marks(length: number, isSo: (i: number) => boolean): Uint8Array {
	const column = new Uint8Array(length);
	for (let i = 0; i < length; i++) if (isSo(i)) column[i] = 1;
	return column;
}

const NUMBER_READERS = Object.entries(NUMBERS) as [NumberField, Read<number>][];
const FLAG_READERS = Object.entries(FLAGS) as [Flag, Read<boolean>][];

/**
 * A log by columns: for each field its numbers, for each condition whether each entry meets it, for each sum what each entry
 * gives. Each entry is looked at once; the same conditions stand in many sums, and a long log asks each of them once.
 */
class Columns {
	private readonly numbers: Record<NumberField, Float64Array>;
	private readonly flags: Record<Flag, Uint8Array>;
	private readonly met = new Map<string, Uint8Array>();
	private readonly given = new Map<Sum, Float64Array>();
	private readonly within = new Map<string, Uint8Array>();
	/** Of each entry what made no instrument time of it, as `LACKS`. */
	readonly lacks: Uint8Array;
	readonly days: string[] = [];
	readonly devices: Device[] = [];
	readonly length: number;

	constructor(
		entries: readonly RatingEntry[],
		readonly asOf: string
	) {
		const { length } = entries;
		const numbers = NUMBER_READERS.map(([field, read]) => ({
			field,
			read,
			column: new Float64Array(length)
		}));
		const flags = FLAG_READERS.map(([flag, read]) => ({ flag, read, column: new Uint8Array(length) }));
		this.length = length;
		this.lacks = new Uint8Array(length);
		for (let i = 0; i < length; i++) {
			const entry = entries[i]!;
			const known = { entry, derived: derivedOf(entry) };
			for (const { read, column } of numbers) column[i] = read(known);
			for (const { read, column } of flags) if (read(known)) column[i] = 1;
			this.lacks[i] = lacksOf(known);
			this.days.push(entry.date);
			this.devices.push(entry.device);
		}
		const byName = <Name extends string, Column>(columns: readonly (readonly [Name, Column])[]) =>
			Object.fromEntries(columns) as Record<Name, Column>;
		this.numbers = byName(numbers.map(({ field, column }) => [field, column] as const));
		this.flags = byName(flags.map(({ flag, column }) => [flag, column] as const));
	}

	/** Whether each entry is of a day from this one on (any day, where it is null) until the one that is asked for. */
	withinOf(from: string | null): Uint8Array {
		const { days, asOf } = this;
		return entryOrNew(this.within, from ?? '', () =>
			marks(this.length, (i) => days[i]! <= asOf && (from === null || days[i]! >= from))
		);
	}

	numbersOf(field: NumberField): Float64Array {
		return this.numbers[field];
	}

	metOf(condition: Condition): Uint8Array {
		return entryOrNew(this.met, JSON.stringify(condition), () => {
			const { length } = this;
			if ('any' in condition) {
				const ways = condition.any.map((all) => all.map((one) => this.metOf(one)));
				return marks(length, (i) => ways.some((all) => all.every((met) => met[i] === 1)));
			}
			if ('device' in condition) {
				const { device } = condition;
				return marks(length, (i) => device.includes(this.devices[i]!));
			}
			if ('flag' in condition) {
				const [flags, wanted] = [this.flags[condition.flag], Number(condition.is ?? true)];
				return marks(length, (i) => flags[i] === wanted);
			}
			const numbers = this.numbersOf(condition.field);
			const least = 'atLeast' in condition ? condition.atLeast : -Infinity;
			const most = 'atMost' in condition ? condition.atMost : Infinity;
			return marks(length, (i) => numbers[i]! >= least && numbers[i]! <= most);
		});
	}

	givenOf(sum: Sum): Float64Array {
		return entryOrNew(this.given, sum, () => {
			const column = new Float64Array(this.length).fill(1);
			if (sum.sum !== 'one') {
				const numbers = this.numbersOf(sum.sum);
				for (let i = 0; i < column.length; i++) column[i] = Math.max(0, numbers[i]!);
			}
			for (const condition of sum.where) {
				const met = this.metOf(condition);
				for (let i = 0; i < column.length; i++) if (met[i] === 0) column[i] = 0;
			}
			return column;
		});
	}
}

function entryOrNew<K, V>(
	map: { get(key: K): V | undefined; set(key: K, value: V): unknown },
	key: K,
	make: () => V
): V {
	let value = map.get(key);
	if (value === undefined) {
		value = make();
		map.set(key, value);
	}
	return value;
}

/** What one entry gives to a sum; 0 where it does not count. */
export function givenTo(sum: Sum, known: KnownEntry): number {
	if (!sum.where.every((condition) => isMet(known, condition))) return 0;
	return sum.sum === 'one' ? 1 : Math.max(0, NUMBERS[sum.sum](known));
}

/** What a node comes to when its sums are known, with caps and the greatest of credits. */
export function valueOf(node: Node, totalOf: (sum: Sum) => number): number {
	if (isSum(node)) return Math.min(totalOf(node), node.cap ?? Infinity);
	if ('greatest' in node) return Math.max(...node.greatest.map((one) => valueOf(one, totalOf)));
	return Math.min(
		node.plus.reduce((total, one) => total + valueOf(one, totalOf), 0),
		node.cap ?? Infinity
	);
}

function worthOf(node: Node, isInWindow: Uint8Array, columns: Columns): Worth {
	if (isSum(node)) {
		const given = columns.givenOf(node);
		const gave = new Float64Array(given.length);
		let value = 0;
		for (let i = 0; i < gave.length; i++) {
			if (isInWindow[i] === 0) continue;
			gave[i] = given[i]!;
			value += given[i]!;
		}
		return capped({ value, taken: 0, gave, passedOver: null }, node.cap);
	}
	if ('greatest' in node) {
		const all = node.greatest.map((one) => worthOf(one, isInWindow, columns));
		const best = all.reduce((most, one) => (one.value > most.value ? one : most));
		const others = all.filter((one) => one !== best);
		const passedOver = marks(
			columns.length,
			(i) => best.gave[i] === 0 && others.some(({ gave }) => gave[i] !== 0)
		);
		return { ...best, passedOver };
	}
	const parts = node.plus.map((one) => worthOf(one, isInWindow, columns));
	const sum = (read: (part: Worth) => number) => parts.reduce((total, part) => total + read(part), 0);
	const several = parts.filter(({ passedOver }) => passedOver !== null);
	return capped(
		{
			value: sum(({ value }) => value),
			taken: sum(({ taken }) => taken),
			gave: addedUp(parts.map(({ gave }) => gave)),
			passedOver:
				several.length === 0
					? null
					: marks(columns.length, (i) => several.some(({ passedOver }) => passedOver![i] === 1))
		},
		node.cap
	);
}

function addedUp(columns: readonly Float64Array[]): Float64Array {
	const total = columns[0]!.slice();
	for (const column of columns.slice(1)) for (let i = 0; i < total.length; i++) total[i]! += column[i]!;
	return total;
}

const capped = (worth: Worth, cap: number | undefined): Worth =>
	cap === undefined || worth.value <= cap
		? worth
		: { ...worth, value: cap, taken: worth.taken + worth.value - cap };

/** All sums of a node. */
export const sumsOf = (node: Node): Sum[] =>
	isSum(node) ? [node] : ('greatest' in node ? node.greatest : node.plus).flatMap(sumsOf);

/** Of more weight than all other conditions that a sum may have. */
const MEANT_FOR = 100;

/** Why an entry counts in none of the sums: of the one that it comes nearest to, what is first not so. */
function reasons(sums: readonly Sum[], columns: Columns): (entry: number) => string {
	const { length } = columns;
	// Column by column, as a long log is asked about all that does not count in it.
	const nearest = new Uint16Array(length);
	const failed = new Int8Array(length);
	const most = new Int32Array(length).fill(-1);
	const weight = new Int32Array(length);
	const first = new Int8Array(length);
	for (const [n, { where }] of sums.entries()) {
		weight.fill(0);
		first.fill(-1);
		for (const [c, condition] of where.entries()) {
			const met = columns.metOf(condition);
			// The right kind of device says which sum an entry was meant for.
			const counts = 'device' in condition ? MEANT_FOR : 1;
			for (let i = 0; i < met.length; i++)
				if (met[i] === 1) weight[i]! += counts;
				else if (first[i] === -1) first[i] = c;
		}
		for (let i = 0; i < length; i++)
			if (weight[i]! > most[i]!) {
				most[i] = weight[i]!;
				nearest[i] = n;
				failed[i] = first[i]!;
			}
	}
	return (entry) => {
		const { where, sum } = sums[nearest[entry]!]!;
		const c = failed[entry]!;
		if (c !== -1) return whyNot(columns, entry, where[c]!);
		return sum === 'one' ? 'nothing of it' : nothingOf(columns.lacks[entry]!, sum);
	};
}

/** A day so many calendar months on, as the first of its month. */
export function firstOfMonth(day: string, months: number): string {
	const [year, month] = day.split('-').map(Number) as [number, number];
	const index = year * 12 + (month - 1) + months;
	return `${String(Math.floor(index / 12)).padStart(4, '0')}-${String((index % 12) + 1).padStart(2, '0')}-01`;
}

function stateOf(requirement: Requirement, columns: Columns): RequirementState {
	const { length, days, asOf } = columns;
	const { id, name, unit, need, amount, windowMonths } = requirement;
	const from = windowMonths === undefined ? null : firstOfMonth(asOf, -windowMonths);
	const tooLate = `after ${asOf}`;
	const tooEarly = `before ${from}, where the window begins`;
	const isInWindow = columns.withinOf(from);
	const node = amount as Node;
	const { value: have, taken, gave, passedOver } = worthOf(node, isInWindow, columns);
	const reasonOf = reasons(sumsOf(node), columns);
	const missing = Math.max(0, need - have);
	const counted: number[] = [];
	const notCounted: NotCounted[] = [];
	for (let entry = 0; entry < length; entry++) {
		if (gave[entry] !== 0) counted.push(entry);
		else if (isInWindow[entry] === 0)
			notCounted.push({ entry, reason: days[entry]! > asOf ? tooLate : tooEarly });
		else
			notCounted.push({
				entry,
				reason:
					passedOver?.[entry] === 1 ? 'another credit, which is greater, was taken instead' : reasonOf(entry)
			});
	}
	return {
		id,
		name,
		unit,
		have,
		need,
		missing,
		met: missing === 0,
		counted,
		notCounted,
		takenByCaps: taken,
		window: from === null ? null : { from, fallsOut: fallingOut(counted, gave, days, windowMonths!) }
	};
}

/** On which first of a month what counts today falls out. */
function fallingOut(
	counted: readonly number[],
	gave: Float64Array,
	days: readonly string[],
	months: number
): { on: string; entries: number[]; amount: number }[] {
	const out = new Map<string, { entries: number[]; amount: number }>();
	for (const i of counted) {
		const day = entryOrNew(out, firstOfMonth(days[i]!, months + 1), () => ({ entries: [], amount: 0 }));
		day.entries.push(i);
		day.amount += gave[i]!;
	}
	return [...out].map(([on, rest]) => ({ on, ...rest })).sort((a, b) => (a.on < b.on ? -1 : 1));
}

/**
 * How the requirements of a rule set stand on a day, by the entries of a log: what counts, what does not and why, what caps
 * took, what falls out of a window when. Sums are exact in minutes.
 * @throws InputError for an entry or a day that cannot be.
 */
export function ratingState(rules: RuleSet, asOf: string, entries: readonly RatingEntry[]): RatingState {
	checkDay(asOf, '/asOf');
	checkEntries(entries);
	const columns = new Columns(entries, asOf);
	const { id, name, source, edition } = rules;
	return {
		rules: { id, name, source, edition },
		asOf,
		requirements: rules.requirements.map((requirement) => stateOf(requirement, columns))
	};
}
