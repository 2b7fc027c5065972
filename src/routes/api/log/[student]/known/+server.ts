import { LOG_API } from '$lib/contracts/log-api.js';
import { route } from '$lib/server/http.js';
import { knownFile } from '$lib/server/services/index.js';

export const POST = route(LOG_API.know, async ({ db, person, params, body }) => {
	const { map, before } = await knownFile(db, person, params.student!, body);
	return {
		map,
		before:
			before && `${before.fileName}, ${before.rows} entries, ${before.createdAt.toISOString().slice(0, 10)}`
	};
});
