import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import {
	excursionRule,
	HanzaError,
	itemName,
	itemUnit,
	STANDARD_EDITIONS,
	TARGET_KINDS,
	toleranceOf,
	validateStandard,
	type Standard,
	type TargetKind
} from '@hanza/core';
import { standardCatalog } from '$data';
import {
	addStandard,
	archiveStandard,
	changeStandard,
	findStandard,
	standardsOf,
	type Person
} from '../../data/index.js';
import { found, inRole, ownStandard, visibleStandard } from '../../policy.js';

/**
 * The standard of a task that was set: one that ships, or one that an instructor keeps or has put away.
 * @throws HanzaError where there is none.
 */
export async function standardOf(db: Knex, id: string): Promise<Standard> {
	const standard = standardCatalog.find(id) ?? (await findStandard(db, id))?.standard;
	if (!standard) throw new HanzaError(`no standard "${id}"`);
	return standard;
}

/** The standards that an instructor can set a task by: those that ship, and the own ones. */
export async function settableStandards(db: Knex, person: Person): Promise<Standard[]> {
	const own = await standardsOf(db, person.id);
	return [...own.map(({ standard }) => standard), ...standardCatalog.all];
}

/** A copy of a standard as a new one of the instructor's. @returns its id. */
export async function copyStandard(db: Knex, person: Person, id: string): Promise<string> {
	inRole(person, 'instructor');
	const { standard } = found(await visibleStandard(db, person, id));
	const own = `own-${randomBytes(5).toString('hex')}`;
	await addStandard(db, person.id, {
		...standard,
		id: own,
		name: `${standard.name}, own`.slice(0, 100),
		source: `The school's own, from: ${standard.source}`.slice(0, 300)
	});
	return own;
}

/** What of a standard its editor changes. */
export type StandardChange = Pick<Standard, 'name' | 'edition' | 'source'> &
	ReturnType<typeof excursionRule> & {
		items: Record<TargetKind, Pick<Standard['items'][string], 'above' | 'below' | 'decisive'>>;
	};

/**
 * Changes an own standard; it keeps its identifier, and what it says of kinds of segments.
 * @throws InputError where a tolerance goes beyond what any may.
 */
export async function changeOwnStandard(
	db: Knex,
	person: Person,
	id: string,
	{ items, ...change }: StandardChange
): Promise<void> {
	const { standard } = found(await ownStandard(db, person, id));
	const changed = STANDARD_EDITIONS.upgrade({
		...standard,
		...change,
		items: {
			...standard.items,
			...Object.fromEntries(
				TARGET_KINDS.map((kind) => [
					kind,
					{ ...items[kind], source: standard.items[kind]?.source ?? 'school figure' }
				])
			)
		}
	});
	validateStandard(changed);
	await changeStandard(db, person.id, changed);
}

/** Puts an own standard away: it can no longer be set; what was set by it is graded by it. */
export async function putAwayStandard(db: Knex, person: Person, id: string): Promise<void> {
	inRole(person, 'instructor');
	found((await archiveStandard(db, person.id, id)) > 0 ? true : null);
}

/** The standards that an instructor may look at. */
export async function standardRows(db: Knex, person: Person) {
	inRole(person, 'instructor');
	const row = (standard: Standard, mine: boolean) => {
		const { id, name, edition, source, excursionSeconds } = standard;
		const { altitudeFt, headingDeg, airspeedKias, needle } = {
			altitudeFt: toleranceOf(standard, 'altitudeFt'),
			headingDeg: toleranceOf(standard, 'headingDeg'),
			airspeedKias: toleranceOf(standard, 'airspeedKias'),
			needle: toleranceOf(standard, 'needle')
		};
		return {
			id,
			name,
			edition,
			source,
			excursionSeconds,
			altitudeFt,
			headingDeg,
			airspeedKias,
			needle,
			mine
		};
	};
	const own = await standardsOf(db, person.id);
	return [
		...own.map(({ standard }) => row(standard, true)),
		...standardCatalog.all.map((standard) => row(standard, false))
	];
}

/** One standard, item by item, beside those that ship. */
export async function standardPage(db: Knex, person: Person, id: string) {
	inRole(person, 'instructor');
	const { standard, mine } = found(await visibleStandard(db, person, id));
	const beside = standardCatalog.all.filter((one) => one.id !== id);
	return {
		standard: { ...standard, ...excursionRule(standard) },
		mine,
		beside: beside.map(({ name }) => name),
		items: TARGET_KINDS.map((kind) => ({
			kind,
			name: itemName(kind),
			unit: itemUnit(kind),
			...toleranceOf(standard, kind),
			beside: beside.map((one) => toleranceOf(one, kind)).map(({ above, below }) => ({ above, below }))
		}))
	};
}
