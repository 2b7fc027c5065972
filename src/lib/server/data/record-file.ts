import { RULE_EDITIONS } from '@hanza/core';
import type { Knex } from 'knex';
import type { RecordFile } from '$lib/contracts/record-file.js';
import type { Person } from './people.js';

const iso = (at: Date): string => at.toISOString();
/** What hangs on a flight, as it is stored. */
interface OfAttempt {
	attempt_id: string;
}
interface StoredLook extends OfAttempt {
	source: string;
	instrument: string;
	start_ms: number;
	end_ms: number;
}
interface StoredRemark extends OfAttempt {
	author_id: string;
	at_seconds: number | null;
	text: string;
	created_at: Date;
}
interface StoredOverride extends OfAttempt {
	author_id: string;
	item: string;
	computed: string;
	value: string;
	reason: string;
	created_at: Date;
}
const isoOrNull = (at: Date | null): string | null => at && iso(at);

/** Puts a value into the list of a key. */
function put<K, V>(lists: Map<K, V[]>, key: K, value: V): void {
	const list = lists.get(key);
	if (list) list.push(value);
	else lists.set(key, [value]);
}

/** Everything that is kept of a student, at one moment. Flights in the air are not in it yet. */
export const readRecord = (db: Knex, student: Person): Promise<RecordFile> =>
	db.transaction(
		async (trx) => {
			const people: RecordFile['people'] = [{ name: student.name, role: 'student' }];
			const placeOf = new Map([[student.id, 0]]);
			const names = new Map<string, { name: string; role: 'student' | 'instructor' }>(
				(await trx('users').select('id', 'name', 'role')).map(({ id, name, role }) => [id, { name, role }])
			);
			const who = (id: string): number => {
				const known = placeOf.get(id);
				if (known !== undefined) return known;
				placeOf.set(id, people.length);
				return people.push(names.get(id)!) - 1;
			};
			const ended = await trx('attempts')
				.where({ student_id: student.id })
				.whereNot({ status: 'flying' })
				.whereNotNull('grade')
				.orderBy(['started_at', 'id']);
			const placeOfAttempt = new Map(ended.map(({ id }, i) => [id as string, i]));
			const ids = [...placeOfAttempt.keys()];
			const byAttempt = async <R extends OfAttempt>(
				table: string,
				order: string
			): Promise<Map<string, R[]>> => {
				const rows = new Map<string, R[]>();
				for (const row of (await trx(table).whereIn('attempt_id', ids).orderBy(order)) as R[])
					put(rows, row.attempt_id, row);
				return rows;
			};
			const [looks, remarks, overrides] = [
				await byAttempt<StoredLook>('attempt_looks', 'start_ms'),
				await byAttempt<StoredRemark>('remarks', 'created_at'),
				await byAttempt<StoredOverride>('overrides', 'created_at')
			];
			const entries = await trx('log_entries')
				.where({ student_id: student.id })
				.whereNot({ state: 'staged' })
				.orderBy('number');
			const versions = new Map<string, RecordFile['log'][number]['versions']>();
			for (const row of await trx('log_versions as v')
				.join('log_entries as e', 'e.id', 'v.entry_id')
				.where('e.student_id', student.id)
				.orderBy('v.id')
				.select('v.*')) {
				const { entry_id, version, deed, entry, author_id, reason, at } = row;
				put(versions, entry_id, { version, deed, entry, author: who(author_id), reason, at: iso(at) });
			}
			const goal = await trx('rating_goals').where({ student_id: student.id }).first();
			const ownRules = goal ? await trx('rule_sets').where({ rules_id: goal.rules_id }).first() : undefined;
			const log = entries.map((row) => ({
				entry: row.entry,
				version: row.version,
				state: row.state,
				confirmedBy: row.confirmed_by && who(row.confirmed_by),
				confirmedAt: isoOrNull(row.confirmed_at),
				attempt: placeOfAttempt.get(row.attempt_id) ?? null,
				versions: versions.get(row.id) ?? []
			}));
			const attempts = ended.map((row) => ({
				card: row.card,
				standard: row.standard,
				assist: row.assist,
				status: row.status,
				startedAt: iso(row.started_at),
				endedAt: iso(row.ended_at),
				lookedAt: isoOrNull(row.looked_at),
				// Where it follows from the id, which will be another elsewhere.
				seed: row.seed === null ? parseInt(row.id.slice(0, 8), 16) : Number(row.seed),
				samples: row.samples,
				branchedFrom: placeOfAttempt.get(row.branched_from) ?? null,
				branchedAtSeconds: row.branched_at_seconds,
				...(row.whole_to_seconds !== null && { wholeToSeconds: row.whole_to_seconds }),
				...(row.too_fast && { tooFast: true }),
				recording: (row.recording as Buffer).toString('base64'),
				grade: row.grade,
				looks: (looks.get(row.id) ?? []).map(({ source, instrument, start_ms, end_ms }) => ({
					source,
					instrument,
					startMs: Number(start_ms),
					endMs: Number(end_ms)
				})),
				remarks: (remarks.get(row.id) ?? []).map(({ author_id, at_seconds, text, created_at }) => ({
					author: who(author_id),
					atSeconds: at_seconds,
					text,
					at: iso(created_at)
				})),
				overrides: (overrides.get(row.id) ?? []).map(
					({ author_id, item, computed, value, reason, created_at }) => ({
						author: who(author_id),
						item,
						computed,
						value,
						reason,
						at: iso(created_at)
					})
				)
			}));
			const rounds = await trx('drill_rounds').where({ user_id: student.id }).orderBy('at');
			const signed = await trx('endorsements').where({ student_id: student.id }).orderBy('created_at');
			const checks = await trx('rating_checks').where({ student_id: student.id }).orderBy('created_at');
			return {
				format: 'hanza-record',
				version: 1,
				exportedAt: new Date().toISOString(),
				log,
				attempts,
				drills: rounds.map(({ drill, asked, right_answers, seconds, at }) => ({
					drill,
					asked,
					right: right_answers,
					seconds,
					at: iso(at)
				})),
				endorsements: signed.map((row) => ({
					kind: row.kind,
					words: row.words,
					author: who(row.author_id),
					givenOn: row.given_on,
					expiresOn: row.expires_on,
					withdrawnAt: isoOrNull(row.withdrawn_at)
				})),
				checks: checks.map((row) => ({
					author: who(row.author_id),
					asOf: row.as_of,
					rules: row.rules,
					state: row.state,
					at: iso(row.created_at)
				})),
				goal: goal
					? { rulesId: goal.rules_id, own: ownRules ? RULE_EDITIONS.upgrade(ownRules.rules) : null }
					: null,
				people
			} as RecordFile;
		},
		{ isolationLevel: 'repeatable read', readOnly: true }
	);

/**
 * Puts a record in as that of a student who has none yet. People of elsewhere who said or signed something come along
 * by name; nobody can sign in as them.
 * @param signIn of the people who come along: a name nobody has, and no password that fits.
 */
export async function writeRecord(
	trx: Knex,
	record: RecordFile,
	{
		studentId,
		ownRulesId,
		comesAlong
	}: {
		studentId: string;
		ownRulesId: string | null;
		comesAlong: (person: RecordFile['people'][number]) => Promise<string>;
	}
): Promise<void> {
	const ids: string[] = [studentId];
	for (const person of record.people.slice(1)) ids.push(await comesAlong(person));
	const json = (value: unknown): string => JSON.stringify(value);
	const attemptIds: string[] = [];
	for (const one of record.attempts) {
		const grade = one.grade as { verdict?: string; score?: number };
		const recording = Buffer.from(one.recording, 'base64');
		const [row] = await trx('attempts')
			.insert({
				student_id: studentId,
				card_id: (one.card as { id?: string }).id ?? '',
				card: json(one.card),
				standard: json(one.standard),
				assist: one.assist,
				status: one.status,
				started_at: one.startedAt,
				ended_at: one.endedAt,
				looked_at: one.lookedAt,
				seed: one.seed,
				samples: one.samples,
				branched_from: one.branchedFrom === null ? null : (attemptIds[one.branchedFrom] ?? null),
				branched_at_seconds: one.branchedAtSeconds,
				whole_to_seconds: one.wholeToSeconds ?? null,
				too_fast: one.tooFast ?? false,
				recording,
				stored_bytes: recording.length,
				grade: json(one.grade),
				verdict: grade.verdict ?? null,
				score: grade.score ?? null
			})
			.returning('id');
		const id = row.id as string;
		attemptIds.push(id);
		if (one.looks.length > 0)
			await trx.batchInsert(
				'attempt_looks',
				one.looks.map(({ source, instrument, startMs, endMs }) => ({
					attempt_id: id,
					source,
					instrument,
					start_ms: startMs,
					end_ms: endMs
				})),
				500
			);
		for (const { author, atSeconds, text, at } of one.remarks)
			await trx('remarks').insert({
				attempt_id: id,
				author_id: ids[author],
				at_seconds: atSeconds,
				text,
				created_at: at
			});
		for (const { author, at, ...rest } of one.overrides)
			await trx('overrides').insert({ attempt_id: id, author_id: ids[author], ...rest, created_at: at });
	}
	for (const { entry, version, state, confirmedBy, confirmedAt, attempt, versions } of record.log) {
		const [row] = await trx('log_entries')
			.insert({
				student_id: studentId,
				entry: json(entry),
				version,
				state,
				confirmed_by: confirmedBy === null ? null : ids[confirmedBy],
				confirmed_at: confirmedAt,
				attempt_id: attempt === null ? null : (attemptIds[attempt] ?? null)
			})
			.returning('id');
		if (versions.length > 0)
			await trx('log_versions').insert(
				versions.map(({ author, entry: was, ...rest }) => ({
					...rest,
					entry: json(was),
					entry_id: row.id,
					author_id: ids[author]
				}))
			);
	}
	for (const { right, ...round } of record.drills)
		await trx('drill_rounds').insert({
			id: crypto.randomUUID(),
			user_id: studentId,
			right_answers: right,
			...round
		});
	for (const one of record.endorsements)
		await trx('endorsements').insert({
			student_id: studentId,
			author_id: ids[one.author],
			kind: one.kind,
			words: one.words,
			given_on: one.givenOn,
			expires_on: one.expiresOn,
			withdrawn_at: one.withdrawnAt
		});
	for (const one of record.checks)
		await trx('rating_checks').insert({
			student_id: studentId,
			author_id: ids[one.author],
			as_of: one.asOf,
			rules: json(one.rules),
			state: json(one.state),
			created_at: one.at
		});
	if (record.goal)
		await trx('rating_goals').insert({ student_id: studentId, rules_id: ownRulesId ?? record.goal.rulesId });
}
