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
/** What a node comes to: entries with what they gave, before its caps. */
interface Worth {
	value: number;
	taken: number;
	gave: Map<number, number>;
	/** Entries that would have given to a credit that was not taken. */
	passedOver: Set<number>;
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

const numberOf = ({ entry, derived }: KnownEntry, field: NumberField): number =>
	field in derived ? derived[field as keyof Derived] : (entry[field as keyof RatingEntry] as number);

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
	if ('device' in condition) {
		const wanted = condition.device.map((device) => DEVICE_WORDS[device]);
		return `flown in ${DEVICE_WORDS[known.entry.device]}, not in ${wanted.join(' or ')}`;
	}
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
 * A log by columns: for each condition whether each entry meets it, for each sum what each entry gives. The same
 * conditions stand in many sums, and a long log asks each of them once.
 */
class Columns {
	private readonly met = new Map<string, Uint8Array>();
	private readonly given = new Map<Sum, Float64Array>();

	constructor(readonly known: readonly KnownEntry[]) {}

	metOf(condition: Condition): Uint8Array {
		const name = JSON.stringify(condition);
		let column = this.met.get(name);
		if (!column) {
			column = Uint8Array.from(this.known, (one) => Number(isMet(one, condition)));
			this.met.set(name, column);
		}
		return column;
	}

	givenOf(sum: Sum): Float64Array {
		let column = this.given.get(sum);
		if (!column) {
			const conditions = sum.where.map((condition) => this.metOf(condition));
			column = Float64Array.from(this.known, (one, i) =>
				conditions.every((met) => met[i] === 1)
					? sum.sum === 'one'
						? 1
						: Math.max(0, numberOf(one, sum.sum))
					: 0
			);
			this.given.set(sum, column);
		}
		return column;
	}
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

function worthOf(node: Node, inWindow: readonly number[], columns: Columns): Worth {
	if (isSum(node)) {
		const gave = new Map<number, number>();
		const given = columns.givenOf(node);
		let total = 0;
		for (const i of inWindow) {
			const value = given[i]!;
			if (value === 0) continue;
			gave.set(i, value);
			total += value;
		}
		return capped({ value: total, taken: 0, gave, passedOver: new Set() }, node.cap);
	}
	if ('greatest' in node) {
		const all = node.greatest.map((one) => worthOf(one, inWindow, columns));
		const best = all.reduce((most, one) => (one.value > most.value ? one : most));
		const passedOver = new Set(
			all.flatMap((one) => (one === best ? [] : [...one.gave.keys()])).filter((i) => !best.gave.has(i))
		);
		return { ...best, passedOver };
	}
	const parts = node.plus.map((one) => worthOf(one, inWindow, columns));
	const gave = new Map<number, number>();
	for (const part of parts) for (const [i, value] of part.gave) gave.set(i, (gave.get(i) ?? 0) + value);
	return capped(
		{
			value: parts.reduce((sum, { value }) => sum + value, 0),
			taken: parts.reduce((sum, { taken }) => sum + taken, 0),
			gave,
			passedOver: new Set(parts.flatMap(({ passedOver }) => [...passedOver]))
		},
		node.cap
	);
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
	const asked = sums.map((sum) => ({
		sum,
		conditions: sum.where.map((condition) => ({
			condition,
			met: columns.metOf(condition),
			// The right kind of device says which sum an entry was meant for.
			weight: 'device' in condition ? MEANT_FOR : 1
		}))
	}));
	return (entry) => {
		let nearest = asked[0]!.sum;
		let most = -1;
		let failed: Condition | undefined;
		for (const { sum, conditions } of asked) {
			let weight = 0;
			let first: Condition | undefined;
			for (const one of conditions)
				if (one.met[entry] === 1) weight += one.weight;
				else first ??= one.condition;
			if (weight > most) {
				most = weight;
				nearest = sum;
				failed = first;
			}
		}
		const known = columns.known[entry]!;
		if (failed) return whyNot(known, failed);
		return nearest.sum === 'one' ? 'nothing of it' : nothingOf(known, nearest.sum);
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
	const inWindow: number[] = [];
	const outside = new Map<number, string>();
	known.forEach(({ entry: { date } }, i) => {
		if (date > asOf) outside.set(i, `after ${asOf}`);
		else if (from !== null && date < from) outside.set(i, `before ${from}, where the window begins`);
		else inWindow.push(i);
	});
	const node = amount as Node;
	const { value: have, taken, gave, passedOver } = worthOf(node, inWindow, columns);
	const reasonOf = reasons(sumsOf(node), columns);
	const counted = [...gave.keys()].sort((a, b) => a - b);
	const missing = Math.max(0, need - have);
	const notCounted: NotCounted[] = [];
	for (let entry = 0; entry < known.length; entry++) {
		if (gave.has(entry)) continue;
		const reason =
			outside.get(entry) ??
			(passedOver.has(entry) ? 'another credit, which is greater, was taken instead' : reasonOf(entry));
		notCounted.push({ entry, reason });
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
	gave: ReadonlyMap<number, number>,
	known: readonly KnownEntry[],
	months: number
): { on: string; entries: number[]; amount: number }[] {
	const days = new Map<string, { entries: number[]; amount: number }>();
	for (const i of counted) {
		const on = firstOfMonth(known[i]!.entry.date, months + 1);
		const day = days.get(on) ?? { entries: [], amount: 0 };
		day.entries.push(i);
		day.amount += gave.get(i)!;
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
