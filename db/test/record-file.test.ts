import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import {
	encodeChunk,
	flyByRobot,
	gradeFlight,
	joinDwells,
	loadedAircraft,
	TECHNIQUES,
	totalsOf,
	typedOf
} from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '../../data/index.js';
import type { RecordFile } from '../../src/lib/contracts/record-file.js';
import { demoLog } from '../seed-logs.js';
import {
	addChunk,
	addOverride,
	addRemark,
	attemptsOf,
	findAttempt,
	findPerson,
	looksOf,
	remarksOf,
	wholeLog
} from '../../src/lib/server/data/index.js';
import {
	beginFlight,
	changeEntry,
	chooseGoal,
	confirmEntries,
	copyRuleSet,
	deleteEntry,
	endFlight,
	endorsementList,
	entryPage,
	FIRST_VIEW,
	giveEndorsement,
	keepCheck,
	keepEntry,
	logPage,
	ratingPage,
	recordFile,
	takeRecord,
	todayOf,
	trackOf
} from '../../src/lib/server/services/index.js';
import { somebody, withDatabase } from './database.js';

const at = withDatabase();
const card = cardCatalog.get('approach-descent');
const aircraft = aircraftCatalog.get('ferrin-160');
const { track, looks } = flyByRobot(card, aircraft, areaCatalog.get('veskar'), TECHNIQUES.starer, 5);
const NOTHING = { rulesId: null, asOf: null, besideId: null, whatIf: null };

async function livedIn() {
	const teacher = await somebody(at.db, 'instructor');
	const student = await somebody(at.db, 'student', teacher.id);
	const attemptId = await beginFlight(at.db, student, {
		assignmentId: null,
		card,
		standard: standardCatalog.get('us-instrument'),
		assist: 'direct'
	});
	await addChunk(at.db, attemptId, {
		seq: 0,
		body: encodeChunk({ first: 0, track }),
		samples: track.length,
		resume: null,
		looks
	});
	await endFlight(at.db, (await findAttempt(at.db, attemptId))!, 'finished');
	await addRemark(at.db, { attemptId, authorId: teacher.id, atSeconds: 12, text: 'Look at “this”.' });
	await addOverride(at.db, {
		attemptId,
		authorId: teacher.id,
		item: 'verdict',
		computed: 'not met',
		value: 'met',
		reason: 'prompted'
	});
	const ids: string[] = [];
	for (const entry of demoLog('ilse', todayOf()))
		ids.push(await keepEntry(at.db, student, student.id, typedOf(entry)));
	await confirmEntries(at.db, teacher, student.id, [{ id: ids[0]!, version: 1 }]);
	await changeEntry(at.db, student, ids[0]!, {
		version: 1,
		typed: { ...typedOf(demoLog('ilse', todayOf())[0]!), remarks: 'again' },
		reason: 'a slip'
	});
	await confirmEntries(at.db, teacher, student.id, [{ id: ids[1]!, version: 1 }]);
	await deleteEntry(at.db, student, ids[2]!, { version: 1, reason: '' });
	const rulesId = await copyRuleSet(at.db, teacher, 'us-instrument-airplane');
	await chooseGoal(at.db, student, student.id, rulesId);
	await keepCheck(at.db, student, student.id, { rulesId, asOf: todayOf() });
	await giveEndorsement(at.db, teacher, student.id, {
		kind: 'knowledge-test',
		words: 'Ready.',
		givenOn: todayOf()
	});
	return { teacher, student, attemptId, firstId: ids[0]! };
}

describe('a whole record', () => {
	it('taken in elsewhere has the same totals, the same grades, the same versions, and grades the same again', async () => {
		const { teacher, student, attemptId, firstId } = await livedIn();
		const { bytes } = await recordFile(at.db, student, student.id);
		const elsewhere = await somebody(at.db, 'instructor');
		const id = await takeRecord(at.db, elsewhere, { bytes, login: 'newcomer', password: 'long enough' });
		const newcomer = (await findPerson(at.db, id))!;
		expect(newcomer).toMatchObject({ name: student.name, login: 'newcomer', instructorId: elsewhere.id });
		const logOf = async (who: string) =>
			(await wholeLog(at.db, who)).map(({ entry, confirmed }) => ({ entry, confirmed }));
		expect(await logOf(id)).toEqual(await logOf(student.id));
		expect(totalsOf((await logOf(id)).map(({ entry }) => entry))).toEqual(
			(await logPage(at.db, teacher, student.id, FIRST_VIEW)).all
		);
		const first = (await logPage(at.db, elsewhere, id, { ...FIRST_VIEW, words: 'again' })).rows[0]!;
		const told = async (who: typeof teacher, entry: string) =>
			(await entryPage(at.db, who, entry)).versions.map(({ version, deed, reason, authorName }) => [
				version,
				deed,
				reason,
				authorName.replace(' (elsewhere)', '')
			]);
		expect(await told(elsewhere, first.id)).toEqual(await told(teacher, firstId));

		const [flight] = await attemptsOf(at.db, id);
		const [was, is] = [(await findAttempt(at.db, attemptId))!, (await findAttempt(at.db, flight!.id))!];
		expect(is.grade).toEqual(was.grade);
		// A mark does not get lost on the way, and what it takes is known.
		expect(was.tooFast).toBe(true);
		const { tooFast, wholeToSeconds, storedBytes } = was;
		expect(is).toMatchObject({ tooFast, wholeToSeconds, storedBytes });
		expect(flight).toMatchObject({ verdict: was.verdict, score: was.score, overridden: 'met' });
		expect((await remarksOf(at.db, is.id))[0]).toMatchObject({ text: 'Look at “this”.', atSeconds: 12 });
		const again = gradeFlight(
			await trackOf(at.db, is),
			is.card,
			is.standard,
			loadedAircraft(aircraft, is.card.loading),
			joinDwells((await looksOf(at.db, is.id)).veil ?? [])
		);
		expect(JSON.parse(JSON.stringify(again))).toEqual(was.grade);

		const page = await ratingPage(at.db, newcomer, id, NOTHING);
		expect(page.requirements.map(({ have }) => have)).toEqual(
			(await ratingPage(at.db, student, student.id, NOTHING)).requirements.map(({ have }) => have)
		);
		expect(page.rules.name).toBe('US instrument rating, airplane, own');
		expect(page.checks).toHaveLength(1);
		expect((await endorsementList(at.db, newcomer, id))[0]!.given).toMatchObject({
			words: 'Ready.',
			authorName: `${teacher.name} (elsewhere)`
		});
		// Out again it is the same record, but for the time and the names of those elsewhere.
		const read = (zip: Uint8Array): RecordFile => JSON.parse(strFromU8(unzipSync(zip)['record.json']!));
		const { exportedAt: _a, people: _p, goal: _g, ...before } = read(bytes);
		const {
			exportedAt: _b,
			people: _q,
			goal: _h,
			...after
		} = read((await recordFile(at.db, newcomer, id)).bytes);
		expect(after).toEqual(before);
	});

	it('is the student’s and the instructor’s to take, nobody else’s; and only an instructor takes one in', async () => {
		const { teacher, student } = await livedIn();
		const { bytes } = await recordFile(at.db, teacher, student.id);
		for (const person of [await somebody(at.db, 'instructor'), await somebody(at.db, 'student', teacher.id)])
			await expect(recordFile(at.db, person, student.id)).rejects.toMatchObject({ name: 'NotFoundError' });
		await expect(
			takeRecord(at.db, student, { bytes, login: 'newcomer', password: 'long enough' })
		).rejects.toMatchObject({ name: 'NotFoundError' });
	});

	it('that is none, or was tampered with, is refused with its place, and nobody comes of it', async () => {
		const { teacher, student } = await livedIn();
		const { bytes } = await recordFile(at.db, teacher, student.id);
		const whole: RecordFile = JSON.parse(strFromU8(unzipSync(bytes)['record.json']!));
		const zipped = (value: unknown) =>
			zipSync({ 'record.json': strToU8(typeof value === 'string' ? value : JSON.stringify(value)) });
		const changed = (change: (record: RecordFile) => void) => {
			const record = structuredClone(whole);
			change(record);
			return zipped(record);
		};
		const people = await at.db('users').count('* as n').first();
		for (const [bad, words] of [
			[new Uint8Array([1, 2, 3]), /\/file must be a record as Hanza saves it/],
			[zipSync({ 'other.json': strToU8('{}') }), /\/file must be a record/],
			[zipped('no json'), /its record.json is no JSON/],
			[zipped({ format: 'hanza-record', version: 9 }), /\/version must be a whole number from 1 to 1/],
			[changed((record) => (record.log[0]!.entry.totalMinutes = -1)), /\/log\/0\/entry\/totalMinutes/],
			[
				changed((record) => (record.log[0]!.versions[0]!.author = 99)),
				/\/log\/0\/versions\/0\/author must be one of/
			],
			[
				changed((record) => (record.attempts[0]!.recording = 'AAAA')),
				/\/attempts\/0\/recording must be a recording/
			],
			[changed((record) => (record.attempts[0]!.grade = {})), /\/attempts\/0\/grade/],
			[
				changed((record) => (record.attempts[0]!.startedAt = '2026-99-99T10:00:00.000Z')),
				/\/file has a value/
			]
		] as const)
			await expect(
				takeRecord(at.db, teacher, { bytes: bad, login: 'newcomer', password: 'long enough' })
			).rejects.toThrow(words);
		await expect(
			takeRecord(at.db, teacher, { bytes, login: student.login, password: 'long enough' })
		).rejects.toThrow('/login');
		await expect(takeRecord(at.db, teacher, { bytes, login: 'newcomer', password: 'short' })).rejects.toThrow(
			'/password must have 8'
		);
		expect(await at.db('users').count('* as n').first()).toEqual(people);
	});
});
