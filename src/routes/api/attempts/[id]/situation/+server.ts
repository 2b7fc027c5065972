import { json } from '@sveltejs/kit';
import { Type } from '@sinclair/typebox';
import { parse, Situation } from '@hanza/core';
import { database } from '$lib/server/db.js';
import { found, jsonBody, readingInput, requireCaller } from '$lib/server/guard.js';
import { saveSituation, visibleAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

const Body = Type.Object(
	{ name: Type.String({ minLength: 1, maxLength: 80 }), situation: Situation },
	{ additionalProperties: false }
);

/** Keeps a moment of a flight as the start of a card of the instructor's. */
export const POST: RequestHandler = async ({ locals, params, request }) => {
	const person = requireCaller(locals);
	const db = database();
	const attempt = found(await visibleAttempt(db, person, params.id));
	const id = await readingInput(async () => {
		const { name, situation } = parse(Body, await jsonBody(request));
		return saveSituation(db, person, attempt, name, situation);
	});
	return json({ id: found(id) }, { status: 201 });
};
