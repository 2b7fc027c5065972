import * as Type from '@sinclair/typebox';
import type { Knex } from 'knex';
import {
	decodeChunk,
	InputError,
	Dwell,
	parse,
	RECORDING_RATE_HZ,
	RESUME_EDITIONS,
	type ResumeState,
	type AssistLevel,
	type BlindTurn,
	type Standard,
	type TaskCard,
	type Track
} from '@hanza/core';
import { heavy, heavyOnFlight } from '../../heavy/pool.js';
import { areaOf } from '../areas/areas.js';
import { schoolRuleDeg } from '../drills/drills.js';
import {
	addAttempt,
	addChunk,
	addStretches,
	blindTurnsKept,
	copyLooks,
	endAttempt,
	keepBlindTurns,
	recordingOf,
	removeUnflownAttempt,
	type Attempt,
	type Person,
	findAttempt,
	lockAttempt,
	looksOf,
	type ChunkFate
} from '../../data/index.js';

/** A flight has twelve hours at the most. */
const MOST_SAMPLES = 12 * 3600 * RECORDING_RATE_HZ;

/** The seed of a flight: its own id, so that gusts and failures are the same when it is taken up again. */
export const seedOf = ({ id, seed }: Pick<Attempt, 'id' | 'seed'>): number =>
	seed ?? parseInt(id.slice(0, 8), 16);

export const beginFlight = (
	db: Knex,
	student: Person,
	flight: {
		assignmentId: string | null;
		card: TaskCard;
		standard: Standard;
		assist: AssistLevel;
		startedAt?: Date;
	}
): Promise<string> => addAttempt(db, { studentId: student.id, ...flight });

/**
 * Keeps one chunk of a flight in progress. The bytes are read before they are kept: what could not
 * be graded later is refused now, while the browser still has it.
 * @throws InputError when the bytes are no chunk, or are one of another rate.
 */
export async function saveChunk(
	db: Knex,
	attempt: Attempt,
	seq: number,
	body: Uint8Array,
	resume: ResumeState,
	looks: readonly Dwell[] = [],
	device: string | null = null
): Promise<ChunkFate> {
	const { first, track } = decodeChunk(body);
	if (track.length === 0) throw new InputError('/body', 'has no samples');
	if (track.rateHz !== RECORDING_RATE_HZ)
		throw new InputError('/body', `must have ${RECORDING_RATE_HZ} samples a second`);
	const samples = first + track.length;
	if (samples > MOST_SAMPLES)
		throw new InputError(
			'/body',
			`must end before ${MOST_SAMPLES / RECORDING_RATE_HZ / 3600} hours of flight`
		);
	const fate = await addChunk(db, attempt.id, { seq, body, first, samples, resume, looks, device });
	// An answer that was lost: what is in the recording already needs no second place.
	if (fate !== 'ended') return fate;
	const recording = await recordingOf(db, attempt.id);
	return recording && (await heavy('stands', { recording, chunk: body })) ? 'kept' : fate;
}

/** The track flown so far, or the whole recording of a flight that has ended. */
export async function trackOf(db: Knex, attempt: Pick<Attempt, 'id'>): Promise<Track> {
	return decodeChunk((await heavyOnFlight(db, attempt.id, 'wholeChunk', {})).bytes).track;
}

/** The recording's bytes as sent to the browser: still compressed. */
export const compressedRecording = (db: Knex, attempt: Attempt): Promise<Uint8Array | null> =>
	recordingOf(db, attempt.id);

/**
 * Ends a flight and grades what was flown, all of it or nothing: whoever looks finds it unfinished and whole, or finished and
 * whole. Ending it again changes nothing.
 * @returns whether anything of it was kept.
 */
export const endFlight = (
	db: Knex,
	{ id }: Pick<Attempt, 'id'>,
	status: 'finished' | 'interrupted',
	endedAt?: Date
): Promise<'kept' | 'discarded'> =>
	db.transaction(async (tx) => {
		// No chunk comes in between what is read here and what is written.
		await lockAttempt(tx, id);
		const attempt = await findAttempt(tx, id);
		if (attempt?.status !== 'flying') return 'kept';
		const { card, standard } = attempt;
		// The veil is the student's own doing; a tap sheet or a gaze log may come later, and is looked at by itself.
		const { veil = [] } = await looksOf(tx, id);
		const flown = await heavyOnFlight(tx, id, 'endFlown', { card, standard, veil });
		// The first sample is taken before the flight begins: with no other, nothing was flown.
		if (flown.samples <= 1 && flown.isWhole && (await removeUnflownAttempt(tx, id)) > 0) return 'discarded';
		await endAttempt(tx, id, {
			...flown,
			status,
			endedAt,
			wholeToSeconds: flown.isWhole ? null : flown.seconds,
			tooFast: isTooFast(attempt, flown.seconds, endedAt ?? new Date())
		});
		if (flown.grade) await addStretches(tx, id, flown.stretches);
		return 'kept';
	});

/** The trainer's fastest time, and what clocks and lines may be off, s. */
const FASTEST_RATE = 8;
const CLOCKS_SECONDS = 5;

/** Whether more was flown than the trainer can have flown since the flight was begun. */
function isTooFast(
	{ startedAt, branchedAtSeconds }: Pick<Attempt, 'startedAt' | 'branchedAtSeconds'>,
	wholeSeconds: number,
	now: Date
): boolean {
	const flownSeconds = wholeSeconds - (branchedAtSeconds ?? 0);
	const seconds = (now.getTime() - startedAt.getTime()) / 1000;
	return flownSeconds > FASTEST_RATE * seconds + CLOCKS_SECONDS;
}

/**
 * A new flight that begins with the first samples of another and goes on from there; the other stays
 * as it is. Same seed, so that the same gusts and failures come.
 * @throws InputError when the other has no such moment.
 */
export async function branchFlight(
	db: Knex,
	attempt: Attempt,
	samples: number,
	state: ResumeState
): Promise<string> {
	const { bytes, length, rateHz } = await heavyOnFlight(db, attempt.id, 'wholeChunk', { samples });
	if (samples > length) throw new InputError('/samples', `must be a number from 1 to ${length}`);
	const id = await addAttempt(db, {
		studentId: attempt.studentId,
		assignmentId: attempt.assignmentId,
		card: attempt.card,
		standard: attempt.standard,
		assist: attempt.assist,
		branch: { from: attempt.id, atSeconds: samples / rateHz, seed: seedOf(attempt) }
	});
	await addChunk(db, id, {
		seq: 0,
		body: bytes,
		samples,
		resume: state
	});
	await copyLooks(db, attempt.id, id, (samples / rateHz) * 1000);
	return id;
}

/** The state is read as a document of any edition: a cockpit that was loaded before an update goes on sending. */
const ChunkState = Type.Object(
	{ resume: Type.Unknown(), looks: Type.Array(Dwell, { maxItems: 200 }) },
	{ additionalProperties: false }
);

/** The body of a chunk request: length of the state (32 bits), the state and the looks as JSON, the chunk. */
export function splitChunkBody(
	bytes: Uint8Array,
	assist: AssistLevel
): {
	resume: ResumeState;
	looks: Dwell[];
	chunk: Uint8Array;
} {
	if (bytes.length < 4) throw new InputError('/body', 'is too short');
	const length = new DataView(bytes.buffer, bytes.byteOffset, 4).getUint32(0, true);
	if (length > 20000 || 4 + length > bytes.length)
		throw new InputError('/body', 'has a state that does not fit');
	let state: unknown;
	try {
		state = JSON.parse(new TextDecoder().decode(bytes.subarray(4, 4 + length)));
	} catch {
		throw new InputError('/body', 'has a state that is not JSON');
	}
	const { resume, looks } = parse(ChunkState, state, '/body');
	return {
		resume: RESUME_EDITIONS.upgrade(resume, { assist }, '/body/resume'),
		looks: looks as Dwell[],
		chunk: bytes.subarray(4 + length)
	};
}

/**
 * Turns of a flight that were flown without the heading dial, by both methods with the student's own numbers. Worked out
 * of its recording when they are first asked for, and kept: nothing of a flight changes any more.
 */
export async function blindTurnsOf(db: Knex, attempt: Attempt): Promise<BlindTurn[]> {
	const { card } = attempt;
	if (!card.phases.some(({ targets }) => targets.bankDeg)) return [];
	const kept = await blindTurnsKept(db, attempt.id);
	if (kept) return kept;
	const area = await areaOf(db, card.area).catch(() => null);
	// Flown in an area that there is no more: nothing is known of its compass.
	if (!area) return [];
	const turns = await heavyOnFlight(db, attempt.id, 'turnsBlind', {
		card,
		dipDeg: area.dipDeg,
		schoolRuleDeg: schoolRuleDeg(area)
	});
	await keepBlindTurns(db, attempt.id, turns);
	return turns;
}
