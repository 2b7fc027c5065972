import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { findableHelp } from '$lib/server/services/help/help.js';
import type { RequestHandler } from './$types';

/** What the handbook has, by name. */
export const GET: RequestHandler = route(API.findHelp, async () => findableHelp());
