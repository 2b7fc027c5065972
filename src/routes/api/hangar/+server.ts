import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { hangarFile } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = route(
	API.hangar,
	async ({ db, person }) =>
		new Response(await hangarFile(db, person), {
			headers: { 'Content-Type': 'application/json; charset=utf-8' }
		})
);
