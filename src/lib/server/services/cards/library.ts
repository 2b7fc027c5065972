import type { Knex } from 'knex';
import {
	FAILURE_KINDS,
	FAILURES,
	PATTERN_IDS,
	PATTERNS,
	SCHOOL_IDS,
	SCHOOLS,
	UPSET_LEVELS,
	type TaskCard
} from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '$data';
import type { CardPage } from '$lib/contracts/views.js';
import { areasOf, cardsOf, type Person } from '../../data/index.js';
import { found, settableCard } from '../../policy.js';

export const FAILURE_ROWS = FAILURE_KINDS.map((kind) => ({ kind, ...FAILURES[kind] }));
export const SCHOOL_ROWS = SCHOOL_IDS.map((id) => ({ id, name: SCHOOLS[id].name }));

/** The cards that an instructor has, and the patterns that can be laid out. */
export async function cardRows(db: Knex, person: Person) {
	const own = await cardsOf(db, person.id);
	const names = new Map(aircraftCatalog.all.map(({ id, name }) => [id, name]));
	const row = (id: string, card: TaskCard, mine: boolean) => ({
		id,
		name: card.name,
		summary: card.summary,
		group: mine ? 'Your own' : (card.group ?? 'Others'),
		aircraft: names.get(card.aircraft) ?? card.aircraft,
		phases: card.phases.length,
		mine
	});
	return {
		cards: [
			...own.map(({ id, card }) => row(id, card, true)),
			...cardCatalog.all.map((card) => row(card.id, card, false))
		],
		patterns: [
			...PATTERN_IDS.map((id) => ({ id: id as string, name: PATTERNS[id].name })),
			{ id: 'find-your-numbers', name: 'Find your numbers' },
			...UPSET_LEVELS.map((level) => ({ id: `upset-${level}`, name: `Unusual attitude, ${level}` }))
		],
		aircraft: aircraftCatalog.all.map(({ id, name }) => ({ id, name }))
	};
}

/** A card in the editor with all that it can be made of. */
export async function cardPage(db: Knex, person: Person, id: string): Promise<CardPage> {
	const { card, mine } = found(await settableCard(db, person, id));
	return {
		id,
		card,
		mine,
		aircraft: aircraftCatalog.all,
		areas: [...areaCatalog.all, ...(await areasOf(db, person.id)).map(({ area }) => area)],
		standard: standardCatalog.all[0]!,
		failures: FAILURE_ROWS,
		schools: SCHOOL_ROWS
	};
}
