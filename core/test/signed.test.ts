import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	FAILURE_KINDS,
	gradeFlight,
	TARGET_KINDS,
	type ChannelName,
	type Grade,
	type Phase,
	type TaskCard,
	type Track,
	analyseScan,
	leaningsOf,
	leansOf
} from '../src/index.js';
import { standardCatalog } from '../../data/index.js';
import type { Dark } from '../src/training/index.js';
import { descentCard, tourer, trainer, us } from './shipped.js';
import { drawn } from './synthetic.js';

/** Two minutes straight and level at 3000 ft, 105 kt, heading 090, and nothing else. */
const level = (change: Partial<Phase> = {}): TaskCard => ({
	...structuredClone(descentCard),
	phases: [
		{
			id: 'level',
			name: 'Straight and level',
			instruction: 'Hold it.',
			targets: {
				altitudeFt: { value: 3000, mode: 'hold' },
				airspeedKias: { value: 105, mode: 'hold' },
				headingDeg: { value: 90, mode: 'hold' }
			},
			end: { kind: 'elapsed', seconds: 120 },
			weight: 1,
			...change
		}
	]
});
const KEPT: Partial<Record<ChannelName, number>> = {
	indicatedAltitudeFt: 3000,
	altitudeFt: 3000,
	indicatedAirspeedKt: 105,
	calibratedAirspeedKt: 105,
	indicatedHeadingDeg: 90,
	headingDeg: 90,
	trackDeg: 90,
	verticalSpeedFpm: 0,
	indicatedVerticalSpeedFpm: 0,
	pitchDeg: 2,
	indicatedPitchDeg: 2,
	bankDeg: 0,
	indicatedBankDeg: 0,
	slipDeg: 0,
	throttle: 0.6,
	rpm: 2400,
	loadFactor: 1
};
/** The same, but where something is said of a channel: by the second. */
function flown(off: Partial<Record<ChannelName, (seconds: number) => number>>, seconds = 121): Track {
	const track = drawn(
		seconds,
		Object.fromEntries(Object.entries(KEPT).map(([name, value]) => [name, [[0, value]]]))
	);
	for (const [name, by] of Object.entries(off)) {
		const column = track.column(name as ChannelName);
		column.forEach((value, i) => (column[i] = value + by!(i / 10)));
	}
	return track;
}
const graded = (off: Parameters<typeof flown>[0], card = level()): Grade => gradeFlight(flown(off), card, us);
const itemOf = (grade: Grade, kind = 'altitudeFt') =>
	grade.phases[0]!.items.find((item) => item.kind === kind)!;

describe('excursions', () => {
	it('a flight that is kept is met, with all points and nothing to say but that', () => {
		const grade = graded({});
		expect(grade).toMatchObject({ verdict: 'met', score: 100, faults: [], because: [] });
	});
	it('300 ft to either side, every 12 s, is not met though none lasts', () => {
		const grade = graded({ indicatedAltitudeFt: (t) => 300 * Math.sin((2 * Math.PI * t) / 12) });
		expect(grade.verdict).toBe('not met');
		expect(itemOf(grade).failedBy).toEqual(expect.arrayContaining(['far', 'share']));
	});
	it('900 ft for four seconds is not met: so far out, its length does not matter', () => {
		const grade = graded({ indicatedAltitudeFt: (t) => (t > 50 && t < 54 ? 900 : 0) });
		expect(itemOf(grade)).toMatchObject({ verdict: 'not met', failedBy: ['far'] });
		expect(grade.statements.some(({ tone, text }) => tone === 'fail' && /900 ft high/.test(text))).toBe(true);
	});
	it('a minute at 105 ft with a dip of a tenth of a second every 5 s is one excursion of a minute', () => {
		const grade = graded({
			indicatedAltitudeFt: (t) => (t >= 30 && t < 90 && Math.round(t * 10) % 50 !== 0 ? 105 : 0)
		});
		const [only, ...more] = itemOf(grade).excursions!;
		expect(more).toEqual([]);
		expect(only!.endSeconds - only!.startSeconds).toBeCloseTo(60, 0);
		expect(itemOf(grade)).toMatchObject({ verdict: 'not met', failedBy: ['lasting', 'share'] });
	});
	it('two seconds back inside end it, a little less do not', () => {
		const two = (back: number) =>
			itemOf(
				graded({
					indicatedAltitudeFt: (t) => (t >= 30 && t < 38 + back && !(t >= 34 && t < 34 + back) ? 120 : 0)
				})
			).excursions!.length;
		expect([two(1.8), two(2.2)]).toEqual([1, 2]);
	});
	it('a moment outside is met, and just under a tenth of the time too', () => {
		expect(graded({ indicatedAltitudeFt: (t) => (t > 50 && t < 54 ? 150 : 0) }).verdict).toBe('met');
		const often = (every: number) =>
			graded({ indicatedAltitudeFt: (t) => (t % every < 2 ? 120 : 0) }).verdict;
		expect([often(24), often(12)]).toEqual(['met', 'not met']);
	});
	it('what is allowed is the standard’s to say', () => {
		const high = flown({ indicatedAltitudeFt: (t) => (t > 50 && t < 54 ? 250 : 0) });
		expect(gradeFlight(high, level(), us).verdict).toBe('not met');
		expect(gradeFlight(high, level(), { ...us, farTimes: 3 }).verdict).toBe('met');
		const often = flown({ indicatedAltitudeFt: (t) => (t % 12 < 2 ? 120 : 0) });
		expect(gradeFlight(often, level(), { ...us, outsideShare: 0.3 }).verdict).toBe('met');
		expect(gradeFlight(often, level(), { ...us, outsideShare: 0.3, backSeconds: 15 }).verdict).toBe(
			'not met'
		);
	});
	it('90 ft to one side for two minutes is met, and has its sentence', () => {
		const grade = graded({ indicatedAltitudeFt: () => 90 });
		expect(grade.verdict).toBe('met');
		expect(grade.statements.map(({ text }) => text).join(' ')).toContain(
			'altitude 90 ft high in the mean of 2:00'
		);
		// What swings from side to side has no such side.
		const swinging = graded({ indicatedAltitudeFt: (t) => 90 * Math.sin(t / 4) });
		expect(swinging.statements.map(({ text }) => text).join(' ')).not.toContain('in the mean');
	});
});

describe('what there is no telling of', () => {
	it('a phase without a recorded item is left out of score and reasons', () => {
		const [phase] = level().phases;
		const card = {
			...level(),
			phases: [
				phase!,
				{ ...phase!, id: 'turning', name: 'Turn', targets: { bankDeg: { value: 0, mode: 'hold' as const } } }
			]
		};
		const whole = flown({}, 250);
		const without = { ...whole, has: (name: ChannelName) => name !== 'bankDeg' && whole.has(name) };
		const track = Object.setPrototypeOf(without, Object.getPrototypeOf(whole) as object) as Track;
		expect(gradeFlight(whole, card, us)).toMatchObject({ verdict: 'met', score: 100 });
		const grade = gradeFlight(track, card, us);
		expect(grade.phases[1]).toMatchObject({ verdict: 'not recorded' });
		expect(grade).toMatchObject({ verdict: 'met', score: 100, because: [], notRecorded: ['bank'] });
	});
	it('a phase that is over before it has settled is not shown, and never met', () => {
		const grade = graded(
			{},
			level({
				targets: { altitudeFt: { value: 3000, mode: 'hold', settleSeconds: 300 } },
				end: { kind: 'elapsed', seconds: 60 }
			})
		);
		expect(grade).toMatchObject({ verdict: 'not shown', score: 0 });
		expect(grade.because).toEqual(['Straight and level: over before its altitude could be judged']);
	});
	it('a phase that never ends is graded to its limit, and the reason is said', () => {
		const never = level({ end: { kind: 'below', channel: 'indicatedAirspeedKt', value: 95 } });
		// 25 min with the power never reduced; after the limit all is let go.
		const track = flown({ indicatedAltitudeFt: (t) => (t > 650 ? 500 : 0) }, 1500);
		const grade = gradeFlight(track, never, us);
		expect(grade.verdict).toBe('not shown');
		expect(grade.because).toEqual(['Straight and level: after 10:00 what ends it had not come']);
		expect(itemOf(grade)).toMatchObject({ toSeconds: 600, inTolerancePercent: 100 });
		const longer = gradeFlight(track, level({ ...never.phases[0], limitSeconds: 1600 }), us);
		expect(longer.because.join()).toMatch(/altitude 500 ft high/);
	});
});

describe('more deviation never scores higher, faults and all', () => {
	const wave = (seconds: number) => (t: number) => Math.sin((2 * Math.PI * t) / seconds);
	const ramp = (t: number) => t / 120;
	const KINDS: Record<string, (size: number) => Parameters<typeof flown>[0]> = {
		'altitude wandering': (size) => ({ indicatedAltitudeFt: (t) => 150 * size * wave(40)(t) }),
		'altitude to one side': (size) => ({ indicatedAltitudeFt: () => 150 * size }),
		'altitude drifting away': (size) => ({ indicatedAltitudeFt: (t) => -200 * size * ramp(t) }),
		'airspeed wandering': (size) => ({ indicatedAirspeedKt: (t) => 15 * size * wave(30)(t) }),
		'airspeed lost': (size) => ({ indicatedAirspeedKt: (t) => -20 * size * ramp(t) }),
		'heading wandering': (size) => ({ indicatedHeadingDeg: (t) => 15 * size * wave(25)(t) }),
		'heading and bank swinging': (size) => ({
			indicatedHeadingDeg: (t) => 8 * size * wave(20)(t),
			bankDeg: (t) => 12 * size * Math.cos((2 * Math.PI * t) / 20)
		}),
		'pitch wandering, and the climb with it': (size) => ({
			pitchDeg: (t) => 6 * size * wave(9)(t),
			indicatedVerticalSpeedFpm: (t) => 500 * size * wave(9)(t - 2),
			verticalSpeedFpm: (t) => 500 * size * wave(9)(t)
		}),
		'power pumped': (size) => ({ throttle: (t) => 0.3 * size * Math.sign(wave(24)(t)) }),
		'power and nose together': (size) => ({
			throttle: (t) => 0.3 * size * Math.sign(wave(30)(t)),
			pitchDeg: (t) => 4 * size * Math.sign(wave(30)(t))
		}),
		'the ball out': (size) => ({ slipDeg: () => 8 * size }),
		'all of it': (size) => ({
			indicatedAltitudeFt: (t) => 150 * size * wave(40)(t),
			indicatedAirspeedKt: (t) => 15 * size * wave(30)(t),
			pitchDeg: (t) => 5 * size * wave(12)(t),
			slipDeg: () => 5 * size
		})
	};
	it.each(Object.entries(KINDS))('%s', (_, off) => {
		const size = fc.double({ min: 0, max: 2, noNaN: true });
		fc.assert(
			fc.property(size, size, (a, b) => {
				const [less, more] = [a, b].sort((x, y) => x - y).map((one) => graded(off(one)).score);
				expect(more).toBeLessThanOrEqual(less! + 1e-6);
			}),
			{ numRuns: 40 }
		);
	});
});

describe('settings', () => {
	const settled = (off: Parameters<typeof flown>[0]) => {
		const track = flown(off);
		const whole = drawn(121, {
			...Object.fromEntries([...track.channels.keys()].map((name) => [name, [[0, 0]] as [number, number][]])),
			altimeterSettingHpa: [[0, descentCard.weather.seaLevelPressureHpa]]
		});
		for (const [name, column] of track.channels) whole.column(name).set(column);
		return whole;
	};
	const named = (track: Track) => gradeFlight(track, level(), us).faults;

	it('as they should be have no fault', () => {
		expect(named(settled({}))).toEqual([]);
	});
	it('a heading dial 40° off the compass is named, with what it did to the flight', () => {
		const [fault, ...more] = named(settled({ headingDeg: () => -40 }));
		expect(more).toEqual([]);
		expect(fault).toMatchObject({ kind: 'heading-not-set' });
		expect(fault!.text).toContain('40° off the compass: every heading flown by it was 40° too far left');
	});
	it('of an altimeter 10 hPa wrong is said by how many feet the flight was too high or low', () => {
		for (const [hPa, words] of [
			[10, 'too low'],
			[-10, 'too high']
		] as const) {
			const track = settled({});
			track.column('altimeterSettingHpa').forEach((value, i, all) => (all[i] = value + hPa));
			const [fault] = named(track);
			expect(fault).toMatchObject({ kind: 'altimeter-not-set' });
			expect(fault!.text).toMatch(/2[678]0 ft/);
			expect(fault!.text).toContain(words);
		}
	});
	it('a dial that has failed is not one that was not set', () => {
		const track = drawn(121, {
			...Object.fromEntries(Object.entries(KEPT).map(([name, value]) => [name, [[0, value]]])),
			indicatedHeadingDeg: [[0, 130]],
			failures: [[0, 1 << FAILURE_KINDS.indexOf('heading-stuck')]]
		});
		expect(named(track).map(({ kind }) => kind)).not.toContain('heading-not-set');
	});
});

describe('steadiness', () => {
	const swung = (deg: number, seconds = 9) =>
		graded({ pitchDeg: (t) => deg * Math.sin((2 * Math.PI * t) / seconds) });
	it('six degrees of pitch swinging cost about a quarter, and are said with their period', () => {
		const grade = swung(6);
		expect(grade.score).toBeLessThan(78);
		expect(grade.phases[0]!.steadiness!.periodSeconds).toBeCloseTo(9, 0);
		expect(
			grade.statements.some(({ text }) => /unquiet, the nose [34]\.\d° .* every (9|10) s/.test(text))
		).toBe(true);
	});
	it('half a degree is what a quiet hand leaves', () => {
		expect(swung(0.5)).toMatchObject({ score: 100 });
		expect(
			swung(0.5)
				.statements.map(({ text }) => text)
				.join()
		).not.toContain('unquiet');
	});
	it('a change of attitude that is made once is no swing', () => {
		const once = graded({ pitchDeg: (t) => (t > 60 ? 4 : 0) });
		expect(once.phases[0]!.steadiness!.periodSeconds).toBeNull();
		expect(once.score).toBeGreaterThan(95);
	});
});

describe('the school’s own tiers', () => {
	const tier = (id: string) => standardCatalog.get(`school-${id}`);
	it('are each tighter than the one before, in every item', () => {
		const tiers = ['learning', 'test', 'sharp'].map(tier);
		for (const kind of TARGET_KINDS)
			for (let i = 1; i < tiers.length; i++)
				for (const side of ['above', 'below'] as const)
					expect(tiers[i]!.items[kind]![side], `${kind} ${side}`).toBeLessThan(
						tiers[i - 1]!.items[kind]![side]
					);
	});
	it('never go beyond full scale, and the sharp arc is a quarter of a mile', () => {
		expect(tier('learning').items.needle!.above).toBeLessThanOrEqual(1);
		expect(tier('sharp').items.arcNm).toMatchObject({ above: 0.25, below: 0.25 });
	});
	it('grade the same flight differently', () => {
		const track = flown({ indicatedAltitudeFt: () => 70 });
		const verdicts = ['learning', 'test', 'sharp'].map((id) => gradeFlight(track, level(), tier(id)).verdict);
		expect(verdicts).toEqual(['met', 'met', 'not met']);
	});
});

describe('limits, and what no tolerance covers', () => {
	const beyond = (lines: Partial<Record<ChannelName, [number, number][]>>, aircraft = trainer): Grade => {
		const usual = Object.fromEntries(Object.entries(KEPT).map(([name, value]) => [name, [[0, value]]]));
		return gradeFlight(drawn(121, { ...usual, flapsDeg: [[0, 0]], ...lines }), level(), us, aircraft);
	};
	/** Something else from 50 s on, for some seconds. */
	const during = (usual: number, value: number, seconds: number): [number, number][] => [
		[0, usual],
		[49.9, usual],
		[50, value],
		[50 + seconds, value],
		[50.1 + seconds, usual],
		[121, usual]
	];
	const why = ({ because }: Grade) => because.join('; ');

	it('none is broken where all is kept', () => {
		expect(beyond({})).toMatchObject({ verdict: 'met', score: 100, faults: [] });
	});
	it('ten seconds in the stall are not met', () => {
		const grade = beyond({ stallWarning: during(0, 1, 10) });
		expect(grade.verdict).toBe('not met');
		expect(why(grade)).toContain('flown in the stall');
		expect(
			grade.statements.some(({ tone, text }) => tone === 'fail' && text.includes('a limit, not a tolerance'))
		).toBe(true);
		// A chirp of it is a warning taken.
		expect(beyond({ stallWarning: during(0, 1, 1) }).verdict).toBe('met');
	});
	it('six g are not met', () => {
		expect(why(beyond({ loadFactor: during(1, 6, 0.5) }))).toContain('6.0 g, over the limit');
	});
	it('past the red line is not met, and the aircraft is what knows it', () => {
		const fast = during(105, trainer.speeds.neverExceedKias + 10, 3);
		expect(why(beyond({ calibratedAirspeedKt: fast }))).toContain(
			`${trainer.speeds.neverExceedKias} being the limit`
		);
	});
	it('70° of bank are not met, and 60 neither, but a steep turn that is asked for is', () => {
		expect(why(beyond({ bankDeg: during(0, 70, 3) }))).toContain('70° of bank, 45° being the most');
		expect(why(beyond({ bankDeg: during(0, 44, 3) }))).not.toContain('of bank, 45°');
	});
	it('flap and gear have their own speeds', () => {
		const over = trainer.speeds.flapsMaximumKias + 5;
		expect(why(beyond({ calibratedAirspeedKt: [[0, over]], flapsDeg: [[0, 10]] }))).toContain('with flap');
		const gearOver = tourer.gear!.extendedMaximumKias + 5;
		const down = { calibratedAirspeedKt: [[0, gearOver]], gear: [[0, 1]] } satisfies Parameters<
			typeof beyond
		>[0];
		expect(why(beyond(down, tourer))).toContain('with the gear down');
		expect(why(beyond({ ...down, gear: [[0, 0]] }, tourer))).not.toContain('with the gear');
	});
	it('the ball out for a minute is a fault with its side, a moment is none', () => {
		const out = beyond({ slipDeg: during(0, 8, 60) }).faults;
		expect(out.map(({ kind }) => kind)).toEqual(['ball-out']);
		expect(out[0]!.text).toMatch(/to the right for 6[012] s, 8° at most/);
		expect(beyond({ slipDeg: during(0, 8, 8) }).faults).toEqual([]);
	});
	it('the stick held against the trim is a fault, a correction is none', () => {
		const held = (seconds: number) =>
			beyond({ elevatorInput: during(0, 0.3, seconds), trim: [[0, 0]] }).faults.map(({ kind }) => kind);
		expect(held(40)).toEqual(['out-of-trim']);
		expect(held(8)).toEqual([]);
		// Where the trainer holds the attitude, the stick is no force.
		expect(beyond({ elevatorInput: during(0, 0.3, 40), trim: [[0, 0]], assist: [[0, 1]] }).faults).toEqual(
			[]
		);
	});
	it('flap 30 where the card says none is a fault, and so is flap that came late', () => {
		const wrong = beyond({ flapsDeg: [[0, 30]] }).faults;
		expect(wrong.map(({ kind }) => kind)).toEqual(['configuration-wrong']);
		expect(wrong[0]!.text).toContain('flap stood at 30°, 0° was asked for');
		expect(beyond({ flapsDeg: during(0, 30, 3) }).faults).toEqual([]);
	});
});

describe('what leans to one side over the flights', () => {
	const flights = (biases: number[], kind: 'altitudeFt' | 'headingDeg' = 'altitudeFt', tolerance = 100) =>
		biases
			.map((bias) => ({
				phases: [
					{
						items: [
							{
								kind,
								mode: 'hold',
								bias,
								limits: { above: tolerance, below: tolerance },
								fromSeconds: 0,
								toSeconds: 60
							}
						]
					}
				]
			}))
			.map((grade) => leansOf(grade as unknown as Grade));
	it('is said with its size and how often, and what to look for', () => {
		const [leaning, ...more] = leaningsOf(flights([40, 35, 50, 30, 45, -5]));
		expect(more).toEqual([]);
		expect(leaning).toMatchObject({ kind: 'altitudeFt', flights: 5, of: 6 });
		expect(leaning!.text).toBe('Altitude leans high: 33 ft on average, in 5 of the last 6 flights.');
		expect(leaningsOf(flights([-4, -3, -5, -4, -6], 'headingDeg', 10))[0]!.text).toMatch(
			/to the left: 4\.4°/
		);
	});
	it('is nothing in few flights, to both sides, or where it is small', () => {
		expect(leaningsOf(flights([40, 45, 50, 42]))).toEqual([]);
		expect(leaningsOf(flights([60, -50, 70, -40, 55, -60, 50]))).toEqual([]);
		expect(leaningsOf(flights([12, 15, 10, 14, 18]))).toEqual([]);
	});
	it('forgets what is long past', () => {
		expect(leaningsOf(flights([...Array<number>(10).fill(50), ...Array<number>(10).fill(2)]))).toEqual([]);
	});
});

describe('a scan', () => {
	it('does not have to look at what is covered or has failed', () => {
		const looks = Array.from({ length: 30 }, (_, i) => ({
			instrument: (['attitude', 'airspeed', 'attitude', 'altimeter'] as const)[i % 4]!,
			startMs: i * 1000,
			endMs: i * 1000 + 900
		}));
		const omitted = (dark?: Dark) =>
			analyseScan(looks, 't', () => 'level', undefined, dark)
				.faults.filter(({ kind }) => kind === 'omission')
				.map(({ instrument }) => instrument);
		expect(omitted()).toContain('heading');
		expect(omitted((instrument) => instrument === 'heading')).not.toContain('heading');
	});
});
