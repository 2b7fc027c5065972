import type { Dwell } from '@hanza/core';
import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { addAttemptLooks } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** Looks that an instructor saw, or that a gaze log holds; the same sent twice is kept once. */
export const POST: RequestHandler = route(API.addLooks, async ({ db, person, params, body }) => ({
	kept: await addAttemptLooks(db, person, params.id!, body.source, body.looks as Dwell[])
}));
