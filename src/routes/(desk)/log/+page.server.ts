import { database } from '$lib/server/db.js';
import { attemptsOf } from '$lib/server/data/index.js';
import { requirePerson } from '$lib/server/guard.js';
import { RECORDING_RATE_HZ } from '@hanza/core';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const person = requirePerson(locals, 'student');
	const flights = (await attemptsOf(database(), person.id, 1000)).filter(({ status }) => status !== 'flying');
	return {
		entries: flights.map((flight) => ({ ...flight, practiceSeconds: flight.samples / RECORDING_RATE_HZ }))
	};
};
