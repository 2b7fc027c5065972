import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { helpPage } from '$lib/server/services/help/help.js';
import type { RequestHandler } from './$types';

/** A page of the handbook. */
export const GET: RequestHandler = route(API.help, async ({ params }) => helpPage(params.page!));
