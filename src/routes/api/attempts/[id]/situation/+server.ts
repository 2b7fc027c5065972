import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { situationCard } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** Keeps a moment of a flight as the start of a card of the instructor's. */
export const POST: RequestHandler = route(API.saveSituation, async ({ db, person, params, body }) => ({
	id: await situationCard(db, person, params.id!, body.name, body.situation)
}));
