import { LOG_API } from '$lib/contracts/log-api.js';
import { route } from '$lib/server/http.js';
import { beginImport } from '$lib/server/services/index.js';

export const POST = route(LOG_API.begin, async ({ db, person, params, body }) => ({
	id: await beginImport(db, person, params.student!, body)
}));
