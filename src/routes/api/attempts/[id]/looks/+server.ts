import { json } from '@sveltejs/kit';
import { Type } from '@sinclair/typebox';
import { Dwell, orderedDwells, parse, type Dwell as LookType } from '@hanza/core';
import { database } from '$lib/server/db.js';
import { addLooks } from '$lib/server/data/index.js';
import { found, jsonBody, notFound, readingInput, requireCaller } from '$lib/server/guard.js';
import { visibleAttempt } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

const Body = Type.Object(
	{
		source: Type.Union([Type.Literal('tap'), Type.Literal('gaze')]),
		looks: Type.Array(Dwell, { minItems: 1, maxItems: 20000 })
	},
	{ additionalProperties: false }
);

/** Looks that an instructor saw, or that a gaze log holds; the same sent twice is kept once. */
export const POST: RequestHandler = async ({ locals, params, request }) => {
	const person = requireCaller(locals);
	const db = database();
	if (person.role !== 'instructor') notFound();
	const { id } = found(await visibleAttempt(db, person, params.id));
	const kept = await readingInput(async () => {
		const { source, looks } = parse(Body, await jsonBody(request));
		const ordered = orderedDwells(looks as LookType[]);
		await addLooks(db, id, source, ordered);
		return ordered.length;
	});
	return json({ kept }, { status: 201 });
};
