import { json } from '@sveltejs/kit';
import { parse, Situation } from '@hanza/core';
import { database } from '$lib/server/db.js';
import { found, jsonBody, readingInput, requireCaller } from '$lib/server/guard.js';
import { areaOf, beginFlight, cardOfSituation, ownAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** Begins a flight of its own elsewhere, with the rest of the card; what was flown stays. */
export const POST: RequestHandler = async ({ locals, params, request }) => {
	const person = requireCaller(locals);
	const db = database();
	const attempt = found(await ownAttempt(db, person, params.id));
	const id = await readingInput(async () => {
		const area = await areaOf(db, attempt.card.area);
		const card = cardOfSituation(attempt, parse(Situation, await jsonBody(request)), area);
		const { assignmentId, standard, assist } = attempt;
		return beginFlight(db, person, { assignmentId, card, standard, assist });
	});
	return json({ id }, { status: 201 });
};
