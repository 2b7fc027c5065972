import { BYTES, get } from '$lib/contracts/endpoint.js';
import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { areaFile, replaceArea } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

const FILE = get('/api/areas/[id]', BYTES);

/** An area as GeoJSON: one that ships, or one that the caller may see. */
export const GET: RequestHandler = route(
	FILE,
	async ({ db, person, params }) =>
		new Response(await areaFile(db, person, params.id!), {
			headers: { 'Content-Type': 'application/geo+json; charset=utf-8' }
		})
);

/** Puts a changed area in place of the caller's own; it keeps its identifier. */
export const PUT: RequestHandler = route(
	API.changeArea,
	async ({ db, person, params, body }) => {
		await replaceArea(db, person, params.id!, body);
		return { kept: true };
	},
	{ unread: true }
);
