import type { SeededRandom } from '../../base/index.js';

/**
 * Spaced repetition in boxes (S. Leitner, So lernt man lernen, 1972): what was right moves on a box and
 * comes again later, what was wrong goes back to the first.
 */
export const BOX_DAYS = [0, 1, 3, 7, 16, 35] as const;
/** The box that an item rests in when it is known. */
export const LAST_BOX = BOX_DAYS.length - 1;

/** Where an item of a drill is in its boxes. */
export interface ItemState {
	item: string;
	box: number;
	/** When it is to come again, days on any one clock. */
	dueDay: number;
}

/** The state of an item after an answer. */
export function reviewed(
	before: ItemState | undefined,
	item: string,
	right: boolean,
	nowDay: number
): ItemState {
	const box = right ? Math.min(LAST_BOX, (before?.box ?? 0) + 1) : 0;
	return { item, box, dueDay: nowDay + BOX_DAYS[box]! };
}

/**
 * What to ask next: first what is due, the longest overdue in front; then what has never been asked, in
 * chance order; then what is due soonest. No item twice.
 */
export function chooseItems(
	all: readonly string[],
	states: readonly ItemState[],
	nowDay: number,
	count: number,
	random: SeededRandom
): string[] {
	const known = new Map(states.map((state) => [state.item, state]));
	const ranked = all.map((item) => {
		const state = known.get(item);
		const chance = random.next();
		if (!state) return { item, rank: 1, by: chance };
		return state.dueDay <= nowDay
			? { item, rank: 0, by: state.dueDay }
			: { item, rank: 2, by: state.dueDay + chance };
	});
	ranked.sort((a, b) => a.rank - b.rank || a.by - b.by);
	return ranked.slice(0, count).map(({ item }) => item);
}
