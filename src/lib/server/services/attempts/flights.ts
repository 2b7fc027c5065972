import { gunzip, gzip } from 'node:zlib';
import { promisify } from 'node:util';
import * as Type from '@sinclair/typebox';
import type { Knex } from 'knex';
import {
	blindTurns,
	decodeChunk,
	encodeChunk,
	gradeFlight,
	HanzaError,
	joinDwells,
	InputError,
	joinWhole,
	loadedAircraft,
	Dwell,
	parse,
	RECORDING_RATE_HZ,
	RESUME_EDITIONS,
	type ResumeState,
	type AssistLevel,
	type BlindTurn,
	type Grade,
	type Standard,
	type TaskCard,
	type Track,
	type WholeChunks
} from '@hanza/core';
import { aircraftCatalog } from '$data';
import { areaOf } from '../areas/areas.js';
import { schoolRuleDeg } from '../drills/drills.js';
import { saveStretches } from './steady-state.js';
import {
	addAttempt,
	addChunk,
	chunksOf,
	copyLooks,
	endAttempt,
	recordingOf,
	removeUnflownAttempt,
	type Attempt,
	type Person,
	findAttempt,
	lockAttempt,
	looksOf,
	type ChunkFate
} from '../../data/index.js';

const compress = promisify(gzip);
const decompress = promisify(gunzip);

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
	if (fate === 'ended' && (await isInRecording(db, attempt.id, first, track))) return 'kept';
	return fate;
}

async function isInRecording(db: Knex, id: string, first: number, track: Track): Promise<boolean> {
	const stored = await recordingOf(db, id);
	if (!stored) return false;
	const whole = decodeChunk(await decompress(stored)).track;
	if (first + track.length > whole.length) return false;
	return [...track.channels].every(([name, column]) => {
		if (!whole.has(name)) return true;
		const kept = whole.column(name);
		return column.every((value, i) => Object.is(value, kept[first + i]!));
	});
}

/** What was kept of a flight in progress, as far as it belongs together. */
const flownSoFar = async (db: Knex, id: string): Promise<WholeChunks> => joinWhole(await chunksOf(db, id));

/** The track flown so far, or the whole recording of a flight that has ended. */
export async function trackOf(db: Knex, attempt: Attempt): Promise<Track> {
	const stored = await recordingOf(db, attempt.id);
	if (stored) return decodeChunk(await decompress(stored)).track;
	return (await flownSoFar(db, attempt.id)).track;
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
		const { track, used, stoppedBy } = await flownSoFar(tx, id);
		// The first sample is taken before the flight begins: with no other, nothing was flown.
		if (track.length <= 1 && !stoppedBy && (await removeUnflownAttempt(tx, id)) > 0) return 'discarded';
		const { card, standard } = attempt;
		const aircraft = loadedAircraft(aircraftCatalog.get(card.aircraft), card.loading);
		// The veil is the student's own doing; a tap sheet or a gaze log may come later, and is looked at by itself.
		const { veil = [] } = await looksOf(tx, id);
		const grade = gradeOrNone(() => gradeFlight(track, card, standard, aircraft, joinDwells(veil)));
		const recording = await compress(encodeChunk({ first: 0, track }), { level: 9 });
		const wholeToSeconds = stoppedBy ? track.length / track.rateHz : null;
		await endAttempt(tx, id, {
			status,
			recording,
			samples: track.length,
			grade,
			endedAt,
			used,
			wholeToSeconds,
			tooFast: isTooFast(attempt, track, endedAt ?? new Date())
		});
		if (grade) await saveStretches(tx, id, track, aircraft);
		return 'kept';
	});

/** The trainer's fastest time, and what clocks and lines may be off, s. */
const FASTEST_RATE = 8;
const CLOCKS_SECONDS = 5;

/** Whether more was flown than the trainer can have flown since the flight was begun. */
function isTooFast(
	{ startedAt, branchedAtSeconds }: Pick<Attempt, 'startedAt' | 'branchedAtSeconds'>,
	track: Track,
	now: Date
): boolean {
	const flownSeconds = track.length / track.rateHz - (branchedAtSeconds ?? 0);
	const seconds = (now.getTime() - startedAt.getTime()) / 1000;
	return flownSeconds > FASTEST_RATE * seconds + CLOCKS_SECONDS;
}

/** A recording that cannot be graded is kept all the same, and the flight can be ended. */
function gradeOrNone(grade: () => Grade): Grade | null {
	try {
		return grade();
	} catch (error) {
		if (error instanceof HanzaError) return null;
		throw error;
	}
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
	const track = await trackOf(db, attempt);
	if (samples > track.length) throw new InputError('/samples', `must be a number from 1 to ${track.length}`);
	const id = await addAttempt(db, {
		studentId: attempt.studentId,
		assignmentId: attempt.assignmentId,
		card: attempt.card,
		standard: attempt.standard,
		assist: attempt.assist,
		branch: { from: attempt.id, atSeconds: samples / track.rateHz, seed: seedOf(attempt) }
	});
	await addChunk(db, id, {
		seq: 0,
		body: encodeChunk({ first: 0, track }, 0, samples),
		samples,
		resume: state
	});
	await copyLooks(db, attempt.id, id, (samples / track.rateHz) * 1000);
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

/** Turns of a flight that were flown without the heading dial, by both methods with the student's own numbers. */
export async function blindTurnsOf(db: Knex, attempt: Attempt): Promise<BlindTurn[]> {
	const { card } = attempt;
	if (!card.phases.some(({ targets }) => targets.bankDeg)) return [];
	const area = await areaOf(db, card.area);
	return blindTurns(await trackOf(db, attempt), card, area.dipDeg, schoolRuleDeg(area));
}
