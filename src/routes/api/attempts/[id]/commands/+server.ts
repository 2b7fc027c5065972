import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { commandAttempt, commandsFor } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** What waits for the cockpit of the caller's own flight. */
export const GET: RequestHandler = route(API.pendingCommands, ({ db, person, params }) =>
	commandsFor(db, person, params.id!)
);

/** An instructor's command to a student's flight in the air. */
export const POST: RequestHandler = route(API.giveCommand, async ({ db, person, params, body }) => ({
	id: await commandAttempt(db, person, params.id!, body)
}));
