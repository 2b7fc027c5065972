import { Columns, entryOrNew, marks } from './columns.js';
import { checkDay, checkEntries, type RatingEntry } from './entry.js';
import { reasons } from './reasons.js';
import type { Requirement, RuleSet, Sum } from './rules.js';

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
/** What a node comes to. */
interface Worth {
	value: number;
	taken: number;
	/** What each entry gave, before caps; 0 of those that do not count. */
	gave: Float64Array;
	/** Entries that would have given to a credit that was not taken, marked by 1. */
	passedOver: Uint8Array | null;
}

const isSum = (node: Node): node is Sum => 'sum' in node;

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
