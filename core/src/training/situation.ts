import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { FAILURE_KINDS, FailureSpec, type ArmedFailure } from '../aircraft/index.js';
import { CardStart, type TaskCard } from './card.js';

/** A moment of a flight from which it can be flown again: where it is, and what is still to come. */
export const Situation = Type.Object(
	{
		start: CardStart,
		/** Index of the phase that the card begins with. */
		fromPhase: Type.Integer({ minimum: 0, maximum: 40 }),
		failures: Type.Array(FailureSpec, { maxItems: FAILURE_KINDS.length })
	},
	{ additionalProperties: false }
);
export type Situation = Static<typeof Situation>;

/** Failures that are armed at a moment, as a card that begins there arms them. */
export const failuresFrom = (armed: readonly ArmedFailure[], nowSeconds: number): FailureSpec[] =>
	armed.map(({ kind, atSeconds, creepSeconds }) => ({
		kind,
		onset: { kind: 'at', seconds: Math.max(0, atSeconds - nowSeconds) },
		// What has crept for a while is nearer its end.
		creepSeconds: Math.max(0, creepSeconds - Math.max(0, nowSeconds - atSeconds))
	}));

/** The rest of a card, begun from a situation. A card that was flown to its end keeps its last phase. */
export function cardFrom(card: TaskCard, { start, fromPhase, failures }: Situation): TaskCard {
	const from = Math.min(fromPhase, card.phases.length - 1);
	const { begin: _, ...first } = card.phases[from]!;
	return { ...card, start, failures, phases: [first, ...card.phases.slice(from + 1)] };
}
