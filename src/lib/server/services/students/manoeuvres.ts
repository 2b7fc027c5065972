import type { Knex } from 'knex';
import {
	leaningsOf,
	manoeuvreRecords,
	navigationRecords,
	type Leaning,
	type ManoeuvreRecord
} from '@hanza/core';
import { gradesOf } from '../../data/index.js';

/** What a student has shown of each manoeuvre of attitude flying, and what leans to one side over the flights, by their grades. */
export async function manoeuvresOf(
	db: Knex,
	studentId: string
): Promise<{ records: ManoeuvreRecord[]; navigation: ManoeuvreRecord[]; leanings: Leaning[] }> {
	const flights = (await gradesOf(db, studentId)).map(({ startedAt, ...flight }) => ({
		...flight,
		at: startedAt.getTime()
	}));
	flights.sort((a, b) => a.at - b.at);
	return {
		records: manoeuvreRecords(flights),
		navigation: navigationRecords(flights),
		leanings: leaningsOf(flights.map(({ grade }) => grade))
	};
}
