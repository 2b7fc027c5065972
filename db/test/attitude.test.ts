import { describe, expect, it } from 'vitest';
import {
	DRILLS,
	encodeChunk,
	flyByRobot,
	patternCard,
	question,
	TECHNIQUES,
	type TaskCard
} from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '../../data/index.js';
import {
	addLooks,
	cardsOf,
	changeCard,
	dueItems,
	findCard,
	itemStates,
	roundsOf
} from '../../src/lib/server/data/index.js';
import { ownCard } from '../../src/lib/server/policy.js';
import {
	beginFlight,
	blindTurnsOf,
	validateCard,
	drillContext,
	drillRound,
	drillRows,
	endFlight,
	saveCard,
	createFromPattern,
	manoeuvresOf,
	markRound,
	ownNumbers,
	scanOf,
	scanTrend,
	importGazeLog
} from '../../src/lib/server/services/index.js';
import { findAttempt, type Person } from '../../src/lib/server/data/index.js';
import { somebody, withDatabase } from './database.js';

const at = withDatabase();
const aircraft = aircraftCatalog.get('ferrin-160');
const area = areaCatalog.get('veskar');
const standard = standardCatalog.get('us-instrument');
const context = drillContext(aircraft, area);

async function flown(student: Person, card: TaskCard, pilot: keyof typeof TECHNIQUES = 'steady', seed = 3) {
	const flight = flyByRobot(card, aircraft, area, TECHNIQUES[pilot], seed, 600);
	const id = await beginFlight(at.db, student, { assignmentId: null, card, standard, assist: 'direct' });
	const attempt = (await findAttempt(at.db, id))!;
	// The whole flight as one piece; where it is kept so the state is of no matter.
	await at.db('attempt_chunks').insert({
		attempt_id: id,
		seq: 0,
		body: Buffer.from(encodeChunk({ first: 0, track: flight.track }))
	});
	await endFlight(at.db, attempt, 'finished');
	return { id, looks: flight.looks, seconds: flight.simulatedSeconds };
}

describe('drills', () => {
	const answersTo = (id: 'primary' | 'leads', right: boolean[]) =>
		DRILLS[id]
			.items(context)
			.slice(0, right.length)
			.map((item, i) => {
				const { answer } = question(id, item, i, context);
				return { item, seed: i, given: right[i] ? answer.right : answer.right + 1000 };
			});
	const ID = '00000000-0000-4000-8000-000000000001';

	it('are marked again on the server, kept once, and come again by what was right', async () => {
		const student = await somebody(at.db, 'student');
		const now = new Date('2026-11-01T10:00:00Z');
		const answers = answersTo('primary', [true, false, true]);
		const marked = await markRound(at.db, student, 'primary', context, { id: ID, seconds: 50, answers }, now);
		expect(marked).toEqual({ right: 2, asked: 3 });
		await markRound(at.db, student, 'primary', context, { id: ID, seconds: 50, answers }, now);
		expect(await roundsOf(at.db, student.id)).toHaveLength(1);
		const states = await itemStates(at.db, student.id, 'primary');
		expect(states.map(({ box }) => box).sort()).toEqual([0, 1, 1]);
		const day = now.getTime() / 86_400_000;
		expect(await dueItems(at.db, student.id, day)).toEqual({ primary: 1 });
		expect(await dueItems(at.db, student.id, day + 1.01)).toEqual({ primary: 3 });
		// What was missed is the first of the next round.
		const round = await drillRound(at.db, student, 'primary', context, 5, now);
		expect(round).toHaveLength(10);
		expect(round[0]!.question.item).toBe(answers[1]!.item);
	});

	it('show scores by person: nobody sees another’s', async () => {
		const [one, other] = [await somebody(at.db, 'student'), await somebody(at.db, 'student')];
		const round = {
			id: '00000000-0000-4000-8000-000000000002',
			seconds: 61,
			answers: answersTo('leads', [true, true])
		};
		await markRound(at.db, one, 'leads', context, round);
		const row = (rows: Awaited<ReturnType<typeof drillRows>>) => rows.find(({ id }) => id === 'leads')!;
		expect(row(await drillRows(at.db, one, context))).toMatchObject({ rounds: 1, best: 1 });
		expect(row(await drillRows(at.db, other, context))).toMatchObject({ rounds: 0, best: null, last: null });
	});

	it('refuse an item that is none of theirs, and keep nothing of the round', async () => {
		const student = await somebody(at.db, 'student');
		await expect(
			markRound(at.db, student, 'leads', context, {
				id: '00000000-0000-4000-8000-000000000003',
				seconds: 9,
				answers: [{ item: 'level/pitch', seed: 1, given: 1 }]
			})
		).rejects.toThrow(/\/item is none of the drill leads/);
		expect(await roundsOf(at.db, student.id)).toEqual([]);
	});
});

describe('an instructor’s own cards', () => {
	it('are laid out, changed and shared by their owner alone, each with an identifier of its own', async () => {
		const [owner, other] = [await somebody(at.db, 'instructor'), await somebody(at.db, 'instructor')];
		const id = await createFromPattern(at.db, owner, {
			pattern: 'vertical-s-c',
			aircraft: 'ferrin-160',
			altitudeFt: 1200,
			headingDeg: 360
		});
		const kept = (await ownCard(at.db, owner, id))!;
		expect(kept.card.start).toMatchObject({ altitudeFt: 1200, headingDeg: 0 });
		expect(kept.card.id).toMatch(/^own-[0-9a-f]{10}$/);
		expect(await ownCard(at.db, other, id)).toBeNull();
		expect(await changeCard(at.db, other.id, id, { ...kept.card, name: 'Taken' })).toBe(0);
		expect(await changeCard(at.db, owner.id, id, { ...kept.card, name: 'Mine' })).toBe(1);
		expect((await findCard(at.db, id))!.card.name).toBe('Mine');
		const copy = await saveCard(at.db, owner, kept.card);
		expect((await ownCard(at.db, owner, copy))!.card.id).not.toBe(kept.card.id);
		expect(await cardsOf(at.db, owner.id)).toHaveLength(2);
	});

	it('are refused with the place of what is wrong', async () => {
		const owner = await somebody(at.db, 'instructor');
		const card = structuredClone(cardCatalog.get('oval'));
		card.phases[2]!.end = { kind: 'elapsed', seconds: -5 };
		await expect(saveCard(at.db, owner, card)).rejects.toThrow(/^\/phases\/2\/end\/seconds must be/);
		await expect(
			createFromPattern(at.db, owner, {
				pattern: 'rhombus',
				aircraft: 'ferrin-160',
				altitudeFt: 1500,
				headingDeg: 0
			})
		).rejects.toThrow(/\/pattern must be/);
		expect(() =>
			validateCard({ ...cardCatalog.get('oval'), start: { ...card.start, airspeedKias: 250 } })
		).toThrow(/\/start is nothing the Ferrin 160 can fly/);
	});
});

describe('what a student has really flown', () => {
	it('becomes numbers of one’s own, a record of manoeuvres, and turns told by both methods', async () => {
		const [student, other] = [await somebody(at.db, 'student'), await somebody(at.db, 'student')];
		await flown(student, cardCatalog.get('approach-descent'));
		const compass = await flown(student, cardCatalog.get('compass-turns'));
		const own = await ownNumbers(at.db, student.id, 'ferrin-160');
		const descent = own.find(({ configurationId }) => configurationId === 'precision-descent')!;
		expect(Math.abs(descent.airspeedKias.mean - 90)).toBeLessThan(3);
		expect(descent.seconds).toBeGreaterThan(30);
		expect(await ownNumbers(at.db, other.id, 'ferrin-160')).toEqual([]);
		expect(await ownNumbers(at.db, student.id, 'ostrel-240')).toEqual([]);
		const { records } = await manoeuvresOf(at.db, student.id);
		expect(records.map(({ id }) => id)).toEqual(
			expect.arrayContaining(['level', 'turn', 'descent', 'level-off'])
		);
		expect(await manoeuvresOf(at.db, other.id)).toEqual({ records: [], navigation: [], leanings: [] });
		const turns = await blindTurnsOf(at.db, (await findAttempt(at.db, compass.id))!);
		expect(turns).toHaveLength(3);
		// Worked out once: a second look needs the recording no more.
		await at.db('attempts').where({ id: compass.id }).update({ recording: null });
		expect(await blindTurnsOf(at.db, (await findAttempt(at.db, compass.id))!)).toEqual(turns);
	});

	it('has a trend of scans, oldest first, of the flights that have one', async () => {
		const student = await somebody(at.db, 'student');
		const card = patternCard('straight-level', { aircraft, area: area.id, altitudeFt: 2000, headingDeg: 90 });
		const starer = await flown(student, card, 'starer');
		await flown(student, card);
		const steady = await flown(student, card, 'steady', 8);
		await addLooks(at.db, starer.id, 'veil', starer.looks);
		await addLooks(at.db, steady.id, 'veil', steady.looks);
		const trend = await scanTrend(at.db, student.id);
		expect(trend.map(({ attemptId }) => attemptId)).toEqual([starer.id, steady.id]);
		expect(trend[0]!.fixations).toBeGreaterThan(1);
		expect(trend[1]!.fixations).toBe(0);
	});

	it('takes a gaze log in, shifted to its begin, and refuses a bad one by its line', async () => {
		const student = await somebody(at.db, 'student');
		const { id } = await flown(student, cardCatalog.get('straight-level'));
		const attempt = (await findAttempt(at.db, id))!;
		const log = 'time_ms,instrument\n0,attitude\n900,altimeter\n1800,attitude\n2600,\n';
		await expect(importGazeLog(at.db, attempt, log.replace('altimeter', 'nose'), '', 0)).rejects.toThrow(
			/\/line 3\/instrument must be one of/
		);
		await expect(importGazeLog(at.db, attempt, 'time_ms,x,y\n0,1,1\n', '{"a":1}', 0)).rejects.toThrow(
			/\/map must be/
		);
		expect(await scanOf(at.db, attempt)).toBeNull();
		expect(await importGazeLog(at.db, attempt, log, '', 12)).toBe(3);
		const scan = (await scanOf(at.db, attempt))!;
		expect(scan.source).toBe('gaze');
		expect(scan.looks[0]).toMatchObject({ instrument: 'attitude', startMs: 12_000, endMs: 12_900 });
	});
});
