import { json } from '@sveltejs/kit';
import { DRILL_IDS, parse } from '@hanza/core';
import { aircraftCatalog, areaCatalog } from '$data';
import { database } from '$lib/server/db.js';
import { found, jsonBody, readingInput, requireCaller } from '$lib/server/guard.js';
import { DrillAnswers, drillContext, markRound } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

/** A round's answers, marked again here; the same sent twice is kept once. */
export const POST: RequestHandler = async ({ locals, params, request, url }) => {
	const person = requireCaller(locals);
	const id = found(DRILL_IDS.find((one) => one === params.id));
	const aircraft = found(aircraftCatalog.find(url.searchParams.get('aircraft') ?? ''));
	const marked = await readingInput(async () =>
		markRound(
			database(),
			person,
			id,
			drillContext(aircraft, areaCatalog.all[0]!),
			parse(DrillAnswers, await jsonBody(request))
		)
	);
	return json(marked, { status: 201 });
};
