import { describe, expect, it } from 'vitest';
import { encodeChunk, CardFlight, flyByRobot, TECHNIQUES, type Track } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '../../data/index.js';
import {
	addAssignment,
	attemptsOf,
	findAttempt,
	lastAttempts,
	lastSeq,
	openAssignments,
	overridesOf,
	addOverride,
	addRemark,
	remarksOf,
	addTry,
	lastTries
} from '../../src/lib/server/data/index.js';
import { ownAttempt, ownStudent, visibleAssignment, visibleAttempt } from '../../src/lib/server/policy.js';
import {
	attentionOf,
	beginFlight,
	branchFlight,
	endFlight,
	saveChunk,
	numbersToKnow,
	rosterOf,
	seedOf,
	trackOf
} from '../../src/lib/server/services/index.js';
import { somebody, withDatabase } from './database.js';

const card = cardCatalog.get('approach-descent');
const standard = standardCatalog.get('us-instrument');
const aircraft = aircraftCatalog.get('ferrin-160');
const area = areaCatalog.get('veskar');
const { track } = flyByRobot(card, aircraft, area, TECHNIQUES.hasty, 9);
const resume = new CardFlight(card, aircraft, area, { assist: 'direct', seed: 1 }).state();
const piece = (whole: Track, from: number, to: number) => encodeChunk({ first: 0, track: whole }, from, to);

const at = withDatabase();

async function school() {
	const instructor = await somebody(at.db, 'instructor');
	const student = await somebody(at.db, 'student', instructor.id);
	const attemptId = await beginFlight(at.db, student, {
		assignmentId: null,
		card,
		standard,
		assist: 'direct'
	});
	return { instructor, student, attemptId, attempt: (await findAttempt(at.db, attemptId))! };
}

describe('a flight', () => {
	it('is kept in chunks, joined, graded and compressed, and reads back the same', async () => {
		const { attempt, attemptId } = await school();
		for (let seq = 0, from = 0; from < track.length; seq++, from += 500)
			expect(
				await saveChunk(at.db, attempt, seq, piece(track, from, Math.min(track.length, from + 500)), resume)
			).toBe('kept');
		const before = (await findAttempt(at.db, attemptId))!;
		expect(before.samples).toBe(track.length);
		// JSON knows no negative zero; every other bit must come back.
		expect(before.resume).toEqual(JSON.parse(JSON.stringify(resume)));
		expect(await endFlight(at.db, before, 'finished')).toBe('kept');
		const after = (await findAttempt(at.db, attemptId))!;
		expect(after.status).toBe('finished');
		expect(after.verdict).toBe('not met');
		expect(after.grade!.faults.map(({ kind }) => kind)).toContain('late-level-off');
		expect(after.resume).toBeNull();
		expect(await lastSeq(at.db, attemptId)).toBe(-1);
		const back = await trackOf(at.db, after);
		expect(Array.from(back.column('indicatedAltitudeFt'))).toEqual(
			Array.from(track.column('indicatedAltitudeFt'))
		);
	});

	it('takes the same chunk twice as once, and refuses one after its end', async () => {
		const { attempt, attemptId } = await school();
		await saveChunk(at.db, attempt, 0, piece(track, 0, 100), resume);
		await saveChunk(at.db, attempt, 0, piece(track, 0, 100), resume);
		await saveChunk(at.db, attempt, 1, piece(track, 100, 200), resume);
		const now = (await findAttempt(at.db, attemptId))!;
		expect((await trackOf(at.db, now)).length).toBe(200);
		await endFlight(at.db, now, 'interrupted');
		expect(await saveChunk(at.db, attempt, 2, piece(track, 200, 300), resume)).toBe('ended');
		const ended = (await findAttempt(at.db, attemptId))!;
		expect(ended.status).toBe('interrupted');
		expect(ended.verdict).toBe('not shown');
		expect(await endFlight(at.db, ended, 'finished')).toBe('kept');
		expect((await findAttempt(at.db, attemptId))!.status).toBe('interrupted');
	});

	it('refuses bytes that are no recording before they are kept', async () => {
		const { attempt, attemptId } = await school();
		await expect(
			saveChunk(at.db, attempt, 0, new Uint8Array([1, 2, 3, 4, 5, 6, 7, 8, 9]), resume)
		).rejects.toThrow(/recording/);
		expect(await lastSeq(at.db, attemptId)).toBe(-1);
	});

	it('is taken up again from an earlier moment as a flight of its own, with the same seed', async () => {
		const { attempt, attemptId } = await school();
		await saveChunk(at.db, attempt, 0, piece(track, 0, 600), resume);
		const id = await branchFlight(at.db, attempt, 450, resume);
		const branch = (await findAttempt(at.db, id))!;
		expect(branch).toMatchObject({
			status: 'flying',
			samples: 450,
			branchedFrom: attemptId,
			branchedAtSeconds: 45
		});
		expect(seedOf(branch)).toBe(seedOf(attempt));
		const begun = await trackOf(at.db, branch);
		expect(Array.from(begun.column('altitudeFt'))).toEqual(
			Array.from(track.column('altitudeFt').subarray(0, 450))
		);
		// The first flight stays as it was flown.
		expect((await trackOf(at.db, attempt)).length).toBe(600);
		await expect(branchFlight(at.db, attempt, 601, resume)).rejects.toThrow(
			'/samples must be a number from 1 to 600'
		);
	});

	it('that was given up before anything was flown leaves no trace', async () => {
		const { student, attempt } = await school();
		// The sample before the flight begins may have arrived.
		await saveChunk(at.db, attempt, 0, piece(track, 0, 1), resume);
		expect(await endFlight(at.db, attempt, 'interrupted')).toBe('discarded');
		expect(await attemptsOf(at.db, student.id)).toEqual([]);
	});
});

describe('who sees what', () => {
	it('a student their own flights, an instructor those of their own students, nobody another’s', async () => {
		const { instructor, student, attemptId } = await school();
		const other = await somebody(at.db, 'student', instructor.id);
		const stranger = await somebody(at.db, 'instructor');
		expect((await visibleAttempt(at.db, student, attemptId))?.id).toBe(attemptId);
		expect((await visibleAttempt(at.db, instructor, attemptId))?.id).toBe(attemptId);
		expect(await visibleAttempt(at.db, other, attemptId)).toBeNull();
		expect(await visibleAttempt(at.db, stranger, attemptId)).toBeNull();
		expect(await ownAttempt(at.db, instructor, attemptId)).toBeNull();
		expect(await ownStudent(at.db, stranger, student.id)).toBeNull();
		expect((await ownStudent(at.db, instructor, student.id))?.id).toBe(student.id);
		expect(await visibleAttempt(at.db, student, 'no-id; drop table users')).toBeNull();
		const assignmentId = await addAssignment(at.db, {
			studentId: student.id,
			instructorId: instructor.id,
			card,
			standardId: standard.id,
			assist: 'any',
			note: ''
		});
		expect((await openAssignments(at.db, student.id)).map(({ id }) => id)).toEqual([assignmentId]);
		expect((await visibleAssignment(at.db, student, assignmentId))?.card).toEqual(card);
		expect(await visibleAssignment(at.db, other, assignmentId)).toBeNull();
		expect(await visibleAssignment(at.db, stranger, assignmentId)).toBeNull();
	});
});

describe('the record', () => {
	it('keeps an override beside the computed verdict, and remarks by their moment', async () => {
		const { instructor, student, attempt, attemptId } = await school();
		await saveChunk(at.db, attempt, 0, piece(track, 0, track.length), resume);
		await endFlight(at.db, (await findAttempt(at.db, attemptId))!, 'finished');
		await addOverride(at.db, {
			attemptId,
			authorId: instructor.id,
			item: 'verdict',
			computed: 'not met',
			value: 'met',
			reason: 'prompted'
		});
		await addRemark(at.db, { attemptId, authorId: instructor.id, atSeconds: 90, text: 'second' });
		await addRemark(at.db, { attemptId, authorId: instructor.id, atSeconds: null, text: 'whole flight' });
		await addRemark(at.db, { attemptId, authorId: instructor.id, atSeconds: 10, text: 'first' });
		const [row] = await attemptsOf(at.db, student.id);
		expect(row).toMatchObject({ verdict: 'not met', overridden: 'met', cardName: card.name });
		expect(row!.faults).toContain('Late level-off');
		expect((await overridesOf(at.db, attemptId))[0]).toMatchObject({
			computed: 'not met',
			value: 'met',
			authorName: instructor.name
		});
		expect((await remarksOf(at.db, attemptId)).map(({ text }) => text)).toEqual([
			'whole flight',
			'first',
			'second'
		]);
	});

	it('shows the roster with the last flights of each student and what needs attention', async () => {
		const { instructor, student, attempt, attemptId } = await school();
		const idle = await somebody(at.db, 'student', instructor.id);
		await saveChunk(at.db, attempt, 0, piece(track, 0, track.length), resume);
		await endFlight(at.db, (await findAttempt(at.db, attemptId))!, 'finished');
		for (let i = 0; i < 3; i++) {
			const id = await beginFlight(at.db, student, { assignmentId: null, card, standard, assist: 'direct' });
			await saveChunk(at.db, (await findAttempt(at.db, id))!, 0, piece(track, 0, track.length), resume);
			await endFlight(at.db, (await findAttempt(at.db, id))!, 'finished');
		}
		expect(await lastAttempts(at.db, [student.id, idle.id], 2)).toHaveLength(2);
		const roster = await rosterOf(at.db, instructor.id);
		const busy = roster.find((entry) => entry.student.id === student.id)!;
		expect(busy.last).toHaveLength(4);
		expect(busy.attention.map(({ text }) => text)).toEqual(
			expect.arrayContaining([
				'standard not met twice running',
				'late level-off in 3 of the last 3',
				'nothing set'
			])
		);
		expect(roster.find((entry) => entry.student.id === idle.id)!.attention[0]!.text).toBe(
			'nothing set, nothing flown'
		);
		// A student who has not flown for long stands out too.
		const later = new Date(Date.now() + 20 * 86_400_000);
		expect(attentionOf(busy.last, 1, later).map(({ text }) => text)).toContain('no flight for 20 days');
	});
});

describe('numbers to know', () => {
	it('are told only after a try, and by the newest one', async () => {
		const { student } = await school();
		const blank = numbersToKnow(card, aircraft, await lastTries(at.db, student.id, aircraft.id));
		expect(blank).toHaveLength(card.numbersToKnow.length);
		expect(blank.every(({ answer }) => answer === null)).toBe(true);
		const entry = { studentId: student.id, aircraftId: aircraft.id, configurationId: 'cruise' };
		await addTry(at.db, { ...entry, pitchDeg: 9, power: 1500 });
		await addTry(at.db, { ...entry, pitchDeg: 0.8, power: 2420 });
		const tried = numbersToKnow(card, aircraft, await lastTries(at.db, student.id, aircraft.id));
		const cruise = tried.find(({ id }) => id === 'cruise')!;
		expect(cruise.tried).toEqual({ pitchDeg: 0.8, power: 2420 });
		expect(cruise.answer!.known).toBe(true);
		expect(tried.find(({ id }) => id === 'level-approach')!.answer).toBeNull();
	});
});
