import type { Knex } from 'knex';
import { CARD_EDITIONS, type TaskCard } from '@hanza/core';
import { once } from '../once.js';
import { taughtBy } from './people.js';

/** A card that an instructor keeps. */
export interface SavedCard {
	id: string;
	ownerId: string;
	authorName: string;
	card: TaskCard;
	createdAt: Date;
	/** Since when every instructor may set it. */
	sharedAt: Date | null;
	/** A student proposes it; the instructor has not taken it yet. */
	isProposed: boolean;
	/** The flight it is a moment of. */
	attemptId: string | null;
}

const query = (db: Knex) =>
	db('cards as c')
		.join('users as u', 'u.id', 'c.author_id')
		.select(
			'c.id',
			'c.owner_id as ownerId',
			'u.name as authorName',
			'c.card',
			'c.created_at as createdAt',
			'c.shared_at as sharedAt',
			'c.is_proposed as isProposed',
			'c.attempt_id as attemptId'
		);

type StoredCard = Omit<SavedCard, 'card'> & { card: unknown };
const read = ({ card, ...rest }: StoredCard): SavedCard => ({ ...rest, card: CARD_EDITIONS.upgrade(card) });

const cardsOn = (db: Knex, ownerId: string, isProposed: boolean): Promise<SavedCard[]> =>
	once(['cards', ownerId, isProposed], async () => {
		const stored: StoredCard[] = await query(db)
			.where({ 'c.owner_id': ownerId, 'c.is_proposed': isProposed })
			.whereNull('c.archived_at')
			.orderBy('c.created_at', 'desc');
		return stored.map(read);
	});

/** The cards on an instructor's own shelf. */
export const cardsOf = (db: Knex, ownerId: string): Promise<SavedCard[]> => cardsOn(db, ownerId, false);

/** What students propose to their instructor, and is on no shelf yet. */
export const proposedCards = (db: Knex, ownerId: string): Promise<SavedCard[]> => cardsOn(db, ownerId, true);

/** Puts a proposed card on the shelf of whom it was proposed to. @returns 0 for another's. */
export const takeCard = (db: Knex, ownerId: string, id: string): Promise<number> =>
	db('cards')
		.where({ id, owner_id: ownerId, is_proposed: true })
		.whereNull('archived_at')
		.update({ is_proposed: false });

/** Cards that other instructors share. */
export const sharedCards = (db: Knex, exceptOwnerId: string): Promise<SavedCard[]> =>
	once(['shared cards', exceptOwnerId], async () => {
		const stored: StoredCard[] = await query(db)
			.whereNotNull('c.shared_at')
			.whereNull('c.archived_at')
			.whereNot('c.owner_id', exceptOwnerId)
			.orderBy('c.shared_at', 'desc');
		return stored.map(read);
	});

/** Shares an owner's card with the school, or keeps it to the owner again. @returns 0 for another's. */
export const shareCard = (db: Knex, ownerId: string, id: string, shared: boolean): Promise<number> =>
	db('cards')
		.where({ id, owner_id: ownerId })
		.update({ shared_at: shared ? db.fn.now() : null });

/** How an instructor's students have flown each card. */
export interface CardUse {
	cardId: string;
	studentId: string;
	studentName: string;
	flights: number;
	met: number;
	newestId: string;
}
export async function cardUses(db: Knex, instructorId: string): Promise<CardUse[]> {
	const taught = db('users as s').select('s.id', 's.name').where(taughtBy(instructorId, 's')).as('s');
	// What an instructor has decided stands, the newest of it: looked up once for all, few as they are.
	const standing = db('overrides as o')
		.distinctOn('o.attempt_id')
		.select('o.attempt_id', 'o.value')
		.join('attempts as f', 'f.id', 'o.attempt_id')
		.whereIn('f.student_id', db('users as s').select('s.id').where(taughtBy(instructorId, 's')))
		.where('o.item', 'verdict')
		.orderBy(['o.attempt_id', { column: 'o.created_at', order: 'desc' }])
		.as('o');
	const rows = await db
		.from(taught)
		.join('attempts as a', 'a.student_id', 's.id')
		.leftJoin(standing, 'o.attempt_id', 'a.id')
		.whereNot('a.status', 'flying')
		.groupBy('a.card_id', 's.id', 's.name')
		.select(
			'a.card_id as cardId',
			's.id as studentId',
			's.name as studentName',
			db.raw('count(*)::int as flights'),
			db.raw(`(count(*) filter (where coalesce(o.value, a.verdict) = 'met'))::int as met`),
			db.raw('(array_agg(a.id order by a.started_at desc))[1] as "newestId"')
		)
		.orderBy('s.name');
	return rows as CardUse[];
}

export async function findCard(db: Knex, id: string): Promise<SavedCard | undefined> {
	const stored: StoredCard | undefined = await query(db).where('c.id', id).whereNull('c.archived_at').first();
	return stored && read(stored);
}

export async function addCard(
	db: Knex,
	card: {
		ownerId: string;
		authorId: string;
		attemptId: string | null;
		card: TaskCard;
		isProposed?: boolean;
	}
): Promise<string> {
	const [row] = await db('cards')
		.insert({
			owner_id: card.ownerId,
			author_id: card.authorId,
			attempt_id: card.attemptId,
			card: JSON.stringify(card.card),
			is_proposed: card.isProposed ?? false
		})
		.returning('id');
	return row.id as string;
}

/** Puts a card away: it is offered no more, and stays for what speaks of it. @returns 0 for another's. */
export const archiveCard = (db: Knex, ownerId: string, id: string): Promise<number> =>
	db('cards').where({ id, owner_id: ownerId }).whereNull('archived_at').update({ archived_at: db.fn.now() });

/** Puts a changed card in place of an owner's. @returns how many were changed: 0 for another's. */
export const changeCard = (db: Knex, ownerId: string, id: string, card: TaskCard): Promise<number> =>
	db('cards')
		.where({ id, owner_id: ownerId })
		.update({ card: JSON.stringify(card), changed_at: db.fn.now() });
