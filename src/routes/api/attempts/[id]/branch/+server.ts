import { json } from '@sveltejs/kit';
import { Type } from '@sinclair/typebox';
import { parse, ResumeState } from '@hanza/core';
import { database } from '$lib/server/db.js';
import { found, jsonBody, readingInput, requireCaller } from '$lib/server/guard.js';
import { branchFlight, ownAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

const Body = Type.Object(
	{ samples: Type.Integer({ minimum: 1, maximum: 432000 }), state: ResumeState },
	{ additionalProperties: false }
);

/** Begins a flight of its own from an earlier moment of the caller's flight; what was flown stays. */
export const POST: RequestHandler = async ({ locals, params, request }) => {
	const person = requireCaller(locals);
	const db = database();
	const attempt = found(await ownAttempt(db, person, params.id));
	const id = await readingInput(async () => {
		const { samples, state } = parse(Body, await jsonBody(request));
		return branchFlight(db, attempt, samples, state);
	});
	return json({ id }, { status: 201 });
};
