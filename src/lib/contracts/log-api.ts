import * as Type from '@sinclair/typebox';
import { LogEntry, LOG_COLUMNS, type LogField } from '@hanza/core';
import { post, put } from './endpoint.js';

const closed = { additionalProperties: false } as const;
const heads = Type.Array(Type.String({ maxLength: 200 }), { minItems: 1, maxItems: 120 });
const digest = Type.String({ pattern: '^[0-9a-f]{64}$' });
const field = Type.Union(LOG_COLUMNS.map((column) => Type.Literal(column.field as LogField)));
const Map = Type.Object(
	{
		fields: Type.Array(Type.Union([field, Type.Null()]), { maxItems: 120 }),
		order: Type.Union([Type.Literal('day-first'), Type.Literal('month-first')]),
		bare: Type.Union([Type.Literal('hours'), Type.Literal('minutes'), Type.Literal('by-size')])
	},
	closed
);
/** Entries that go at once: a request stays well under what a server takes. */
export const ROWS_AT_ONCE = 400;

/** A file of a log on its way in. */
export const LOG_API = {
	/** What is known of a file before it is taken: its columns by one with the same heads, and whether it was taken. */
	know: post(
		'/api/log/[student]/known',
		Type.Object({ heads, digest }, closed),
		Type.Object(
			{ map: Type.Union([Map, Type.Null()]), before: Type.Union([Type.String(), Type.Null()]) },
			closed
		),
		false
	),
	begin: post(
		'/api/log/[student]/imports',
		Type.Object(
			{
				fileName: Type.String({ minLength: 1, maxLength: 200 }),
				digest,
				heads,
				map: Map,
				rows: Type.Integer({ minimum: 1, maximum: 100_000 }),
				again: Type.Boolean()
			},
			closed
		),
		Type.Object({ id: Type.String() }, closed)
	),
	rows: post(
		'/api/log/imports/[id]/rows',
		Type.Array(LogEntry, { minItems: 1, maxItems: ROWS_AT_ONCE }),
		Type.Object({ staged: Type.Integer() }, closed),
		false
	),
	keep: put('/api/log/imports/[id]', null, Type.Object({ kept: Type.Integer() }, closed)),
	drop: post(
		'/api/log/imports/[id]/drop',
		Type.Object({}, closed),
		Type.Object({ gone: Type.Integer(), stay: Type.Integer() }, closed),
		false
	)
} as const;
