import { describe, expect, it } from 'vitest';
import { emptyEntry, totalsOf, typedOf, type LogEntry } from '@hanza/core';
import { cardCatalog, ruleCatalog, standardCatalog } from '../../data/index.js';
import { demoLog } from '../seed-logs.js';
import {
	totalsAndWaiting,
	totalsOfLog,
	wholeLog,
	writtenBefore,
	type Person
} from '../../src/lib/server/data/index.js';
import {
	approveDevice,
	beginImport,
	changeEntry,
	changeOwnRules,
	checkPage,
	chooseGoal,
	confirmEntries,
	copyRuleSet,
	deleteEntry,
	endorsementList,
	entryOfAttempt,
	entryPage,
	FIRST_VIEW,
	giveEndorsement,
	keepCheck,
	instructorToday,
	keepEntry,
	keepImport,
	knownFile,
	logOf,
	logPage,
	putAwayRules,
	ratingPage,
	restoreEntry,
	rosterPage,
	ruleSetPage,
	stageRows,
	takeBackEndorsement,
	takeBackImport,
	takeRuleSet,
	todayOf,
	type LogView
} from '../../src/lib/server/services/index.js';
import { somebody, withDatabase } from './database.js';

const at = withDatabase();
const TODAY = todayOf();
const flown = (change: Partial<LogEntry> = {}): LogEntry => ({
	...emptyEntry('2026-03-03'),
	aircraftType: 'Ferrin 160',
	from: 'XVES',
	to: 'XOST',
	totalMinutes: 90,
	...change
});
const keep = (person: Person, studentId: string, change: Partial<LogEntry> = {}) =>
	keepEntry(at.db, person, studentId, typedOf(flown(change)));
const pageOf = (person: Person, studentId: string, view: Partial<LogView> = {}) =>
	logPage(at.db, person, studentId, { ...FIRST_VIEW, ...view });

async function school() {
	const teacher = await somebody(at.db, 'instructor');
	const student = await somebody(at.db, 'student', teacher.id);
	const otherTeacher = await somebody(at.db, 'instructor');
	const otherStudent = await somebody(at.db, 'student', teacher.id);
	return { teacher, student, otherTeacher, otherStudent };
}

describe('an entry of a log', () => {
	it('is typed by the student, confirmed by the instructor, closed, corrected with a reason, and asks again', async () => {
		const { teacher, student, otherTeacher } = await school();
		const id = await keep(student, student.id);
		const toConfirm = async (person: Person) => (await instructorToday(at.db, person)).toConfirm;
		expect(await toConfirm(teacher)).toEqual([
			{ studentId: student.id, studentName: student.name, entries: 1 }
		]);
		expect(await toConfirm(otherTeacher)).toEqual([]);
		expect(await confirmEntries(at.db, teacher, student.id, [{ id, version: 1 }])).toBe(1);
		expect(await toConfirm(teacher)).toEqual([]);
		expect((await entryPage(at.db, student, id)).saved.confirmedBy).toBe(teacher.name);
		const typed = typedOf(flown({ totalMinutes: 96 }));
		await expect(changeEntry(at.db, student, id, { version: 1, typed, reason: ' ' })).rejects.toMatchObject({
			byField: { reason: expect.stringContaining('is wanted') }
		});
		await changeEntry(at.db, student, id, { version: 1, typed, reason: 'block time was later' });
		const { saved, versions } = await entryPage(at.db, teacher, id);
		expect(saved).toMatchObject({ version: 2, confirmedAt: null, entry: { totalMinutes: 96 } });
		expect(
			versions.map(({ version, deed, reason, authorName, entry }) => [
				version,
				deed,
				reason,
				authorName,
				entry.totalMinutes
			])
		).toEqual([
			[2, 'corrected', 'block time was later', student.name, 96],
			[1, 'confirmed', null, teacher.name, 90],
			[1, 'made', null, student.name, 90]
		]);
	});

	it('changed by two: the second is told, with how it stands now, and nothing of either is lost', async () => {
		const { teacher, student } = await school();
		const id = await keep(student, student.id);
		await changeEntry(at.db, student, id, {
			version: 1,
			typed: typedOf(flown({ remarks: 'mine' })),
			reason: ''
		});
		await expect(
			changeEntry(at.db, teacher, id, { version: 1, typed: typedOf(flown({ remarks: 'yours' })), reason: '' })
		).rejects.toMatchObject({ name: 'ConflictError', now: { version: 2, entry: { remarks: 'mine' } } });
		await expect(confirmEntries(at.db, teacher, student.id, [{ id, version: 1 }])).rejects.toMatchObject({
			name: 'ConflictError'
		});
		// At the very same time too, one of them wins and the other is told.
		const tries = await Promise.allSettled(
			['a', 'b', 'c'].map((remarks) =>
				changeEntry(at.db, student, id, { version: 2, typed: typedOf(flown({ remarks })), reason: '' })
			)
		);
		expect(tries.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
	});

	it('taken out leaves a trace and can be brought back', async () => {
		const { teacher, student } = await school();
		const id = await keep(student, student.id);
		await keep(student, student.id, { totalMinutes: 30 });
		await deleteEntry(at.db, student, id, { version: 1, reason: '' });
		expect((await pageOf(student, student.id)).all.totalMinutes).toBe(30);
		expect((await pageOf(teacher, student.id, { which: 'deleted' })).rows.map((row) => row.id)).toEqual([id]);
		await restoreEntry(at.db, student, id, 2);
		expect((await pageOf(student, student.id)).all.totalMinutes).toBe(120);
		expect((await entryPage(at.db, student, id)).versions.map(({ deed }) => deed)).toEqual([
			'restored',
			'deleted',
			'made'
		]);
	});

	it('confirmed many at once: all of them or none', async () => {
		const { teacher, student } = await school();
		const ids: string[] = [];
		for (let i = 0; i < 12; i++) ids.push(await keep(student, student.id, { totalMinutes: 60 + i }));
		const seen = ids.map((id) => ({ id, version: 1 }));
		await changeEntry(at.db, student, ids[7]!, {
			version: 1,
			typed: typedOf(flown({ remarks: 'late' })),
			reason: ''
		});
		await expect(confirmEntries(at.db, teacher, student.id, seen)).rejects.toMatchObject({
			name: 'ConflictError'
		});
		expect((await pageOf(teacher, student.id)).waiting).toBe(12);
		seen[7]!.version = 2;
		expect(await confirmEntries(at.db, teacher, student.id, seen)).toBe(12);
		expect((await pageOf(teacher, student.id)).waiting).toBe(0);
	});

	it('that cannot be is refused field by field, and nothing of it is kept', async () => {
		const { student } = await school();
		await expect(
			keepEntry(at.db, student, student.id, {
				...typedOf(flown()),
				date: '30.2.2026',
				totalMinutes: '1:75',
				holds: 'two'
			})
		).rejects.toMatchObject({
			byField: {
				date: expect.stringContaining('a day that there is'),
				totalMinutes: expect.stringContaining('a time'),
				holds: expect.stringContaining('a number')
			}
		});
		await expect(keep(student, student.id, { picMinutes: 91 })).rejects.toMatchObject({
			byField: { picMinutes: 'pilot in command is a part of the total, and that is 1:30' }
		});
		await expect(keep(student, student.id, { date: '2031-01-01' })).rejects.toThrow('is after today');
		expect((await pageOf(student, student.id)).all.entries).toBe(0);
	});

	it('is nobody else’s: not another student’s, not another instructor’s', async () => {
		const { teacher, student, otherTeacher, otherStudent } = await school();
		const id = await keep(student, student.id);
		const importId = await beginImport(at.db, student, student.id, file(1));
		for (const person of [otherTeacher, otherStudent])
			for (const tried of [
				() => pageOf(person, student.id),
				() => logOf(at.db, person, student.id),
				() => entryPage(at.db, person, id),
				() => keep(person, student.id),
				() => changeEntry(at.db, person, id, { version: 1, typed: typedOf(flown()), reason: 'x' }),
				() => deleteEntry(at.db, person, id, { version: 1, reason: 'x' }),
				() => restoreEntry(at.db, person, id, 1),
				() => confirmEntries(at.db, person, student.id, [{ id, version: 1 }]),
				() => beginImport(at.db, person, student.id, file(1)),
				() => knownFile(at.db, person, student.id, { heads: ['Date'], digest: DIGEST }),
				() => stageRows(at.db, person, importId, [flown()]),
				() => keepImport(at.db, person, importId),
				() => takeBackImport(at.db, person, importId),
				() => ratingPage(at.db, person, student.id, NOTHING),
				() => keepCheck(at.db, person, student.id, { rulesId: 'us-instrument-airplane', asOf: TODAY }),
				() => chooseGoal(at.db, person, student.id, 'eu-ir-a-modular'),
				() => endorsementList(at.db, person, student.id)
			])
				await expect(tried()).rejects.toMatchObject({ name: 'NotFoundError' });
		// A student confirms nothing, not even their own; an entry of one is not confirmed as another's.
		await expect(confirmEntries(at.db, student, student.id, [{ id, version: 1 }])).rejects.toMatchObject({
			name: 'NotFoundError'
		});
		await expect(confirmEntries(at.db, teacher, otherStudent.id, [{ id, version: 1 }])).rejects.toMatchObject(
			{ name: 'NotFoundError' }
		);
		expect((await pageOf(teacher, student.id)).all.entries).toBe(1);
	});
});

describe('a log on its pages', () => {
	it('has the sums that the core makes, page by page and brought forward', async () => {
		const { student } = await school();
		const log = demoLog('teo', TODAY);
		for (const entry of log) await keepEntry(at.db, student, student.id, typedOf(entry));
		const first = await pageOf(student, student.id);
		expect(first.all).toEqual(totalsOf(log));
		expect(first.rows[0]!.entry).toEqual(log.at(-1));
		let seen = 0;
		for (let page = 0; page * 25 < log.length; page++) {
			const { rows, forward } = await pageOf(student, student.id, { page });
			seen += rows.length;
			expect(forward).toEqual(totalsOf(log.slice(0, Math.max(0, log.length - (page + 1) * 25))));
		}
		expect(seen).toBe(log.length);
		const upwards = await pageOf(student, student.id, { descending: false, page: 1 });
		expect(upwards.forward).toEqual(totalsOf(log.slice(0, 25)));
		const asOf = log[30]!.date;
		expect((await pageOf(student, student.id, { to: asOf })).found).toEqual(
			totalsOf(log.filter(({ date }) => date <= asOf))
		);
		const found = await pageOf(student, student.id, { words: 'xost ferrin', perPage: 100 });
		expect(found.rows.length).toBe(
			log.filter(({ to, aircraftType }) => to === 'XOST' && aircraftType.includes('Ferrin')).length
		);
		const longest = await pageOf(student, student.id, { sort: 'total', perPage: 100 });
		const minutes = longest.rows.map(({ entry }) => entry.totalMinutes);
		expect(minutes).toEqual(minutes.toSorted((a, b) => b - a));
	});

	it('words of a search are words, whatever signs are in them', async () => {
		const { student } = await school();
		await keep(student, student.id, { remarks: '100% "done"; drop table_x' });
		for (const words of ['100%', '"done";', 'table_x'])
			expect((await pageOf(student, student.id, { words })).found.entries).toBe(1);
		for (const words of ['%%', 'tablexx', "' or 1=1 --"])
			expect((await pageOf(student, student.id, { words })).found.entries).toBe(0);
	});
});

describe('time in an approved device', () => {
	it('is an instructor’s to enter; elsewhere’s is the student’s', async () => {
		const { teacher, student } = await school();
		await approveDevice(at.db, teacher, { name: 'Panel', level: 'aatd', approvalNumber: 'VF-A-004' });
		const device = { device: 'aatd', registration: 'vf-a-004', simulatedMinutes: 60 } as const;
		await expect(keep(student, student.id, device)).rejects.toMatchObject({
			byField: { registration: expect.stringContaining('your instructor') }
		});
		await keep(teacher, student.id, device);
		// Not by a file either.
		const id = await beginImport(at.db, student, student.id, file(1));
		await expect(stageRows(at.db, student, id, [flown(device)])).rejects.toMatchObject({
			byField: { registration: expect.stringContaining('your instructor') }
		});
		await keep(student, student.id, { ...device, registration: 'elsewhere' });
		expect((await pageOf(student, student.id)).all).toMatchObject({ deviceMinutes: 180, totalMinutes: 0 });
	});
});

const DIGEST = 'a'.repeat(64);
const file = (rows: number, digest = DIGEST) => ({
	fileName: 'old.csv',
	digest,
	heads: ['Date', 'Total'],
	map: {
		fields: ['date', 'totalMinutes'] as ('date' | 'totalMinutes')[],
		order: 'day-first' as const,
		bare: 'hours' as const
	},
	rows,
	again: false
});

describe('an entry from a flight in the trainer', () => {
	const flight = async (student: Person) => {
		const [row] = await at
			.db('attempts')
			.insert({
				student_id: student.id,
				card_id: 'straight-level',
				card: JSON.stringify(cardCatalog.get('straight-level')),
				standard: JSON.stringify(standardCatalog.get('us-instrument')),
				assist: 'direct',
				status: 'finished',
				ended_at: at.db.fn.now(),
				samples: 1800
			})
			.returning('id');
		return row.id as string;
	};
	const from = (
		person: Person,
		studentId: string,
		attemptId: string,
		device: LogEntry['device'] = 'trainer'
	) => keepEntry(at.db, person, studentId, typedOf(flown({ device })), attemptId);

	it('is practice whatever is typed, once, and never of a flight of somebody else', async () => {
		const { student, otherStudent } = await school();
		const own = await flight(student);
		expect((await entryOfAttempt(at.db, student, student.id, own)).entry).toMatchObject({
			device: 'trainer',
			totalMinutes: 3
		});
		for (const id of [await flight(otherStudent), 'no-such-flight'])
			await expect(from(student, student.id, id)).rejects.toMatchObject({ name: 'NotFoundError' });
		await expect(from(student, student.id, own, 'airplane')).rejects.toMatchObject({
			byField: { device: expect.stringContaining('practice') }
		});
		const entry = await from(student, student.id, own);
		await expect(from(student, student.id, own)).rejects.toMatchObject({
			byField: { date: expect.stringContaining('has an entry') }
		});
		await expect(
			changeEntry(at.db, student, entry, { version: 1, typed: typedOf(flown()), reason: '' })
		).rejects.toMatchObject({
			byField: { device: expect.stringContaining('practice') }
		});
		await deleteEntry(at.db, student, entry, { version: 1, reason: '' });
		await from(student, student.id, own);
		await expect(restoreEntry(at.db, student, entry, 2)).rejects.toMatchObject({
			byField: { date: expect.stringContaining('has an entry') }
		});
	});
});

describe('a file into a log', () => {
	it('is in it whole or not at all, is known again, and goes out in one step but for what was confirmed', async () => {
		const { teacher, student } = await school();
		const entries = Array.from({ length: 30 }, (_, i) => flown({ totalMinutes: 30 + i }));
		const id = await beginImport(at.db, student, student.id, file(30));
		await stageRows(at.db, student, id, entries.slice(0, 20));
		expect((await pageOf(student, student.id)).all.entries).toBe(0);
		expect(await wholeLog(at.db, student.id)).toEqual([]);
		await expect(keepImport(at.db, student, id)).rejects.toThrow(
			'20 of 30 entries have come; nothing was taken'
		);
		await stageRows(at.db, student, id, entries.slice(20));
		// Pressed twice at once it is kept once.
		const kept = await Promise.allSettled([keepImport(at.db, student, id), keepImport(at.db, student, id)]);
		expect(kept.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
		const page = await pageOf(student, student.id, { perPage: 100 });
		expect(page.all).toEqual(totalsOf(entries));
		await expect(beginImport(at.db, student, student.id, file(30))).rejects.toThrow(
			'This very file was taken on'
		);
		const known = await knownFile(at.db, student, student.id, { heads: ['Date', 'Total'], digest: DIGEST });
		expect(known).toMatchObject({
			map: { fields: ['date', 'totalMinutes'] },
			before: { fileName: 'old.csv', rows: 30 }
		});
		await confirmEntries(at.db, teacher, student.id, [{ id: page.rows[0]!.id, version: 1 }]);
		expect(await takeBackImport(at.db, student, id)).toEqual({ gone: 29, stay: 1 });
		expect((await pageOf(student, student.id)).all.entries).toBe(1);
		expect(await takeBackImport(at.db, student, id)).toEqual({ gone: 0, stay: 0 });
		// What was undone may come again.
		await beginImport(at.db, student, student.id, file(30));
	});

	it('with an entry that cannot be is refused with its place', async () => {
		const { student } = await school();
		const id = await beginImport(at.db, student, student.id, file(2));
		await expect(stageRows(at.db, student, id, [flown(), flown({ picMinutes: 200 })])).rejects.toThrow(
			'/entries/1/picMinutes'
		);
		await expect(stageRows(at.db, student, id, [{ ...flown(), total: 1 }])).rejects.toThrow(
			'/entries/0/total is not a known key'
		);
		expect(await takeBackImport(at.db, student, id)).toEqual({ gone: 0, stay: 0 });
	});
});

const NOTHING = { rulesId: null, asOf: null, besideId: null, whatIf: null };
const taught = {
	totalMinutes: 120,
	dualMinutes: 120,
	simulatedMinutes: 120,
	instructor: 'A',
	instrumentInstructor: true
} as const;

describe('the way to the rating', () => {
	it('counts the log, tries an entry without keeping it, and sets another set beside', async () => {
		const { teacher, student } = await school();
		await keep(student, student.id, taught);
		await keep(student, student.id, { ...taught, device: 'trainer' });
		const page = await ratingPage(at.db, teacher, student.id, {
			...NOTHING,
			besideId: 'eu-cb-ir-a',
			whatIf: typedOf(flown(taught))
		});
		const instrument = page.requirements.find(({ id }) => id === 'instrument')!;
		expect(instrument).toMatchObject({ have: 120, need: 2400, missing: 2280, countedMore: 0 });
		expect(instrument.counted).toHaveLength(1);
		expect(page).toMatchObject({
			entries: 1,
			unconfirmed: 1,
			trainerMinutes: 120,
			beside: { id: 'eu-cb-ir-a' }
		});
		expect(page.tried!.requirements.find(({ id }) => id === 'instrument')).toMatchObject({ have: 240 });
		expect((await pageOf(student, student.id)).all.entries).toBe(2);
	});

	it('a set is copied and tightened: the missing hours change, a check that was kept does not', async () => {
		const { teacher, student, otherTeacher, otherStudent } = await school();
		await keep(student, student.id, taught);
		const id = await copyRuleSet(at.db, teacher, 'us-instrument-airplane');
		await chooseGoal(at.db, student, student.id, id);
		await keepCheck(at.db, student, student.id, { rulesId: id, asOf: TODAY });
		const [row] = (await rosterPage(at.db, teacher)).filter((one) => one.id === student.id);
		expect(row!.rating.summary).toMatchObject({ of: 6 });
		const { rules } = await ruleSetPage(at.db, teacher, id);
		const tight = structuredClone(rules);
		tight.requirements.find((one) => one.id === 'instrument')!.need = 3000;
		tight.requirements = tight.requirements.filter((one) => one.id !== 'recent-training');
		await changeOwnRules(at.db, teacher, id, tight);
		const page = await ratingPage(at.db, student, student.id, NOTHING);
		expect(page.rules.id).toBe(id);
		expect(page.requirements.find((one) => one.id === 'instrument')).toMatchObject({ missing: 2880 });
		const [after] = (await rosterPage(at.db, teacher)).filter((one) => one.id === student.id);
		expect(after!.rating.summary).toMatchObject({ of: 5 });
		const check = await checkPage(at.db, teacher, student.id, page.checks[0]!.id);
		expect(check.rules.requirements).toHaveLength(6);
		expect(check.state.requirements.find((one) => one.id === 'instrument')).toMatchObject({ missing: 2280 });
		// However many come after it, a check stays to be read; the student may keep another by a set that is put away.
		for (let n = 0; n < 25; n++) await keepCheck(at.db, student, student.id, { rulesId: id, asOf: TODAY });
		expect((await checkPage(at.db, student, student.id, check.id)).rules.requirements).toHaveLength(6);
		// Another school neither sees nor changes it; a set that cannot be is refused with its place.
		for (const person of [otherTeacher, student])
			for (const tried of [
				() => changeOwnRules(at.db, person, id, tight),
				() => putAwayRules(at.db, person, id),
				() => copyRuleSet(at.db, person, id)
			])
				await expect(tried()).rejects.toMatchObject({ name: 'NotFoundError' });
		await expect(ruleSetPage(at.db, otherTeacher, id)).rejects.toMatchObject({ name: 'NotFoundError' });
		expect((await ruleSetPage(at.db, otherStudent, id)).mine).toBe(false);
		await expect(
			changeOwnRules(at.db, teacher, id, {
				...tight,
				requirements: [{ ...tight.requirements[0], need: 'much' }]
			})
		).rejects.toThrow('/requirements/0/need');
		// Put away it is offered no more, and the student who goes by it still does.
		await putAwayRules(at.db, teacher, id);
		expect((await ratingPage(at.db, student, student.id, NOTHING)).rules.id).toBe(id);
		await keepCheck(at.db, student, student.id, { rulesId: id, asOf: TODAY });
		const twice = { ...tight, requirements: [tight.requirements[0]!, tight.requirements[0]!] };
		await expect(takeRuleSet(at.db, teacher, twice)).rejects.toThrow('/requirements/1/id');
		const taken = await takeRuleSet(at.db, teacher, JSON.parse(JSON.stringify(tight)));
		expect((await ruleSetPage(at.db, teacher, taken)).rules).toEqual({ ...tight, id: taken });
		await expect(takeRuleSet(at.db, teacher, { format: 'something' })).rejects.toThrow('format');
	});

	it('in the roster a line is worked out anew when the log changes', async () => {
		const { teacher, student } = await school();
		const line = async () => (await rosterPage(at.db, teacher)).find((one) => one.id === student.id)!.rating;
		expect(await line()).toEqual({ waiting: 0, summary: null, isPending: false });
		const id = await keep(student, student.id, {
			...taught,
			date: TODAY,
			totalMinutes: 240,
			dualMinutes: 240,
			simulatedMinutes: 240
		});
		expect(await line()).toMatchObject({ waiting: 1, summary: { met: 1 } });
		await deleteEntry(at.db, student, id, { version: 1, reason: '' });
		expect(await line()).toMatchObject({ waiting: 0, summary: { met: 0 } });
	});

	it('of a large school the roster waits for a few, and has the rest soon after', async () => {
		const teacher = await somebody(at.db, 'instructor');
		for (let n = 0; n < 20; n++) {
			const student = await somebody(at.db, 'student', teacher.id);
			await keep(student, student.id, taught);
		}
		const pending = async () =>
			(await rosterPage(at.db, teacher)).filter(({ rating }) => rating.isPending).length;
		// Who has nothing in the log is not waited for.
		for (let n = 0; n < 15; n++) await somebody(at.db, 'student', teacher.id);
		expect(await pending()).toBe(12);
		await expect.poll(pending, { timeout: 10_000 }).toBe(0);
		const rows = await rosterPage(at.db, teacher);
		expect(rows.filter(({ rating }) => rating.summary?.of === 6)).toHaveLength(20);
	});

	it('every set that ships rates every demo log', async () => {
		const { student } = await school();
		for (const entry of demoLog('obed', TODAY)) await keepEntry(at.db, student, student.id, typedOf(entry));
		for (const { id } of ruleCatalog.all) {
			const page = await ratingPage(at.db, student, student.id, { ...NOTHING, rulesId: id });
			expect(page.requirements.length).toBeGreaterThan(0);
		}
		const us = await ratingPage(at.db, student, student.id, NOTHING);
		expect(us.requirements.filter(({ met }) => !met).map(({ id }) => id)).toEqual([
			'recent-training',
			'long-cross-country'
		]);
	});
});

describe('endorsements', () => {
	it('are signed by the instructor, run out with the month, and are withdrawn with a trace', async () => {
		const { teacher, student } = await school();
		const list = await endorsementList(at.db, student, student.id);
		expect(list[0]!.words).toContain(student.name);
		const sign = (person: Person, kind: string, givenOn: string) =>
			giveEndorsement(at.db, person, student.id, { kind, words: 'I find them prepared.', givenOn });
		await expect(sign(student, 'practical-test', TODAY)).rejects.toMatchObject({ name: 'NotFoundError' });
		await expect(sign(teacher, 'practical-test', '2026-02-30')).rejects.toThrow(
			'/givenOn must be a day that there is'
		);
		await expect(sign(teacher, 'practical-test', '2031-01-01')).rejects.toThrow(
			'/givenOn must not be after today'
		);
		await sign(teacher, 'practical-test', '2026-03-15');
		await sign(teacher, 'knowledge-test', '2026-03-15');
		const given = (await endorsementList(at.db, student, student.id)).map(({ kind, given }) => [
			kind,
			given?.expiresOn,
			given?.isExpired
		]);
		expect(given).toEqual([
			['knowledge-test', null, false],
			['knowledge-gaps', undefined, undefined],
			['flight-proficiency', undefined, undefined],
			['practical-test', '2026-05-31', true]
		]);
		const { given: signed } = (await endorsementList(at.db, student, student.id))[0]!;
		await takeBackEndorsement(at.db, teacher, student.id, signed!.id);
		const after = (await endorsementList(at.db, student, student.id))[0]!;
		expect(after.given).toBeNull();
		expect(after.before).toHaveLength(1);
	});
});

describe('sums in the database', () => {
	it('are those of the core over any log, whole numbers of minutes', async () => {
		const { student } = await school();
		for (const login of ['runa', 'ilse', 'mirja'])
			for (const entry of demoLog(login, TODAY)) await keepEntry(at.db, student, student.id, typedOf(entry));
		const entries = (await wholeLog(at.db, student.id)).map(({ entry }) => entry);
		expect(await totalsOfLog(at.db, student.id, { words: '', from: null, to: null, which: 'all' })).toEqual(
			totalsOf(entries)
		);
		const { totals, waiting } = await totalsAndWaiting(at.db, student.id);
		expect(totals).toEqual(totalsOf(entries));
		expect(waiting).toBe(entries.length);
	});

	it('knows what was written before, the most frequent first, and places of both ends', async () => {
		const { student } = await school();
		for (const [from, to, registration] of [
			['VES', 'HAM', 'QX-AAB'],
			['HAM', 'VES', 'QX-AAB'],
			['VES', 'VES', 'QX-AAC']
		] as const)
			await keepEntry(at.db, student, student.id, {
				...typedOf(demoLog('runa', TODAY)[0]!),
				from,
				to,
				registration
			});
		const { place, registration, safetyPilot } = await writtenBefore(at.db, student.id);
		expect(place).toEqual(['VES', 'HAM']);
		expect(registration).toEqual(['QX-AAB', 'QX-AAC']);
		expect(safetyPilot).toEqual([]);
	});
});
