import { describe, expect, it, vi } from 'vitest';
import { aircraftCatalog, cardCatalog } from '../../data/index.js';
import {
	flyByRobot,
	gradeFlight,
	solveWindTriangle,
	TECHNIQUES,
	timingError,
	type FaultKind,
	type Grade,
	type PilotId,
	type RobotFlight,
	type TaskCard
} from '../src/index.js';
import { area, eu, us } from './shipped.js';

// A flight of twenty minutes takes some seconds.
vi.setConfig({ testTimeout: 60_000 });

/** Approaches are flown in winds of their own: approaches.flights.test.ts. */
const cards = cardCatalog.all.filter(({ navigation, approach }) => navigation !== undefined && !approach);
const inWind = (card: TaskCard, fromDeg: number, speedKt: number): TaskCard => ({
	...card,
	weather: { ...card.weather, windLayers: [{ altitudeFt: 0, fromDeg, speedKt }] }
});
/** Each flight is flown once, however many tests look at it. */
const flown = new Map<string, { flight: RobotFlight; grade: Grade }>();
function graded(card: TaskCard, pilot: PilotId): { flight: RobotFlight; grade: Grade } {
	const key = `${card.id} ${pilot} ${JSON.stringify(card.weather.windLayers)}`;
	const before = flown.get(key);
	if (before) return before;
	const flight = flyByRobot(card, aircraftCatalog.get(card.aircraft), area, TECHNIQUES[pilot], 3, 1600);
	const now = { flight, grade: gradeFlight(flight.track, card, us) };
	flown.set(key, now);
	return now;
}
const shipped = (id: string) => cardCatalog.get(id);
const windy = (card: TaskCard) => inWind(card, 300, 25);
const IN_CALM = [
	'intercept-inbound',
	'homing',
	'arc',
	'hold-teardrop',
	'hold-parallel',
	'hold-left',
	'reversal-80-260',
	'two-radials'
];

describe('the steady robot, by needles alone', () => {
	// Wind is the harder half: every card is flown in it, and one of each kind in calm as well.
	it.each(cards.map((card) => [card.id, windy(card)] as const))(
		'flies %s within the standard in 25 kt of wind',
		(_, card) => {
			const { flight, grade } = graded(card, 'steady');
			expect(flight.completed).toBe(true);
			expect(grade.verdict, grade.because.join('; ')).toBe('met');
		}
	);

	it.each(IN_CALM)('and in calm, without a fault: %s', (id) => {
		const { flight, grade } = graded(inWind(shipped(id), 0, 0), 'steady');
		expect(flight.completed).toBe(true);
		expect(grade.verdict, grade.because.join('; ')).toBe('met');
		expect(grade.faults.map(({ kind }) => kind)).toEqual([]);
	});
	it('of which one of each kind of path, and each entry into a hold', () => {
		const kinds = (ids: readonly string[]) =>
			new Set(ids.flatMap((id) => shipped(id).phases.flatMap(({ path }) => (path ? [path.kind] : []))));
		expect(kinds(IN_CALM)).toEqual(kinds(cards.map(({ id }) => id)));
	});
});

/** What a pilot's fault has to be called, on a card and in a wind that brings it out. */
const SHOWN: [PilotId, FaultKind, string, number, number][] = [
	['needle-chaser', 'chases-needle', 'track-crosswind', 330, 15],
	['through-turner', 'turn-held-until-centred', 'intercept-inbound', 330, 15],
	['overcorrector', 'corrects-too-much', 'bracket', 330, 15],
	['undercorrector', 'corrects-too-little', 'bracket', 330, 15],
	['drifter', 'no-wind-correction', 'bracket', 330, 15],
	['reverser', 'reverse-sensing', 'intercept-inbound', 330, 15],
	['unhearing', 'not-identified', 'intercept-outbound', 0, 0],
	['clock-forgetter', 'hold-timing', 'hold-direct', 40, 20],
	['wrong-enterer', 'hold-entry', 'hold-teardrop', 40, 20]
];
const ALL = SHOWN.map(([, kind]) => kind);

describe('pilots with a fault of navigation', () => {
	it.each(SHOWN)('%s is said to have: %s (%s)', (pilot, kind, id, from, knots) => {
		const card = inWind(shipped(id), from, knots);
		const kinds = graded(card, pilot).grade.faults.map((fault) => fault.kind);
		expect(kinds).toContain(kind);
		const steady = graded(card, 'steady').grade.faults.map((fault) => fault.kind);
		expect(steady.filter((one) => ALL.includes(one))).toEqual([]);
	});
});

describe('the report of a hold', () => {
	const card = inWind(shipped('hold-direct'), 40, 20);
	const { grade } = graded(card, 'steady');
	const hold = (of: Grade) => of.navigation!.holds[0]!;

	it('has the entry, three circuits, and the exact answer beside them', () => {
		const report = hold(grade);
		expect(report.entry.flown).toBe('direct');
		expect(report.circuits).toHaveLength(3);
		for (const circuit of report.circuits) {
			expect(circuit.turns).toBe('right');
			// The robot flies the exact answer: what was measured is what it flew.
			expect(Math.abs(circuit.correctionDeg - (report.exact!.outboundHeadingDeg - 270))).toBeLessThan(4);
			expect(Math.abs(circuit.missNm)).toBeLessThan(0.25);
			expect(Math.abs(circuit.inboundSeconds - 60)).toBeLessThan(15);
		}
	});

	it('tells a parallel from a teardrop entry, and both from a direct one', () => {
		for (const [id, entry] of [
			['hold-teardrop', 'teardrop'],
			['hold-parallel', 'parallel'],
			['hold-left', 'direct']
		] as const)
			expect(hold(graded(inWind(shipped(id), 0, 0), 'steady').grade).entry.flown, id).toBe(entry);
	});

	it('says how late the fix was left where a time was given', () => {
		const { flight, grade: left } = graded(windy(shipped('hold-leave')), 'steady');
		// The card ends over the fix, and asks for it at 900 s.
		expect(Math.abs(hold(left).leftLateSeconds! - (flight.simulatedSeconds - 900))).toBeLessThan(1);
	});

	it('allows an outbound time between the published one and what the wind makes of it', () => {
		const report = hold(grade);
		const timing = {
			wantedSeconds: 60,
			timing: 'outbound',
			exact: { ...report.exact!, secondsFromAbeam: 80 }
		} as const;
		const outbound = (outboundSeconds: number) =>
			timingError(timing, { ...report.circuits[0]!, outboundSeconds });
		expect([outbound(60), outbound(75), outbound(80)]).toEqual([0, 0, 0]);
		expect(outbound(90)).toBeCloseTo(10, 9);
		expect(outbound(50)).toBeCloseTo(-10, 9);
	});
});

describe('the report of a course', () => {
	const card = inWind(shipped('track-crosswind'), 345, 20);
	const { grade } = graded(card, 'steady');
	it('has the cut, the overshoot and the time to establish', () => {
		const [cut] = grade.navigation!.courses;
		expect(cut!.kind).toBe('intercept');
		expect(Math.abs(cut!.cutDeg! - 60)).toBeLessThan(6);
		expect(cut!.establishedSeconds).toBeGreaterThan(30);
	});
	it('has the wind correction that was kept beside the one that was needed', () => {
		const track = grade.navigation!.courses[1]!;
		const { windCorrectionDeg } = solveWindTriangle({
			courseDeg: 250,
			trueAirspeedKt: 94.5,
			windFromDeg: 345,
			windSpeedKt: 20
		});
		expect(track.neededDeg).toBeCloseTo(windCorrectionDeg, 0);
		expect(Math.abs(track.correctionDeg! - windCorrectionDeg)).toBeLessThan(4);
	});
	it('is the same by either standard, and the stricter one asks for half of full scale', () => {
		const flight = graded(card, 'steady').flight;
		const strict = gradeFlight(flight.track, card, eu);
		expect(strict.navigation!.courses).toEqual(grade.navigation!.courses);
		const limits = (of: Grade) => of.phases[1]!.items.find(({ kind }) => kind === 'needle')!.limits.above;
		expect([limits(grade), limits(strict)]).toEqual([0.75, 0.5]);
	});
});

describe('other reports', () => {
	it('grade an arc in three tiers, each inside the next', () => {
		const arc = graded(windy(shipped('arc-wind')), 'steady').grade.navigation!.arcs[0]!;
		const { containment, test, sharp } = arc.withinPercent;
		expect(containment).toBe(100);
		expect(test).toBeGreaterThanOrEqual(sharp);
		expect(sharp).toBeGreaterThan(95);
	});
	it('measure how far a reversal went, and on which side', () => {
		for (const id of ['reversal-45-180', 'reversal-racetrack']) {
			const reversal = graded(windy(shipped(id)), 'steady').grade.navigation!.reversals[0]!;
			expect(reversal.rightSide, id).toBe(true);
			expect(reversal.farthestNm).toBeLessThan(reversal.limitNm);
			expect(reversal.farthestNm).toBeGreaterThan(2);
		}
	});
	it('fail a reversal that goes beyond its limit, whatever the tolerances say', () => {
		const card = structuredClone(windy(shipped('reversal-45-180')));
		const { flight, grade } = graded(card, 'steady');
		expect(grade.verdict).toBe('met');
		const { path } = card.phases[1]!;
		if (path?.kind !== 'reversal') throw new Error('no reversal');
		path.limitNm = 3;
		const strict = gradeFlight(flight.track, card, us);
		expect(strict.verdict).toBe('not met');
		expect(strict.because.join()).toMatch(/NM out, 3 NM was the limit/);
		path.limitNm = 10;
		path.side = 'left';
		expect(gradeFlight(flight.track, card, us).because.join()).toMatch(/wrong side/);
	});
	it('hold a mark against where the aircraft was', () => {
		for (const id of ['two-radials', 'time-to-station']) {
			const [mark] = graded(shipped(id), 'steady').grade.navigation!.marks;
			expect(mark!.errorNm, id).toBeLessThan(1);
		}
	});
	it('find the wind more surely with each leg', () => {
		const winds = graded(inWind(shipped('hold-direct'), 40, 20), 'steady').grade.navigation!.winds;
		expect(winds.length).toBeGreaterThan(6);
		winds.slice(1).forEach((one, i) => expect(one.uncertaintyKt).toBeLessThan(winds[i]!.uncertaintyKt));
		const last = winds.at(-1)!;
		expect(Math.abs(last.speedKt - 20)).toBeLessThan(3 * last.uncertaintyKt);
		expect(Math.abs(last.fromDeg! - 40)).toBeLessThan(15);
	});
	it('keep when each item of a call was ticked', () => {
		const { calls } = graded(windy(shipped('hold-direct')), 'steady').grade.navigation!;
		expect(calls.filter(({ call }) => call.id === 'fix').length).toBeGreaterThanOrEqual(4);
		for (const { dueSeconds, tickedSeconds } of calls.slice(0, -1))
			for (const ticked of tickedSeconds) expect(ticked).toBeGreaterThan(dueSeconds);
	});
	it('have nothing to say of a card without places', () => {
		const { grade } = graded(shipped('straight-level'), 'steady');
		expect(grade.navigation).toBeUndefined();
	});
});
