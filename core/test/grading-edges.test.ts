import { describe, expect, it } from 'vitest';
import {
	cutPhases,
	Evidence,
	findFaults,
	gradeFlight,
	measure,
	navigationReport,
	quality,
	recognizedFailures,
	settleSeconds,
	type CoursePath,
	type Phase,
	type PhaseEvent,
	type TaskCard,
	type Track
} from '../src/index.js';
import { descentCard, us } from './shipped.js';
import { drawn } from './synthetic.js';
import { pathCard, STILL_AIR, SyntheticTrack, type Air } from './synthetic-track.js';

const EAST: CoursePath = { kind: 'course', aid: 'MID', courseDeg: 90, toward: 'to' };

describe('limits that are not the same above and below', () => {
	const limits = { above: 50, below: 20 };
	const of = (...deviation: number[]) => measure(Float64Array.from(deviation), limits, 0, 1);

	it('measure each side by its own', () => {
		expect(of(30, -30, 49, -19).inTolerancePercent).toBe(75);
		expect(of(30, -30, 60).excursions).toEqual([{ startSeconds: 1, endSeconds: 3, worst: -30 }]);
		// Thirty below is half as much again as allowed; forty above is within.
		expect(of(40, -30).worst).toEqual({ deviation: -30, atSeconds: 1 });
		expect(of(-10, 40).worst.deviation).toBe(40);
	});
	it('score each side by its own', () => {
		expect(quality(25, limits)).toBeCloseTo(0.875, 9);
		expect(quality(-10, limits)).toBeCloseTo(0.875, 9);
		expect(quality(-25, limits)).toBeLessThan(0.5);
	});
	it('settle by their own side', () => {
		const from = (deviation: number) => settleSeconds(new Float64Array(100).fill(deviation), limits, 10);
		expect([from(30), from(-30)]).toEqual([0, null]);
	});
	it('a side with no room is outside at once, but not on the target', () => {
		const none = { above: 50, below: 0 };
		expect(measure(Float64Array.of(0, 1, -0.001), none, 0, 1).inTolerancePercent).toBeCloseTo(200 / 3, 9);
	});
});

describe('points for faults', () => {
	/** As many stations as asked for, each flown by for a minute without having been identified. */
	function unidentified(count: number) {
		const card: TaskCard = pathCard(descentCard, EAST, STILL_AIR);
		const places = Array.from({ length: count }, (_, i) => ({
			...card.navigation!.places[0]!,
			id: `V${i}`,
			frequency: 110 + i / 2
		}));
		card.navigation = { ...card.navigation!, places };
		card.phases = places.map(({ id }, i): Phase => ({
			...card.phases[0]!,
			id: `leg-${i}`,
			path: { ...EAST, aid: id },
			end: { kind: 'elapsed', seconds: 60 }
		}));
		const track = new SyntheticTrack(STILL_AIR, 0, -60, 90)
			.straight(60 * count + 5)
			.track({ nav1MHz: 108, nav2MHz: 108, adfKHz: 300, identified: 0 });
		return gradeFlight(track, card, us);
	}
	it('are four each, and twenty at the most', () => {
		for (const [count, points] of [
			[1, 4],
			[4, 16],
			[5, 20],
			[6, 20],
			[9, 20]
		] as const) {
			const grade = unidentified(count);
			expect(grade.faults.map(({ kind }) => kind)).toEqual(Array(count).fill('not-identified'));
			expect(grade.scoreParts.faultDeduction, `${count} faults`).toBe(points);
			expect(grade.score).toBe(Math.max(0, grade.scoreParts.phases - points));
		}
	});
});

describe('a level-off at the top of a climb', () => {
	/** The same turned upside down about 2500 ft. */
	function mirrored(end: PhaseEvent): PhaseEvent {
		if (end.kind === 'all' || end.kind === 'any')
			return { ...end, of: end.of.map((one) => mirrored(one) as (typeof end.of)[number]) };
		if (end.kind !== 'below' && end.kind !== 'above') return end;
		const about = end.channel === 'indicatedAltitudeFt' ? 5000 : 0;
		return { ...end, kind: end.kind === 'below' ? 'above' : 'below', value: about - end.value };
	}
	const climbCard = structuredClone(descentCard);
	for (const phase of climbCard.phases) {
		if (phase.targets.verticalSpeedFpm) phase.targets.verticalSpeedFpm.value *= -1;
		if (phase.targets.altitudeFt) phase.targets.altitudeFt.value = 5000 - phase.targets.altitudeFt.value;
		phase.end = mirrored(phase.end);
	}
	const flown = (altitude: [number, number][], rate: [number, number][]): Track =>
		drawn(290, {
			indicatedAltitudeFt: altitude,
			verticalSpeedFpm: rate,
			indicatedAirspeedKt: [
				[0, 105],
				[60, 105],
				[78, 90],
				[290, 90]
			],
			indicatedHeadingDeg: [[0, 90]],
			bankDeg: [[0, 0]]
		});
	const levelOffs = (track: Track) =>
		findFaults(new Evidence(climbCard, track, cutPhases(climbCard, track)), ['attitude']).filter(({ kind }) =>
			kind.endsWith('level-off')
		);
	const start: [number, number][] = [
		[0, 2000],
		[80, 2000],
		[86, 2025]
	];

	it('begun past the altitude is late, with how far it went over', () => {
		const [fault] = levelOffs(
			flown(
				[...start, [205, 3015], [210, 3045], [225, 3000], [290, 3000]],
				[
					[0, 0],
					[80, 0],
					[84, 500],
					[206, 500],
					[211, 0],
					[213, -180],
					[224, -180],
					[226, 0],
					[290, 0]
				]
			)
		);
		expect(fault!.kind).toBe('late-level-off');
		expect(fault!.text).toMatch(/^You began to level off \d+ ft past 3000 ft and went 4[45] ft through\.$/);
		expect(fault!.tryNext).toBe('Begin a tenth of the rate early: 50 ft at 500 ft/min.');
	});
	it('led by a tenth of the rate is none', () => {
		expect(
			levelOffs(
				flown(
					[...start, [198, 2950], [206, 2998], [290, 3000]],
					[
						[0, 0],
						[80, 0],
						[84, 500],
						[198, 500],
						[206, 0],
						[290, 0]
					]
				)
			)
		).toEqual([]);
	});
});

const ALL_OF_IT = [{ phase: 0, startSeconds: 0, endSeconds: null }];
function judged(air: Air, track: Track, path = EAST) {
	const evidence = new Evidence(pathCard(descentCard, path, air), track, ALL_OF_IT);
	return findFaults(evidence, ['navigation']).map(({ kind }) => kind);
}

describe('away from the course', () => {
	it('is reverse sensing only where the nose went there: a wind that carries off is something else', () => {
		// 60 kt across: with the nose on the course the track goes 26° away from it.
		const blown: Air = { kt: 120, windFromDeg: 0, windKt: 60, variationDeg: 0 };
		const drifting = new SyntheticTrack(blown, -0.6, -14, 90).straight(60);
		expect(judged(blown, drifting.track())).not.toContain('reverse-sensing');
		// The same way over the ground in still air is the pilot's own.
		const turned = new SyntheticTrack(STILL_AIR, -0.6, -14, 90).straight(12).steered(48, () => 116);
		expect(judged(STILL_AIR, turned.track())).toContain('reverse-sensing');
	});
	it('for longer in rough air, where gusts turn the nose', () => {
		const turned = new SyntheticTrack(STILL_AIR, -0.6, -14, 90).straight(12).steered(18, () => 116);
		const later = turned.straight(2).steered(60, () => 90);
		const named = (turbulence: 'none' | 'moderate') => {
			const card = pathCard(descentCard, EAST, STILL_AIR);
			const rough = { ...card, weather: { ...card.weather, turbulence } };
			return findFaults(new Evidence(rough, later.track(), ALL_OF_IT), ['navigation']).some(
				({ kind }) => kind === 'reverse-sensing'
			);
		};
		expect(named('none')).toBe(true);
		expect(named('moderate')).toBe(false);
	});
	it('nor where the nose points away and the wind brings the aircraft back', () => {
		const back: Air = { kt: 120, windFromDeg: 180, windKt: 60, variationDeg: 0 };
		const held = new SyntheticTrack(back, -2, -14, 105).straight(60);
		expect(judged(back, held.track())).not.toContain('reverse-sensing');
	});
});

describe('a station on a receiver', () => {
	it('is identified by that receiver alone', () => {
		const flight = (more: Parameters<SyntheticTrack['track']>[0]) =>
			judged(
				STILL_AIR,
				new SyntheticTrack(STILL_AIR, 0, -14, 90)
					.straight(90)
					.track({ nav1MHz: 110, nav2MHz: 113.2, adfKHz: 300, ...more })
			);
		expect(flight({ identified: 2 })).toEqual([]);
		for (const identified of [0, 1, 4, 5]) expect(flight({ identified })).toEqual(['not-identified']);
		expect(flight({ nav1MHz: 113.2, nav2MHz: 110, identified: 2 })).toEqual(['not-identified']);
	});
});

describe('a radial that ends a phase', () => {
	const ends = (north: number) => {
		const card = pathCard(descentCard, EAST, STILL_AIR, {
			end: { kind: 'radial', aid: 'MID', radialDeg: 0 }
		});
		const track = new SyntheticTrack(STILL_AIR, north, -4, 90).straight(240).track();
		return cutPhases(card, track)[0]!.endSeconds;
	};
	it('is crossed on its own side of the station', () => {
		// Four miles at two a minute.
		expect(ends(3)).toBeCloseTo(120, 0);
	});
	it('is not crossed on the far side', () => {
		expect(ends(-3)).toBeNull();
	});
	it('a radial drawn is told from the side the aircraft was on', () => {
		const south = new SyntheticTrack(STILL_AIR, -2, -1, 90).straight(60).track({
			marks: (t) => (t < 30 ? 0 : 1),
			markNorthNm: -2,
			markEastNm: 0,
			line1NorthNm: 0,
			line1EastNm: 0,
			line1Deg: 185
		});
		const card = pathCard(descentCard, { kind: 'position', aids: ['MID', 'MID'] }, STILL_AIR);
		const [mark] = navigationReport(new Evidence(card, south, ALL_OF_IT))!.marks;
		expect(mark!.lines[0]!.wasDeg).toBeCloseTo(180, 1);
	});
});

describe('a call at a place', () => {
	/** Past the place, about at some degrees a second, and past it again. */
	const dueOn = (rate: number) => {
		const card = pathCard(descentCard, EAST, STILL_AIR);
		card.calls = [
			{
				id: 'c',
				name: 'Over',
				at: { kind: 'passing', aid: 'MID' },
				items: ['time', 'turn'],
				withinSeconds: 20
			}
		];
		const track = new SyntheticTrack(STILL_AIR, 0, -1, 90)
			.straight(33)
			.turn('right', 270, rate)
			.straight(30)
			.track({ calls: (t) => (t < 32 ? 0 : t < 38 ? 1 : 2) });
		return navigationReport(new Evidence(card, track, ALL_OF_IT))!.calls;
	};
	it('does not come due twice within half a minute', () => {
		const due = dueOn(12);
		expect(due).toHaveLength(1);
		expect(due[0]!.dueSeconds).toBeCloseTo(30, 0);
		expect(due[0]!.tickedSeconds).toEqual([32, 38]);
	});
	it('comes due again after it', () => {
		const due = dueOn(5);
		expect(due).toHaveLength(2);
		expect(due[1]!.dueSeconds - due[0]!.dueSeconds).toBeGreaterThan(30);
		expect(due[1]!.tickedSeconds).toEqual([null, null]);
	});
});

describe('a failure that was named, or covered, before it began', () => {
	const flight = (named: [number, number][], covered: [number, number][] = [[0, 0]]) =>
		recognizedFailures(
			drawn(120, {
				failures: [
					[0, 0],
					[60, 0],
					[60.05, 1],
					[120, 1]
				],
				named,
				covered
			})
		)[0]!;
	it('is known at its begin, not before it', () => {
		const one = flight([
			[0, 0],
			[20, 0],
			[20.05, 1],
			[120, 1]
		]);
		expect(one.namedSeconds).toBe(one.beganSeconds);
	});
	it('and taken back is not named until it is named again', () => {
		const taken: [number, number][] = [
			[0, 0],
			[20, 0],
			[20.05, 1],
			[40, 1],
			[40.05, 0]
		];
		expect(flight([...taken, [120, 0]]).namedSeconds).toBeNull();
		expect(flight([...taken, [75, 0], [75.05, 1], [120, 1]]).namedSeconds).toBeCloseTo(75.1, 6);
	});
	it('another that was named before and taken back was not taken for it', () => {
		const other: [number, number][] = [
			[0, 0],
			[20, 0],
			[20.05, 16],
			[40, 16],
			[40.05, 0],
			[120, 0]
		];
		expect(flight(other).wrongly).toEqual([]);
	});
});
