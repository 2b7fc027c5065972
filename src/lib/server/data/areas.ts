import { AREA_EDITIONS, type Area } from '@hanza/core';
import type { Knex } from 'knex';

/** An area that an instructor keeps. */
export interface SavedArea {
	ownerId: string;
	area: Area;
	createdAt: Date;
}

const query = (db: Knex) => db('areas').select('owner_id as ownerId', 'area', 'created_at as createdAt');

type StoredArea = Omit<SavedArea, 'area'> & { area: unknown };
const read = ({ area, ...rest }: StoredArea): SavedArea => ({ ...rest, area: AREA_EDITIONS.upgrade(area) });

export async function areasOf(db: Knex, ownerId: string): Promise<SavedArea[]> {
	const stored: StoredArea[] = await query(db).where('owner_id', ownerId).orderBy('created_at', 'desc');
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

export const removeArea = (db: Knex, ownerId: string, areaId: string): Promise<number> =>
	db('areas').where({ area_id: areaId, owner_id: ownerId }).delete();
