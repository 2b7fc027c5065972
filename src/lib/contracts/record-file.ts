import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import type { RuleSet } from '@hanza/core';
import { Editions, LogEntry } from '@hanza/core';

const closed = { additionalProperties: false } as const;
const nullable = <T extends Parameters<typeof Type.Union>[0][number]>(schema: T) =>
	Type.Union([schema, Type.Null()]);
const moment = Type.String({ minLength: 20, maxLength: 30, description: 'ISO 8601, world time' });
/** A person, by their place in `people`. */
const who = Type.Integer({ minimum: 0 });
const words = Type.String({ maxLength: 20_000 });
/** A document with an edition of its own, which is read by that. */
const document = Type.Object({}, { additionalProperties: true });

/** A student's whole record as one document: what was logged, flown, graded and said. */
export const RecordFile = Type.Object(
	{
		format: Type.Literal('hanza-record'),
		version: Type.Literal(1),
		exportedAt: moment,
		/** The first is the student. */
		people: Type.Array(
			Type.Object(
				{
					name: Type.String({ minLength: 1, maxLength: 200 }),
					role: Type.Union([Type.Literal('student'), Type.Literal('instructor')])
				},
				closed
			),
			{ minItems: 1, maxItems: 1000 }
		),
		log: Type.Array(
			Type.Object(
				{
					entry: LogEntry,
					version: Type.Integer({ minimum: 1 }),
					state: Type.Union([Type.Literal('kept'), Type.Literal('deleted')]),
					confirmedBy: nullable(who),
					confirmedAt: nullable(moment),
					/** The flight in the trainer that it comes from, by its place in `attempts`. */
					attempt: nullable(Type.Integer({ minimum: 0 })),
					versions: Type.Array(
						Type.Object(
							{
								version: Type.Integer({ minimum: 1 }),
								deed: Type.Union(
									(['made', 'changed', 'corrected', 'confirmed', 'deleted', 'restored'] as const).map(
										(deed) => Type.Literal(deed)
									)
								),
								entry: LogEntry,
								author: who,
								reason: nullable(words),
								at: moment
							},
							closed
						)
					)
				},
				closed
			)
		),
		attempts: Type.Array(
			Type.Object(
				{
					card: document,
					standard: document,
					assist: Type.Union([Type.Literal('direct'), Type.Literal('attitude')]),
					status: Type.Union([Type.Literal('finished'), Type.Literal('interrupted')]),
					startedAt: moment,
					endedAt: moment,
					lookedAt: nullable(moment),
					seed: Type.Integer({ minimum: 0 }),
					samples: Type.Integer({ minimum: 0 }),
					branchedFrom: nullable(Type.Integer({ minimum: 0 })),
					branchedAtSeconds: nullable(Type.Number()),
					/** To where it is whole; left out where all of it is, as in files of before. */
					wholeToSeconds: Type.Optional(Type.Number({ minimum: 0 })),
					/** It reached the server faster than it can be flown. */
					tooFast: Type.Optional(Type.Boolean()),
					/** Compressed, in base64: docs/formats.md, "A recording". */
					recording: Type.String(),
					grade: document,
					looks: Type.Array(
						Type.Object(
							{
								source: Type.String({ maxLength: 20 }),
								instrument: Type.String({ maxLength: 40 }),
								startMs: Type.Number(),
								endMs: Type.Number()
							},
							closed
						)
					),
					remarks: Type.Array(
						Type.Object({ author: who, atSeconds: nullable(Type.Number()), text: words, at: moment }, closed)
					),
					overrides: Type.Array(
						Type.Object(
							{ author: who, item: words, computed: words, value: words, reason: words, at: moment },
							closed
						)
					)
				},
				closed
			)
		),
		drills: Type.Array(
			Type.Object(
				{
					drill: Type.String({ maxLength: 40 }),
					asked: Type.Integer(),
					right: Type.Integer(),
					seconds: Type.Number(),
					at: moment
				},
				closed
			)
		),
		endorsements: Type.Array(
			Type.Object(
				{
					kind: Type.String({ maxLength: 40 }),
					words,
					author: who,
					givenOn: Type.String({ maxLength: 10 }),
					expiresOn: nullable(Type.String({ maxLength: 10 })),
					withdrawnAt: nullable(moment)
				},
				closed
			)
		),
		checks: Type.Array(
			Type.Object(
				{ author: who, asOf: Type.String({ maxLength: 10 }), rules: document, state: document, at: moment },
				closed
			)
		),
		/** What the student works for; null where that was not said, the set itself where it is the school's own. */
		goal: nullable(
			Type.Object(
				{ rulesId: Type.String({ maxLength: 80 }), own: nullable(Type.Unsafe<RuleSet>(document)) },
				closed
			)
		)
	},
	{ ...closed, $id: 'hanza-record' }
);
export type RecordFile = Static<typeof RecordFile>;

/** Edition 1 is the first. */
export const RECORD_FILE_EDITIONS = new Editions('hanza-record', 1, RecordFile);
