import { STANDARD_EDITIONS, type Standard } from '@hanza/core';
import type { Knex } from 'knex';

/** A standard that an instructor keeps. */
export interface SavedStandard {
	ownerId: string;
	standard: Standard;
	archivedAt: Date | null;
}

const query = (db: Knex) =>
	db('standards').select('owner_id as ownerId', 'standard', 'archived_at as archivedAt');

type StoredStandard = Omit<SavedStandard, 'standard'> & { standard: unknown };
const read = ({ standard, ...rest }: StoredStandard): SavedStandard => ({
	...rest,
	standard: STANDARD_EDITIONS.upgrade(standard)
});

/** Those in use, the newest first. */
export async function standardsOf(db: Knex, ownerId: string): Promise<SavedStandard[]> {
	const stored: StoredStandard[] = await query(db)
		.where('owner_id', ownerId)
		.whereNull('archived_at')
		.orderBy('created_at', 'desc');
	return stored.map(read);
}

/** By the identifier that tasks speak of, put away or not. */
export async function findStandard(db: Knex, standardId: string): Promise<SavedStandard | undefined> {
	const stored: StoredStandard | undefined = await query(db).where('standard_id', standardId).first();
	return stored && read(stored);
}

export const addStandard = (db: Knex, ownerId: string, standard: Standard): Promise<unknown> =>
	db('standards').insert({
		owner_id: ownerId,
		standard_id: standard.id,
		standard: JSON.stringify(standard)
	});

/** @returns how many were changed: 0 for another's. */
export const changeStandard = (db: Knex, ownerId: string, standard: Standard): Promise<number> =>
	db('standards')
		.where({ standard_id: standard.id, owner_id: ownerId })
		.update({ standard: JSON.stringify(standard), changed_at: db.fn.now() });

/** @returns how many were put away: 0 for another's. */
export const archiveStandard = (db: Knex, ownerId: string, standardId: string): Promise<number> =>
	db('standards')
		.where({ standard_id: standardId, owner_id: ownerId })
		.whereNull('archived_at')
		.update({ archived_at: db.fn.now() });
