import { json } from '@sveltejs/kit';
import { Type } from '@sinclair/typebox';
import { AssistLevel, InputError, parse } from '@hanza/core';
import { standardCatalog } from '$data';
import { database } from '$lib/server/db.js';
import { found, jsonBody, notFound, readingInput, requireCaller } from '$lib/server/guard.js';
import { beginFlight, visibleAssignment } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

const Body = Type.Object(
	{ assignmentId: Type.String({ maxLength: 64 }), assist: AssistLevel },
	{ additionalProperties: false }
);

/** Begins a flight of a task that was set for the caller. */
export const POST: RequestHandler = async ({ locals, request }) => {
	const person = requireCaller(locals);
	if (person.role !== 'student') notFound();
	const db = database();
	const id = await readingInput(async () => {
		const { assignmentId, assist } = parse(Body, await jsonBody(request));
		const assignment = found(await visibleAssignment(db, person, assignmentId));
		if (assignment.assist !== 'any' && assignment.assist !== assist)
			throw new InputError('/assist', `must be ${assignment.assist} on this task`);
		const standard = standardCatalog.get(assignment.standardId);
		return beginFlight(db, person, { assignmentId, card: assignment.card, standard, assist });
	});
	return json({ id }, { status: 201 });
};
