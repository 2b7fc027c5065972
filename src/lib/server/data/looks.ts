import type { Knex } from 'knex';
import type { Dwell } from '@hanza/core';
import type { LookSource } from '$lib/contracts/views.js';

/** Keeps looks of a flight; one that is there already stays as it is. */
export async function addLooks(
	db: Knex,
	attemptId: string,
	source: LookSource,
	looks: readonly Dwell[]
): Promise<void> {
	if (looks.length === 0) return;
	await db('attempt_looks')
		.insert(
			looks.map(({ instrument, startMs, endMs }) => ({
				attempt_id: attemptId,
				source,
				start_ms: Math.round(startMs),
				end_ms: Math.round(endMs),
				instrument
			}))
		)
		.onConflict(['attempt_id', 'source', 'start_ms'])
		.ignore();
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

/** A student's newest ended flights of which looks are kept. */
export async function attemptsWithLooks(db: Knex, studentId: string, most: number): Promise<string[]> {
	const rows = await db('attempts as a')
		.select('a.id')
		.where('a.student_id', studentId)
		.whereNotNull('a.grade')
		.whereExists(db('attempt_looks as l').select(db.raw('1')).whereRaw('l.attempt_id = a.id'))
		.orderBy('a.started_at', 'desc')
		.limit(most);
	return rows.map(({ id }) => id as string);
}
