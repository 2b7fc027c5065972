import type { ColumnMap, LogEntry, LogTotals } from '@hanza/core';
import type { Knex } from 'knex';

type Deed = 'made' | 'changed' | 'corrected' | 'confirmed' | 'deleted' | 'restored';

/** An entry of a log as it stands. */
export interface SavedEntry {
	id: string;
	studentId: string;
	entry: LogEntry;
	version: number;
	state: 'staged' | 'kept' | 'deleted';
	confirmedBy: string | null;
	confirmedAt: Date | null;
	importId: string | null;
	attemptId: string | null;
}

/** What was done to an entry, and how it was after that. */
export interface EntryVersion {
	version: number;
	deed: Deed;
	entry: LogEntry;
	authorName: string;
	reason: string | null;
	at: Date;
}

const query = (db: Knex) =>
	db('log_entries as e')
		.leftJoin('users as c', 'c.id', 'e.confirmed_by')
		.select(
			'e.id',
			'e.student_id as studentId',
			'e.entry',
			'e.version',
			'e.state',
			'c.name as confirmedBy',
			'e.confirmed_at as confirmedAt',
			'e.import_id as importId',
			'e.attempt_id as attemptId'
		);

export const findEntry = (db: Knex, id: string): Promise<SavedEntry | undefined> =>
	query(db).where('e.id', id).first();

/** Locks an entry until the transaction ends. */
export const lockEntry = (trx: Knex, id: string): Promise<SavedEntry | undefined> =>
	query(trx).where('e.id', id).forUpdate('e').first();

/** The entry that a flight in the trainer has in the log, if it has one. */
export const entryOfFlight = (db: Knex, attemptId: string): Promise<SavedEntry | undefined> =>
	query(db).where('e.attempt_id', attemptId).whereNot('e.state', 'deleted').first();

/** What may be sorted by, as the table's heads name it. */
export const SORTED_BY = {
	date: 'e.date',
	total: 'e.total_minutes',
	pic: 'e.pic_minutes',
	xc: 'e.cross_country_minutes',
	dual: 'e.dual_minutes',
	actual: 'e.actual_minutes',
	simulated: 'e.simulated_minutes'
} as const;

/** Which entries of a log are looked for. */
export interface LogSearch {
	words: string;
	from: string | null;
	to: string | null;
	which: 'all' | 'waiting' | 'confirmed' | 'deleted';
}

function searched(db: Knex, studentId: string, { words, from, to, which }: LogSearch) {
	const rows = db('log_entries as e').where('e.student_id', studentId);
	rows.where('e.state', which === 'deleted' ? 'deleted' : 'kept');
	if (which === 'waiting') rows.whereNull('e.confirmed_at');
	if (which === 'confirmed') rows.whereNotNull('e.confirmed_at');
	if (from) rows.where('e.date', '>=', from);
	if (to) rows.where('e.date', '<=', to);
	for (const word of words.toLowerCase().split(/\s+/).filter(Boolean))
		rows.whereRaw(`position(? in e.words) > 0`, [word]);
	return rows;
}

export async function entriesOf(
	db: Knex,
	studentId: string,
	search: LogSearch,
	{
		sort,
		descending,
		first,
		count
	}: { sort: keyof typeof SORTED_BY; descending: boolean; first: number; count: number }
): Promise<SavedEntry[]> {
	const direction = descending ? 'desc' : 'asc';
	return query(db)
		.whereIn('e.id', searched(db, studentId, search).select('e.id'))
		.orderBy([
			{ column: SORTED_BY[sort], order: direction },
			{ column: 'e.date', order: direction },
			{ column: 'e.number', order: direction }
		])
		.offset(first)
		.limit(count);
}

const IN_AIRCRAFT = `filter (where device in ('airplane', 'other-aircraft'))`;
const sum = (column: string, filter = IN_AIRCRAFT) => `coalesce(sum(${column}) ${filter}, 0)::integer`;
const TOTALS = `
	count(*)::integer as "entries",
	${sum('total_minutes')} as "totalMinutes",
	${sum('pic_minutes')} as "picMinutes",
	${sum('cross_country_minutes')} as "crossCountryMinutes",
	${sum('dual_minutes')} as "dualMinutes",
	${sum('actual_minutes')} as "actualMinutes",
	${sum('simulated_minutes')} as "simulatedMinutes",
	${sum('holds')} as "holds",
	${sum('landings')} as "landings",
	${sum('approaches')} as "approaches",
	${sum('total_minutes', `filter (where device not in ('airplane', 'other-aircraft', 'trainer'))`)} as "deviceMinutes",
	${sum('total_minutes', `filter (where device = 'trainer')`)} as "trainerMinutes"`;

/** Sums of what is looked for, as `totalsOf` of the core makes them. @param oldest only of so many, the oldest first. */
export async function totalsOfLog(
	db: Knex,
	studentId: string,
	search: LogSearch,
	oldest?: number
): Promise<LogTotals> {
	const rows = searched(db, studentId, search).select('e.*');
	if (oldest !== undefined) rows.orderBy(['e.date', 'e.number']).limit(oldest);
	return (await db.from(rows.as('found')).select(db.raw(TOTALS)).first()) as unknown as LogTotals;
}

/** Sums of the whole log, and how many of its entries wait for a confirmation. */
export async function totalsAndWaiting(
	db: Knex,
	studentId: string
): Promise<{ totals: LogTotals; waiting: number }> {
	const { waiting, ...totals } = (await db('log_entries')
		.where({ student_id: studentId, state: 'kept' })
		.select(db.raw(`${TOTALS}, (count(*) filter (where confirmed_at is null))::integer as "waiting"`))
		.first()) as unknown as LogTotals & { waiting: number };
	return { totals, waiting };
}

/** The whole log, the oldest first. */
export const wholeLog = async (
	db: Knex,
	studentId: string
): Promise<{ id: string; entry: LogEntry; confirmed: boolean }[]> =>
	db('log_entries as e')
		.select('e.id', 'e.entry', db.raw('e.confirmed_at is not null as confirmed'))
		.where({ 'e.student_id': studentId, 'e.state': 'kept' })
		.orderBy(['e.date', 'e.number']);

export const lastEntry = (db: Knex, studentId: string): Promise<SavedEntry | undefined> =>
	query(db).where({ 'e.student_id': studentId, 'e.state': 'kept' }).orderBy('e.number', 'desc').first();

/** Fields of an entry that are completed by what was written before; places are those of both ends. */
export const COMPLETED = ['aircraftType', 'registration', 'place', 'instructor', 'safetyPilot'] as const;
const MOST_COMPLETED = 60;

/** What a person has written into the fields of the log before, the most frequent first. */
export async function writtenBefore(
	db: Knex,
	studentId: string
): Promise<Record<(typeof COMPLETED)[number], string[]>> {
	const { rows } = (await db.raw(
		`select field, array_agg(value order by n desc, value) as "values" from (
			select field, value, count(*) as n, row_number() over (partition by field order by count(*) desc, value) as place
			from log_entries e cross join lateral (values
				('aircraftType', e.entry->>'aircraftType'), ('registration', e.entry->>'registration'),
				('place', e.entry->>'from'), ('place', e.entry->>'to'),
				('instructor', e.entry->>'instructor'), ('safetyPilot', e.entry->>'safetyPilot')
			) as written(field, value)
			where e.student_id = ? and e.state = 'kept' and value <> ''
			group by field, value
		) as counted where place <= ? group by field`,
		[studentId, MOST_COMPLETED]
	)) as { rows: { field: (typeof COMPLETED)[number]; values: string[] }[] };
	const known = new Map(rows.map(({ field, values }) => [field, values]));
	return Object.fromEntries(COMPLETED.map((field) => [field, known.get(field) ?? []])) as Record<
		(typeof COMPLETED)[number],
		string[]
	>;
}

export async function addEntry(
	db: Knex,
	{
		studentId,
		authorId,
		entry,
		attemptId
	}: { studentId: string; authorId: string; entry: LogEntry; attemptId?: string | null }
): Promise<string> {
	const [row] = await db('log_entries')
		.insert({ student_id: studentId, entry: JSON.stringify(entry), attempt_id: attemptId ?? null })
		.returning('id');
	await addVersion(db, row.id, { version: 1, deed: 'made', entry, authorId, reason: null });
	return row.id as string;
}

export const addVersion = (
	db: Knex,
	entryId: string,
	one: { version: number; deed: Deed; entry: LogEntry; authorId: string; reason: string | null; at?: Date }
): Promise<unknown> =>
	db('log_versions').insert({
		entry_id: entryId,
		version: one.version,
		deed: one.deed,
		entry: JSON.stringify(one.entry),
		author_id: one.authorId,
		reason: one.reason,
		...(one.at ? { at: one.at } : {})
	});

/** Puts an entry as it shall stand: confirmed by somebody, or by nobody any more. */
export const putEntry = (
	db: Knex,
	id: string,
	{
		entry,
		version,
		state,
		confirmedById,
		confirmedAt
	}: {
		entry: LogEntry;
		version: number;
		state: SavedEntry['state'];
		confirmedById: string | null;
		confirmedAt?: Date;
	}
): Promise<number> =>
	db('log_entries')
		.where({ id })
		.update({
			entry: JSON.stringify(entry),
			version,
			state,
			confirmed_by: confirmedById,
			confirmed_at: confirmedById === null ? null : (confirmedAt ?? db.fn.now())
		});

export const versionsOf = (db: Knex, entryId: string): Promise<EntryVersion[]> =>
	db('log_versions as v')
		.join('users as u', 'u.id', 'v.author_id')
		.select('v.version', 'v.deed', 'v.entry', 'u.name as authorName', 'v.reason', 'v.at')
		.where('v.entry_id', entryId)
		.orderBy('v.id', 'desc');

/** An import of a file into a log. */
export interface LogImport {
	id: string;
	studentId: string;
	fileName: string;
	digest: string;
	rows: number;
	state: 'open' | 'kept' | 'undone';
	createdAt: Date;
}
const IMPORT = [
	'id',
	'student_id as studentId',
	'file_name as fileName',
	'digest',
	'rows',
	'state',
	'created_at as createdAt'
] as const;

export async function addImport(
	db: Knex,
	one: {
		studentId: string;
		authorId: string;
		fileName: string;
		digest: string;
		heads: string[];
		map: ColumnMap;
		rows: number;
	}
): Promise<string> {
	const [row] = await db('log_imports')
		.insert({
			student_id: one.studentId,
			author_id: one.authorId,
			file_name: one.fileName,
			digest: one.digest,
			heads: JSON.stringify(one.heads),
			map: JSON.stringify(one.map),
			rows: one.rows
		})
		.returning('id');
	return row.id as string;
}

/** Locks an import until the transaction ends. */
export const lockImport = (trx: Knex, id: string): Promise<LogImport | undefined> =>
	trx('log_imports').select(IMPORT).where({ id }).forUpdate().first();

export const importsOf = (db: Knex, studentId: string): Promise<LogImport[]> =>
	db('log_imports')
		.select(IMPORT)
		.where({ student_id: studentId })
		.whereNot('state', 'open')
		.orderBy('created_at', 'desc')
		.limit(20);

export const importOfFile = (db: Knex, studentId: string, digest: string): Promise<LogImport | undefined> =>
	db('log_imports').select(IMPORT).where({ student_id: studentId, digest, state: 'kept' }).first();

/** The map by which a file with these heads was last taken. */
export async function mapOfHeads(db: Knex, studentId: string, heads: string[]): Promise<ColumnMap | null> {
	const row = await db('log_imports')
		.select('map')
		.where({ student_id: studentId })
		.whereNot('state', 'open')
		.whereRaw('heads = ?::jsonb', [JSON.stringify(heads)])
		.orderBy('created_at', 'desc')
		.first();
	return (row?.map as ColumnMap | undefined) ?? null;
}

export const stageEntries = (
	db: Knex,
	{ studentId, importId, entries }: { studentId: string; importId: string; entries: readonly LogEntry[] }
): Promise<unknown> =>
	db.batchInsert(
		'log_entries',
		entries.map((entry) => ({
			student_id: studentId,
			import_id: importId,
			state: 'staged',
			entry: JSON.stringify(entry)
		})),
		500
	);

export const countStaged = async (db: Knex, importId: string): Promise<number> =>
	Number(
		(await db('log_entries').count('* as n').where({ import_id: importId, state: 'staged' }).first())!.n
	);

/** All staged entries become entries of the log, at once. */
export async function keepStaged(db: Knex, importId: string, authorId: string): Promise<void> {
	await db.raw(
		`insert into log_versions (entry_id, version, deed, entry, author_id)
		 select id, 1, 'made', entry, ? from log_entries where import_id = ? and state = 'staged' order by number`,
		[authorId, importId]
	);
	await db('log_entries').where({ import_id: importId, state: 'staged' }).update({ state: 'kept' });
	await db('log_imports').where({ id: importId }).update({ state: 'kept', kept_at: db.fn.now() });
}

export const dropStaged = (db: Knex, importId: string): Promise<number> =>
	db('log_entries').where({ import_id: importId, state: 'staged' }).delete();

/** Takes an import out again, whatever of it nobody has confirmed. @returns how many entries went, and how many stay. */
export async function undoImport(
	db: Knex,
	importId: string,
	authorId: string
): Promise<{ gone: number; stay: number }> {
	const rest = { import_id: importId, state: 'kept' };
	await db.raw(
		`insert into log_versions (entry_id, version, deed, entry, author_id, reason)
		 select id, version, 'deleted', entry, ?, 'its import was undone'
		 from log_entries where import_id = ? and state = 'kept' and confirmed_at is null`,
		[authorId, importId]
	);
	const gone = await db('log_entries').where(rest).whereNull('confirmed_at').update({ state: 'deleted' });
	const stay = Number((await db('log_entries').count('* as n').where(rest).first())!.n);
	await db('log_imports').where({ id: importId }).update({ state: 'undone', undone_at: db.fn.now() });
	return { gone, stay };
}

/** How many entries wait for a word, by student. */
export async function waitingByStudent(
	db: Knex,
	studentIds: readonly string[]
): Promise<Map<string, number>> {
	const rows: { studentId: string; n: string }[] = await db('log_entries')
		.select('student_id as studentId')
		.count('* as n')
		.whereIn('student_id', studentIds)
		.where({ state: 'kept' })
		.whereNull('confirmed_at')
		.whereNot('device', 'trainer')
		.groupBy('student_id');
	return new Map(rows.map(({ studentId, n }) => [studentId, Number(n)]));
}

/** Of several students, those with anything in their log. */
export async function studentsWithLog(db: Knex, studentIds: readonly string[]): Promise<Set<string>> {
	const rows: { id: string }[] = await db('users')
		.select('id')
		.whereIn('id', studentIds)
		.whereExists(db('log_entries').whereRaw('student_id = users.id').where({ state: 'kept' }));
	return new Set(rows.map(({ id }) => id));
}

/** A device that an authority has approved, at a school. */
export interface ApprovedDevice {
	id: string;
	name: string;
	level: string;
	approvalNumber: string;
}

export const devicesOf = (db: Knex, ownerId: string): Promise<ApprovedDevice[]> =>
	db('approved_devices')
		.select('id', 'name', 'level', 'approval_number as approvalNumber')
		.where({ owner_id: ownerId })
		.orderBy('name');

export const addDevice = (db: Knex, ownerId: string, device: Omit<ApprovedDevice, 'id'>): Promise<unknown> =>
	db('approved_devices')
		.insert({
			owner_id: ownerId,
			name: device.name,
			level: device.level,
			approval_number: device.approvalNumber
		})
		.onConflict(['owner_id', 'approval_number'])
		.merge();

export const removeDevice = (db: Knex, ownerId: string, id: string): Promise<number> =>
	db('approved_devices').where({ owner_id: ownerId, id }).delete();
