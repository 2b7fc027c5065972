/** One thing that can be chosen from a list. Lists shorter than the record behind them give only a value: its own name. */
export interface Choice<V extends string | number> {
	value: V;
	text: string;
	/** Heading under which it stands. */
	group?: string;
}
export type Choices<V extends string | number> = readonly (V | Choice<V>)[];

/** The list with every choice spelt out. */
export const choicesOf = <V extends string | number>(list: Choices<V>): Choice<V>[] =>
	list.map((one) => (typeof one === 'object' ? one : { value: one, text: String(one) }));

/** Choices under their headings, in the order of the first of each; without a heading under ''. */
export function grouped<V extends string | number>(list: readonly Choice<V>[]): [string, Choice<V>[]][] {
	const groups = new Map<string, Choice<V>[]>();
	for (const one of list) {
		const name = one.group ?? '';
		groups.set(name, [...(groups.get(name) ?? []), one]);
	}
	return [...groups];
}

/** Whether every word that was typed begins a word of the text. */
export function matches(text: string, typed: string): boolean {
	// Both are cut at the same places, or a name with a hyphen could be typed and not found.
	const cut = (one: string) => one.toLowerCase().split(/[^\p{L}\p{N}]+/u);
	const words = cut(text);
	return cut(typed).every((part) => part === '' || words.some((word) => word.startsWith(part)));
}
