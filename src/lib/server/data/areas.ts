import { AREA_EDITIONS, type Area } from '@hanza/core';
import type { Knex } from 'knex';

/** An area that an instructor keeps. */
export interface SavedArea {
	ownerId: string;
	area: Area;
	createdAt: Date;
	/** Since when it is offered no more. */
	archivedAt: Date | null;
}

const query = (db: Knex) =>
	db('areas').select('owner_id as ownerId', 'area', 'created_at as createdAt', 'archived_at as archivedAt');

type StoredArea = Omit<SavedArea, 'area'> & { area: unknown };
const read = ({ area, ...rest }: StoredArea): SavedArea => ({ ...rest, area: AREA_EDITIONS.upgrade(area) });

export async function areasOf(db: Knex, ownerId: string): Promise<SavedArea[]> {
	const stored: StoredArea[] = await query(db)
		.where('owner_id', ownerId)
		.whereNull('archived_at')
		.orderBy('created_at', 'desc');
	return stored.map(read);
}

/** By the identifier that cards speak of. */
export async function findArea(db: Knex, areaId: string): Promise<SavedArea | undefined> {
	const stored: StoredArea | undefined = await query(db).where('area_id', areaId).first();
	return stored && read(stored);
}

export const addArea = (db: Knex, ownerId: string, area: Area): Promise<unknown> =>
	db('areas').insert({ owner_id: ownerId, area_id: area.id, area: JSON.stringify(area) });

/** @returns how many were changed: 0 for another's. */
export const changeArea = (db: Knex, ownerId: string, area: Area): Promise<number> =>
	db('areas')
		.where({ area_id: area.id, owner_id: ownerId })
		.update({ area: JSON.stringify(area), changed_at: db.fn.now() });

/** Puts an area away: it is offered no more, and stays for what speaks of it. @returns 0 for another's. */
export const archiveArea = (db: Knex, ownerId: string, areaId: string): Promise<number> =>
	db('areas')
		.where({ area_id: areaId, owner_id: ownerId })
		.whereNull('archived_at')
		.update({ archived_at: db.fn.now() });
