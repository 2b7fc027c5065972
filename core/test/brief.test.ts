import { describe, expect, it } from 'vitest';
import { cardCatalog } from '../../data/index.js';
import { briefOf, isWorkedOut, solveHold, type BriefQuestion, type TaskCard } from '../src/index.js';
import { descentCard } from './shipped.js';

const card = (id: string): TaskCard => structuredClone(cardCatalog.get(id));
const questions = (one: TaskCard) => new Map(briefOf(one).map((asked) => [asked.id, asked]));
function ofKind<K extends BriefQuestion['answer']['kind']>(one: TaskCard, ending: string, kind: K) {
	const found = briefOf(one).find(({ id }) => id.endsWith(ending));
	if (found?.answer.kind !== kind) throw new Error(`${one.id} asks no ${ending}`);
	return found.answer as Extract<BriefQuestion['answer'], { kind: K }>;
}

describe('what a card wants worked out', () => {
	it('is nothing where nothing is flown along', () => expect(briefOf(descentCard)).toEqual([]));

	it('is asked once, each under its own name', () => {
		for (const one of cardCatalog.all) {
			const asked = briefOf(one);
			expect(new Set(asked.map(({ id }) => id)).size, one.id).toBe(asked.length);
			expect(new Set(asked.map(({ ask }) => ask)).size, one.id).toBe(asked.length);
			for (const { why } of asked) expect(why).not.toMatch(/NaN|undefined|null/);
		}
		expect(briefOf(card('track-crosswind')).map(({ id }) => id)).toEqual(['leg-1-cut', 'leg-1-heading-250']);
	});

	it('takes the cut from the course, on the side where it lies', () => {
		// On the 232 radial inbound on 070: right of the line, so 45° to the left of it.
		expect(ofKind(card('intercept-inbound'), 'cut', 'direction').deg).toBe(25);
		// On the 160 radial for 130 outbound: right of it again.
		expect(ofKind(card('intercept-outbound'), 'cut', 'direction').deg).toBe(100);
	});

	it('corrects toward the wind', () => {
		// 345 at 20 kt on 250: nearly all of it across, from the right.
		const { deg } = ofKind(card('track-crosswind'), 'heading-250', 'direction');
		expect(deg).toBeGreaterThan(260);
		expect(deg).toBeLessThan(264);
	});

	it('knows the entries of the three arrivals', () => {
		for (const entry of ['direct', 'teardrop', 'parallel'] as const)
			expect(ofKind(card(`hold-${entry}`), 'entry', 'entry').entry).toBe(entry);
	});

	it('asks the hold as the solver has it for the day', () => {
		const one = card('hold-direct');
		// LSK has its own north, two degrees west of the compass's.
		const exact = solveHold({
			inboundCourseDeg: 88,
			turns: 'right',
			trueAirspeedKt: one.start.airspeedKias * (1 + 0.016 * (one.start.altitudeFt / 1000)),
			windFromDeg: 40,
			windSpeedKt: 20,
			inboundSeconds: 60,
			bankLimitDeg: 30
		});
		expect(ofKind(one, 'outbound', 'direction').deg).toBeCloseTo(exact.outboundHeadingDeg, 6);
		expect(ofKind(one, 'inbound', 'direction').deg).toBeCloseTo(exact.inboundHeadingDeg, 6);
		const time = ofKind(one, 'time', 'seconds');
		expect(time.seconds).toBeCloseTo(exact.secondsFromAbeam, 6);
		expect([time.seconds - time.from, time.to - time.seconds]).toEqual(
			[5, 5].map((s) => expect.closeTo(s, 6))
		);
	});

	it('allows the published outbound time where the outbound leg is the timed one', () => {
		const answer = ofKind(card('hold-left'), 'time', 'seconds');
		expect(isWorkedOut(answer, 60)).toBe(true);
		expect(isWorkedOut(answer, answer.seconds)).toBe(true);
		expect(isWorkedOut(answer, Math.min(60, answer.seconds) - 6)).toBe(false);
	});

	it('leads the turns of an arc as the card itself does', () => {
		for (const [id, radiusNm, leadRadialDeg] of [
			['arc', 10, 267],
			['arc-wind', 8, 273]
		] as const) {
			expect(Math.abs(ofKind(card(id), 'turn-on', 'distance').nm - (radiusNm - 0.5))).toBeLessThan(0.25);
			// By the rule eight miles make the lead 3.8°, ten make it 3.0°; the wind makes the rest.
			expect(Math.abs(ofKind(card(id), 'lead-radial', 'direction').deg - leadRadialDeg)).toBeLessThan(1.5);
		}
		// Clockwise from the 180 radial the nose starts west, and into a wind from the north-west.
		const first = ofKind(card('arc'), 'first-heading', 'direction').deg;
		expect(first).toBeGreaterThan(270);
		expect(first).toBeLessThan(280);
	});

	it('finds time enough for the reversals as they are asked for', () => {
		for (const shape of ['45-180', '80-260']) {
			const one = card(`reversal-${shape}`);
			expect(ofKind(one, 'longest', 'seconds').seconds).toBeGreaterThan(120);
		}
	});

	it('leaves out what the wind makes impossible, and keeps the entry', () => {
		const one = card('hold-direct');
		one.weather.windLayers = [{ altitudeFt: 0, fromDeg: 90, speedKt: 45 }];
		const asked = [...questions(one).keys()].filter((id) => id.startsWith('leg-2'));
		expect(asked).toEqual(['leg-2-entry']);
	});

	it('asks nothing of a wind that nobody tells', () => {
		expect(briefOf(card('bracket'))).toEqual([]);
		const told = card('bracket');
		delete told.windInBrief;
		expect(briefOf(told).map(({ id }) => id)).toEqual(['leg-1-heading-020']);
		const secret = { ...card('hold-direct'), windInBrief: false };
		expect(briefOf(secret).map(({ id }) => id)).toEqual(['leg-2-entry']);
	});
});

describe('what was worked out', () => {
	it('counts up to the limit and not beyond it', () => {
		const heading = { kind: 'direction', deg: 359, withinDeg: 3 } as const;
		expect([2, 356, 355, 3].map((deg) => isWorkedOut(heading, deg))).toEqual([true, true, false, false]);
		expect(isWorkedOut(heading, '002')).toBe(true);
		expect(isWorkedOut(heading, 'left')).toBe(false);
		const distance = { kind: 'distance', nm: 9.5, withinNm: 0.2 } as const;
		expect([9.4, 9.8].map((nm) => isWorkedOut(distance, nm))).toEqual([true, false]);
	});
	it('is right with either entry near an edge', () => {
		const answer = { kind: 'entry', entry: 'direct', alsoAllowed: ['teardrop'] } as const;
		const entered = ['direct', 'teardrop', 'parallel'];
		expect(entered.map((one) => isWorkedOut({ ...answer, alsoAllowed: ['teardrop'] }, one))).toEqual([
			true,
			true,
			false
		]);
	});
});
