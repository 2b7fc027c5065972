import { json } from '@sveltejs/kit';
import { cardCatalog } from '$data';
import { database } from '$lib/server/db.js';
import { changeCard } from '$lib/server/data/index.js';
import { found, jsonBody, notFound, readingInput, requireCaller } from '$lib/server/guard.js';
import { validateStoredCard, ownCard } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** A card as a file: one that ships, or one of the caller's own. */
export const GET: RequestHandler = async ({ locals, params }) => {
	const person = requireCaller(locals);
	if (person.role !== 'instructor') notFound();
	const card = cardCatalog.find(params.id) ?? found(await ownCard(database(), person, params.id)).card;
	return new Response(JSON.stringify(card, null, '\t'), {
		headers: { 'Content-Type': 'application/json; charset=utf-8' }
	});
};

/** Puts a changed card in place of the caller's own; it keeps its identifier. */
export const PUT: RequestHandler = async ({ locals, params, request }) => {
	const person = requireCaller(locals);
	if (person.role !== 'instructor') notFound();
	const db = database();
	const kept = found(await ownCard(db, person, params.id));
	await readingInput(async () => {
		const card = await validateStoredCard(db, await jsonBody(request));
		await changeCard(db, person.id, params.id, { ...card, id: kept.card.id });
	});
	return json({ kept: true });
};
