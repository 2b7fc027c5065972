import { describe, expect, it } from 'vitest';
import {
	coverBit,
	coversOf,
	Flight,
	flyByRobot,
	gradeFlight,
	recoveriesOf,
	recoveryText,
	sampleFlight,
	setupOf,
	TECHNIQUES,
	UPSET_LEVELS,
	UPSET_LIMITS,
	UpsetDirector,
	upsetCard,
	type ChannelName,
	type Upset
} from '../src/index.js';
import { area, tourer, trainer, us } from './shipped.js';
import { drawn } from './synthetic.js';

type Lines = Partial<Record<ChannelName, [number, number][]>>;
/** Handed over after two seconds, nose low and banked right; each test moves the hands. */
const NOSE_LOW: Lines = {
	byInstructor: [
		[0, 1],
		[1.95, 1],
		[2, 0],
		[30, 0]
	],
	pitchDeg: [
		[0, -15],
		[6, -15],
		[9, 2],
		[30, 2]
	],
	bankDeg: [
		[0, 35],
		[4, 35],
		[6, 0],
		[30, 0]
	],
	verticalSpeedFpm: [
		[0, -2500],
		[6, -2500],
		[9, 0],
		[30, 0]
	],
	calibratedAirspeedKt: [
		[0, 110],
		[8, 128],
		[30, 105]
	],
	altitudeFt: [
		[0, 4000],
		[9, 3700],
		[30, 3700]
	],
	loadFactor: [
		[0, 1],
		[6, 1],
		[7, 2.4],
		[9, 1],
		[30, 1]
	],
	throttle: [
		[0, 0.8],
		[3, 0.8],
		[3.2, 0],
		[10, 0],
		[10.2, 0.8],
		[30, 0.8]
	],
	aileronInput: [
		[0, 0],
		[3.9, 0],
		[4, -0.3],
		[5.8, -0.3],
		[5.9, 0],
		[30, 0]
	],
	elevatorInput: [
		[0, 0],
		[6.1, 0],
		[6.2, 0.3],
		[8, 0.3],
		[8.1, 0],
		[30, 0]
	]
};
const recovery = (change: Lines = {}) => recoveriesOf(drawn(30, { ...NOSE_LOW, ...change }), trainer)[0]!;

describe('a recovery', () => {
	it('in the order taught is met, with its numbers', () => {
		const one = recovery();
		expect(one.noseHigh).toBe(false);
		expect(one.order).toEqual(['power', 'bank', 'pitch']);
		expect(one.inOrder).toBe(true);
		expect(one.wrongWay).toEqual([]);
		expect(one.first).toMatchObject({ control: 'power', right: true });
		expect(one.firstRightSeconds).toBeCloseTo(1, 0);
		expect(one.altitudeLostFt).toBeCloseTo(233, -1);
		expect(one.peakLoadFactor).toBeCloseTo(2.4, 1);
		expect(one.highestKt).toBeCloseTo(128, 0);
		expect(one.verdict).toBe('met');
		expect(one.score).toBe(100);
		expect(recoveryText(one)).toMatch(
			/^Handed over nose low at 0:02: 15° down, 35° of right bank, 11[45] kt\./
		);
	});

	it('with power never reduced is not met, whatever else was right, and the fault has its name', () => {
		const full: Lines = { throttle: [[0, 0.8]] };
		const one = recovery(full);
		expect(one).toMatchObject({ order: ['bank', 'pitch'], missing: ['power'], inOrder: true });
		expect(one).toMatchObject({ verdict: 'not met', score: 75 });
		const grade = gradeFlight(
			drawn(30, { ...NOSE_LOW, ...full }),
			upsetCard('moderate', 'full', {
				aircraft: trainer,
				area: area.id,
				altitudeFt: 5000,
				headingDeg: 90
			}),
			us,
			trainer
		);
		expect(grade.faults.map(({ kind }) => kind)).toContain('recovery-missing');
		expect(grade.because.join()).toContain('power never reduced');
		// At idle there was none to take away.
		expect(recovery({ throttle: [[0, 0.1]] }).missing).toEqual([]);
	});

	it('nose high, without power added, is not met; with none left to add it is', () => {
		const high = (throttle: [number, number][]): Lines => ({
			pitchDeg: [
				[0, 22],
				[4, 22],
				[7, 2],
				[30, 2]
			],
			verticalSpeedFpm: [
				[0, 1500],
				[6, 1500],
				[9, 0],
				[30, 0]
			],
			elevatorInput: [
				[0, 0],
				[3.4, 0],
				[3.5, -0.3],
				[6, -0.3],
				[6.1, 0],
				[30, 0]
			],
			throttle
		});
		expect(recovery(high([[0, 0.5]]))).toMatchObject({
			noseHigh: true,
			missing: ['power'],
			verdict: 'not met'
		});
		const added = recovery(
			high([
				[0, 0.5],
				[2.6, 0.5],
				[3, 1],
				[30, 1]
			])
		);
		expect(added).toMatchObject({ missing: [], verdict: 'met' });
		expect(recovery(high([[0, 1]])).missing).toEqual([]);
	});

	it('through the red line is not met, and the aircraft is what knows it', () => {
		const fast: Lines = {
			calibratedAirspeedKt: [
				[0, 110],
				[8, trainer.speeds.neverExceedKias + 4],
				[30, 105]
			]
		};
		expect(recovery(fast)).toMatchObject({ verdict: 'not met' });
		expect(recovery(fast).limits.join()).toContain('over the red line');
	});

	it('with a pull before the wings are level is wrong-way and out of order', () => {
		const one = recovery({
			elevatorInput: [
				[0, 0],
				[3.4, 0],
				[3.5, 0.3],
				[8, 0.3],
				[8.1, 0],
				[30, 0]
			]
		});
		expect(one.wrongWay[0]!.text).toBe('pulled with 35° of bank');
		expect(one.score).toBeLessThan(80);
	});

	it('whose first input is the wrong way is not met', () => {
		const one = recovery({
			throttle: [
				[0, 0.5],
				[2.5, 0.5],
				[2.7, 1],
				[30, 1]
			]
		});
		expect(one.first).toMatchObject({ control: 'power', right: false });
		expect(one.verdict).toBe('not met');
	});

	it('over the red line, over the limit load or never level is not met, and says so', () => {
		const fast = recovery({
			calibratedAirspeedKt: [
				[0, 110],
				[8, 170],
				[30, 105]
			]
		});
		expect(fast.limits.join()).toMatch(/170 kt, over the red line/);
		const pulled = recovery({
			loadFactor: [
				[0, 1],
				[6, 1],
				[7, 4.6],
				[9, 1],
				[30, 1]
			]
		});
		expect(pulled.limits.join()).toMatch(/4\.6 g, over the limit/);
		const lost = recovery({ verticalSpeedFpm: [[0, -2500]] });
		expect(lost.limits).toContain('never came to level flight');
		for (const one of [fast, pulled, lost]) expect(one.verdict).toBe('not met');
	});

	it('that waits costs points: the later the first right input, the fewer', () => {
		const late = (seconds: number): Lines => ({
			throttle: [
				[0, 0.8],
				[2 + seconds, 0.8],
				[2.2 + seconds, 0],
				[30, 0]
			],
			aileronInput: [[0, 0]],
			elevatorInput: [[0, 0]]
		});
		const scores = [1, 3, 5, 6.5].map((seconds) => recovery(late(seconds)).score);
		// Wings and nose were left to come back by themselves: 25 points each.
		expect(scores[0]).toBe(50);
		for (let i = 1; i < scores.length; i++) expect(scores[i]!).toBeLessThan(scores[i - 1]!);
	});

	it('is found only where it is recorded who flew', () => {
		const { byInstructor: _, ...rest } = NOSE_LOW;
		expect(recoveriesOf(drawn(30, rest), trainer)).toEqual([]);
	});
});

describe('the one who sets up an unusual attitude', () => {
	const setUp = (upset: Upset, seed: number, aircraft = trainer) => {
		const card = upsetCard(upset.level, 'full', {
			aircraft,
			area: area.id,
			altitudeFt: 5000,
			headingDeg: 90
		});
		const flight = new Flight({ ...setupOf(card, aircraft, area), assist: 'direct', seed });
		const director = new UpsetDirector(upset, aircraft, seed);
		let inputs = flight.initialControls;
		let [most, least] = [-Infinity, Infinity];
		for (let i = 0; !director.isReady && i < 120 * 30; i++) {
			if (i % 12 === 0) inputs = director.controls(flight, inputs);
			flight.step(inputs);
			const { loadFactor } = flight.truth();
			most = Math.max(most, loadFactor);
			least = Math.min(least, loadFactor);
		}
		return { flight, director, most, least, sample: sampleFlight(flight, inputs) };
	};

	it.each(UPSET_LEVELS)('%s: handed over within 15 s, inside what airframe and model bear', (level) => {
		for (const aircraft of [trainer, tourer])
			for (let seed = 1; seed <= 12; seed++) {
				const { flight, director, most, least, sample } = setUp({ level, kind: 'either' }, seed, aircraft);
				expect(director.isReady).toBe(true);
				expect(flight.ended).toBeNull();
				expect(flight.timeSeconds).toBeLessThan(15);
				expect(most).toBeLessThan(2.8);
				expect(least).toBeGreaterThan(-0.2);
				expect(sample.calibratedAirspeedKt).toBeLessThan(aircraft.speeds.neverExceedKias * 0.9);
				expect(Math.abs(sample.bankDeg)).toBeLessThan(UPSET_LIMITS[level].bankDeg[1] + 12);
			}
	});

	it('gives nose high or nose low as asked, and either by the seed', () => {
		for (let seed = 1; seed <= 8; seed++) {
			expect(setUp({ level: 'moderate', kind: 'nose-high' }, seed).sample.pitchDeg).toBeGreaterThan(4);
			expect(setUp({ level: 'moderate', kind: 'nose-low' }, seed).sample.pitchDeg).toBeLessThan(-4);
		}
		const sides = new Set(
			Array.from(
				{ length: 12 },
				(_, seed) => new UpsetDirector({ level: 'mild', kind: 'either' }, trainer, seed).noseHigh
			)
		);
		expect(sides.size).toBe(2);
	});

	it('is the same for the same seed', () => {
		const [a, b] = [
			setUp({ level: 'steep', kind: 'either' }, 9),
			setUp({ level: 'steep', kind: 'either' }, 9)
		];
		expect(a.sample).toEqual(b.sample);
	});
});

describe('a flight of a recovery card', () => {
	const card = upsetCard('moderate', 'full', {
		aircraft: trainer,
		area: area.id,
		altitudeFt: 5000,
		headingDeg: 90
	});

	it('is graded from the hand-over on: what the instructor did is nobody’s deviation', () => {
		const { track } = flyByRobot(card, trainer, area, TECHNIQUES.steady, 4);
		const grade = gradeFlight(track, card, us, trainer);
		expect(grade.recoveries).toHaveLength(1);
		expect(grade.phases[0]!.verdict).toBe('met');
		expect(grade.phases[0]!.startSeconds).toBeCloseTo(grade.recoveries![0]!.startSeconds, 0);
		expect(grade.statements.some(({ text }) => text.startsWith('Handed over nose'))).toBe(true);
	});

	it('with a partial panel keeps attitude and heading covered to the end, and is recovered without them', () => {
		const partial = upsetCard('moderate', 'partial', {
			aircraft: trainer,
			area: area.id,
			altitudeFt: 5000,
			headingDeg: 90
		});
		expect(coversOf(partial)).toBe(coverBit('attitude') | coverBit('heading'));
		const { track } = flyByRobot(partial, trainer, area, TECHNIQUES.steady, 4);
		expect(track.column('covered').every((mask) => mask === coversOf(partial))).toBe(true);
		expect(recoveriesOf(track, trainer)[0]!.limits).toEqual([]);
	});

	it('recovers from every level in a dozen seeds without a wrong-way first input', () => {
		for (const level of UPSET_LEVELS)
			for (let seed = 20; seed < 26; seed++) {
				const asked = upsetCard(level, 'full', {
					aircraft: trainer,
					area: area.id,
					altitudeFt: 5000,
					headingDeg: 90
				});
				const { track } = flyByRobot(asked, trainer, area, TECHNIQUES.steady, seed);
				const [one] = recoveriesOf(track, trainer);
				expect(one!.limits, `${level} ${seed}`).toEqual([]);
				expect(one!.first!.right, `${level} ${seed}`).toBe(true);
			}
	});
});
