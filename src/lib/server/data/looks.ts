import type { Knex } from 'knex';
import type { Dwell, SchoolId } from '@hanza/core';
import type { LookSource, ScanPoint } from '$lib/contracts/views.js';

/** Keeps looks of a flight; one that is there already stays as it is. */
export async function addLooks(
	db: Knex,
	attemptId: string,
	source: LookSource,
	looks: readonly Dwell[]
): Promise<void> {
	if (looks.length === 0) return;
	// As columns: a long log has more values than one statement takes one by one.
	await db.raw(
		`insert into attempt_looks (attempt_id, source, start_ms, end_ms, instrument)
		select ?, ?, * from unnest(?::int[], ?::int[], ?::text[])
		on conflict (attempt_id, source, start_ms) do nothing`,
		[
			attemptId,
			source,
			looks.map(({ startMs }) => Math.round(startMs)),
			looks.map(({ endMs }) => Math.round(endMs)),
			looks.map(({ instrument }) => instrument)
		]
	);
	// What its scan came to is worked out anew by whoever asks next.
	await db('attempts').where({ id: attemptId }).whereNotNull('scan_figures').update({ scan_figures: null });
}

export async function looksOf(db: Knex, attemptId: string): Promise<Partial<Record<LookSource, Dwell[]>>> {
	const rows = await db('attempt_looks')
		.select('source', 'instrument', 'start_ms as startMs', 'end_ms as endMs')
		.where({ attempt_id: attemptId })
		.orderBy('start_ms');
	const found: Partial<Record<LookSource, Dwell[]>> = {};
	for (const { source, ...look } of rows as ({ source: LookSource } & Dwell)[])
		(found[source] ??= []).push(look);
	return found;
}

/** The looks of a flight up to a moment, for another that begins there. */
export const copyLooks = (db: Knex, from: string, to: string, untilMs: number): Promise<unknown> =>
	db.raw(
		`insert into attempt_looks (attempt_id, source, start_ms, end_ms, instrument)
		select ?, source, start_ms, least(end_ms, ?), instrument from attempt_looks
		where attempt_id = ? and start_ms < ?`,
		[to, Math.round(untilMs), from, Math.round(untilMs)]
	);

/** A flight's scan in figures. */
type ScanFigures = Omit<ScanPoint, 'attemptId' | 'cardName' | 'startedAt'>;

/** A student's newest ended flights of which looks are kept, with what their scans came to where that is known. */
export async function attemptsWithLooks(
	db: Knex,
	studentId: string,
	most: number
): Promise<
	{
		id: string;
		cardName: string;
		startedAt: Date;
		school: SchoolId | null;
		figures: ScanFigures | null;
	}[]
> {
	return db('attempts as a')
		.select(
			'a.id',
			'a.card_name as cardName',
			'a.started_at as startedAt',
			db.raw(`a.card->>'school' as school`),
			'a.scan_figures as figures'
		)
		.where('a.student_id', studentId)
		.whereNotNull('a.grade')
		.whereExists(db('attempt_looks as l').select(db.raw('1')).whereRaw('l.attempt_id = a.id'))
		.orderBy('a.started_at', 'desc')
		.limit(most);
}

export const keepScanFigures = (db: Knex, id: string, figures: ScanFigures): Promise<number> =>
	db('attempts')
		.where({ id })
		.update({ scan_figures: JSON.stringify(figures) });
