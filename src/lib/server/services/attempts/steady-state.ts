import type { Knex } from 'knex';
import { steadyStateNumbers, type SteadyStateNumbers } from '@hanza/core';
import { stretchesOf } from '../../data/index.js';

/** A student's own numbers in an aircraft, each with the flights that it is from, newest first. */
export async function ownNumbers(
	db: Knex,
	studentId: string,
	aircraftId: string
): Promise<(SteadyStateNumbers & { flights: { id: string; startedAt: Date }[] })[]> {
	const stretches = await stretchesOf(db, studentId, aircraftId);
	return steadyStateNumbers(stretches).map((numbers) => ({
		...numbers,
		flights: [
			...new Map(
				stretches
					.filter(({ configurationId }) => configurationId === numbers.configurationId)
					.map(({ attemptId, startedAt }) => [attemptId, { id: attemptId, startedAt }])
			).values()
		]
	}));
}
