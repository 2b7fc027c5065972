import type { Knex } from 'knex';
import {
	FIGURES_EDITION,
	flightFigures,
	leaningsOf,
	manoeuvreRecords,
	navigationRecords,
	type FlightFigures,
	type Leaning,
	type ManoeuvreRecord
} from '@hanza/core';
import { figuresOf, gradesOf, keepFigures } from '../../data/index.js';

/** The figures of a student's newest flights, oldest first. What was graded before they were kept is worked out once. */
async function flightsInFigures(
	db: Knex,
	studentId: string
): Promise<{ id: string; at: number; figures: FlightFigures }[]> {
	const rows = await figuresOf(db, studentId);
	const isKnown = ({ figures }: (typeof rows)[number]) => figures?.edition === FIGURES_EDITION;
	const fresh = new Map<string, FlightFigures>();
	const unknown = rows.filter((row) => !isKnown(row)).map(({ id }) => id);
	if (unknown.length > 0)
		for (const { id, card, grade } of await gradesOf(db, unknown)) {
			const figures = flightFigures(card, grade);
			fresh.set(id, figures);
			await keepFigures(db, id, figures);
		}
	return rows
		.flatMap(({ id, startedAt, figures }) => {
			const known = fresh.get(id) ?? figures;
			return known ? [{ id, at: startedAt.getTime(), figures: known }] : [];
		})
		.sort((a, b) => a.at - b.at);
}

/** What a student has shown of each manoeuvre of attitude flying, and what leans to one side over the flights, by their grades. */
export async function manoeuvresOf(
	db: Knex,
	studentId: string
): Promise<{ records: ManoeuvreRecord[]; navigation: ManoeuvreRecord[]; leanings: Leaning[] }> {
	const flights = await flightsInFigures(db, studentId);
	const shown = (of: 'manoeuvres' | 'paths') =>
		flights.map(({ id, at, figures }) => ({ id, at, shown: figures[of] }));
	return {
		records: manoeuvreRecords(shown('manoeuvres')),
		navigation: navigationRecords(shown('paths')),
		leanings: leaningsOf(flights.map(({ figures }) => figures.leans))
	};
}
