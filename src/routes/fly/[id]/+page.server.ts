import { redirect } from '@sveltejs/kit';
import { aircraftCatalog } from '$data';
import { database } from '$lib/server/db.js';
import { found, requirePerson } from '$lib/server/guard.js';
import { areaOf, ownAttempt, seedOf } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const person = requirePerson(locals, 'student');
	const db = database();
	const attempt = found(await ownAttempt(db, person, params.id));
	if (attempt.status !== 'flying') redirect(303, `/debrief/${attempt.id}`);
	const { id, card, assist, assignmentId } = attempt;
	return {
		id,
		card,
		assist,
		seed: seedOf(attempt),
		assignmentId,
		aircraft: aircraftCatalog.get(card.aircraft),
		area: await areaOf(db, card.area)
	};
};
