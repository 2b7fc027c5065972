import type { FlightFaults } from '@hanza/core';
import type { AttemptRow } from '$lib/contracts/views.js';

/** The ended ones of these flights with their faults. */
export const flightFaults = (flights: readonly AttemptRow[]): FlightFaults[] =>
	flights
		.filter(({ status }) => status !== 'flying')
		.map(({ id, startedAt, faultKinds }) => ({ id, at: new Date(startedAt).getTime(), faults: faultKinds }));
