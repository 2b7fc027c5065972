import type { Knex } from 'knex';
import {
	CARD_EDITIONS,
	GRADE_EDITIONS,
	RESUME_EDITIONS,
	STANDARD_EDITIONS,
	type AssistLevel,
	type BlindTurn,
	type Dwell,
	type FlightFigures,
	type Grade,
	type ResumeState,
	type Standard,
	type TaskCard
} from '@hanza/core';
import type { AttemptRow } from '$lib/contracts/views.js';

import { addLooks } from './looks.js';

export interface Attempt extends Omit<
	AttemptRow,
	'cardName' | 'standardName' | 'faults' | 'faultKinds' | 'overridden'
> {
	card: TaskCard;
	standard: Standard;
	grade: Grade | null;
	resume: ResumeState | null;
	/** Null where it follows from the id. */
	seed: number | null;
	branchedFrom: string | null;
	branchedAtSeconds: number | null;
	/** What its parts or its recording take. */
	storedBytes: number;
	/** To where what was kept is whole; null where all of it is. */
	wholeToSeconds: number | null;
}

const rows = (db: Knex) =>
	db('attempts as a').select(
		'a.id',
		'a.student_id as studentId',
		'a.assignment_id as assignmentId',
		'a.card_id as cardId',
		'a.card_name as cardName',
		'a.standard_name as standardName',
		'a.assist',
		'a.status',
		'a.started_at as startedAt',
		'a.heard_at as heardAt',
		'a.ended_at as endedAt',
		'a.samples',
		'a.verdict',
		'a.score',
		db.raw(
			`(select o.value from overrides o where o.attempt_id = a.id and o.item = 'verdict' order by o.created_at desc limit 1) as overridden`
		),
		'a.looked_at as lookedAt',
		'a.too_fast as tooFast',
		'a.fault_names as faults',
		'a.fault_kinds as faultKinds'
	);

export const attemptsOf = (db: Knex, studentId: string, most = 200): Promise<AttemptRow[]> =>
	rows(db).where('a.student_id', studentId).orderBy('a.started_at', 'desc').limit(most);

/** The graded flights of a card by a student, newest first. */
export const attemptsAtCard = (
	db: Knex,
	{ studentId, cardId }: Pick<AttemptRow, 'studentId' | 'cardId'>,
	most = 200
): Promise<AttemptRow[]> =>
	rows(db)
		.where({ 'a.student_id': studentId, 'a.card_id': cardId })
		.whereNotNull('a.score')
		.orderBy('a.started_at', 'desc')
		.limit(most);

/** What was worked out of a flight's turns without the heading dial; null where it has not been yet. */
export async function blindTurnsKept(db: Knex, id: string): Promise<BlindTurn[] | null> {
	const row = await db('attempts').where({ id }).first('blind_turns');
	return (row?.blind_turns as BlindTurn[] | null | undefined) ?? null;
}
export const keepBlindTurns = (db: Knex, id: string, turns: readonly BlindTurn[]): Promise<number> =>
	db('attempts')
		.where({ id })
		.whereNot({ status: 'flying' })
		.update({ blind_turns: JSON.stringify(turns) });

/** The last flights of each of several students, newest first: so many are read, however many there are. */
export const lastAttempts = (db: Knex, studentIds: readonly string[], each: number): Promise<AttemptRow[]> =>
	db
		.select('r.*')
		.from(
			db.raw('unnest(?::uuid[]) as s(id) cross join lateral (?) as r', [
				studentIds as string[],
				rows(db).whereRaw('a.student_id = s.id').orderBy('a.started_at', 'desc').limit(each)
			])
		)
		.orderBy('r.startedAt', 'desc');

/** A flight as it is read: card, standard, grade and state in today's editions, whenever they were kept. */
type StoredAttempt = Omit<Attempt, 'card' | 'standard' | 'grade' | 'resume'> &
	Record<'card' | 'standard' | 'grade' | 'resume', unknown>;
const read = ({ card, standard, grade, resume, ...rest }: StoredAttempt): Attempt => ({
	...rest,
	card: CARD_EDITIONS.upgrade(card),
	standard: STANDARD_EDITIONS.upgrade(standard),
	grade: grade === null ? null : GRADE_EDITIONS.upgrade(grade),
	resume: resume === null ? null : RESUME_EDITIONS.upgrade(resume, { assist: rest.assist })
});

export async function findAttempt(db: Knex, id: string): Promise<Attempt | undefined> {
	const stored: StoredAttempt | undefined = await db('attempts')
		.select(
			'id',
			'student_id as studentId',
			'assignment_id as assignmentId',
			'card_id as cardId',
			'card',
			'standard',
			'assist',
			'status',
			'started_at as startedAt',
			'heard_at as heardAt',
			'ended_at as endedAt',
			'looked_at as lookedAt',
			'too_fast as tooFast',
			'samples',
			'verdict',
			'score',
			'grade',
			'resume',
			'seed',
			'branched_from as branchedFrom',
			'branched_at_seconds as branchedAtSeconds',
			'whole_to_seconds as wholeToSeconds',
			'stored_bytes as storedBytes'
		)
		.where({ id })
		.first();
	return stored && read(stored);
}

export async function addAttempt(
	db: Knex,
	attempt: {
		studentId: string;
		assignmentId: string | null;
		card: TaskCard;
		standard: Standard;
		assist: AssistLevel;
		startedAt?: Date;
		branch?: { from: string; atSeconds: number; seed: number };
	}
): Promise<string> {
	const [row] = await db('attempts')
		.insert({
			student_id: attempt.studentId,
			assignment_id: attempt.assignmentId,
			card_id: attempt.card.id,
			card: JSON.stringify(attempt.card),
			standard: JSON.stringify(attempt.standard),
			assist: attempt.assist,
			status: 'flying',
			...(attempt.branch
				? {
						seed: attempt.branch.seed,
						branched_from: attempt.branch.from,
						branched_at_seconds: attempt.branch.atSeconds
					}
				: {}),
			...(attempt.startedAt ? { started_at: attempt.startedAt } : {})
		})
		.returning('id');
	return row.id as string;
}

/** What became of a chunk; all but the first leave it with whoever sent it. */
export type ChunkFate =
	| 'kept'
	/** The flight has ended. */
	| 'ended'
	/** Another device flies it. */
	| 'elsewhere'
	/** Another chunk stands in its place. */
	| 'differs'
	/** It does not follow on what is there. */
	| 'gap';

/** So long a device that is not heard keeps its flight. */
export const LEASE_SECONDS = 30;
const leaseOf = (tx: Knex, device: string) => ({
	lease_device: device,
	lease_until: tx.raw(`now() + interval '${LEASE_SECONDS} seconds'`)
});

/** Keeps a chunk of a flight that is being flown. Sending the same chunk again changes nothing. */
export const addChunk = (
	db: Knex,
	attemptId: string,
	chunk: {
		seq: number;
		body: Uint8Array;
		/** How many samples there are with it. */
		samples: number;
		/** Its first sample: it must follow on what is there. Not asked of a recording that is put in whole. */
		first?: number;
		resume: ResumeState | null;
		/** Where the eye was in it, on a veiled panel. */
		looks?: readonly Dwell[];
		/** Which device sends it. */
		device?: string | null;
	}
): Promise<ChunkFate> =>
	db.transaction(async (tx) => {
		const open = await tx('attempts')
			.where({ id: attemptId, status: 'flying' })
			.forUpdate()
			.first('samples', 'lease_device as holder', tx.raw('lease_until > now() as "isHeld"'));
		if (!open) return 'ended';
		const body = Buffer.from(chunk.body);
		const there = await tx('attempt_chunks').where({ attempt_id: attemptId, seq: chunk.seq }).first('body');
		if (there) return body.equals(there.body as Buffer) ? 'kept' : 'differs';
		if (chunk.device && open.holder !== chunk.device && open.isHeld) return 'elsewhere';
		const next = (await lastSeq(tx, attemptId)) + 1;
		if (chunk.seq !== next || (chunk.first !== undefined && chunk.first !== (next === 0 ? 0 : open.samples)))
			return 'gap';
		await tx('attempt_chunks').insert({ attempt_id: attemptId, seq: chunk.seq, body });
		await addLooks(tx, attemptId, 'veil', chunk.looks ?? []);
		await tx('attempts')
			.where({ id: attemptId })
			.update({
				samples: chunk.samples,
				stored_bytes: tx.raw('stored_bytes + ?', [body.length]),
				resume: JSON.stringify(chunk.resume),
				heard_at: tx.fn.now(),
				...(chunk.device ? leaseOf(tx, chunk.device) : {})
			});
		return 'kept';
	});

/**
 * A device takes hold of a flight, or goes on holding it. @param takeOver also from another that is still heard.
 * @returns null when it holds it; else since when the other was last heard.
 */
export const holdAttempt = (
	db: Knex,
	attemptId: string,
	device: string,
	takeOver: boolean
): Promise<{ heardAt: Date | null } | null> =>
	db.transaction(async (tx) => {
		const one = await tx('attempts')
			.where({ id: attemptId, status: 'flying' })
			.forUpdate()
			.first('lease_device as holder', 'heard_at as heardAt', tx.raw('lease_until > now() as "isHeld"'));
		if (!one) return null;
		if (one.isHeld && one.holder !== device && !takeOver) return { heardAt: one.heardAt as Date | null };
		await tx('attempts').where({ id: attemptId }).update(leaseOf(tx, device));
		return null;
	});

/** A device that held a flight lets go of it. */
export const releaseAttempt = (db: Knex, attemptId: string, device: string): Promise<number> =>
	db('attempts').where({ id: attemptId, lease_device: device }).update({ lease_until: null });

/** A long flight's chunks come in pieces: read in one go they would keep everybody else waiting while they are taken in. */
const CHUNKS_AT_ONCE = 32;

export async function chunksOf(db: Knex, attemptId: string): Promise<Uint8Array[]> {
	const bodies: Uint8Array[] = [];
	for (let after = -1; ;) {
		const found: { seq: number; body: Buffer }[] = await db('attempt_chunks')
			.select('seq', 'body')
			.where({ attempt_id: attemptId })
			.where('seq', '>', after)
			.orderBy('seq')
			.limit(CHUNKS_AT_ONCE);
		for (const { body } of found) bodies.push(body);
		if (found.length < CHUNKS_AT_ONCE) return bodies;
		after = found.at(-1)!.seq;
	}
}

export async function lastSeq(db: Knex, attemptId: string): Promise<number> {
	const row = await db('attempt_chunks').where({ attempt_id: attemptId }).max('seq as seq').first();
	return row?.seq === null || row?.seq === undefined ? -1 : Number(row.seq);
}

/** Ends a flight, in a transaction that has locked it: the whole recording in place of its chunks, with its grade. */
export async function endAttempt(
	tx: Knex,
	attemptId: string,
	end: {
		status: 'finished' | 'interrupted';
		recording: Uint8Array;
		samples: number;
		/** Null where what was kept cannot be graded. */
		grade: Grade | null;
		figures: FlightFigures | null;
		endedAt?: Date;
		/** How many chunks are in the recording: those after them stay, they belong to nothing. */
		used: number;
		wholeToSeconds: number | null;
		tooFast: boolean;
	}
): Promise<void> {
	await tx('attempts')
		.where({ id: attemptId })
		.update({
			status: end.status,
			ended_at: end.endedAt ?? tx.fn.now(),
			recording: Buffer.from(end.recording),
			samples: end.samples,
			grade: end.grade && JSON.stringify(end.grade),
			verdict: end.grade?.verdict ?? null,
			score: end.grade?.score ?? null,
			figures: end.figures && JSON.stringify(end.figures),
			stored_bytes: end.recording.length,
			resume: null,
			lease_device: null,
			lease_until: null,
			whole_to_seconds: end.wholeToSeconds,
			too_fast: end.tooFast
		});
	const inIt = tx('attempt_chunks')
		.select('seq')
		.where({ attempt_id: attemptId })
		.orderBy('seq')
		.limit(end.used);
	await tx('attempt_chunks').where({ attempt_id: attemptId }).whereIn('seq', inIt).delete();
}

/** Locks a flight until the transaction ends. */
export const lockAttempt = (trx: Knex, attemptId: string): Promise<unknown> =>
	trx('attempts').where({ id: attemptId }).forUpdate().first('id');

/** An instructor has looked at a flight; the first look counts. */
export const markLooked = (db: Knex, attemptId: string): Promise<number> =>
	db('attempts')
		.where({ id: attemptId })
		.whereNull('looked_at')
		.whereNot({ status: 'flying' })
		.update({ looked_at: db.fn.now() });

/** Removes a flight that was given up before it began. */
export const removeUnflownAttempt = (db: Knex, attemptId: string): Promise<number> =>
	db('attempts').where({ id: attemptId, status: 'flying' }).where('samples', '<=', 1).delete();

export async function recordingOf(db: Knex, attemptId: string): Promise<Uint8Array | null> {
	const row = await db('attempts').select('recording').where({ id: attemptId }).first();
	return (row?.recording as Buffer | null | undefined) ?? null;
}

/** A flight as it is stored: its whole recording, compressed, or the chunks of one that has not ended. */
export type Flown = { recording: Uint8Array } | { chunks: Uint8Array[] };

export async function flownOf(db: Knex, attemptId: string): Promise<Flown> {
	const recording = await recordingOf(db, attemptId);
	return recording ? { recording } : { chunks: await chunksOf(db, attemptId) };
}

/** A student's newest graded flights in the figures of a record; null where they are not kept yet. */
export const figuresOf = (
	db: Knex,
	studentId: string,
	most = 60
): Promise<{ id: string; startedAt: Date; figures: FlightFigures | null }[]> =>
	db('attempts')
		.select('id', 'started_at as startedAt', 'figures')
		.where({ student_id: studentId })
		.whereNotNull('grade')
		.orderBy('started_at', 'desc')
		.limit(most);

/** Card and grade of some flights. */
export async function gradesOf(
	db: Knex,
	ids: readonly string[]
): Promise<{ id: string; card: TaskCard; grade: Grade }[]> {
	const stored: { id: string; card: unknown; grade: unknown }[] = await db('attempts')
		.select('id', 'card', 'grade')
		.whereIn('id', ids)
		.whereNotNull('grade');
	return stored.map(({ id, card, grade }) => ({
		id,
		card: CARD_EDITIONS.upgrade(card),
		grade: GRADE_EDITIONS.upgrade(grade)
	}));
}

export const keepFigures = (db: Knex, id: string, figures: FlightFigures): Promise<number> =>
	db('attempts')
		.where({ id })
		.update({ figures: JSON.stringify(figures) });

/** How much a student has stored, bytes. */
export async function storedBytes(db: Knex, studentId: string): Promise<number> {
	const row = await db('attempts').where({ student_id: studentId }).sum('stored_bytes as bytes').first();
	return Number(row?.bytes ?? 0);
}
