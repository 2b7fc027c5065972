import type { Knex } from 'knex';
import type { ItemState } from '@hanza/core';

export interface DrillRound {
	id: string;
	drill: string;
	asked: number;
	right: number;
	seconds: number;
	at: Date;
}

/** Rounds of a person, newest first. */
export const roundsOf = (db: Knex, userId: string, most = 200): Promise<DrillRound[]> =>
	db('drill_rounds')
		.select('id', 'drill', 'asked', 'right_answers as right', 'seconds', 'at')
		.where({ user_id: userId })
		.orderBy('at', 'desc')
		.limit(most);

export const itemStates = (db: Knex, userId: string, drill: string): Promise<ItemState[]> =>
	db('drill_items').select('item', 'box', 'due_day as dueDay').where({ user_id: userId, drill });

/** How many items are due by drill. */
export async function dueItems(db: Knex, userId: string, nowDay: number): Promise<Record<string, number>> {
	const rows = await db('drill_items')
		.select('drill')
		.count('* as due')
		.where({ user_id: userId })
		.where('due_day', '<=', nowDay)
		.groupBy('drill');
	return Object.fromEntries(rows.map(({ drill, due }) => [drill, Number(due)]));
}

/**
 * Keeps a round and what it says of its items. A round sent again changes nothing.
 * @returns false when it was there already.
 */
export const saveRound = (
	db: Knex,
	userId: string,
	round: Omit<DrillRound, 'at'>,
	items: readonly ItemState[]
): Promise<boolean> =>
	db.transaction(async (tx) => {
		const added = await tx('drill_rounds')
			.insert({
				id: round.id,
				user_id: userId,
				drill: round.drill,
				asked: round.asked,
				right_answers: round.right,
				seconds: round.seconds
			})
			.onConflict('id')
			.ignore()
			.returning('id');
		if (added.length === 0) return false;
		for (const { item, box, dueDay } of items)
			await tx('drill_items')
				.insert({ user_id: userId, drill: round.drill, item, box, due_day: dueDay })
				.onConflict(['user_id', 'drill', 'item'])
				.merge(['box', 'due_day']);
		return true;
	});
