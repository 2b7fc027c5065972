import { FLAGS, NUMBERS, type Flag, type Read } from './conditions.js';
import { derivedOf, type Device, type RatingEntry } from './entry.js';
import type { Condition, NumberField, Sum } from './rules.js';

/** Marks by 1 what is so. */
export function marks(length: number, isSo: (i: number) => boolean): Uint8Array {
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
export class Columns {
	private readonly numbers: Record<NumberField, Float64Array>;
	private readonly flags: Record<Flag, Uint8Array>;
	private readonly met = new Map<string, Uint8Array>();
	private readonly given = new Map<Sum, Float64Array>();
	private readonly within = new Map<string, Uint8Array>();
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
		for (let i = 0; i < length; i++) {
			const entry = entries[i]!;
			const known = { entry, derived: derivedOf(entry) };
			for (const { read, column } of numbers) column[i] = read(known);
			for (const { read, column } of flags) if (read(known)) column[i] = 1;
			this.days.push(entry.date);
			this.devices.push(entry.device);
		}
		const byName = <Name extends string, Column>(columns: readonly (readonly [Name, Column])[]) =>
			Object.fromEntries(columns) as Record<Name, Column>;
		this.numbers = byName(numbers.map(({ field, column }) => [field, column] as const));
		this.flags = byName(flags.map(({ flag, column }) => [flag, column] as const));
	}

	/** Whether each entry is of a day from this one on (any day, where it is null) until the other. */
	withinOf(from: string | null, until = this.asOf): Uint8Array {
		const { days } = this;
		return entryOrNew(this.within, `${from ?? ''} ${until}`, () =>
			marks(this.length, (i) => days[i]! <= until && (from === null || days[i]! >= from))
		);
	}

	numbersOf(field: NumberField): Float64Array {
		return this.numbers[field];
	}

	flagsOf(flag: Flag): Uint8Array {
		return this.flags[flag];
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
				const [flags, wanted] = [this.flagsOf(condition.flag), Number(condition.is ?? true)];
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

/** What a map has for a key, made where it has nothing. */
export function entryOrNew<K, V>(
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
