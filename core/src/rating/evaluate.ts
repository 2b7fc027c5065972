import {
	checkDay,
	checkEntries,
	derivedOf,
	isAircraft,
	type Derived,
	type Device,
	type RatingEntry
} from './entry.js';
import type { Condition, NumberField, Requirement, RuleSet, SimpleCondition, Sum } from './rules.js';

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
interface RatingState {
	rules: { id: string; name: string; source: string; edition: string };
	asOf: string;
	requirements: RequirementState[];
}

type Node = Sum | { plus: Node[]; cap?: number } | { greatest: Node[] };
interface Known {
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

const numberOf = ({ entry, derived }: Known, field: NumberField): number =>
	field in derived ? derived[field as keyof Derived] : (entry[field as keyof RatingEntry] as number);

const holdsOf = (known: Known, condition: SimpleCondition): boolean => {
	if ('device' in condition) return condition.device.includes(known.entry.device);
	if ('flag' in condition) return known.entry[condition.flag] === (condition.is ?? true);
	const value = numberOf(known, condition.field);
	return 'atLeast' in condition ? value >= condition.atLeast : value <= condition.atMost;
};
const isMet = (known: Known, condition: Condition): boolean =>
	'any' in condition
		? condition.any.some((all) => all.every((one) => holdsOf(known, one)))
		: holdsOf(known, condition);

/** Why a condition is not met, in words. */
function whyNot(known: Known, condition: Condition): string {
	if ('any' in condition) {
		// The way that it is nearest to says most.
		const nearest = condition.any.toSorted(
			(a, b) => b.filter((one) => holdsOf(known, one)).length - a.filter((one) => holdsOf(known, one)).length
		)[0]!;
		return whyNot(
			known,
			nearest.find((one) => !holdsOf(known, one))!
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
function nothingOf(known: Known, field: NumberField): string {
	const { simulatedMinutes, actualMinutes, instrumentInstructor, device } = known.entry;
	const simulatedOnly = isAircraft(device) && simulatedMinutes > 0 && actualMinutes === 0;
	if ((field === 'instrumentMinutes' || field === 'taughtMinutes') && known.derived.instrumentMinutes === 0)
		return simulatedOnly ? 'simulated without a safety pilot or dual' : 'no instrument time';
	if ((field === 'taughtMinutes' || field === 'deviceMinutes') && !instrumentInstructor)
		return FLAG_WORDS.instrumentInstructor[0];
	return `no ${FIELD_WORDS[field]}`;
}

const isSum = (node: Node): node is Sum => 'sum' in node;

function worthOf(node: Node, inWindow: readonly number[], known: readonly Known[]): Worth {
	if (isSum(node)) {
		const gave = new Map<number, number>();
		let total = 0;
		for (const i of inWindow) {
			const one = known[i]!;
			if (!node.where.every((condition) => isMet(one, condition))) continue;
			const value = node.sum === 'one' ? 1 : numberOf(one, node.sum);
			if (value <= 0) continue;
			gave.set(i, value);
			total += value;
		}
		return capped({ value: total, taken: 0, gave, passedOver: new Set() }, node.cap);
	}
	if ('greatest' in node) {
		const all = node.greatest.map((one) => worthOf(one, inWindow, known));
		const best = all.reduce((most, one) => (one.value > most.value ? one : most));
		const passedOver = new Set(
			all.flatMap((one) => (one === best ? [] : [...one.gave.keys()])).filter((i) => !best.gave.has(i))
		);
		return { ...best, passedOver };
	}
	const parts = node.plus.map((one) => worthOf(one, inWindow, known));
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

const sumsOf = (node: Node): Sum[] =>
	isSum(node) ? [node] : ('greatest' in node ? node.greatest : node.plus).flatMap(sumsOf);

/** Why an entry counts in none of the sums: of the one that it comes nearest to, what is first not so. */
function reasonOf(known: Known, sums: readonly Sum[]): string {
	let [nearest, most] = [sums[0]!, -1];
	for (const sum of sums) {
		// The right kind of device says which sum an entry was meant for.
		const device = sum.where.some((condition) => 'device' in condition && holdsOf(known, condition))
			? 100
			: 0;
		const met = device + sum.where.filter((condition) => isMet(known, condition)).length;
		if (met > most) [nearest, most] = [sum, met];
	}
	const failed = nearest.where.find((condition) => !isMet(known, condition));
	return failed
		? whyNot(known, failed)
		: nearest.sum === 'one'
			? 'nothing of it'
			: nothingOf(known, nearest.sum);
}

/** A day so many calendar months on, as the first of its month. */
function firstOfMonth(day: string, months: number): string {
	const [year, month] = day.split('-').map(Number) as [number, number];
	const index = year * 12 + (month - 1) + months;
	return `${String(Math.floor(index / 12)).padStart(4, '0')}-${String((index % 12) + 1).padStart(2, '0')}-01`;
}

function stateOf(requirement: Requirement, asOf: string, known: readonly Known[]): RequirementState {
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
	const { value: have, taken, gave, passedOver } = worthOf(node, inWindow, known);
	const sums = sumsOf(node);
	const counted = [...gave.keys()].sort((a, b) => a - b);
	const missing = Math.max(0, need - have);
	return {
		id,
		name,
		unit,
		have,
		need,
		missing,
		met: missing === 0,
		counted,
		notCounted: known.flatMap((one, entry) =>
			gave.has(entry)
				? []
				: [
						{
							entry,
							reason:
								outside.get(entry) ??
								(passedOver.has(entry)
									? 'another credit, which is greater, was taken instead'
									: reasonOf(one, sums))
						}
					]
		),
		takenByCaps: taken,
		window: from === null ? null : { from, fallsOut: fallingOut(counted, gave, known, windowMonths!) }
	};
}

/** On which first of a month what counts today falls out. */
function fallingOut(
	counted: readonly number[],
	gave: ReadonlyMap<number, number>,
	known: readonly Known[],
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
	const known = entries.map((entry) => ({ entry, derived: derivedOf(entry) }));
	const { id, name, source, edition } = rules;
	return {
		rules: { id, name, source, edition },
		asOf,
		requirements: rules.requirements.map((requirement) => stateOf(requirement, asOf, known))
	};
}
