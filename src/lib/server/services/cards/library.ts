import type { Knex } from 'knex';
import {
	cardTraits,
	FAILURE_KINDS,
	FAILURES,
	InputError,
	PATTERN_IDS,
	PATTERNS,
	SCHOOL_IDS,
	SCHOOLS,
	UPSET_LEVELS,
	type TaskCard
} from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, cardSketch, standardCatalog } from '$data';
import type { CardPage } from '$lib/contracts/views.js';
import { areasOf, cardsOf, cardUses, sharedCards, shareCard, type Person } from '../../data/index.js';
import { found, ownCard, settableCard } from '../../policy.js';

export const FAILURE_ROWS = FAILURE_KINDS.map((kind) => ({ kind, ...FAILURES[kind] }));
export const SCHOOL_ROWS = SCHOOL_IDS.map((id) => ({ id, name: SCHOOLS[id].name }));

export const SHELVES = ['own', 'school', 'shipped'] as const;
export type Shelf = (typeof SHELVES)[number];

/** The cards that an instructor may set, shelf by shelf, with who has flown them, and the patterns that can be laid out. */
export async function cardRows(db: Knex, person: Person) {
	const [own, shared, uses] = await Promise.all([
		cardsOf(db, person.id),
		sharedCards(db, person.id),
		cardUses(db, person.id)
	]);
	const names = new Map(aircraftCatalog.all.map(({ id, name }) => [id, name]));
	const row = (id: string, card: TaskCard, shelf: Shelf, by: string | null, isShared: boolean) => {
		const sketch = shelf === 'shipped' ? cardSketch(card.id) : null;
		return {
			id,
			name: card.name,
			summary: card.summary,
			group: card.group ?? 'Others',
			shelf,
			by,
			isShared,
			aircraft: names.get(card.aircraft) ?? card.aircraft,
			phases: card.phases.length,
			sketch,
			...cardTraits(card),
			uses: uses
				.filter(({ cardId }) => cardId === card.id)
				.map(({ studentId, studentName, flights, met, newestId }) => ({
					studentId,
					studentName,
					flights,
					met,
					newestId
				}))
		};
	};
	return {
		cards: [
			...own.map(({ id, card, sharedAt }) => row(id, card, 'own', null, sharedAt !== null)),
			...shared.map(({ id, card, authorName }) => row(id, card, 'school', authorName, true)),
			...cardCatalog.all.map((card) => row(card.id, card, 'shipped', null, false))
		],
		patterns: [
			...PATTERN_IDS.map((id) => ({ id: id as string, name: PATTERNS[id].name })),
			{ id: 'find-your-numbers', name: 'Find your numbers' },
			...UPSET_LEVELS.map((level) => ({ id: `upset-${level}`, name: `Unusual attitude, ${level}` }))
		],
		aircraft: aircraftCatalog.all.map(({ id, name }) => ({ id, name })),
		/** What the pictures of cards are flown with that nobody has drawn. */
		hangar: {
			aircraft: aircraftCatalog.all,
			areas: [...areaCatalog.all, ...(await areasOf(db, person.id)).map(({ area }) => area)],
			standard: standardCatalog.all[0]!
		}
	};
}

/** Shares a card of the instructor's own with the school, or takes it back. @throws InputError for one that lies in an own area. */
export async function share(db: Knex, person: Person, id: string, shared: boolean): Promise<void> {
	const saved = found(await ownCard(db, person, id));
	if (shared && !areaCatalog.find(saved.card.area))
		throw new InputError(
			'/area',
			'is one of your own, which others do not have: copy the card into a shipped area'
		);
	await shareCard(db, person.id, id, shared);
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
