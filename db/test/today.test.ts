import { describe, expect, it } from 'vitest';
import { encodeChunk, flyByRobot, NO_CONDITIONS, TECHNIQUES, type PilotId } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '../../data/index.js';
import {
	addChunk,
	addOverride,
	findAssignment,
	findAttempt,
	openAssignments,
	type Person
} from '../../src/lib/server/data/index.js';
import {
	beginFlight,
	closeTask,
	copyCard,
	debriefPage,
	endFlight,
	instructorToday,
	lookAt,
	practise,
	recordView,
	RECORD_VIEWS,
	setNext,
	setTask,
	setTasks,
	setTraining,
	share,
	studentPage,
	studentToday,
	taskPage
} from '../../src/lib/server/services/index.js';
import { somebody, withDatabase } from './database.js';

const at = withDatabase();
const CARD = 'speed-changes';
const TASK = { ...NO_CONDITIONS, card: CARD, standard: 'us-instrument', assist: 'any' as const, note: '' };

async function school() {
	const [instructor, other] = [await somebody(at.db, 'instructor'), await somebody(at.db, 'instructor')];
	const student = await somebody(at.db, 'student', instructor.id);
	const strange = await somebody(at.db, 'student', other.id);
	return { instructor, other, student, strange };
}

/** A flight of a card by a robot, ended and graded. */
async function flown(
	student: Person,
	pilot: PilotId,
	{ card = CARD, daysAgo = 0, assignmentId = null as string | null } = {}
): Promise<string> {
	const set = cardCatalog.get(card);
	const startedAt = new Date(Date.now() - daysAgo * 86_400_000 - 600_000);
	const attemptId = await beginFlight(at.db, student, {
		assignmentId,
		card: set,
		standard: standardCatalog.get('us-instrument'),
		assist: 'direct',
		startedAt
	});
	const { track } = flyByRobot(
		set,
		aircraftCatalog.get(set.aircraft),
		areaCatalog.get(set.area),
		TECHNIQUES[pilot],
		3
	);
	await addChunk(at.db, attemptId, {
		seq: 0,
		body: encodeChunk({ first: 0, track }),
		samples: track.length,
		resume: null
	});
	await endFlight(
		at.db,
		(await findAttempt(at.db, attemptId))!,
		'finished',
		new Date(startedAt.getTime() + 200_000)
	);
	return attemptId;
}

describe('an instructor’s day', () => {
	it('has what was flown until it is looked at, once, and only of the own students', async () => {
		const { instructor, other, student, strange } = await school();
		const id = await flown(student, 'steady');
		await flown(strange, 'steady');
		expect((await instructorToday(at.db, instructor)).unseen.map((one) => one.id)).toEqual([id]);
		// Another instructor cannot take it off this one's list.
		await expect(lookAt(at.db, other, id)).rejects.toThrow();
		await expect(lookAt(at.db, student, id)).rejects.toThrow();
		await lookAt(at.db, instructor, id);
		const { lookedAt } = (await findAttempt(at.db, id))!;
		expect(lookedAt).toBeInstanceOf(Date);
		await lookAt(at.db, instructor, id);
		expect((await findAttempt(at.db, id))!.lookedAt).toEqual(lookedAt);
		expect((await instructorToday(at.db, instructor)).unseen).toEqual([]);
	});

	it('names a fault that came again, and sets what trains it in one go', async () => {
		const { instructor, other, student } = await school();
		for (const daysAgo of [5, 3, 1]) await flown(student, 'untrimmed', { daysAgo });
		const again = (await instructorToday(at.db, instructor)).cameAgain;
		expect(again).toContainEqual(
			expect.objectContaining({ studentId: student.id, kind: 'out-of-trim', ofLastThree: 3, isSet: false })
		);
		await expect(setTraining(at.db, other, student.id, 'out-of-trim', 'us-instrument')).rejects.toThrow();
		await expect(setTraining(at.db, instructor, student.id, 'no-such', 'us-instrument')).rejects.toThrow();
		await setTraining(at.db, instructor, student.id, 'out-of-trim', 'school-test');
		const [task] = await openAssignments(at.db, student.id);
		expect(task).toMatchObject({ cardId: 'approach-descent', standardId: 'us-instrument' });
		expect(
			(await instructorToday(at.db, instructor)).cameAgain.find(({ kind }) => kind === 'out-of-trim')
		).toMatchObject({
			isSet: true
		});
	});

	it('has tasks that nobody has begun, and who was not seen for long', async () => {
		const { instructor, student } = await school();
		await flown(student, 'steady', { daysAgo: 14 });
		await setTask(at.db, instructor, { ...TASK, student: student.id });
		let day = await instructorToday(at.db, instructor);
		expect(day.notBegun).toHaveLength(1);
		expect(day.silent).toMatchObject([{ studentId: student.id, days: 14, open: 1 }]);
		const [task] = await openAssignments(at.db, student.id);
		await flown(student, 'steady', { assignmentId: task!.id });
		day = await instructorToday(at.db, instructor);
		expect(day.notBegun).toEqual([]);
		expect(day.silent).toEqual([]);
	});
});

describe('a student’s day', () => {
	it('begins with what was set and never flown, then with what was not met', async () => {
		const { instructor, student } = await school();
		await setTask(at.db, instructor, { ...TASK, student: student.id });
		let day = await studentToday(at.db, student);
		expect(day.next).toMatchObject({
			name: cardCatalog.get(CARD).name,
			why: expect.stringContaining('not flown yet')
		});
		expect(day.drill).not.toBeNull();
		const id = await flown(student, 'steady', { assignmentId: day.next!.id });
		await addOverride(at.db, {
			attemptId: id,
			authorId: instructor.id,
			item: 'verdict',
			computed: 'met',
			value: 'not met',
			reason: 'prompted'
		});
		day = await studentToday(at.db, student);
		expect(day.next!.why).toBe('flown once, not met the last time');
	});

	it('practice that a student chooses is theirs, is not called the instructor’s, and the instructor may take it back', async () => {
		const { instructor, other, student } = await school();
		const id = await practise(at.db, student, 'oval', 'us-instrument');
		const day = await studentToday(at.db, student);
		expect(day.next).toMatchObject({
			id,
			instructorName: null,
			why: expect.stringContaining('you chose it')
		});
		expect((await studentPage(at.db, instructor, student.id, 'flights')).tasks).toMatchObject([
			{ id, own: true }
		]);
		await expect(practise(at.db, student, 'no-such-card', 'us-instrument')).rejects.toThrow();
		await expect(closeTask(at.db, other, id)).rejects.toThrow();
		await closeTask(at.db, instructor, id);
		expect(await openAssignments(at.db, student.id)).toEqual([]);
	});
});

describe('what to fly next', () => {
	it('after a fault is what trains it, after a clean flight one step harder; set by a press, and said to be set', async () => {
		const { instructor, student, strange } = await school();
		const faulty = await flown(student, 'untrimmed');
		const debrief = await debriefPage(at.db, instructor, faulty);
		if (!debrief.attempt) throw new Error('not graded');
		expect(debrief.next).toMatchObject({ why: expect.stringContaining('out of trim'), isSet: false });
		await expect(setNext(at.db, strange, faulty)).rejects.toThrow();
		await setNext(at.db, instructor, faulty);
		const after = await debriefPage(at.db, instructor, faulty);
		expect(after.attempt && after.next.isSet).toBe(true);

		const clean = await flown(student, 'steady');
		const id = await setNext(at.db, student, clean);
		const task = (await findAssignment(at.db, id))!;
		expect(task.card.weather.windLayers).toMatchObject([{ speedKt: 15 }]);
		expect(task).toMatchObject({ instructorId: student.id, conditions: { windSpeedKt: 15 } });
	});
});

describe('setting one task to several', () => {
	it('sets it to all of them, or to none where one is another’s', async () => {
		const { instructor, student, strange } = await school();
		const second = await somebody(at.db, 'student', instructor.id);
		await expect(setTasks(at.db, instructor, [student.id, strange.id], TASK)).rejects.toThrow();
		expect(await openAssignments(at.db, student.id)).toEqual([]);
		await setTasks(at.db, instructor, [student.id, second.id, student.id], TASK);
		expect(await openAssignments(at.db, student.id)).toHaveLength(1);
		expect(await openAssignments(at.db, second.id)).toHaveLength(1);
	});

	it('keeps what it was set with, for “as last time”', async () => {
		const { instructor, student } = await school();
		await setTask(at.db, instructor, {
			...TASK,
			student: student.id,
			windFromDeg: 40,
			windSpeedKt: 18,
			veil: 'dim',
			note: 'Again.'
		});
		const [last] = (await taskPage(at.db, instructor)).last;
		expect(last).toMatchObject({
			studentId: student.id,
			card: CARD,
			note: 'Again.',
			conditions: { windFromDeg: 40, windSpeedKt: 18, veil: 'dim', turbulence: 'none' }
		});
	});
});

describe('a card that is shared', () => {
	it('can be set and copied by every instructor, changed by its owner alone, and taken back', async () => {
		const { instructor, other, strange } = await school();
		const id = await copyCard(at.db, instructor, CARD);
		const set = () => setTask(at.db, other, { ...TASK, card: id, student: strange.id });
		await expect(set()).rejects.toThrow();
		await expect(share(at.db, other, id, true)).rejects.toThrow();
		await share(at.db, instructor, id, true);
		await set();
		expect((await taskPage(at.db, other)).cards.find((card) => card.id === id)).toMatchObject({
			group: 'The school’s',
			kept: false
		});
		await share(at.db, instructor, id, false);
		await expect(set()).rejects.toThrow();
		// What was set stays set.
		expect(await openAssignments(at.db, strange.id)).toHaveLength(1);
	});
});

describe('a record', () => {
	it('has every view, for its instructor and for nobody else’s', async () => {
		const { instructor, other, student } = await school();
		await flown(student, 'untrimmed');
		for (const view of RECORD_VIEWS) {
			expect((await recordView(at.db, student.id, view)).view).toBe(view);
			await expect(studentPage(at.db, other, student.id, view)).rejects.toThrow();
			expect((await studentPage(at.db, instructor, student.id, view)).record.view).toBe(view);
		}
		const { record } = await studentPage(at.db, instructor, student.id, 'faults');
		if (record.view !== 'faults') throw new Error('another view');
		expect(record.faults[0]).toMatchObject({ kind: 'out-of-trim', ofLastThree: 1, drill: null });
	});
});
