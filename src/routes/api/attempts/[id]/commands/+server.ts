import { error, json } from '@sveltejs/kit';
import { parse } from '@hanza/core';
import { InstructorCommand } from '$lib/contracts/instructor-command.js';
import { database } from '$lib/server/db.js';
import { addCommand, pendingCommands } from '$lib/server/data/index.js';
import { found, jsonBody, notFound, readingInput, requireCaller } from '$lib/server/guard.js';
import { ownAttempt, visibleAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** What waits for the cockpit of the caller's own flight. */
export const GET: RequestHandler = async ({ locals, params }) => {
	const person = requireCaller(locals);
	const db = database();
	const { id } = found(await ownAttempt(db, person, params.id));
	return json(await pendingCommands(db, id));
};

/** An instructor's order to a student's flight in the air. */
export const POST: RequestHandler = async ({ locals, params, request }) => {
	const person = requireCaller(locals);
	const db = database();
	if (person.role !== 'instructor') notFound();
	const attempt = found(await visibleAttempt(db, person, params.id));
	if (attempt.status !== 'flying') error(409, 'This flight has ended.');
	const body = await readingInput(async () => parse(InstructorCommand, await jsonBody(request)));
	const id = await addCommand(db, { attemptId: attempt.id, authorId: person.id, body });
	return json({ id }, { status: 201 });
};
