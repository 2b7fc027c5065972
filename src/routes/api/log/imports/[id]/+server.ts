import { LOG_API } from '$lib/contracts/log-api.js';
import { route } from '$lib/server/http.js';
import { keepImport } from '$lib/server/services/index.js';

export const PUT = route(LOG_API.keep, async ({ db, person, params }) => ({
	kept: await keepImport(db, person, params.id!)
}));
