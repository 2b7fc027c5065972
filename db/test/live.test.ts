import { describe, expect, it } from 'vitest';
import {
	CardFlight,
	encodeChunk,
	flyByRobot,
	parse,
	TECHNIQUES,
	type Situation,
	NO_CONDITIONS
} from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '../../data/index.js';
import { API } from '../../src/lib/contracts/api.js';
import {
	addLooks,
	addCommand,
	cardsOf,
	findAttempt,
	looksOf,
	commandsOf,
	archiveCard,
	acknowledgeCommand,
	pendingCommands,
	proposedCards
} from '../../src/lib/server/data/index.js';
import { NotFoundError, ownCard, settableCard } from '../../src/lib/server/policy.js';
import {
	beginFlight,
	branchFlight,
	cardOfSituation,
	validateCard,
	isInTheAir,
	saveChunk,
	saveSituation,
	liveView,
	rosterOf,
	scanOf,
	cardRows,
	findable,
	takeProposed,
	taskPage,
	withConditions
} from '../../src/lib/server/services/index.js';
import { somebody, withDatabase } from './database.js';

const card = cardCatalog.get('approach-descent');
const complex = cardCatalog.get('complex-descent');
const standard = standardCatalog.get('us-instrument');
const area = areaCatalog.get('veskar');
const aircraft = aircraftCatalog.get('ferrin-160');
const { track } = flyByRobot(card, aircraft, area, TECHNIQUES.steady, 3);
const at = withDatabase();

async function flying() {
	const instructor = await somebody(at.db, 'instructor');
	const student = await somebody(at.db, 'student', instructor.id);
	const id = await beginFlight(at.db, student, { assignmentId: null, card, standard, assist: 'direct' });
	const attempt = (await findAttempt(at.db, id))!;
	const flown = new CardFlight(card, aircraft, area, { assist: 'direct', seed: 5 });
	const { flight } = flown;
	for (let i = 0; i < 120; i++) flight.step(flight.initialControls);
	flight.arm({ kind: 'vacuum', atSeconds: 1, creepSeconds: 30 });
	const hear = () =>
		saveChunk(at.db, attempt, 0, encodeChunk({ first: 0, track }, 0, 11), {
			...flown.state(),
			phase: 0,
			phaseSeconds: 1
		});
	return { instructor, student, attempt, hear };
}

describe('a flight in the air', () => {
	it('is known by its last word, and seen as it was then', async () => {
		const { instructor, attempt, hear } = await flying();
		expect(isInTheAir(attempt)).toBe(false);
		expect((await liveView(at.db, attempt)).now).toBeNull();
		await hear();
		const heard = (await findAttempt(at.db, attempt.id))!;
		expect(isInTheAir(heard)).toBe(true);
		expect(isInTheAir(heard, new Date(Date.now() + 60_000))).toBe(false);
		const { now, inTheAir } = await liveView(at.db, heard);
		expect(inTheAir).toBe(true);
		expect(now!.timeSeconds).toBe(1);
		expect(now!.panel.altimeterFt).toBeCloseTo(3000, -1);
		expect(now!.failures).toEqual([{ kind: 'vacuum', atSeconds: 1, creepSeconds: 30 }]);
		const [entry] = await rosterOf(at.db, instructor.id);
		expect(entry!.inTheAir).toBe(attempt.id);
	});

	it('takes commands once, in their order', async () => {
		const { instructor, attempt } = await flying();
		const command = (failure: 'radio' | 'vacuum') =>
			addCommand(at.db, {
				attemptId: attempt.id,
				authorId: instructor.id,
				body: { kind: 'fail', failure, creepSeconds: 0 }
			});
		const first = await command('radio');
		await command('vacuum');
		const waiting = await pendingCommands(at.db, attempt.id);
		// As the cockpit will read it: an answer that does not fit the contract would be taken for none.
		expect(parse(API.pendingCommands.reply, JSON.parse(JSON.stringify(waiting)))).toHaveLength(2);
		expect(waiting.map((one) => (one.command.kind === 'fail' ? one.command.failure : ''))).toEqual([
			'radio',
			'vacuum'
		]);
		expect(await acknowledgeCommand(at.db, attempt.id, first)).toBe(1);
		expect(await acknowledgeCommand(at.db, attempt.id, first)).toBe(0);
		expect(await pendingCommands(at.db, attempt.id)).toHaveLength(1);
		const other = await flying();
		expect(await acknowledgeCommand(at.db, other.attempt.id, waiting[1]!.id)).toBe(0);
		expect((await commandsOf(at.db, attempt.id)).map(({ takenAt }) => takenAt !== null)).toEqual([
			false,
			true
		]);
	});
});

const situation = (change: Partial<Situation['start']> = {}): Situation => ({
	start: {
		altitudeFt: 2400,
		headingDeg: 92,
		airspeedKias: 91,
		verticalSpeedFpm: -480,
		flapsDeg: 0,
		...change
	},
	fromPhase: 2,
	failures: []
});

describe('a situation', () => {
	it('is proposed to the student’s instructor, on no list before it is taken', async () => {
		const { instructor, student, attempt } = await flying();
		const id = (await saveSituation(at.db, student, attempt, 'Half-way down', situation()))!;
		const listed = async () => ({
			own: (await cardsOf(at.db, instructor.id)).length,
			toSet: (await taskPage(at.db, instructor)).cards.filter((one) => one.id === id).length,
			found: (await findable(at.db, instructor)).filter(({ text }) => text === 'Half-way down').length,
			shelves: (await cardRows(at.db, instructor)).cards.filter((one) => one.id === id).length,
			proposed: (await proposedCards(at.db, instructor.id)).length
		});
		expect(await listed()).toEqual({ own: 0, toSet: 0, found: 0, shelves: 0, proposed: 1 });
		expect(await settableCard(at.db, instructor, id)).toBeNull();
		expect(await ownCard(at.db, instructor, id)).toBeNull();
		const other = await somebody(at.db, 'instructor');
		await expect(takeProposed(at.db, other, id)).rejects.toThrow(NotFoundError);
		await expect(takeProposed(at.db, student, id)).rejects.toThrow(NotFoundError);
		await takeProposed(at.db, instructor, id);
		expect(await listed()).toEqual({ own: 1, toSet: 1, found: 1, shelves: 1, proposed: 0 });
		await expect(takeProposed(at.db, instructor, id)).rejects.toThrow(NotFoundError);
	});

	it('becomes a card of the student’s instructor, who alone can set or remove it', async () => {
		const { instructor, student, attempt } = await flying();
		const id = (await saveSituation(at.db, student, attempt, 'Half-way down', situation()))!;
		await takeProposed(at.db, instructor, id);
		const [kept] = await cardsOf(at.db, instructor.id);
		expect(kept).toMatchObject({ id, authorName: student.name });
		expect(kept!.card.name).toBe('Half-way down');
		expect(kept!.card.phases[0]!.id).toBe('descent');
		expect((await settableCard(at.db, instructor, id))!.card.start.altitudeFt).toBe(2400);
		const other = await somebody(at.db, 'instructor');
		expect(await ownCard(at.db, other, id)).toBeNull();
		expect(await settableCard(at.db, other, id)).toBeNull();
		expect(await archiveCard(at.db, other.id, id)).toBe(0);
		expect(await archiveCard(at.db, instructor.id, id)).toBe(1);
		const alone = await somebody(at.db, 'student');
		expect(await saveSituation(at.db, alone, attempt, 'x', situation())).toBeNull();
	});

	it('is made steady where the moment was not, and refused where nothing can fly', async () => {
		const { attempt } = await flying();
		expect(cardOfSituation(attempt, situation({ verticalSpeedFpm: -1600 })).start.verticalSpeedFpm).toBe(
			-800
		);
		expect(cardOfSituation(attempt, situation({ flapsDeg: 7 })).start.flapsDeg).toBe(10);
		expect(() => cardOfSituation(attempt, situation({ airspeedKias: 40 }))).toThrow(/Ferrin 160 can fly/);
	});
});

describe('what a day brings', () => {
	it('leaves the card as it is where nothing is asked', () => {
		expect(withConditions(card, NO_CONDITIONS)).toEqual(card);
	});

	it('puts weather, loading and failures on it', () => {
		const set = withConditions(complex, {
			...NO_CONDITIONS,
			windFromDeg: 300,
			windSpeedKt: 20,
			gustKt: 10,
			turbulence: 'moderate',
			temperatureOffsetC: -15,
			seaLevelPressureHpa: 990,
			cloudBaseFt: 800,
			visibilityKm: 2.5,
			outside: 'seen',
			loading: 'full',
			verticalSpeed: 'chamber',
			failure: 'gear-stuck'
		});
		expect(set.weather).toEqual({
			seaLevelPressureHpa: 990,
			temperatureOffsetC: -15,
			windLayers: [{ altitudeFt: 0, fromDeg: 300, speedKt: 20 }],
			gustKt: 10,
			turbulence: 'moderate',
			clouds: [{ baseFt: 800, topsFt: 4800 }],
			visibilityM: 2500
		});
		expect(set.loading!.stationsKg.rear).toBe(150);
		expect(set.failures).toHaveLength(1);
		expect(set.outside).toBe('seen');
		expect(set.verticalSpeed).toBe('chamber');
	});

	it('names what does not go', () => {
		const set = (change: object) => () => withConditions(card, { ...NO_CONDITIONS, ...change });
		expect(set({ cloudBaseFt: 2000, cloudTopsFt: 1000 })).toThrow('/cloudTopsFt must be a number above 2000');
		expect(set({ loading: 'elephants' })).toThrow(
			/must be one of standard, two-half-fuel, full for the Ferrin 160/
		);
		expect(() =>
			validateCard({ ...card, loading: { stationsKg: { front: 220, rear: 180, baggage: 50 }, fuelKg: 132 } })
		).toThrow(/outside the limits: mass/);
	});
});

describe('looks', () => {
	it('come with the chunks, are kept once, go along with a branch, and are analysed with the flight', async () => {
		const { student, attempt } = await flying();
		const state = new CardFlight(card, aircraft, area, { assist: 'direct', seed: 5 }).state();
		const look = (instrument: 'attitude' | 'altimeter', startMs: number, endMs: number) => ({
			instrument,
			startMs,
			endMs
		});
		const chunk = encodeChunk({ first: 0, track }, 0, 300);
		const first = [look('attitude', 0, 900), look('altimeter', 950, 9000), look('attitude', 9050, 9900)];
		await saveChunk(at.db, attempt, 0, chunk, state, first);
		await saveChunk(at.db, attempt, 0, chunk, state, first);
		expect((await looksOf(at.db, attempt.id)).veil).toEqual(first);
		await addLooks(at.db, attempt.id, 'tap', [look('altimeter', 100, 700)]);
		const heard = (await findAttempt(at.db, attempt.id))!;
		const scan = (await scanOf(at.db, heard))!;
		expect(scan.source).toBe('veil');
		expect(scan.reports.t.costs.map(({ fault }) => [fault.kind, fault.instrument])).toContainEqual([
			'fixation',
			'altimeter'
		]);
		expect(scan.deviations.map(({ item }) => item)).toContain('altitudeFt');
		const branch = await branchFlight(at.db, heard, 50, state);
		expect((await looksOf(at.db, branch)).veil).toEqual([first[0], { ...first[1], endMs: 5000 }]);
		const other = await beginFlight(at.db, student, { assignmentId: null, card, standard, assist: 'direct' });
		expect(await scanOf(at.db, (await findAttempt(at.db, other))!)).toBeNull();
	});
});
