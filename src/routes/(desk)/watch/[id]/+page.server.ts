import { redirect } from '@sveltejs/kit';
import { FAILURE_KINDS, FAILURES } from '@hanza/core';
import { aircraftCatalog } from '$data';
import { database } from '$lib/server/db.js';
import { findPerson } from '$lib/server/data/index.js';
import { found, requirePerson } from '$lib/server/guard.js';
import { areaOf, liveView, trailOf, visibleAttempt } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const person = requirePerson(locals, 'instructor');
	const db = database();
	const attempt = found(await visibleAttempt(db, person, params.id));
	if (attempt.status !== 'flying') redirect(303, `/debrief/${attempt.id}`);
	const student = found(await findPerson(db, attempt.studentId));
	return {
		id: attempt.id,
		card: attempt.card,
		studentName: student.name,
		aircraft: aircraftCatalog.get(attempt.card.aircraft),
		failures: FAILURE_KINDS.map((kind) => ({ kind, ...FAILURES[kind] })),
		live: await liveView(db, attempt),
		plan: attempt.card.navigation
			? { area: await areaOf(db, attempt.card.area), trail: await trailOf(db, attempt) }
			: null
	};
};
