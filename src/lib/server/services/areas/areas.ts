import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import {
	AREA_EDITIONS,
	areaFromGeoJson,
	areaToGeoJson,
	HanzaError,
	validateArea,
	type Area
} from '@hanza/core';
import { areaCatalog } from '$data';
import { addArea, areasOf, changeArea, findArea, archiveArea, type Person } from '../../data/index.js';
import { found, inRole, ownArea, visibleArea } from '../../policy.js';

/**
 * The area of a card that was kept: one that ships, or one that an instructor keeps. Who may use an area for a new card,
 * `usableArea` decides.
 * @throws HanzaError where there is none.
 */
export async function areaOf(db: Knex, id: string): Promise<Area> {
	const area = areaCatalog.find(id) ?? (await findArea(db, id))?.area;
	if (!area) throw new HanzaError(`no area "${id}"`);
	return area;
}

/** Saves an area as a new one of the instructor's. @throws InputError where it does not hang together. */
export async function saveArea(db: Knex, person: Person, area: unknown): Promise<string> {
	inRole(person, 'instructor');
	const checked = validateArea(area);
	const id = `own-${randomBytes(5).toString('hex')}`;
	await addArea(db, person.id, { ...checked, id });
	return id;
}

/** A copy of an area that the instructor may look at. @returns its id. */
export async function copyArea(db: Knex, person: Person, id: string): Promise<string> {
	const { area } = found(await visibleArea(db, person, id));
	return saveArea(db, person, { ...area, name: `${area.name}, own`.slice(0, 80) });
}

/** An area from a GeoJSON file. @throws HanzaError, and SyntaxError where the text is no JSON. */
export const importArea = (db: Knex, person: Person, text: string): Promise<string> =>
	saveArea(db, person, areaFromGeoJson(JSON.parse(text)));

/** Puts a changed area in place of the instructor's own; it keeps its identifier. */
export async function replaceArea(db: Knex, person: Person, id: string, changed: unknown): Promise<void> {
	const saved = found(await ownArea(db, person, id));
	const area = validateArea(AREA_EDITIONS.upgrade(changed));
	await changeArea(db, person.id, { ...area, id: saved.area.id });
}

export async function deleteArea(db: Knex, person: Person, id: string): Promise<void> {
	inRole(person, 'instructor');
	found((await archiveArea(db, person.id, id)) > 0 ? true : null);
}

/** An area that a person may look at. */
export const areaPage = async (
	db: Knex,
	person: Person,
	id: string
): Promise<{ area: Area; mine: boolean }> => found(await visibleArea(db, person, id));

/** The same as a file. */
export const areaFile = async (db: Knex, person: Person, id: string): Promise<string> =>
	JSON.stringify(areaToGeoJson((await areaPage(db, person, id)).area));

/** The areas that a person may look at. */
export async function areaRows(db: Knex, person: Person) {
	const owner = person.role === 'instructor' ? person.id : person.instructorId;
	const own = owner ? await areasOf(db, owner) : [];
	const row = (area: Area, mine: boolean) => ({
		id: area.id,
		name: area.name,
		stations: area.stations.filter(({ kind }) => kind !== 'marker').length,
		fixes: area.fixes.length,
		airports: area.airports.length,
		mine
	});
	return {
		mayKeep: person.role === 'instructor',
		areas: [
			...areaCatalog.all.map((area) => row(area, false)),
			...own.map(({ area }) => row(area, person.role === 'instructor'))
		]
	};
}
