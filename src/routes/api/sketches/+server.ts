import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { shippedSketches } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = route(
	API.sketches,
	async ({ person }) =>
		new Response(shippedSketches(person), {
			headers: {
				'Content-Type': 'application/json; charset=utf-8',
				// What ships changes with the application alone.
				'Cache-Control': 'private, max-age=3600'
			}
		})
);
