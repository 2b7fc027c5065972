import { LOG_API } from '$lib/contracts/log-api.js';
import { route } from '$lib/server/http.js';
import { stageRows } from '$lib/server/services/index.js';

export const POST = route(LOG_API.rows, async ({ db, person, params, body }) => ({
	staged: await stageRows(db, person, params.id!, body)
}));
