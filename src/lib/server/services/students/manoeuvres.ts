import type { Knex } from 'knex';
import { manoeuvreRecords, type ManoeuvreRecord } from '@hanza/core';
import { gradesOf } from '../../data/index.js';

/** What a student has shown of each manoeuvre of attitude flying, by the grades of the flights. */
export async function manoeuvresOf(db: Knex, studentId: string): Promise<ManoeuvreRecord[]> {
	const flights = await gradesOf(db, studentId);
	return manoeuvreRecords(
		flights.map(({ startedAt, ...flight }) => ({ ...flight, at: startedAt.getTime() }))
	);
}
