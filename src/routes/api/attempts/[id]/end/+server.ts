import { json } from '@sveltejs/kit';
import { Type } from '@sinclair/typebox';
import { parse } from '@hanza/core';
import { database } from '$lib/server/db.js';
import { found, jsonBody, readingInput, requireCaller } from '$lib/server/guard.js';
import { endFlight, ownAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

const Body = Type.Object(
	{ status: Type.Union([Type.Literal('finished'), Type.Literal('interrupted')]) },
	{ additionalProperties: false }
);

/** Ends the caller's own flight and grades it. */
export const POST: RequestHandler = async ({ locals, params, request }) => {
	const person = requireCaller(locals);
	const db = database();
	const attempt = found(await ownAttempt(db, person, params.id));
	const outcome = await readingInput(async () => {
		const { status } = parse(Body, await jsonBody(request));
		return endFlight(db, attempt, status);
	});
	return json({ outcome });
};
