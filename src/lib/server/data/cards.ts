import type { Knex } from 'knex';
import { CARD_EDITIONS, type TaskCard } from '@hanza/core';

/** A card that an instructor keeps. */
export interface SavedCard {
	id: string;
	ownerId: string;
	authorName: string;
	card: TaskCard;
	createdAt: Date;
}

const query = (db: Knex) =>
	db('cards as c')
		.join('users as u', 'u.id', 'c.author_id')
		.select('c.id', 'c.owner_id as ownerId', 'u.name as authorName', 'c.card', 'c.created_at as createdAt');

type StoredCard = Omit<SavedCard, 'card'> & { card: unknown };
const read = ({ card, ...rest }: StoredCard): SavedCard => ({ ...rest, card: CARD_EDITIONS.upgrade(card) });

export async function cardsOf(db: Knex, ownerId: string): Promise<SavedCard[]> {
	const stored: StoredCard[] = await query(db).where('c.owner_id', ownerId).orderBy('c.created_at', 'desc');
	return stored.map(read);
}

export async function findCard(db: Knex, id: string): Promise<SavedCard | undefined> {
	const stored: StoredCard | undefined = await query(db).where('c.id', id).first();
	return stored && read(stored);
}

export async function addCard(
	db: Knex,
	card: { ownerId: string; authorId: string; attemptId: string | null; card: TaskCard }
): Promise<string> {
	const [row] = await db('cards')
		.insert({
			owner_id: card.ownerId,
			author_id: card.authorId,
			attempt_id: card.attemptId,
			card: JSON.stringify(card.card)
		})
		.returning('id');
	return row.id as string;
}

export const removeCard = (db: Knex, ownerId: string, id: string): Promise<number> =>
	db('cards').where({ id, owner_id: ownerId }).delete();

/** Puts a changed card in place of an owner's. @returns how many were changed: 0 for another's. */
export const changeCard = (db: Knex, ownerId: string, id: string, card: TaskCard): Promise<number> =>
	db('cards')
		.where({ id, owner_id: ownerId })
		.update({ card: JSON.stringify(card), changed_at: db.fn.now() });
