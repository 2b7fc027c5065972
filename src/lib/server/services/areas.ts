import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import { validateArea, HanzaError, type Area } from '@hanza/core';
import { areaCatalog } from '$data';
import { addArea, findArea, type SavedArea, type Person } from '../data/index.js';

/**
 * An area that a card speaks of: one that ships, or one that an instructor keeps.
 * @throws HanzaError where there is none.
 */
export async function areaOf(db: Knex, id: string): Promise<Area> {
	const area = areaCatalog.find(id) ?? (await findArea(db, id))?.area;
	if (!area) throw new HanzaError(`no area "${id}"`);
	return area;
}

/** An area as a person may look at it: any that ships, an instructor's own, a student's instructor's. */
export async function visibleArea(
	db: Knex,
	person: Person,
	id: string
): Promise<{ area: Area; mine: boolean } | null> {
	const shipped = areaCatalog.find(id);
	if (shipped) return { area: shipped, mine: false };
	const kept = await findArea(db, id);
	if (!kept) return null;
	const mine = kept.ownerId === person.id;
	return mine || kept.ownerId === person.instructorId ? { area: kept.area, mine } : null;
}

/** A kept area of this very instructor. */
export async function ownArea(db: Knex, person: Person, id: string): Promise<SavedArea | null> {
	const kept = await findArea(db, id);
	return kept?.ownerId === person.id ? kept : null;
}

/** Keeps an area as a new one of the instructor's. @throws InputError where it does not hang together. */
export async function saveArea(db: Knex, person: Person, area: unknown): Promise<string> {
	const checked = validateArea(area);
	const id = `own-${randomBytes(5).toString('hex')}`;
	await addArea(db, person.id, { ...checked, id });
	return id;
}
