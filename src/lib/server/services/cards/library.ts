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
import { drawnSketch, type DrawnSketch } from '$lib/contracts/drawn-sketch.js';
import type { CardPage } from '$lib/contracts/views.js';
import {
	areasOf,
	cardsOf,
	cardUses,
	proposedCards,
	sharedCards,
	shareCard,
	type Person
} from '../../data/index.js';
import { found, inRole, ownCard, settableCard } from '../../policy.js';

export const FAILURE_ROWS = FAILURE_KINDS.map((kind) => ({ kind, ...FAILURES[kind] }));
export const SCHOOL_ROWS = SCHOOL_IDS.map((id) => ({ id, name: SCHOOLS[id].name }));

const drawn = new Map<string, DrawnSketch | null>();
/** The picture of a card that ships, drawn once. */
export function drawnSketchOf(id: string): DrawnSketch | null {
	let known = drawn.get(id);
	if (known === undefined) {
		const sketch = cardSketch(id);
		known = sketch && drawnSketch(sketch);
		drawn.set(id, known);
	}
	return known;
}

export const SHELVES = ['own', 'school', 'shipped'] as const;
export type Shelf = (typeof SHELVES)[number];

let sketchFile: string | null = null;
/** Pictures of the cards that ship, as JSON by card: the same for everybody. */
export function shippedSketches(person: Person): string {
	inRole(person, 'instructor');
	return (sketchFile ??= JSON.stringify(
		Object.fromEntries(cardCatalog.all.map(({ id }) => [id, drawnSketchOf(id)]))
	));
}

/** What a list shows of a card, whoever it is shown to. @param sketch of one that ships: it knows how long it takes. */
function shownCard(card: TaskCard, sketch: DrawnSketch | null = null) {
	return {
		name: card.name,
		summary: card.summary,
		group: card.group ?? 'Others',
		aircraft: aircraftCatalog.find(card.aircraft)?.name ?? card.aircraft,
		phases: card.phases.length,
		seconds: sketch?.seconds ?? null,
		...cardTraits(card)
	};
}
type ShownCard = ReturnType<typeof shownCard>;
let shipped: { id: string; shown: ShownCard }[] | null = null;
const shippedCards = () =>
	(shipped ??= cardCatalog.all.map((card) => ({
		id: card.id,
		shown: shownCard(card, drawnSketchOf(card.id))
	})));

/** The cards that an instructor may set, shelf by shelf, with who has flown them, and the patterns that can be laid out. */
export async function cardRows(db: Knex, person: Person) {
	const [own, proposed, shared, uses] = await Promise.all([
		cardsOf(db, person.id),
		proposedCards(db, person.id),
		sharedCards(db, person.id),
		cardUses(db, person.id)
	]);
	const usesOf = (card: string) => uses.filter(({ cardId }) => cardId === card);
	const row = (
		id: string,
		cardId: string,
		shown: ShownCard,
		shelf: Shelf,
		by: string | null,
		isShared: boolean
	) => ({
		id,
		...shown,
		shelf,
		by,
		isShared,
		uses: usesOf(cardId).map(({ studentId, studentName, flights, met, newestId }) => ({
			studentId,
			studentName,
			flights,
			met,
			newestId
		}))
	});
	return {
		cards: [
			...own.map(({ id, card, sharedAt }) =>
				row(id, card.id, shownCard(card), 'own', null, sharedAt !== null)
			),
			...shared.map(({ id, card, authorName }) =>
				row(id, card.id, shownCard(card), 'school', authorName, true)
			),
			...shippedCards().map(({ id, shown }) => row(id, id, shown, 'shipped', null, false))
		],
		/** Moments of flights that students would like to have as cards. */
		proposed: proposed.map(({ id, card, authorName, createdAt, attemptId }) => ({
			id,
			name: card.name,
			summary: card.summary,
			by: authorName,
			createdAt,
			attemptId
		})),
		patterns: [
			...PATTERN_IDS.map((id) => ({ id: id as string, name: PATTERNS[id].name })),
			{ id: 'find-your-numbers', name: 'Find your numbers' },
			...UPSET_LEVELS.map((level) => ({ id: `upset-${level}`, name: `Unusual attitude, ${level}` }))
		],
		aircraft: aircraftCatalog.all.map(({ id, name }) => ({ id, name }))
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
