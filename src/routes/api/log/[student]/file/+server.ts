import { error, type RequestHandler } from '@sveltejs/kit';
import Papa from 'papaparse';
import { cellsOf, LOG_COLUMNS, toCell } from '@hanza/core';
import { page } from '$lib/server/http.js';
import { logOf, ownerOf } from '$lib/server/services/index.js';

/** A log as a file, the oldest entry first. */
export const GET: RequestHandler = (event) => {
	if (!event.locals.person) error(401, 'Sign in first.');
	return page(event, null, async ({ db, person }) => {
		const { student, entries } = await logOf(db, person, ownerOf(person, event.params.student!));
		const csv = Papa.unparse(
			{
				fields: LOG_COLUMNS.map(({ head }) => head),
				data: entries.map((entry) => cellsOf(entry).map(toCell))
			},
			{ newline: '\r\n' }
		);
		const name = `log-${student.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.csv`;
		return new Response(csv, {
			headers: {
				'Content-Type': 'text/csv; charset=utf-8',
				'Content-Disposition': `attachment; filename="${name}"`
			}
		});
	});
};
