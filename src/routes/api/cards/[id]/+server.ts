import { BYTES, get } from '$lib/contracts/endpoint.js';
import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { cardFile, replaceCard } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

const FILE = get('/api/cards/[id]', BYTES);

/** A card as a file: one that ships, or one of the caller's own. */
export const GET: RequestHandler = route(
	FILE,
	async ({ db, person, params }) =>
		new Response(await cardFile(db, person, params.id!), {
			headers: { 'Content-Type': 'application/json; charset=utf-8' }
		})
);

/** Puts a changed card, of any edition, in place of the caller's own; it keeps its identifier. */
export const PUT: RequestHandler = route(
	API.changeCard,
	async ({ db, person, params, body }) => {
		await replaceCard(db, person, params.id!, body);
		return { kept: true };
	},
	{ unread: true }
);
