import * as Type from '@sinclair/typebox';
import { post } from './endpoint.js';

const closed = { additionalProperties: false } as const;

/** What drills ask for; apart from the rest, whose schemas would come along. */
export const DRILL_API = {
	/** A round's answers, marked again by the server; the same sent twice is kept once. */
	markRound: post(
		'/api/drills/[id]',
		Type.Object(
			{
				id: Type.String({
					pattern: '^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$',
					description: 'a UUID'
				}),
				seconds: Type.Number({ minimum: 0, maximum: 7200 }),
				answers: Type.Array(
					Type.Object(
						{
							item: Type.String({ maxLength: 80 }),
							seed: Type.Integer({ minimum: 0, maximum: 4_294_967_295 }),
							given: Type.Number()
						},
						closed
					),
					{ minItems: 1, maxItems: 50 }
				)
			},
			closed
		),
		Type.Object({ right: Type.Integer(), asked: Type.Integer() }, closed)
	)
} as const;
