import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { FAILURE_KINDS, Upset } from '@hanza/core';

const closed = { additionalProperties: false } as const;
const failure = Type.Union(FAILURE_KINDS.map((kind) => Type.Literal(kind)));

/** What an instructor does to a flight while it is flown. */
export const InstructorCommand = Type.Union([
	Type.Object(
		{
			kind: Type.Literal('fail'),
			failure,
			creepSeconds: Type.Number({ minimum: 0, maximum: 1200, description: 's' })
		},
		closed
	),
	Type.Object({ kind: Type.Literal('repair'), failure }, closed),
	Type.Object({ kind: Type.Literal('freeze') }, closed),
	/** Covers the panel and sets up an attitude to be recovered from. */
	Type.Object({ kind: Type.Literal('upset'), upset: Upset }, closed)
]);
export type InstructorCommand = Static<typeof InstructorCommand>;

/** A command as it waits for the cockpit. */
export const PendingCommand = Type.Object({ id: Type.String(), command: InstructorCommand }, closed);
export type PendingCommand = Static<typeof PendingCommand>;
