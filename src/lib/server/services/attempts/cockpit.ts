import type { Knex } from 'knex';
import {
	InputError,
	orderedDwells,
	type AssistLevel,
	type Dwell,
	type ResumeState,
	type Situation
} from '@hanza/core';
import { aircraftCatalog } from '$data';
import { standardOf } from '../library/standards.js';
import type { InstructorCommand, PendingCommand } from '$lib/contracts/instructor-command.js';
import type { LiveView } from '$lib/contracts/views.js';
import {
	acknowledgeCommand,
	addCommand,
	addLooks,
	holdAttempt,
	releaseAttempt,
	findPerson,
	lastSeq,
	pendingCommands,
	type ChunkFate,
	type Person
} from '../../data/index.js';
import {
	ConflictError,
	found,
	instructedAttempt,
	ownAttempt,
	visibleAssignment,
	visibleAttempt
} from '../../policy.js';
import { countBegun, countPart, withinAFlight, withinQuota } from '../auth/limits.js';
import { areaOf } from '../areas/areas.js';
import { cardOfSituation } from '../cards/cards.js';
import { FAILURE_ROWS } from '../cards/library.js';
import {
	beginFlight,
	branchFlight,
	compressedRecording,
	endFlight,
	saveChunk,
	seedOf,
	splitChunkBody
} from './flights.js';
import { heavyOnFlight } from '../../heavy/pool.js';
import { liveView, trailOf } from './live.js';

/** Why a chunk was not kept, for whoever flew it. */
const REFUSED: Record<Exclude<ChunkFate, 'kept'>, string> = {
	ended: 'This flight has ended.',
	elsewhere: 'This flight is being flown on another device.',
	differs: 'Another part of this flight has been kept in its place: it was flown on another device.',
	gap: 'It does not follow on what has been kept of this flight.'
};
const ended = () => new ConflictError(REFUSED.ended);

/** Every so many parts it is asked whether the person may keep more. */
const ASKED_EVERY = 64;

/** @throws TooMuch, TooLarge */
async function mayBegin(db: Knex, person: Person): Promise<void> {
	await countBegun(person.id);
	await withinQuota(db, person.id);
}

/** Begins a flight of a task that was set for this student. @throws InputError for an assist that the task has not. */
export async function beginAttempt(
	db: Knex,
	person: Person,
	{ assignmentId, assist }: { assignmentId: string; assist: AssistLevel }
): Promise<string> {
	const assignment = found(
		person.role === 'student' ? await visibleAssignment(db, person, assignmentId) : null
	);
	if (assignment.closedAt)
		throw new ConflictError('This task has been taken back: nothing new is flown on it.');
	if (assignment.assist !== 'any' && assignment.assist !== assist)
		throw new InputError('/assist', `must be ${assignment.assist} on this task`);
	await mayBegin(db, person);
	const standard = await standardOf(db, assignment.standardId);
	return beginFlight(db, person, { assignmentId, card: assignment.card, standard, assist });
}

/** What the cockpit of a student's own flight is made of. */
export async function cockpitPage(db: Knex, person: Person, id: string) {
	const attempt = found(await ownAttempt(db, person, id));
	const { card, assist, assignmentId, status } = attempt;
	return {
		id: attempt.id,
		personId: person.id,
		status,
		card,
		assist,
		seed: seedOf(attempt),
		assignmentId,
		aircraft: aircraftCatalog.get(card.aircraft),
		area: await areaOf(db, card.area)
	};
}

export const endAttempt = async (
	db: Knex,
	person: Person,
	id: string,
	status: 'finished' | 'interrupted'
): Promise<'kept' | 'discarded'> => endFlight(db, found(await ownAttempt(db, person, id)), status);

export const branchAttempt = async (
	db: Knex,
	person: Person,
	id: string,
	samples: number,
	state: ResumeState
): Promise<string> => {
	const attempt = found(await ownAttempt(db, person, id));
	await mayBegin(db, person);
	return branchFlight(db, attempt, samples, state);
};

/** A flight of its own elsewhere, with the rest of the card; what was flown stays. */
export async function repositionAttempt(
	db: Knex,
	person: Person,
	id: string,
	situation: Situation
): Promise<string> {
	const attempt = found(await ownAttempt(db, person, id));
	await mayBegin(db, person);
	const card = cardOfSituation(attempt, situation, await areaOf(db, attempt.card.area));
	const { assignmentId, standard, assist } = attempt;
	return beginFlight(db, person, { assignmentId, card, standard, assist });
}

export async function attemptState(
	db: Knex,
	person: Person,
	id: string
): Promise<{ resume: ResumeState | null; nextSeq: number }> {
	const attempt = found(await ownAttempt(db, person, id));
	return { resume: attempt.resume, nextSeq: (await lastSeq(db, attempt.id)) + 1 };
}

/** A device takes hold of the student's own flight, or goes on holding it. */
export async function holdFlight(
	db: Knex,
	person: Person,
	id: string,
	{ device, takeOver, release = false }: { device: string; takeOver: boolean; release?: boolean }
): Promise<{ held: boolean; heardAt: string | null }> {
	const attempt = found(await ownAttempt(db, person, id));
	if (release) {
		await releaseAttempt(db, attempt.id, device);
		return { held: false, heardAt: null };
	}
	const other = await holdAttempt(db, attempt.id, device, takeOver);
	return { held: other === null, heardAt: other?.heardAt?.toISOString() ?? null };
}

/** Keeps a chunk of the student's own flight; the same chunk twice is no error. @throws ConflictError once it has ended */
export async function addAttemptChunk(
	db: Knex,
	person: Person,
	id: string,
	seq: number,
	bytes: Uint8Array,
	device: string | null = null
): Promise<void> {
	const attempt = found(await ownAttempt(db, person, id));
	found(Number.isInteger(seq) && seq >= 0 && seq <= 1_000_000 ? seq : null);
	await countPart(person.id);
	withinAFlight(attempt.storedBytes, bytes.length);
	if (seq % ASKED_EVERY === 0) await withinQuota(db, person.id);
	const { resume, looks, chunk } = splitChunkBody(bytes, attempt.assist);
	const fate = await saveChunk(db, attempt, seq, chunk, resume, looks, device);
	if (fate !== 'kept') throw new ConflictError(REFUSED[fate]);
}

/** The recording as the browser gets it: compressed where it is stored so. */
export async function recordingBytes(
	db: Knex,
	person: Person,
	id: string
): Promise<{ bytes: Uint8Array; compressed: boolean }> {
	const attempt = found(await visibleAttempt(db, person, id));
	const stored = await compressedRecording(db, attempt);
	if (stored) return { bytes: stored, compressed: true };
	const { bytes } = await heavyOnFlight(db, attempt.id, 'wholeChunk', {});
	return { bytes, compressed: false };
}

export const liveAttempt = async (db: Knex, person: Person, id: string): Promise<LiveView> =>
	liveView(db, found(await instructedAttempt(db, person, id)));

/** A flight in the air as its instructor watches it. */
export async function watchPage(db: Knex, person: Person, id: string) {
	const attempt = found(await instructedAttempt(db, person, id));
	const student = found(await findPerson(db, attempt.studentId));
	const { card } = attempt;
	return {
		id: attempt.id,
		card,
		studentName: student.name,
		aircraft: aircraftCatalog.get(card.aircraft),
		failures: FAILURE_ROWS,
		live: await liveView(db, attempt),
		plan: card.navigation ? { area: await areaOf(db, card.area), trail: await trailOf(db, attempt) } : null
	};
}

/** An instructor's command to a student's flight in the air. @throws ConflictError once it has ended */
export async function commandAttempt(
	db: Knex,
	person: Person,
	id: string,
	body: InstructorCommand
): Promise<string> {
	const attempt = found(await instructedAttempt(db, person, id));
	if (attempt.status !== 'flying') throw ended();
	return addCommand(db, { attemptId: attempt.id, authorId: person.id, body });
}

export const commandsFor = async (db: Knex, person: Person, id: string): Promise<PendingCommand[]> =>
	pendingCommands(db, found(await ownAttempt(db, person, id)).id);

/** The cockpit has done what was asked of it. */
export async function commandDone(db: Knex, person: Person, id: string, command: string): Promise<void> {
	const attempt = found(await ownAttempt(db, person, id));
	found(/^\d{1,15}$/.test(command) ? command : null);
	await acknowledgeCommand(db, attempt.id, command);
}

/** Looks that an instructor saw, or that a gaze log holds. @returns how many there were. */
export async function addAttemptLooks(
	db: Knex,
	person: Person,
	id: string,
	source: 'tap' | 'gaze',
	looks: readonly Dwell[]
): Promise<number> {
	const attempt = found(await instructedAttempt(db, person, id));
	const ordered = orderedDwells(looks);
	await addLooks(db, attempt.id, source, ordered);
	return ordered.length;
}
