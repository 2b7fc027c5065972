import type { Knex } from 'knex';
import {
	configurationFlight,
	configurationOf,
	steadyStateNumbers,
	standardDay,
	steadyStretches,
	type Aircraft,
	type SteadyStateNumbers,
	type Track
} from '@hanza/core';
import { addStretches, stretchesOf } from '../../data/index.js';

/** Finds and keeps the steady stretches of a flight, each with the configuration it was flown in. */
export async function saveStretches(
	db: Knex,
	attemptId: string,
	track: Track,
	aircraft: Aircraft
): Promise<void> {
	const rates = new Map(
		aircraft.configurations.map((configuration) => [
			configuration.id,
			typeof configuration.verticalSpeedFpm === 'number'
				? configuration.verticalSpeedFpm
				: configurationFlight(aircraft, configuration, {
						...standardDay,
						altitudeFt: configuration.altitudeFt
					}).verticalSpeedFpm
		])
	);
	const found = steadyStretches(track, aircraft).map((stretch) => ({
		...stretch,
		configurationId: configurationOf(stretch, aircraft, ({ id }) => rates.get(id)!)
	}));
	await addStretches(db, attemptId, found);
}

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
