import { json } from '@sveltejs/kit';
import { areaToGeoJson, validateArea } from '@hanza/core';
import { database } from '$lib/server/db.js';
import { changeArea } from '$lib/server/data/index.js';
import { found, jsonBody, notFound, readingInput, requireCaller } from '$lib/server/guard.js';
import { ownArea, visibleArea } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** An area as GeoJSON: one that ships, or one that the caller may see. */
export const GET: RequestHandler = async ({ locals, params }) => {
	const person = requireCaller(locals);
	const { area } = found(await visibleArea(database(), person, params.id));
	return new Response(JSON.stringify(areaToGeoJson(area)), {
		headers: { 'Content-Type': 'application/geo+json; charset=utf-8' }
	});
};

/** Puts a changed area in place of the caller's own; it keeps its identifier. */
export const PUT: RequestHandler = async ({ locals, params, request }) => {
	const person = requireCaller(locals);
	if (person.role !== 'instructor') notFound();
	const db = database();
	const kept = found(await ownArea(db, person, params.id));
	await readingInput(async () => {
		const area = validateArea(await jsonBody(request));
		await changeArea(db, person.id, { ...area, id: kept.area.id });
	});
	return json({ kept: true });
};
