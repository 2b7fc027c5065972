import type { Knex } from 'knex';
import {
	dayNumber,
	dayOf,
	emptyEntry,
	GUIDANCE_NAMES,
	HanzaError,
	InputError,
	isAircraft,
	nextEntry,
	readTyped,
	RECORDING_RATE_HZ,
	type LogEntry,
	type LogTotals,
	type TypedEntry
} from '@hanza/core';
import { aircraftCatalog, areaCatalog } from '$data';
import {
	addDevice,
	addEntry,
	addVersion,
	devicesOf,
	entriesOf,
	entryOfFlight,
	findEntry,
	findPerson,
	forgetSummaries,
	importsOf,
	lastEntry,
	lockAttempt,
	lockEntry,
	putEntry,
	removeDevice,
	totalsAndWaiting,
	totalsOfLog,
	versionsOf,
	wholeLog,
	writtenBefore,
	type ApprovedDevice,
	type Attempt,
	type EntryVersion,
	type LogImport,
	type LogSearch,
	type Person,
	type SavedEntry,
	type SORTED_BY
} from '../../data/index.js';
import { ConflictError, found, inRole, isRecordId, visibleAttempt, visibleStudent } from '../../policy.js';

/** The day today, by the world's clock. */
export const todayOf = (): string => new Date().toISOString().slice(0, 10);
/** It is tomorrow already where the day begins first. */
export const latestDay = (): string => dayOf(dayNumber(todayOf()) + 1);

/** What a log's page shows, and in which order. */
export interface LogView extends LogSearch {
	sort: keyof typeof SORTED_BY;
	descending: boolean;
	/** From 0. */
	page: number;
	perPage: number;
}
export const FIRST_VIEW: LogView = {
	words: '',
	from: null,
	to: null,
	which: 'all',
	sort: 'date',
	descending: true,
	page: 0,
	perPage: 25
};

/** A page of a student's log with its sums. */
export interface LogPage {
	student: { id: string; name: string };
	view: LogView;
	rows: SavedEntry[];
	/** Of what is looked for. */
	found: LogTotals;
	/** Of the whole log. */
	all: LogTotals;
	/** Of everything before the page, as in a paper book; null where the order or a search makes that nothing. */
	forward: LogTotals | null;
	waiting: number;
	next: LogEntry;
	known: KnownWords;
	imports: LogImport[];
	devices: ApprovedDevice[];
	today: string;
}

/** What was written before, and then what else there is. */
const known = (written: readonly string[], rest: readonly string[]): string[] => [
	...new Set([...written, ...rest])
];

const EVERYTHING: LogSearch = { words: '', from: null, to: null, which: 'all' };

/** What was written into a log before and what else there is, to complete by while typing. */
export type KnownWords = Record<
	'types' | 'registrations' | 'places' | 'instructors' | 'safetyPilots',
	string[]
>;

async function knownWords(db: Knex, student: Person): Promise<KnownWords> {
	const [written, teacher] = await Promise.all([
		writtenBefore(db, student.id),
		student.instructorId ? findPerson(db, student.instructorId) : undefined
	]);
	return {
		types: known(
			written.aircraftType,
			aircraftCatalog.all.map(({ name }) => name)
		),
		registrations: written.registration,
		places: known(
			written.place,
			areaCatalog.all.flatMap(({ airports }) => airports.map(({ id }) => id))
		),
		instructors: known(written.instructor, teacher ? [teacher.name] : []),
		safetyPilots: written.safetyPilot
	};
}

export async function logPage(db: Knex, person: Person, studentId: string, view: LogView): Promise<LogPage> {
	const student = found(await visibleStudent(db, person, studentId));
	const first = view.page * view.perPage;
	const isWhole = view.words === '' && !view.from && !view.to && view.which === 'all';
	const [rows, some, { totals: all, waiting }, last] = await Promise.all([
		entriesOf(db, student.id, view, { ...view, first, count: view.perPage }),
		isWhole ? null : totalsOfLog(db, student.id, view),
		totalsAndWaiting(db, student.id),
		lastEntry(db, student.id)
	]);
	const inOrder = view.sort === 'date' && isWhole;
	const before = view.descending ? Math.max(0, all.entries - first - view.perPage) : first;
	const [forward, words, imports, devices] = await Promise.all([
		inOrder ? totalsOfLog(db, student.id, EVERYTHING, before) : null,
		knownWords(db, student),
		importsOf(db, student.id),
		student.instructorId ? devicesOf(db, student.instructorId) : []
	]);
	return {
		student: { id: student.id, name: student.name },
		view,
		rows,
		found: some ?? all,
		all,
		forward,
		waiting,
		next: last ? nextEntry(last.entry, todayOf()) : emptyEntry(todayOf()),
		known: words,
		imports,
		devices,
		today: todayOf()
	};
}

/** A refusal field by field. */
export class EntryRefusal extends HanzaError {
	constructor(readonly byField: Record<string, string>) {
		super(
			Object.entries(byField)
				.map(([field, words]) => `${field}: ${words}`)
				.join('; ')
		);
	}
}

/** What was typed as an entry. @throws EntryRefusal with what is wrong, field by field */
function entryFrom(typed: TypedEntry): LogEntry {
	const read = readTyped(typed, latestDay());
	if ('entry' in read) return read.entry;
	throw new EntryRefusal(Object.fromEntries(read.problems.map(({ field, words }) => [field, words])));
}

const inDevice = ({ device }: LogEntry): boolean => device !== 'trainer' && !isAircraft(device);

/** Time in the school's approved device is an instructor's to enter, by hand or by a file. @throws EntryRefusal */
export async function checkDevices(
	db: Knex,
	person: Person,
	student: Person,
	entries: readonly LogEntry[]
): Promise<void> {
	if (person.role === 'instructor' || !student.instructorId || !entries.some(inDevice)) return;
	const approved = new Set(
		(await devicesOf(db, student.instructorId)).map(({ approvalNumber }) => approvalNumber.toLowerCase())
	);
	if (entries.some((entry) => inDevice(entry) && approved.has(entry.registration.trim().toLowerCase())))
		throw new EntryRefusal({
			registration: 'is the school’s approved device: your instructor makes entries of it'
		});
}

/** A flight in the trainer is practice, whatever is typed, and has one entry. @throws EntryRefusal */
async function checkFlight(db: Knex, attemptId: string | null, entry: LogEntry, own?: string): Promise<void> {
	if (attemptId === null) return;
	if (entry.device !== 'trainer')
		throw new EntryRefusal({
			device: 'must be this trainer: the entry comes from a flight in it, and that is practice'
		});
	const other = await entryOfFlight(db, attemptId);
	if (other && other.id !== own) throw new EntryRefusal({ date: 'is of a flight that has an entry already' });
}

/** Keeps what was typed as a new entry of a student's log. @returns its id. @throws EntryRefusal */
export async function keepEntry(
	db: Knex,
	person: Person,
	studentId: string,
	typed: TypedEntry,
	attemptId: string | null = null
): Promise<string> {
	const student = found(await visibleStudent(db, person, studentId));
	if (attemptId !== null) await flightOf(db, person, student.id, attemptId);
	const entry = entryFrom(typed);
	await checkDevices(db, person, student, [entry]);
	return db.transaction(async (trx) => {
		// Who presses twice waits for the first.
		if (attemptId !== null) await lockAttempt(trx, attemptId);
		await checkFlight(trx, attemptId, entry);
		const id = await addEntry(trx, { studentId: student.id, authorId: person.id, entry, attemptId });
		await forgetSummaries(trx, { student_id: student.id });
		return id;
	});
}

/** Somebody else was there first: how the entry stands now goes with it, so that nothing typed is lost. */
export class EntryConflict extends ConflictError {
	constructor(readonly now: SavedEntry) {
		super(
			'Somebody has changed this entry since you opened it. What you typed is still here; see what it says now, and keep yours over it if that is right.'
		);
	}
}

/** Does something to an entry under lock, if it still is as it was seen. @throws EntryConflict */
async function withEntry<T>(
	db: Knex,
	person: Person,
	id: string,
	version: number,
	act: (trx: Knex, entry: SavedEntry, student: Person) => Promise<T>
): Promise<T> {
	if (!isRecordId(id)) found(null);
	return db.transaction(async (trx) => {
		const entry = found(await lockEntry(trx, id));
		const student = found(await visibleStudent(trx, person, entry.studentId));
		if (entry.state === 'staged') found(null);
		if (entry.version !== version) throw new EntryConflict(entry);
		const done = await act(trx, entry, student);
		await forgetSummaries(trx, { student_id: student.id });
		return done;
	});
}

/**
 * Changes an entry. What was confirmed is closed: to correct it wants a reason, makes a new version and asks to be
 * confirmed again.
 * @throws EntryRefusal @throws EntryConflict
 */
export const changeEntry = (
	db: Knex,
	person: Person,
	id: string,
	{ version, typed, reason }: { version: number; typed: TypedEntry; reason: string }
): Promise<void> =>
	withEntry(db, person, id, version, async (trx, before, student) => {
		const entry = entryFrom(typed);
		await checkDevices(trx, person, student, [entry]);
		await checkFlight(trx, before.attemptId, entry, id);
		if (before.state === 'deleted')
			throw new EntryRefusal({ date: 'is of an entry that was taken out; bring it back first' });
		const closed = before.confirmedAt !== null;
		if (closed && reason.trim() === '')
			throw new EntryRefusal({
				reason: 'is wanted: the entry was confirmed, and the one before is kept with it'
			});
		const next = before.version + 1;
		await putEntry(trx, id, { entry, version: next, state: 'kept', confirmedById: null });
		await addVersion(trx, id, {
			version: next,
			deed: closed ? 'corrected' : 'changed',
			entry,
			authorId: person.id,
			reason: reason.trim() || null
		});
	});

/** Takes an entry out of the log; it leaves a trace. What was confirmed wants a reason. */
export const deleteEntry = (
	db: Knex,
	person: Person,
	id: string,
	{ version, reason }: { version: number; reason: string }
): Promise<void> =>
	withEntry(db, person, id, version, async (trx, { entry, state, confirmedAt }) => {
		if (state === 'deleted') return;
		if (confirmedAt !== null && reason.trim() === '')
			throw new EntryRefusal({ reason: 'is wanted: the entry was confirmed' });
		await putEntry(trx, id, { entry, version: version + 1, state: 'deleted', confirmedById: null });
		await addVersion(trx, id, {
			version: version + 1,
			deed: 'deleted',
			entry,
			authorId: person.id,
			reason: reason.trim() || null
		});
	});

/** Brings an entry back that was taken out. */
export const restoreEntry = (db: Knex, person: Person, id: string, version: number): Promise<void> =>
	withEntry(db, person, id, version, async (trx, { entry, state, attemptId }) => {
		if (state !== 'deleted') return;
		await checkFlight(trx, attemptId, entry, id);
		await putEntry(trx, id, { entry, version: version + 1, state: 'kept', confirmedById: null });
		await addVersion(trx, id, {
			version: version + 1,
			deed: 'restored',
			entry,
			authorId: person.id,
			reason: null
		});
	});

/** Confirms entries as they were seen, all of them or none. @throws EntryConflict @returns how many. */
export async function confirmEntries(
	db: Knex,
	person: Person,
	studentId: string,
	seen: readonly { id: string; version: number }[]
): Promise<number> {
	inRole(person, 'instructor');
	const student = found(await visibleStudent(db, person, studentId));
	return db.transaction(async (trx) => {
		let done = 0;
		for (const { id, version } of seen) {
			const entry = isRecordId(id) ? await lockEntry(trx, id) : undefined;
			if (entry?.studentId !== student.id || entry.state !== 'kept') found(null);
			if (entry!.version !== version) throw new EntryConflict(entry!);
			if (entry!.confirmedAt !== null) continue;
			await putEntry(trx, id, { entry: entry!.entry, version, state: 'kept', confirmedById: person.id });
			await addVersion(trx, id, {
				version,
				deed: 'confirmed',
				entry: entry!.entry,
				authorId: person.id,
				reason: null
			});
			done++;
		}
		return done;
	});
}

/** An entry with all its versions, the newest first. */
export async function entryPage(
	db: Knex,
	person: Person,
	id: string
): Promise<{
	saved: SavedEntry;
	versions: EntryVersion[];
	student: { id: string; name: string };
	known: KnownWords;
	today: string;
}> {
	const saved = found(isRecordId(id) ? await findEntry(db, id) : null);
	const student = found(await visibleStudent(db, person, saved.studentId));
	if (saved.state === 'staged') found(null);
	return {
		saved,
		versions: await versionsOf(db, id),
		student: { id: student.id, name: student.name },
		known: await knownWords(db, student),
		today: todayOf()
	};
}

/** A whole log, the oldest first, for paper and files. */
export async function logOf(
	db: Knex,
	person: Person,
	studentId: string
): Promise<{ student: Person; entries: LogEntry[] }> {
	const student = found(await visibleStudent(db, person, studentId));
	return { student, entries: (await wholeLog(db, student.id)).map(({ entry }) => entry) };
}

/** Enters a device that an authority has approved, once. @throws InputError */
export async function approveDevice(
	db: Knex,
	person: Person,
	device: Omit<ApprovedDevice, 'id'>
): Promise<void> {
	inRole(person, 'instructor');
	for (const field of ['name', 'approvalNumber'] as const)
		if (device[field].trim() === '') throw new InputError(`/${field}`, 'is missing');
	await addDevice(db, person.id, {
		...device,
		name: device.name.trim(),
		approvalNumber: device.approvalNumber.trim()
	});
}

export async function forgetDevice(db: Knex, person: Person, id: string): Promise<void> {
	inRole(person, 'instructor');
	if (!isRecordId(id) || (await removeDevice(db, person.id, id)) === 0) found(null);
}

/** Whose log an address speaks of: "own" is the person's. */
export const ownerOf = (person: Person, student: string): string => (student === 'own' ? person.id : student);

/** What an attempt in the trainer knows of itself, as an entry of practice. */
export interface OfferedEntry {
	attemptId: string;
	cardName: string;
	entry: LogEntry;
}

/** A flight of this student that has ended. @throws NotFoundError */
async function flightOf(db: Knex, person: Person, studentId: string, attemptId: string): Promise<Attempt> {
	const attempt = found(await visibleAttempt(db, person, attemptId));
	return found(attempt.studentId === studentId && attempt.endedAt !== null ? attempt : null);
}

/** An entry as a flight in the trainer would fill it: practice, which no rule counts. */
export async function entryOfAttempt(
	db: Knex,
	person: Person,
	studentId: string,
	attemptId: string
): Promise<OfferedEntry> {
	const attempt = await flightOf(db, person, studentId, attemptId);
	const { card, grade } = attempt;
	const flown = new Set(
		(grade?.phases ?? []).filter(({ verdict }) => verdict !== 'not shown').map(({ id }) => id)
	);
	const phases = card.phases.filter(({ id }) => flown.has(id));
	const procedure = card.approach?.procedure;
	const isFinal = phases.some(({ segment }) => segment === 'minimum');
	const minutes = Math.max(1, Math.round(attempt.samples / RECORDING_RATE_HZ / 60));
	return {
		attemptId,
		cardName: card.name,
		entry: {
			...emptyEntry(attempt.startedAt.toISOString().slice(0, 10)),
			device: 'trainer',
			aircraftType: aircraftCatalog.find(card.aircraft)?.name ?? card.aircraft,
			totalMinutes: minutes,
			simulatedMinutes: minutes,
			approaches:
				procedure && isFinal
					? [
							{
								kind: GUIDANCE_NAMES[procedure.final.guidance],
								runway: procedure.runway,
								place: procedure.airport
							}
						]
					: [],
			holds: phases.some(({ path }) => path?.kind === 'hold') ? 1 : 0,
			tracking: phases.some(({ path }) => path?.kind === 'course'),
			remarks: card.name
		}
	};
}
