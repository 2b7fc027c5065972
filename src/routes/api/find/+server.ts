import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { findable } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** What the caller can go to by name. */
export const GET: RequestHandler = route(API.find, ({ db, person }) => findable(db, person));
