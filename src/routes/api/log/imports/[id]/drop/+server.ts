import { LOG_API } from '$lib/contracts/log-api.js';
import { route } from '$lib/server/http.js';
import { takeBackImport } from '$lib/server/services/index.js';

export const POST = route(LOG_API.drop, ({ db, person, params }) => takeBackImport(db, person, params.id!));
