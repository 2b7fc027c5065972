import type { Knex } from 'knex';
import { InputError, parse, LogEntry, problemsOfEntry, type ColumnMap } from '@hanza/core';
import * as Type from '@sinclair/typebox';
import {
	addImport,
	countStaged,
	dropStaged,
	forgetSummaries,
	importOfFile,
	keepStaged,
	lockImport,
	mapOfHeads,
	stageEntries,
	undoImport,
	type LogImport,
	type Person
} from '../../data/index.js';
import { ConflictError, found, isRecordId, visibleStudent } from '../../policy.js';
import { checkDevices, latestDay, todayOf } from './log.js';

/** A file as it is announced before its rows come. */
export interface AnnouncedFile {
	fileName: string;
	digest: string;
	heads: string[];
	map: ColumnMap;
	rows: number;
	/** Taken although the same file was taken before. */
	again: boolean;
}

/** Whose log a file goes into, and today. */
export async function importPage(
	db: Knex,
	person: Person,
	studentId: string
): Promise<{ student: { id: string; name: string }; today: string }> {
	const { id, name } = found(await visibleStudent(db, person, studentId));
	return { student: { id, name }, today: todayOf() };
}

/** Begins an import. @throws ConflictError where the very file was taken before. @returns its id. */
export async function beginImport(
	db: Knex,
	person: Person,
	studentId: string,
	{ again, ...file }: AnnouncedFile
): Promise<string> {
	const student = found(await visibleStudent(db, person, studentId));
	const before = again ? undefined : await importOfFile(db, student.id, file.digest);
	if (before)
		throw new ConflictError(
			`This very file was taken on ${before.createdAt.toISOString().slice(0, 10)}, as ${before.fileName}, with ${before.rows} entries.`
		);
	return addImport(db, { ...file, studentId: student.id, authorId: person.id });
}

/** By which columns a file with these heads was taken before, and whether this very file was. */
export async function knownFile(
	db: Knex,
	person: Person,
	studentId: string,
	{ heads, digest }: { heads: string[]; digest: string }
): Promise<{ map: ColumnMap | null; before: LogImport | null }> {
	const student = found(await visibleStudent(db, person, studentId));
	return {
		map: await mapOfHeads(db, student.id, heads),
		before: (await importOfFile(db, student.id, digest)) ?? null
	};
}

/** An import of a log that this person may see, locked until the transaction ends. */
async function lockedImport(trx: Knex, person: Person, id: string): Promise<LogImport> {
	const one = found(isRecordId(id) ? await lockImport(trx, id) : null);
	found(await visibleStudent(trx, person, one.studentId));
	return one;
}

async function openImport(trx: Knex, person: Person, id: string): Promise<LogImport> {
	const one = await lockedImport(trx, person, id);
	if (one.state !== 'open') throw new ConflictError('This import has ended already.');
	return one;
}

const Rows = Type.Array(LogEntry, { maxItems: 1000 });

/** Takes some of a file's entries; nothing of them is in the log until `keepImport`. @throws InputError */
export async function stageRows(db: Knex, person: Person, id: string, sent: unknown): Promise<number> {
	const entries = parse(Rows, sent, '/entries');
	const latest = latestDay();
	entries.forEach((entry, i) => {
		const error = problemsOfEntry(entry, latest).find(({ level }) => level === 'error');
		if (error) throw new InputError(`/entries/${i}/${error.field}`, error.words);
	});
	return db.transaction(async (trx) => {
		const { studentId } = await openImport(trx, person, id);
		await checkDevices(trx, person, found(await visibleStudent(trx, person, studentId)), entries);
		await stageEntries(trx, { studentId, importId: id, entries });
		return countStaged(trx, id);
	});
}

/** All of a file's entries into the log at once. @throws ConflictError where some have not come. */
export const keepImport = (db: Knex, person: Person, id: string): Promise<number> =>
	db.transaction(async (trx) => {
		const { studentId, rows } = await openImport(trx, person, id);
		const staged = await countStaged(trx, id);
		if (staged !== rows)
			throw new ConflictError(`${staged} of ${rows} entries have come; nothing was taken.`);
		await keepStaged(trx, id, person.id);
		await forgetSummaries(trx, { student_id: studentId });
		return staged;
	});

/** Takes back a whole import: what is staged, or what was kept of it and nobody has confirmed. */
export const takeBackImport = (
	db: Knex,
	person: Person,
	id: string
): Promise<{ gone: number; stay: number }> =>
	db.transaction(async (trx) => {
		const { state, studentId } = await lockedImport(trx, person, id);
		if (state === 'open') return { gone: await dropStaged(trx, id), stay: 0 };
		if (state === 'undone') return { gone: 0, stay: 0 };
		const done = await undoImport(trx, id, person.id);
		await forgetSummaries(trx, { student_id: studentId });
		return done;
	});
