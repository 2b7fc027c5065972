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

const isDerived = (field: NumberField, derived: Derived): field is keyof Derived => field in derived;
const numberOf = ({ entry, derived }: KnownEntry, field: NumberField): number =>
	isDerived(field, derived) ? derived[field] : entry[field];

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
		return ({ entry }) => entry[flag] === is;
	}
	const { field } = condition;
	if ('atLeast' in condition) return (known) => numberOf(known, field) >= condition.atLeast;
	return (known) => numberOf(known, field) <= condition.atMost;
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

/** Why a condition is not met, in words. */
function whyNot(known: KnownEntry, condition: Condition): string {
	if ('any' in condition) {
		// The way that it is nearest to says most.
		const nearest = condition.any.toSorted(
			(a, b) => b.filter((one) => isMet(known, one)).length - a.filter((one) => isMet(known, one)).length
		)[0]!;
		return whyNot(
			known,
			nearest.find((one) => !isMet(known, one))!
		);
	}
	if ('device' in condition) return otherDevice(condition.device, known.entry.device);
	if ('flag' in condition) return FLAG_WORDS[condition.flag][(condition.is ?? true) ? 0 : 1];
	const value = numberOf(known, condition.field);
	const { field } = condition;
	if ('atMost' in condition) return `${value} ${FIELD_WORDS[field]}, ${condition.atMost} at most`;
	return value === 0
		? nothingOf(known, field)
		: `${value} ${FIELD_WORDS[field]}, ${condition.atLeast} asked for`;
}

/** Why an entry gives nothing of a field. */
function nothingOf(known: KnownEntry, field: NumberField): string {
	const { simulatedMinutes, actualMinutes, instrumentInstructor, device } = known.entry;
	const simulatedOnly = isAircraft(device) && simulatedMinutes > 0 && actualMinutes === 0;
	if ((field === 'instrumentMinutes' || field === 'taughtMinutes') && known.derived.instrumentMinutes === 0)
		return simulatedOnly ? 'simulated without a safety pilot or dual' : 'no instrument time';
	if ((field === 'taughtMinutes' || field === 'deviceMinutes') && !instrumentInstructor)
		return FLAG_WORDS.instrumentInstructor[0];
	return `no ${FIELD_WORDS[field]}`;
}

const isSum = (node: Node): node is Sum => 'sum' in node;

/**
 * A log by columns: for each field its numbers, for each condition whether each entry meets it, for each sum what each entry
 * gives. The same conditions stand in many sums, and a long log asks each of them once.
 */
class Columns {
	private readonly numbers = new Map<NumberField, Float64Array>();
	private readonly met = new Map<string, Uint8Array>();
	private readonly given = new Map<Sum, Float64Array>();

	constructor(readonly known: readonly KnownEntry[]) {}

	numbersOf(field: NumberField): Float64Array {
		return entryOrNew(this.numbers, field, () => {
			const { known } = this;
			const column = new Float64Array(known.length);
			const first = known[0];
			if (first && isDerived(field, first.derived))
				for (let i = 0; i < known.length; i++) column[i] = known[i]!.derived[field];
			else for (let i = 0; i < known.length; i++) column[i] = numberOf(known[i]!, field);
			return column;
		});
	}

	metOf(condition: Condition): Uint8Array {
		return entryOrNew(this.met, JSON.stringify(condition), () => {
			const { known } = this;
			const column = new Uint8Array(known.length);
			if ('any' in condition) {
				for (const all of condition.any) {
					const met = all.map((one) => this.metOf(one));
					for (let i = 0; i < column.length; i++) if (met.every((one) => one[i] === 1)) column[i] = 1;
				}
				return column;
			}
			if ('field' in condition) {
				const numbers = this.numbersOf(condition.field);
				const least = 'atLeast' in condition ? condition.atLeast : -Infinity;
				const most = 'atMost' in condition ? condition.atMost : Infinity;
				for (let i = 0; i < column.length; i++)
					column[i] = Number(numbers[i]! >= least && numbers[i]! <= most);
				return column;
			}
			const holds = predicateOf(condition);
			for (let i = 0; i < column.length; i++) column[i] = Number(holds(known[i]!));
			return column;
		});
	}

	givenOf(sum: Sum): Float64Array {
		return entryOrNew(this.given, sum, () => {
			const column = new Float64Array(this.known.length).fill(1);
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
	return sum.sum === 'one' ? 1 : Math.max(0, numberOf(known, sum.sum));
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
		const passedOver = Uint8Array.from(best.gave, (value, i) =>
			Number(value === 0 && others.some(({ gave }) => gave[i] !== 0))
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
					: Uint8Array.from(isInWindow, (_, i) =>
							Number(several.some(({ passedOver }) => passedOver![i] === 1))
						)
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
	const { known } = columns;
	// Column by column, as a long log is asked about all that does not count in it.
	const nearest = new Uint16Array(known.length);
	const failed = new Int8Array(known.length);
	const most = new Int32Array(known.length).fill(-1);
	const weight = new Int32Array(known.length);
	const first = new Int8Array(known.length);
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
		for (let i = 0; i < known.length; i++)
			if (weight[i]! > most[i]!) {
				most[i] = weight[i]!;
				nearest[i] = n;
				failed[i] = first[i]!;
			}
	}
	return (entry) => {
		const one = known[entry]!;
		const { where, sum } = sums[nearest[entry]!]!;
		const c = failed[entry]!;
		if (c !== -1) return whyNot(one, where[c]!);
		return sum === 'one' ? 'nothing of it' : nothingOf(one, sum);
	};
}

/** A day so many calendar months on, as the first of its month. */
export function firstOfMonth(day: string, months: number): string {
	const [year, month] = day.split('-').map(Number) as [number, number];
	const index = year * 12 + (month - 1) + months;
	return `${String(Math.floor(index / 12)).padStart(4, '0')}-${String((index % 12) + 1).padStart(2, '0')}-01`;
}

function stateOf(requirement: Requirement, asOf: string, columns: Columns): RequirementState {
	const { known } = columns;
	const { id, name, unit, need, amount, windowMonths } = requirement;
	const from = windowMonths === undefined ? null : firstOfMonth(asOf, -windowMonths);
	const tooLate = `after ${asOf}`;
	const tooEarly = `before ${from}, where the window begins`;
	const isInWindow = new Uint8Array(known.length);
	for (let i = 0; i < known.length; i++) {
		const { date } = known[i]!.entry;
		isInWindow[i] = Number(date <= asOf && (from === null || date >= from));
	}
	const node = amount as Node;
	const { value: have, taken, gave, passedOver } = worthOf(node, isInWindow, columns);
	const reasonOf = reasons(sumsOf(node), columns);
	const missing = Math.max(0, need - have);
	const counted: number[] = [];
	const notCounted: NotCounted[] = [];
	for (let entry = 0; entry < known.length; entry++) {
		if (gave[entry] !== 0) counted.push(entry);
		else if (isInWindow[entry] === 0)
			notCounted.push({ entry, reason: known[entry]!.entry.date > asOf ? tooLate : tooEarly });
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
		window: from === null ? null : { from, fallsOut: fallingOut(counted, gave, known, windowMonths!) }
	};
}

/** On which first of a month what counts today falls out. */
function fallingOut(
	counted: readonly number[],
	gave: Float64Array,
	known: readonly KnownEntry[],
	months: number
): { on: string; entries: number[]; amount: number }[] {
	const days = new Map<string, { entries: number[]; amount: number }>();
	for (const i of counted) {
		const on = firstOfMonth(known[i]!.entry.date, months + 1);
		const day = days.get(on) ?? { entries: [], amount: 0 };
		day.entries.push(i);
		day.amount += gave[i]!;
		days.set(on, day);
	}
	return [...days].map(([on, rest]) => ({ on, ...rest })).sort((a, b) => (a.on < b.on ? -1 : 1));
}

/**
 * How the requirements of a rule set stand on a day, by the entries of a log: what counts, what does not and why, what caps
 * took, what falls out of a window when. Sums are exact in minutes.
 * @throws InputError for an entry or a day that cannot be.
 */
export function ratingState(rules: RuleSet, asOf: string, entries: readonly RatingEntry[]): RatingState {
	checkDay(asOf, '/asOf');
	checkEntries(entries);
	const columns = new Columns(entries.map((entry) => ({ entry, derived: derivedOf(entry) })));
	const { id, name, source, edition } = rules;
	return {
		rules: { id, name, source, edition },
		asOf,
		requirements: rules.requirements.map((requirement) => stateOf(requirement, asOf, columns))
	};
}
