import { describe, expect, it } from 'vitest';
import {
	cutPhases,
	Evidence,
	findFaults,
	type ChannelName,
	type FaultKind,
	type Track
} from '../src/index.js';
import { descentCard } from './shipped.js';
import { drawn } from './synthetic.js';

type Lines = Partial<Record<ChannelName, [number, number][]>>;

/** The descent card flown in straight lines: each test bends one of them. */
const CLEAN: Lines = {
	indicatedAltitudeFt: [
		[0, 3000],
		[80, 3000],
		[86, 2975],
		[198, 2050],
		[206, 2002],
		[290, 2000]
	],
	verticalSpeedFpm: [
		[0, 0],
		[80, 0],
		[84, -500],
		[198, -500],
		[206, 0],
		[290, 0]
	],
	indicatedAirspeedKt: [
		[0, 105],
		[60, 105],
		[78, 90],
		[290, 90]
	],
	indicatedHeadingDeg: [[0, 90]],
	pitchDeg: [
		[0, 0.6],
		[62, 0.6],
		[80, 2],
		[83, -0.8],
		[198, -0.8],
		[204, 2.2],
		[290, 2.2]
	],
	throttle: [
		[0, 0.83],
		[60, 0.83],
		[62, 0.34],
		[198, 0.34],
		[202, 0.66],
		[290, 0.66]
	],
	bankDeg: [[0, 0]]
};
const flown = (change: Lines = {}): Track => drawn(290, { ...CLEAN, ...change });
const faultsOf = (track: Track) =>
	findFaults(new Evidence(descentCard, track, cutPhases(descentCard, track)), ['attitude']);
const kindsOf = (track: Track): FaultKind[] => faultsOf(track).map(({ kind }) => kind);

describe('a clean flight', () => {
	it('has no fault', () => {
		expect(kindsOf(flown())).toEqual([]);
	});

	it('of which nothing but the altitude was recorded shows no fault', () => {
		expect(kindsOf(drawn(290, { indicatedAltitudeFt: CLEAN.indicatedAltitudeFt! }))).toEqual([]);
	});
});

describe('descent before slowing', () => {
	const tooFast = (kt: number): Lines => ({
		indicatedAirspeedKt: [
			[0, 105],
			[60, 105],
			[79, kt],
			[120, kt],
			[130, 90],
			[290, 90]
		]
	});

	it.each([
		[94, false],
		[96, true],
		[103, true]
	])('begun at %f kt, 90 being asked: %s', (kt, found) => {
		expect(kindsOf(flown(tooFast(kt))).includes('descent-before-slowing')).toBe(found);
	});

	it('is placed from the begin of the descent to the moment the speed is there', () => {
		const fault = faultsOf(flown(tooFast(103))).find(({ kind }) => kind === 'descent-before-slowing')!;
		expect(fault.startSeconds).toBeGreaterThan(80);
		expect(fault.startSeconds).toBeLessThan(83);
		expect(fault.endSeconds).toBeGreaterThan(125);
		expect(fault.endSeconds).toBeLessThan(131);
		expect(fault.text).toBe('You began the descent 13 kt fast: 103 kt where 90 was asked.');
	});

	it('is not what a gust does while the speed comes down', () => {
		const gust: Lines = {
			verticalSpeedFpm: [
				[0, 0],
				[64, 0],
				[65, -400],
				[69, -400],
				[70, 0],
				[80, 0],
				[84, -500],
				[198, -500],
				[206, 0],
				[290, 0]
			]
		};
		expect(kindsOf(flown(gust))).toEqual([]);
	});

	it('is in rough air what is not regained: a downdraught gives back what it took', () => {
		const rough = { ...descentCard, weather: { ...descentCard.weather, turbulence: 'moderate' as const } };
		const sunkThen = (fpm: number): FaultKind[] => {
			const track = flown({
				verticalSpeedFpm: [
					[0, 0],
					[62, 0],
					[63, -600],
					[73, -600],
					[75, fpm],
					[83, fpm],
					[86, -500],
					[198, -500],
					[206, 0],
					[290, 0]
				],
				indicatedAirspeedKt: [
					[0, 105],
					[68, 105],
					[75, 90],
					[290, 90]
				]
			});
			return findFaults(new Evidence(rough, track, cutPhases(rough, track)), ['attitude']).map(
				({ kind }) => kind
			);
		};
		expect(sunkThen(-300)).toContain('descent-before-slowing');
		expect(sunkThen(700)).not.toContain('descent-before-slowing');
	});
});

describe('level-offs', () => {
	const late: Lines = {
		indicatedAltitudeFt: [
			[0, 3000],
			[80, 3000],
			[86, 2975],
			[205, 1985],
			[210, 1955],
			[225, 2000],
			[290, 2000]
		],
		verticalSpeedFpm: [
			[0, 0],
			[80, 0],
			[84, -500],
			[206, -500],
			[211, 0],
			[213, 180],
			[224, 180],
			[226, 0],
			[290, 0]
		],
		pitchDeg: [
			[0, 0.6],
			[62, 0.6],
			[80, 2],
			[83, -0.8],
			[205, -0.8],
			[210, 2.6],
			[224, 2.6],
			[226, 2.2],
			[290, 2.2]
		]
	};

	it('begun past the altitude are late, with the feet before and through', () => {
		const fault = faultsOf(flown(late)).find(({ kind }) => kind === 'late-level-off')!;
		expect(fault.text).toMatch(/^You began to level off \d+ ft past 2000 ft and went 4[45] ft through\.$/);
		expect(fault.tryNext).toBe('Begin a tenth of the rate early: 50 ft at 500 ft/min.');
		expect(fault.startSeconds).toBeGreaterThan(203);
	});

	it('are not late when the rate was nearly gone at the altitude, whatever took it through after', () => {
		const sunk: Lines = {
			indicatedAltitudeFt: [
				[0, 3000],
				[80, 3000],
				[86, 2975],
				[198, 2050],
				[210, 2000],
				[220, 1965],
				[240, 2000],
				[290, 2000]
			],
			verticalSpeedFpm: [
				[0, 0],
				[80, 0],
				[84, -500],
				[199, -500],
				[205, -180],
				[220, -180],
				[222, 100],
				[240, 100],
				[242, 0],
				[290, 0]
			]
		};
		expect(kindsOf(flown(sunk))).not.toContain('late-level-off');
	});

	it('begun long before are early', () => {
		const early: Lines = {
			indicatedAltitudeFt: [
				[0, 3000],
				[80, 3000],
				[86, 2975],
				[168, 2300],
				[230, 2062],
				[240, 2045],
				[260, 2000],
				[290, 2000]
			],
			verticalSpeedFpm: [
				[0, 0],
				[80, 0],
				[84, -500],
				[166, -500],
				[174, -230],
				[228, -230],
				[240, -150],
				[260, -120],
				[262, 0],
				[290, 0]
			]
		};
		expect(kindsOf(flown(early))).toContain('early-level-off');
		expect(kindsOf(flown(early))).not.toContain('late-level-off');
	});

	it('that come to rest on the way are early, though they never come to the altitude', () => {
		const resting = (fpm: number): Lines => ({
			indicatedAltitudeFt: [
				[0, 3000],
				[80, 3000],
				[86, 2975],
				[140, 2525],
				[290, 2525 + (fpm * 150) / 60]
			],
			verticalSpeedFpm: [
				[0, 0],
				[80, 0],
				[84, -500],
				[139, -500],
				[143, fpm],
				[290, fpm]
			],
			pitchDeg: [[0, 0.6]],
			// Nor does the power tell.
			throttle: [
				[0, 0.83],
				[60, 0.83],
				[62, 0.34],
				[290, 0.34]
			]
		});
		expect(kindsOf(flown(resting(-20)))).toContain('early-level-off');
		// Slower than was asked for is no rest.
		expect(kindsOf(flown(resting(-400)))).not.toContain('early-level-off');
	});

	it('are late by what came of them, where the nose was moved in time and to no effect', () => {
		const through = (feet: number): Lines => ({
			...late,
			indicatedAltitudeFt: [
				[0, 3000],
				[80, 3000],
				[86, 2975],
				[203, 2000],
				[211, 2000 - feet],
				[225, 2000],
				[290, 2000]
			],
			pitchDeg: [
				[0, 0.6],
				[62, 0.6],
				[80, 2],
				[83, -0.8],
				[193, -0.8],
				[195, 2.6],
				[224, 2.6],
				[226, 2.2],
				[290, 2.2]
			]
		});
		const text = (feet: number) =>
			faultsOf(flown(through(feet))).find(({ kind }) => kind === 'late-level-off')?.text;
		expect(text(80)).toMatch(/^You came to 2000 ft with \d+ ft\/min still on and went (79|80) ft through\.$/);
		expect(text(45)).toBeUndefined();
	});
});

describe('two changes at once', () => {
	it('pitch with power where the card does not join them', () => {
		const together: Lines = {
			pitchDeg: [
				[0, 0.6],
				[60, 0.6],
				[62, -2.8],
				[83, -0.8],
				[198, -0.8],
				[204, 2.2],
				[290, 2.2]
			]
		};
		const fault = faultsOf(flown(together)).find(({ kind }) => kind === 'two-changes-at-once')!;
		expect(fault.text).toMatch(/^You changed (pitch and power|power and pitch) within \d s at 1:00\.$/);
		expect(Math.abs(fault.startSeconds - 60)).toBeLessThan(1);
	});

	it('not in the level-off, where they belong together', () => {
		const quick: Lines = {
			pitchDeg: [
				[0, 0.6],
				[62, 0.6],
				[80, 2],
				[83, -0.8],
				[198, -0.8],
				[200, 2.2],
				[290, 2.2]
			],
			throttle: [
				[0, 0.83],
				[60, 0.83],
				[62, 0.34],
				[198, 0.34],
				[199, 0.66],
				[290, 0.66]
			]
		};
		expect(kindsOf(flown(quick))).not.toContain('two-changes-at-once');
		// Bank is not part of a level-off.
		const banked = flown({
			...quick,
			bankDeg: [
				[0, 0],
				[198, 0],
				[200, 12],
				[206, 0],
				[290, 0]
			]
		});
		expect(kindsOf(banked)).toContain('two-changes-at-once');
	});

	it('not where a descent begins by the numbers: power and nose are what it asks for', () => {
		const byNumbers = (change: Lines = {}): Lines => ({
			indicatedAirspeedKt: [
				[0, 105],
				[45, 105],
				[62, 90],
				[290, 90]
			],
			pitchDeg: [
				[0, 0.6],
				[79, 2],
				[81, -1.2],
				[198, -0.8],
				[204, 2.2],
				[290, 2.2]
			],
			throttle: [
				[0, 0.83],
				[62, 0.83],
				[79, 0.8],
				[81, 0.34],
				[198, 0.34],
				[202, 0.66],
				[290, 0.66]
			],
			...change
		});
		expect(kindsOf(flown(byNumbers()))).not.toContain('two-changes-at-once');
		// A turn is not asked for, though it comes in the same seconds.
		const bankDeg: Lines['bankDeg'] = [
			[0, 0],
			[79, 0],
			[81, 12],
			[95, 12],
			[97, 0],
			[290, 0]
		];
		const [fault] = faultsOf(flown(byNumbers({ bankDeg }))).filter(
			({ kind }) => kind === 'two-changes-at-once'
		);
		expect(fault!.text).toContain('bank');
	});

	it('not at the end of a climbing turn, which levels off and rolls out', () => {
		const card = structuredClone(descentCard);
		const [level] = card.phases;
		card.phases = [
			{
				...level!,
				targets: { bankDeg: { value: 15, mode: 'hold' }, verticalSpeedFpm: { value: 500, mode: 'hold' } },
				end: { kind: 'above', channel: 'indicatedAltitudeFt', value: 3950 }
			},
			{
				...level!,
				id: 'out',
				targets: { altitudeFt: { value: 4000, mode: 'hold' }, bankDeg: { value: 0, mode: 'hold' } },
				end: { kind: 'elapsed', seconds: 60 }
			}
		];
		const turn = (bankEnds: number) =>
			drawn(200, {
				indicatedAltitudeFt: [
					[0, 3000],
					[114, 3950],
					[122, 4000],
					[200, 4000]
				],
				verticalSpeedFpm: [
					[0, 500],
					[114, 500],
					[122, 0],
					[200, 0]
				],
				indicatedAirspeedKt: [[0, 90]],
				pitchDeg: [
					[0, 7],
					[114, 7],
					[117, 2],
					[200, 2]
				],
				throttle: [
					[0, 1],
					[114, 1],
					[116, 0.6],
					[200, 0.6]
				],
				bankDeg: [
					[0, 15],
					[bankEnds, 15],
					[bankEnds + 3, 0],
					[200, 0]
				]
			});
		const named = (track: Track) =>
			findFaults(new Evidence(card, track, cutPhases(card, track)), ['attitude']).map(({ kind }) => kind);
		expect(named(turn(114))).not.toContain('two-changes-at-once');
		// In the middle of it nose and power have nothing to do together.
		const pumped = drawn(200, {
			indicatedAltitudeFt: [
				[0, 3000],
				[200, 3900]
			],
			pitchDeg: [
				[0, 7],
				[60, 7],
				[62, 3],
				[200, 3]
			],
			throttle: [
				[0, 1],
				[60, 1],
				[62, 0.6],
				[200, 0.6]
			],
			bankDeg: [[0, 15]]
		});
		expect(named(pumped)).toContain('two-changes-at-once');
	});

	it('not when each is given its time', () => {
		const apart: Lines = {
			pitchDeg: [
				[0, 0.6],
				[72, 0.6],
				[74, -2],
				[83, -0.8],
				[198, -0.8],
				[204, 2.2],
				[290, 2.2]
			]
		};
		expect(kindsOf(flown(apart))).not.toContain('two-changes-at-once');
	});

	it('obeys its settings', () => {
		const small: Lines = {
			bankDeg: [
				[0, 0],
				[60, 0],
				[62, 5],
				[74, 5],
				[76, 0],
				[290, 0]
			]
		};
		const track = flown(small);
		const times = cutPhases(descentCard, track);
		expect(findFaults(new Evidence(descentCard, track, times), ['attitude'])).toEqual([]);
		expect(
			findFaults(new Evidence(descentCard, track, times, undefined, { bankChangeDeg: 4 }), ['attitude']).map(
				({ kind }) => kind
			)
		).toEqual(['two-changes-at-once']);
	});
});

describe('attention taken', () => {
	/** The heading held until a frequency is set, then left by so much; the phase ends at 60 s on this card. */
	const setAt = (second: number, outFrom: number, back: number): Lines => ({
		nav1MHz: [
			[0, 110],
			[second, 110],
			[second + 0.1, 113]
		],
		indicatedHeadingDeg: [
			[0, 90],
			[outFrom, 90],
			[outFrom + 4, 70],
			[back, 70],
			[back + 3, 90]
		]
	});
	const named = (lines: Lines) =>
		findFaults(new Evidence(descentCard, flown(lines), cutPhases(descentCard, flown(lines)))).some(
			({ kind }) => kind === 'attention-taken'
		);

	it('is told where the phase ends before the heading has come back', () => {
		const [first] = cutPhases(descentCard, flown());
		const end = first!.endSeconds!;
		expect(named(setAt(end - 9, end - 6, end + 20))).toBe(true);
	});

	it('is told where the hand was at the knob before the phase began', () => {
		const [first] = cutPhases(descentCard, flown());
		const end = first!.endSeconds!;
		expect(named(setAt(end - 2, end + 4, end + 20))).toBe(true);
		// So long before, it was something else.
		expect(named(setAt(end - 30, end + 4, end + 20))).toBe(false);
	});
});
