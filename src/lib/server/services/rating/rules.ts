import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import { readRules, type RuleSet } from '@hanza/core';
import { ruleCatalog } from '$data';
import {
	addRules,
	archiveRules,
	changeRules,
	forgetSummaries,
	rulesOf,
	type Person
} from '../../data/index.js';
import { found, inRole, ownRules, visibleRules } from '../../policy.js';

/** A rule set in the list. */
export interface RuleSetRow {
	id: string;
	name: string;
	kind: RuleSet['kind'];
	source: string;
	edition: string;
	requirements: number;
	mine: boolean;
}

const rowOf = ({ id, name, kind, source, edition, requirements }: RuleSet, mine: boolean): RuleSetRow => ({
	id,
	name,
	kind,
	source,
	edition,
	requirements: requirements.length,
	mine
});

export async function ruleSetRows(db: Knex, person: Person): Promise<RuleSetRow[]> {
	const own = person.role === 'instructor' ? await rulesOf(db, person.id) : [];
	return [
		...own.map(({ rules }) => rowOf(rules, true)),
		...ruleCatalog.all.map((rules) => rowOf(rules, false))
	];
}

export const ruleSetPage = async (
	db: Knex,
	person: Person,
	id: string
): Promise<{ rules: RuleSet; mine: boolean }> => found(await visibleRules(db, person, id));

const newId = (): string => `own-${randomBytes(5).toString('hex')}`;

/** A copy of a set as a new one of the instructor's. @returns its id. */
export async function copyRuleSet(db: Knex, person: Person, id: string): Promise<string> {
	inRole(person, 'instructor');
	const { rules } = found(await visibleRules(db, person, id));
	const copy: RuleSet = {
		...rules,
		id: newId(),
		name: `${rules.name}, own`.slice(0, 120),
		source: `The school's own, from: ${rules.source}`.slice(0, 300)
	};
	await addRules(db, person.id, copy);
	return copy.id;
}

/** Takes a set out of a file as a new one of the instructor's. @throws InputError @returns its id. */
export async function takeRuleSet(db: Knex, person: Person, document: unknown): Promise<string> {
	inRole(person, 'instructor');
	const rules = readRules(document);
	const id = newId();
	await addRules(db, person.id, { ...rules, id });
	return id;
}

/** Changes an own set; it keeps its identifier. Checks that were made keep the set as it was. @throws InputError */
export async function changeOwnRules(db: Knex, person: Person, id: string, document: unknown): Promise<void> {
	const before = found(await ownRules(db, person, id));
	const rules = readRules({ ...(document as object), id: before.id });
	await db.transaction(async (trx) => {
		await changeRules(trx, person.id, rules);
		await forgetSummaries(trx, { rules_id: id });
	});
}

export async function putAwayRules(db: Knex, person: Person, id: string): Promise<void> {
	inRole(person, 'instructor');
	if ((await archiveRules(db, person.id, id)) === 0) found(null);
}
