import { describe, expect, it } from 'vitest';
import {
	BASIC_T_MAP,
	blindTurns,
	configurationOf,
	flightFigures,
	flyByRobot,
	gradeFlight,
	dwellsFromCsv,
	manoeuvreOf,
	manoeuvreRecords,
	steadyStateNumbers,
	recognizedFailures,
	panelAt,
	patternCard,
	slope,
	steadyStretches,
	TECHNIQUES,
	Evidence,
	findFaults,
	type Track
} from '../src/index.js';
import { cardCatalog } from '../../data/index.js';
import { area, descentCard, trainer, us } from './shipped.js';
import { drawn } from './synthetic.js';

/** The failures of a recording that were not named in time. */
const unnamed = (track: Track) => findFaults(new Evidence(descentCard, track, []), ['failure']);

const steady = (kt: number, fpm: number) => ({
	indicatedAirspeedKt: [[0, kt]] as [number, number][],
	indicatedAltitudeFt: [[0, 3000]] as [number, number][],
	verticalSpeedFpm: [[0, fpm]] as [number, number][],
	pitchDeg: [[0, 2]] as [number, number][],
	bankDeg: [[0, 0]] as [number, number][],
	throttle: [[0, 0.6]] as [number, number][],
	flapsDeg: [[0, 0]] as [number, number][],
	rpm: [[0, 2150]] as [number, number][]
});

describe('steady stretches', () => {
	it('of a flight that stands still are the whole of it, with its means', () => {
		const [one, ...rest] = steadyStretches(drawn(40, steady(90, 0)), trainer);
		expect(rest).toEqual([]);
		expect(one).toMatchObject({ startSeconds: 0, flapsDeg: 0, gearDown: true });
		expect(one!.seconds).toBeGreaterThan(38);
		expect(one!.power).toBeCloseTo(2150, 0);
	});

	it('are none in a turn, in a change of speed, or with the throttle on the move', () => {
		const none = (change: Partial<ReturnType<typeof steady>>) =>
			steadyStretches(drawn(40, { ...steady(90, 0), ...change }), trainer);
		expect(none({ bankDeg: [[0, 15]] })).toEqual([]);
		expect(
			none({
				indicatedAirspeedKt: [
					[0, 80],
					[40, 110]
				]
			})
		).toEqual([]);
		expect(
			none({
				throttle: [
					[0, 0.4],
					[40, 0.9]
				]
			})
		).toEqual([]);
	});

	it('are none where power was not recorded, nor while the instructor flew', () => {
		const { rpm: _, ...without } = steady(90, 0);
		expect(steadyStretches(drawn(40, without), trainer)).toEqual([]);
		expect(steadyStretches(drawn(40, { ...steady(90, 0), byInstructor: [[0, 1]] }), trainer)).toEqual([]);
	});

	it('belong to the nearest configuration, or to none', () => {
		const rate = (configuration: (typeof trainer.configurations)[number]) =>
			typeof configuration.verticalSpeedFpm === 'number' ? configuration.verticalSpeedFpm : 580;
		const of = (kt: number, fpm: number) =>
			configurationOf(steadyStretches(drawn(20, steady(kt, fpm)), trainer)[0]!, trainer, rate);
		expect(of(91, 20)).toBe('level-approach');
		expect(of(90, -480)).toBe('precision-descent');
		expect(of(90, -760)).toBe('non-precision-descent');
		expect(of(104, 0)).toBe('cruise');
		expect(of(130, 0)).toBeNull();
	});

	it('of “find your numbers” give the whole table, within a degree and 75 rpm of the model', () => {
		const card = cardCatalog.get('find-your-numbers');
		const { track } = flyByRobot(card, trainer, area, TECHNIQUES.steady, 2, 900);
		const rate = (configuration: (typeof trainer.configurations)[number]) =>
			typeof configuration.verticalSpeedFpm === 'number' ? configuration.verticalSpeedFpm : 580;
		const own = steadyStateNumbers(
			steadyStretches(track, trainer).map((one) => ({
				...one,
				configurationId: configurationOf(one, trainer, rate)
			}))
		);
		for (const id of [
			'cruise',
			'level-approach',
			'precision-descent',
			'non-precision-descent',
			'approach-flap'
		])
			expect(own.map(({ configurationId }) => configurationId)).toContain(id);
		const descent = own.find(({ configurationId }) => configurationId === 'precision-descent')!;
		expect(Math.abs(descent.pitchDeg.mean - -0.7)).toBeLessThan(1);
		expect(Math.abs(descent.power.mean - 1780)).toBeLessThan(75);
	});

	it('are weighed by their length', () => {
		const base = steadyStretches(drawn(20, steady(90, 0)), trainer)[0]!;
		const [one] = steadyStateNumbers([
			{ ...base, seconds: 30, pitchDeg: 2, configurationId: 'level-approach' },
			{ ...base, seconds: 10, pitchDeg: 4, configurationId: 'level-approach' }
		]);
		expect(one).toMatchObject({ stretches: 2, seconds: 40 });
		expect(one!.pitchDeg.mean).toBeCloseTo(2.5, 9);
		expect(one!.pitchDeg.spread).toBeCloseTo(Math.sqrt((30 * 0.25 + 10 * 2.25) / 40), 9);
	});
});

describe('turns without the heading dial', () => {
	const card = cardCatalog.get('compass-turns');
	const { track } = flyByRobot(card, trainer, area, TECHNIQUES.steady, 3);
	const turns = blindTurns(track, card, area.dipDeg, 30);

	it('are told by both methods, with the student’s own numbers', () => {
		expect(turns.map(({ askedDeg }) => askedDeg)).toEqual([180, 270, 90]);
		expect(turns.map(({ turned }) => turned)).toEqual(['right', 'right', 'left']);
		for (const turn of turns) {
			expect(Math.abs(turn.offDeg)).toBeLessThan(10);
			expect(turn.standardSeconds).toBeGreaterThan(25);
			expect(Math.abs(turn.seconds - turn.standardSeconds)).toBeLessThan(8);
			expect(turn.text).toMatch(/^Asked for \d{3}, you came out on \d{3}/);
			expect(turn.text).toMatch(/By the clock: \d+ s .* By the compass: the rule says roll out on \d{3}/);
		}
		// A right turn to the south: late by the rule.
		expect(turns[0]!.ruleDeg).toBeCloseTo(210, 6);
	});

	it('are none where the heading dial worked', () => {
		const plain = cardCatalog.get('standard-turns');
		const flight = flyByRobot(plain, trainer, area, TECHNIQUES.steady, 3);
		expect(blindTurns(flight.track, plain, area.dipDeg, 30)).toEqual([]);
	});
});

describe('manoeuvres', () => {
	it('are told from the targets of the phases', () => {
		const kinds = (id: string) => {
			const card = cardCatalog.get(id);
			return card.phases.map((_, i) => manoeuvreOf(card, i));
		};
		expect(kinds('approach-descent')).toEqual(['level', 'speed-change', 'descent', 'level-off', 'level']);
		expect(new Set(kinds('standard-turns'))).toEqual(new Set(['level', 'turn']));
		expect(kinds('vertical-s-a')).toEqual([
			'level',
			'vertical-s',
			'vertical-s',
			'vertical-s',
			'vertical-s',
			'level-off'
		]);
		expect(kinds('turning-climb')).toContain('turning-climb');
		expect(kinds('speed-climb')).toEqual(['level', 'climb', 'level-off', 'descent', 'level-off']);
		expect(kinds('upset-mild')[0]).toBe('recovery');
	});

	it('have their scores in time, what fails most first, and a trend from three showings on', () => {
		const flights = (['hasty', 'hasty', 'steady', 'steady'] as const).map((pilot, i) => {
			const { track } = flyByRobot(descentCard, trainer, area, TECHNIQUES[pilot], 3 + i);
			const shown = flightFigures(descentCard, gradeFlight(track, descentCard, us)).manoeuvres;
			return { id: String(i), at: 10 - i, shown };
		});
		const records = manoeuvreRecords(flights);
		const slowing = records.find(({ id }) => id === 'speed-change')!;
		expect(slowing.showings.map(({ attemptId }) => attemptId)).toEqual(['3', '2', '1', '0']);
		expect(slowing.trend).toBeLessThan(-5);
		expect(slowing.fails.map(({ what }) => what)).toContain('descent-before-slowing');
		for (const { fails } of records)
			for (let i = 1; i < fails.length; i++) expect(fails[i]!.count).toBeLessThanOrEqual(fails[i - 1]!.count);
	});

	it('slope: a line’s own, and none with too few points', () => {
		expect(slope([1, 3, 5, 7])).toBeCloseTo(2, 12);
		expect(slope([4, 4, 4])).toBe(0);
		expect(slope([1, 2])).toBeNull();
	});
});

describe('naming a failure', () => {
	const failing = (named: [number, number][]) =>
		drawn(120, {
			failures: [
				[0, 0],
				[20, 0],
				[20.05, 1],
				[120, 1]
			],
			named
		});
	it('is timed from its begin; not named in a minute it is a fault', () => {
		const soon = failing([
			[0, 0],
			[35, 0],
			[35.05, 1],
			[120, 1]
		]);
		const [one] = recognizedFailures(soon);
		expect(one!.namedSeconds! - one!.beganSeconds).toBeCloseTo(15, 0);
		expect(unnamed(soon)).toEqual([]);
		const never = failing([[0, 0]]);
		expect(unnamed(never).map(({ kind }) => kind)).toEqual(['failure-not-named']);
	});

	it('wrongly is said, and does not count', () => {
		const wrong = failing([
			[0, 0],
			[30, 0],
			[30.05, 16],
			[120, 16]
		]);
		const [one] = recognizedFailures(wrong);
		expect(one!.namedSeconds).toBeNull();
		expect(one!.wrongly).toEqual(['static-blocked']);
	});

	it('is no fault on a flight of which naming was not recorded', () => {
		const old = drawn(120, {
			failures: [
				[0, 0],
				[20, 1],
				[120, 1]
			]
		});
		expect(unnamed(old)).toEqual([]);
	});
});

describe('a panel out of a recording', () => {
	it('shows each sample as it was, and goes through north between two', () => {
		const track = drawn(2, {
			indicatedHeadingDeg: [
				[0, 358],
				[1, 362],
				[2, 362]
			],
			indicatedAltitudeFt: [
				[0, 3000],
				[2, 3020]
			]
		});
		expect(panelAt(track, 1).altimeterFt).toBeCloseTo(3010, 6);
		expect(panelAt(track, 0.5).headingDeg).toBeCloseTo(0, 6);
		expect(panelAt(track, 99).altimeterFt).toBeCloseTo(track.column('indicatedAltitudeFt').at(-1)!, 9);
	});
});

describe('a gaze log by places', () => {
	it('is read on the basic T', () => {
		const looks = dwellsFromCsv(
			'time_ms,x,y\n0,0.4,0.2\n600,0.1,0.2\n1200,0.9,0.5\n1500,0.9,0.5\n',
			BASIC_T_MAP
		);
		expect(looks.map(({ instrument }) => instrument)).toEqual(['attitude', 'airspeed', 'engine']);
	});
});

describe('a pattern', () => {
	it('is laid out on the heading and altitude that are asked for', () => {
		const card = patternCard('oval', { aircraft: trainer, area: area.id, altitudeFt: 2200, headingDeg: 350 });
		expect(card.start).toMatchObject({ altitudeFt: 2200, headingDeg: 350 });
		expect(card.phases.flatMap(({ targets }) => targets.headingDeg?.value ?? [])).toEqual([350, 170, 350]);
	});
});
