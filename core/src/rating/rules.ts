import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { Editions, Identifier, InputError } from '../base/index.js';
import { DEVICES } from './entry.js';

const closed = { additionalProperties: false } as const;
const literals = <T extends string>(values: readonly T[]) =>
	Type.Union(values.map((value) => Type.Literal(value)));

/** Numbers of an entry that rules can speak of: as entered, and as worked out (`Derived`). */
export const NUMBER_FIELDS = [
	'totalMinutes',
	'picMinutes',
	'crossCountryMinutes',
	'dualMinutes',
	'actualMinutes',
	'simulatedMinutes',
	'instrumentMinutes',
	'taughtMinutes',
	'deviceMinutes',
	'picCrossCountryMinutes',
	'approachCount',
	'approachKinds',
	'holds',
	'directedRouteNm',
	'placeCount',
	'placesWithoutApproach'
] as const;
/** A number of an entry, as rules name it. */
export type NumberField = (typeof NUMBER_FIELDS)[number];
/** What is or is not so of an entry. */
export const RULE_FLAGS = [
	'instrumentInstructor',
	'safetyPilot',
	'part142',
	'tracking',
	'instrumentRules'
] as const;

const number = Type.Number({ minimum: 0, maximum: 100_000_000 });
const Simple = Type.Union([
	Type.Object({ device: Type.Array(literals(DEVICES), { minItems: 1, maxItems: 8 }) }, closed),
	Type.Object({ flag: literals(RULE_FLAGS), is: Type.Optional(Type.Boolean()) }, closed),
	Type.Object({ field: literals(NUMBER_FIELDS), atLeast: number }, closed),
	Type.Object({ field: literals(NUMBER_FIELDS), atMost: number }, closed)
]);
/** What an entry has to be: all of the list; one of them may be "any of these", each of them all of a list. */
const Condition = Type.Union([
	...Simple.anyOf,
	Type.Object(
		{
			any: Type.Array(Type.Array(Simple, { minItems: 1, maxItems: 10 }), { minItems: 1, maxItems: 10 })
		},
		closed
	)
]);
/** What an entry has to be. */
export type Condition = Static<typeof Condition>;

/** A sum over entries: of a number of each, or of one for each. */
const Sum = Type.Object(
	{
		sum: Type.Union([literals(NUMBER_FIELDS), Type.Literal('one')]),
		where: Type.Array(Condition, { maxItems: 12 }),
		/** No more of it counts. */
		cap: Type.Optional(number)
	},
	closed
);
export type Sum = Static<typeof Sum>;
/** Sums together, and no more than the cap. */
const Together = Type.Object(
	{ plus: Type.Array(Sum, { minItems: 1, maxItems: 12 }), cap: Type.Optional(number) },
	closed
);
const Pool = Type.Union([Sum, Together]);
/** Pools together, under a cap of their own: a credit. */
const Credit = Type.Object(
	{ plus: Type.Array(Pool, { minItems: 1, maxItems: 12 }), cap: Type.Optional(number) },
	closed
);
/** The greatest of several credits: where one may be taken or another, not both. */
const Greatest = Type.Object(
	{ greatest: Type.Array(Type.Union([...Pool.anyOf, Credit]), { minItems: 1, maxItems: 6 }) },
	closed
);
const Amount = Type.Union([
	...Pool.anyOf,
	Greatest,
	Type.Object(
		{
			plus: Type.Array(Type.Union([...Pool.anyOf, Credit, Greatest]), { minItems: 1, maxItems: 12 }),
			cap: Type.Optional(number)
		},
		closed
	)
]);

/** One thing that a rating, or its recency, asks for. */
const Requirement = Type.Object(
	{
		id: Identifier,
		name: Type.String({ minLength: 1, maxLength: 120 }),
		source: Type.Optional(Type.String({ maxLength: 200 })),
		unit: literals(['minutes', 'count'] as const),
		need: Type.Integer({ minimum: 1, maximum: 10_000_000 }),
		amount: Amount,
		/** Counts from the first day of this calendar month before the one of the day that is asked for. */
		windowMonths: Type.Optional(Type.Integer({ minimum: 0, maximum: 240 }))
	},
	closed
);
export type Requirement = Static<typeof Requirement>;

/** Rules of an authority, as data: source, edition, the reading chosen, and what is asked for. */
export const RuleSet = Type.Object(
	{
		format: Type.Literal('hanza-rules'),
		version: Type.Literal(1),
		id: Identifier,
		name: Type.String({ minLength: 1, maxLength: 120 }),
		/** A rating that is worked for, or the recency of one that is held. */
		kind: literals(['rating', 'recency'] as const),
		source: Type.String({ minLength: 1, maxLength: 300 }),
		edition: Type.String({ minLength: 1, maxLength: 80 }),
		reading: Type.Array(Type.String({ minLength: 1, maxLength: 400 }), { maxItems: 20 }),
		requirements: Type.Array(Requirement, { minItems: 1, maxItems: 40 })
	},
	{ ...closed, $id: 'hanza-rules' }
);
export type RuleSet = Static<typeof RuleSet>;

/** A rule set as it is read out of a document: of no two requirements the same identifier. @throws InputError */
export function readRules(document: unknown): RuleSet {
	const rules = RULE_EDITIONS.upgrade(document);
	const seen = new Set<string>();
	rules.requirements.forEach(({ id }, i) => {
		if (seen.has(id)) throw new InputError(`/requirements/${i}/id`, `must be another: "${id}" stands before`);
		seen.add(id);
	});
	return rules;
}

/** Edition 1 is the first. */
export const RULE_EDITIONS = new Editions('hanza-rules', 1, RuleSet);
