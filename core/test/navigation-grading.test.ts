import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	cutPhases,
	gotBetter,
	Evidence,
	findFaults,
	hardLimits,
	navigationReport,
	normalizeDeg,
	signedDeg,
	solveHold,
	solveWindTriangle,
	swings,
	timingError,
	toDegrees,
	toRadians,
	type CoursePath,
	type FaultKind,
	type Path,
	type HoldPath,
	type NavigationReport,
	type Phase,
	type ReversalPath,
	type Track
} from '../src/index.js';
import { pathCard, SyntheticTrack, STILL_AIR, type Air } from './synthetic-track.js';
import { descentCard } from './shipped.js';

const CROSS: Air = { kt: 120, windFromDeg: 0, windKt: 20, variationDeg: 0 };
/** Eastward to the middle. */
const EAST: CoursePath = { kind: 'course', aid: 'MID', courseDeg: 90, toward: 'to' };

const HELD = { value: 0, mode: 'hold' } as const;
/** One phase, from the first sample to the last. */
const ALL_OF_IT = [{ phase: 0, startSeconds: 0, endSeconds: null }];

function judged(path: Path, air: Air, track: Track, arcSettleSeconds?: number) {
	const targets =
		arcSettleSeconds === undefined
			? {}
			: { arcNm: { value: 0, mode: 'hold' as const, settleSeconds: arcSettleSeconds } };
	const card = pathCard(descentCard, path, air, { targets });
	const evidence = new Evidence(card, track, ALL_OF_IT);
	const report = navigationReport(evidence);
	if (!report) throw new Error('the flight was not judged');
	return { evidence, card, report, faults: findFaults(evidence, ['navigation']) };
}
const course = (air: Air, track: Track, path = EAST) => judged(path, air, track).report.courses[0]!;
const kinds = (path: Path, air: Air, track: Track): FaultKind[] =>
	judged(path, air, track).faults.map(({ kind }) => kind);

describe('a course that was intercepted', () => {
	const path: CoursePath = { ...EAST, interceptDeg: 45 };
	/** Three miles left of the course, twenty from the station, and 45° toward it until some way past it. */
	const cut = (pastNm: number) => {
		const pencil = new SyntheticTrack(STILL_AIR, 3, -20, 135);
		return pencil
			.straight(((3 + pastNm) * Math.SQRT2 * 3600) / 120)
			.turn('left', 90)
			.straight(120);
	};

	it('tells the cut flown beside the cut wanted', () => {
		const report = course(STILL_AIR, cut(0).track(), path);
		expect(report).toMatchObject({ kind: 'intercept', wantedCutDeg: 45 });
		expect(report.cutDeg).toBeCloseTo(45, 6);
		expect(course(STILL_AIR, cut(0).track()).kind).toBe('track');
	});

	it('does not take the cut for a wind correction: in still air none was kept', () => {
		for (const past of [0, 0.2]) {
			const { correctionDeg } = course(STILL_AIR, cut(past).track(), path);
			expect(Math.abs(correctionDeg!)).toBeLessThan(0.5);
		}
	});

	it('measures how far it went through, in miles and in shares of full scale', () => {
		// The turn of 45° itself goes 0.19 NM across: V/(60π)·(1 − cos 45°).
		const across = (120 / (60 * Math.PI)) * (1 - Math.SQRT1_2);
		for (const past of [0, 0.2, 0.5]) {
			const report = course(STILL_AIR, cut(past).track(), path);
			expect(report.overshootNm).toBeCloseTo(past + across, 2);
			// It is at its farthest from where the turn ended on; nearer the station that is a larger angle.
			const end = cut(past).east;
			const nearest = Math.abs(end);
			const share = toDegrees(Math.asin((past + across) / Math.hypot(nearest, past + across))) / 10;
			expect(report.overshootShare).toBeCloseTo(share, 2);
		}
	});

	it('has no overshoot where the turn was led', () => {
		const report = course(STILL_AIR, cut(-0.3).track(), path);
		expect(report.overshootNm).toBeNull();
		expect(report.overshootShare).toBeNull();
	});

	it('is established where the needle came within a quarter and stayed', () => {
		// Led exactly: the turn ends on the course.
		const across = (120 / (60 * Math.PI)) * (1 - Math.SQRT1_2);
		const report = course(STILL_AIR, cut(-across).track(), path);
		const quarter = (3 - Math.tan(toRadians(2.5)) * 17.3) * Math.SQRT2 * 30;
		expect(Math.abs(report.establishedSeconds! - quarter)).toBeLessThan(4);
		const never = new SyntheticTrack(STILL_AIR, 3, -20, 90).straight(200).track();
		expect(course(STILL_AIR, never, path)).toMatchObject({ establishedSeconds: null, rmsNm: null });
	});
});

describe('a course that was tracked', () => {
	it('gives its distance in miles, and in shares of the angle at the station', () => {
		// A quarter of a mile right of it, from twelve miles to four.
		const report = course(STILL_AIR, new SyntheticTrack(STILL_AIR, -0.25, -12, 90).straight(240).track());
		expect(report.rmsNm).toBeCloseTo(0.25, 6);
		const shares = Array.from({ length: 2400 }, (_, i) => {
			const east = 12 - (i * 8) / 2400;
			return toDegrees(Math.atan(0.25 / east)) / 10;
		});
		const rms = Math.sqrt(shares.reduce((sum, share) => sum + share ** 2, 0) / shares.length);
		expect(report.rmsShare).toBeCloseTo(rms, 3);
	});

	it('counts an RNAV course in miles of its scale, near and far', () => {
		const track = new SyntheticTrack(STILL_AIR, -0.2, -12, 90).straight(240).track();
		expect(course(STILL_AIR, track, { ...EAST, fullScale: { nm: 1 } }).rmsShare).toBeCloseTo(0.2, 6);
		expect(course(STILL_AIR, track, { ...EAST, fullScale: { nm: 2 } }).rmsShare).toBeCloseTo(0.1, 6);
	});

	it('sets the correction kept beside the one the wind asks for', () => {
		const { headingDeg, windCorrectionDeg } = solveWindTriangle({
			courseDeg: 90,
			trueAirspeedKt: 120,
			windFromDeg: 0,
			windSpeedKt: 20
		});
		const report = course(CROSS, new SyntheticTrack(CROSS, 0, -12, headingDeg).straight(200).track());
		expect(report.correctionDeg).toBeCloseTo(windCorrectionDeg, 3);
		expect(report.neededDeg).toBeCloseTo(windCorrectionDeg, 6);
		expect(report.rmsNm).toBeLessThan(0.01);
	});

	it('is judged alike whatever the course and the variation', () => {
		const shape = (courseDeg: number, variationDeg: number): NavigationReport['courses'][number] => {
			const air = { kt: 120, windFromDeg: courseDeg + 60, windKt: 15, variationDeg };
			const angle = toRadians(courseDeg + variationDeg);
			// Ten miles before the station, half a mile to the left.
			const [back, left] = [-10, -0.5];
			const north = back * Math.cos(angle) - left * Math.sin(angle);
			const east = back * Math.sin(angle) + left * Math.cos(angle);
			const pencil = new SyntheticTrack(air, north, east, normalizeDeg(courseDeg + 20)).straight(50);
			pencil.turn('left', normalizeDeg(courseDeg + 6)).straight(100);
			return course(air, pencil.track(), { ...EAST, courseDeg });
		};
		const usual = shape(90, 0);
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 359 }), fc.integer({ min: -30, max: 30 }), (deg, variation) => {
				const { rmsNm, correctionDeg, neededDeg, swingsNm } = shape(deg, variation);
				expect(rmsNm).toBeCloseTo(usual.rmsNm!, 6);
				expect(correctionDeg).toBeCloseTo(usual.correctionDeg!, 6);
				expect(neededDeg).toBeCloseTo(usual.neededDeg, 6);
				expect(swingsNm).toEqual(usual.swingsNm.map((one) => expect.closeTo(one, 6)));
			}),
			{ numRuns: 20 }
		);
	});

	it('tells bracketing that converges from one that does not', () => {
		expect(swings([0.1, 0.5, 0.2, 0, -0.3, -0.1, 0.04, 0.15, 0.1])).toEqual([0.5, 0.3, 0.15]);
		expect(swings([0.01, -0.02, 0.03])).toEqual([]);
		const weave = (sizes: number[]) =>
			course(
				STILL_AIR,
				new SyntheticTrack(STILL_AIR, 0, -14, 90)
					.steered(sizes.length * 60, (t) => {
						// Half a sine of heading a minute makes a swing to one side and back.
						const half = Math.floor(t / 60);
						return 90 + (half % 2 ? -1 : 1) * sizes[half]! * Math.cos((Math.PI * (t % 60)) / 60);
					})
					.track()
			);
		expect(weave([30, 20, 12, 6]).converges).toBe(true);
		expect(weave([12, 20, 30]).converges).toBe(false);
		expect(weave([20]).converges).toBeNull();
	});
});

describe('faults along a course', () => {
	/** Turning after the needle: the heading swings by so much, over and over. */
	const swinging = (deg: number, seconds = 300, period = 40) =>
		new SyntheticTrack(STILL_AIR, 0, -16, 90)
			.steered(seconds, (t) => 90 + deg * Math.cos((2 * Math.PI * t) / period))
			.track();

	it('names chasing, and not a heading that wanders a little', () => {
		expect(kinds(EAST, STILL_AIR, swinging(15))).toContain('chases-needle');
		expect(kinds(EAST, STILL_AIR, swinging(4))).toEqual([]);
	});

	it('names a turn held until the needle was centred', () => {
		const late = new SyntheticTrack(STILL_AIR, 3, -20, 135).straight(3 * Math.SQRT2 * 30);
		expect(kinds(EAST, STILL_AIR, late.turn('left', 90).straight(60).track())).toContain(
			'turn-held-until-centred'
		);
		const led = new SyntheticTrack(STILL_AIR, 3, -20, 135).straight(2.8 * Math.SQRT2 * 30);
		expect(kinds(EAST, STILL_AIR, led.turn('left', 90).straight(60).track())).toEqual([]);
	});

	it('names too large a correction, and lets the distance deserve it', () => {
		const correcting = (deg: number) =>
			new SyntheticTrack(STILL_AIR, 0, -16, 90)
				.straight(20)
				// A quarter of a mile to the left, and back in one turn to the right and one to the left.
				.steered(40, () => 80)
				.turn('right', 90 + deg)
				.turn('left', 90)
				.straight(60)
				.track();
		expect(kinds(EAST, STILL_AIR, correcting(35))).toContain('corrects-too-much');
		expect(kinds(EAST, STILL_AIR, correcting(10))).toEqual([]);
	});

	it('names a needle that is left where it is, after a minute and a quarter', () => {
		const beside = (seconds: number) => new SyntheticTrack(STILL_AIR, 1.5, -16, 90).straight(seconds).track();
		expect(kinds(EAST, STILL_AIR, beside(120))).toEqual(['corrects-too-little']);
		expect(kinds(EAST, STILL_AIR, beside(70))).toEqual([]);
		const closing = new SyntheticTrack(STILL_AIR, 1.5, -16, 96).straight(180).track();
		expect(kinds(EAST, STILL_AIR, closing)).toEqual([]);
	});

	it('names the whole correction taken out on the course, again and again', () => {
		// A wind from the left: out to the right with the nose on the course, back with twenty degrees.
		const pencil = new SyntheticTrack(CROSS, 0, -17, 90);
		for (let i = 0; i < 3; i++) pencil.steered(90, () => 90).steered(78, () => 69);
		expect(kinds(EAST, CROSS, pencil.track())).toContain('no-wind-correction');
		// The same needle in a calm has another cause.
		const { headingDeg } = solveWindTriangle({
			courseDeg: 90,
			trueAirspeedKt: 120,
			windFromDeg: 0,
			windSpeedKt: 20
		});
		const kept = new SyntheticTrack(CROSS, 0, -20, headingDeg).straight(400).track();
		expect(kinds(EAST, CROSS, kept)).toEqual([]);
	});

	it('names a turn away from the needle', () => {
		const away = (deg: number) =>
			new SyntheticTrack(STILL_AIR, -0.8, -14, 90).straight(15).steered(30, () => 90 + deg);
		expect(kinds(EAST, STILL_AIR, away(20).track())).toContain('reverse-sensing');
		expect(kinds(EAST, STILL_AIR, away(-20).track())).not.toContain('reverse-sensing');
	});

	it('names a station that was not listened to within half a minute, on either receiver', () => {
		const flight = (more: Parameters<SyntheticTrack['track']>[0]) =>
			kinds(
				EAST,
				STILL_AIR,
				new SyntheticTrack(STILL_AIR, 0, -14, 90).straight(90).track({
					nav1MHz: 113.2,
					nav2MHz: 110,
					adfKHz: 300,
					identified: 0,
					...more
				})
			);
		expect(flight({})).toEqual(['not-identified']);
		expect(flight({ identified: 1 })).toEqual([]);
		expect(flight({ identified: (t) => (t < 29 ? 0 : 1) })).toEqual([]);
		expect(flight({ identified: (t) => (t < 40 ? 0 : 1) })).toEqual(['not-identified']);
		expect(flight({ identified: 2 })).toEqual(['not-identified']);
		expect(flight({ nav1MHz: 110, nav2MHz: 113.2, identified: 2 })).toEqual([]);
		// Another station that was identified is not this one.
		expect(flight({ nav1MHz: 110, identified: 1 })).toEqual(['not-identified']);
		// Out of its reach nobody hears it; once in it, the half minute begins.
		const reached = (from: number) => (t: number) => (t < from ? 0 : 1);
		expect(flight({ nav1Flag: reached(40), identified: reached(60) })).toEqual([]);
		expect(flight({ nav1Flag: reached(20), identified: reached(60) })).toEqual(['not-identified']);
		expect(flight({ nav1Flag: 0 })).toEqual([]);
	});

	it('blames nobody for a needle that was not received, and whoever had not tuned it', () => {
		const away = (more: Parameters<SyntheticTrack['track']>[0]) =>
			kinds(
				EAST,
				STILL_AIR,
				new SyntheticTrack(STILL_AIR, -0.8, -14, 90)
					.straight(15)
					.steered(30, () => 110)
					.track({ nav1MHz: 113.2, nav2MHz: 110, adfKHz: 300, identified: 1, nav2Flag: 1, ...more })
			);
		expect(away({ nav1Flag: 1 })).toContain('reverse-sensing');
		expect(away({ nav1Flag: 0 })).not.toContain('reverse-sensing');
		expect(away({ nav1Flag: 0, nav1MHz: 109 })).toContain('reverse-sensing');
		expect(away({ nav1Flag: 0, nav2MHz: 113.2 })).toContain('reverse-sensing');
	});

	it('names a wrong station or course where neither receiver has the right one', () => {
		const flight = (more: Parameters<SyntheticTrack['track']>[0], phase: Partial<Phase> = {}) => {
			const track = new SyntheticTrack(STILL_AIR, 0, -14, 90).straight(90).track({
				nav1MHz: 113.2,
				nav1CourseDeg: 90,
				nav2MHz: 110,
				nav2CourseDeg: 200,
				needleSource: 0,
				adfKHz: 300,
				identified: 3,
				...more
			});
			const evidence = new Evidence(pathCard(descentCard, EAST, STILL_AIR, phase), track, ALL_OF_IT);
			return findFaults(evidence, ['navigation'])
				.filter(({ kind }) => kind === 'wrong-selector')
				.map(({ text }) => text);
		};
		expect(flight({})).toEqual([]);
		expect(flight({ nav1MHz: 109 })).toEqual([expect.stringMatching(/109\.00 MHz stood on the receiver/)]);
		expect(flight({ nav1CourseDeg: 120 })).toEqual([expect.stringMatching(/selector stood at 120/)]);
		// By the second receiver, with the first on something else.
		expect(flight({ nav1MHz: 109, nav2MHz: 113.2, nav2CourseDeg: 90 })).toEqual([]);
		expect(flight({ nav1MHz: 109, nav2MHz: 113.2 })).toEqual([
			expect.stringMatching(/selector stood at 200/)
		]);
		// Straight to a station after a go-around any course will do, and the wrong station will not.
		const direct = { segment: 'missed', after: 'go-around' } as const;
		expect(flight({ nav1CourseDeg: 120 }, direct)).toEqual([]);
		expect(flight({ nav1MHz: 109 }, direct)).toHaveLength(1);
		expect(flight({ nav1CourseDeg: 120 }, { ...direct, targets: { needle: HELD } })).toHaveLength(1);
	});
});

describe('an arc', () => {
	/** Clockwise about the middle from the north, at a distance that may grow. */
	const round = (radiusNm: (deg: number) => number) => {
		const pencil = new SyntheticTrack(STILL_AIR, radiusNm(0), 0, 90);
		pencil.steered(400, (_, at) => {
			const radial = toDegrees(Math.atan2(at.east, at.north));
			const distance = Math.hypot(at.north, at.east);
			return radial + 90 - Math.max(-30, Math.min(30, 40 * (radiusNm(radial) - distance)));
		});
		return pencil.track();
	};
	const arc = (track: Track, settle = 0) =>
		judged({ kind: 'arc', aid: 'MID', radiusNm: 8, direction: 'clockwise' }, STILL_AIR, track, settle).report
			.arcs[0]!;

	it('is graded in three tiers', () => {
		const percent = (offNm: number) => arc(round(() => 8 + offNm)).withinPercent;
		expect(percent(0.1)).toEqual({ containment: 100, test: 100, sharp: 100 });
		expect(percent(0.6)).toEqual({ containment: 100, test: 100, sharp: 0 });
		expect(percent(-2)).toEqual({ containment: 100, test: 0, sharp: 0 });
		expect(percent(4.5)).toEqual({ containment: 0, test: 0, sharp: 0 });
	});

	it('flown the wrong way round is a fault, and past any tolerance, however well the distance is kept', () => {
		const track = round(() => 8);
		for (const direction of ['clockwise', 'counterclockwise'] as const) {
			const path: Path = { kind: 'arc', aid: 'MID', radiusNm: 8, direction };
			const { evidence, faults } = judged(path, STILL_AIR, track, 0);
			const wrong = direction === 'counterclockwise';
			expect(faults.map(({ kind }) => kind)).toEqual(wrong ? ['arc-direction'] : []);
			expect([...hardLimits(evidence).values()].flat()).toEqual(
				wrong ? ['was flown the wrong way round: counterclockwise was asked for'] : []
			);
			expect(arc(track).sweptDeg).toBeGreaterThan(60);
		}
	});

	it('says the worst, its side, and leaves out the time to settle', () => {
		const report = arc(round((deg) => 8 + (deg > 30 ? 0.5 : 0)));
		expect(report.worstNm).toBeCloseTo(0.5, 1);
		expect(report.worstAtSeconds).toBeGreaterThan(100);
		expect(arc(round(() => 7.6)).worstNm).toBeCloseTo(-0.4, 1);
		const settled = round((deg) => 8 + (deg < 10 ? 0.8 : 0));
		expect(arc(settled).withinPercent.sharp).toBeLessThan(95);
		expect(arc(settled, 130).withinPercent.sharp).toBe(100);
	});

	it('measures the slant range, as the dial shows it', () => {
		const track = new SyntheticTrack(STILL_AIR, 3, 0, 90).steered(60, (_, at) => {
			return toDegrees(Math.atan2(at.east, at.north)) + 90;
		});
		const high = track.track({ altitudeFt: 4 * 6076.12 });
		const report = judged(
			{ kind: 'arc', aid: 'MID', radiusNm: 5, direction: 'clockwise' },
			STILL_AIR,
			high,
			0
		).report.arcs[0]!;
		// Three miles out and four up are five.
		expect(report.rmsNm).toBeLessThan(0.05);
	});
});

describe('a hold', () => {
	const path: HoldPath = {
		kind: 'hold',
		aid: 'MID',
		inboundCourseDeg: 90,
		turns: 'right',
		inboundSeconds: 60,
		timing: 'inbound',
		circuits: 3
	};
	const AIR: Air = { kt: 100, windFromDeg: 30, windKt: 15, variationDeg: 4 };
	const exactFor = (one: HoldPath, air = AIR) =>
		solveHold({
			inboundCourseDeg: one.inboundCourseDeg,
			turns: one.turns,
			trueAirspeedKt: air.kt,
			windFromDeg: air.windFromDeg,
			windSpeedKt: air.windKt,
			inboundSeconds: one.inboundSeconds,
			bankLimitDeg: 30
		});
	const other = (side: 'left' | 'right'): 'left' | 'right' => (side === 'left' ? 'right' : 'left');

	/** Arrives over the fix, flies a direct entry and circuits, each with its own outbound heading, seconds from level, and cut back. */
	function flown(
		one: HoldPath,
		air: Air,
		legs: { headingDeg: number; seconds: number; cutDeg?: number }[],
		turns = one.turns
	) {
		const exact = exactFor(one, air);
		const pencil = new SyntheticTrack(air, 0, 0, exact.inboundHeadingDeg);
		const inbound = toRadians(one.inboundCourseDeg + air.variationDeg);
		const past = () => pencil.north * Math.cos(inbound) + pencil.east * Math.sin(inbound);
		for (const { headingDeg, seconds, cutDeg = 0 } of legs) {
			pencil
				.turn(turns, headingDeg)
				.straight(seconds)
				.turn(turns, exact.inboundHeadingDeg + cutDeg);
			let left = 3000;
			while (past() < 0 && left-- > 0) pencil.straight(0.1);
		}
		return pencil.straight(3);
	}
	const report = (one: HoldPath, air: Air, pencil: SyntheticTrack) =>
		judged(one, air, pencil.track()).report.holds[0]!;
	const perfect = (one: HoldPath, air = AIR) => {
		const { outboundHeadingDeg, outboundSeconds } = exactFor(one, air);
		return { headingDeg: outboundHeadingDeg, seconds: outboundSeconds };
	};

	it('flown exactly comes out exact: on the course, on the time, from abeam', () => {
		for (const turns of ['right', 'left'] as const) {
			const one = { ...path, turns };
			const legs = Array.from({ length: 4 }, () => perfect(one));
			const found = report(one, AIR, flown(one, AIR, legs));
			const exact = exactFor(one);
			expect(found.circuits).toHaveLength(3);
			for (const circuit of found.circuits) {
				expect(circuit.turns).toBe(turns);
				expect(Math.abs(circuit.missNm)).toBeLessThan(0.02);
				expect(Math.abs(circuit.fixMissNm)).toBeLessThan(0.02);
				expect(Math.abs(circuit.inboundSeconds - 60)).toBeLessThan(0.6);
				// The solver produces the outbound leg backwards to abeam; flown, abeam may lie in the turn.
				expect(Math.abs(circuit.outboundSeconds - exact.secondsFromAbeam)).toBeLessThan(1.5);
				expect(circuit.outboundHeadingDeg).toBeCloseTo(exact.outboundHeadingDeg, 3);
				expect(Math.abs(timingError(found, circuit))).toBeLessThan(0.6);
			}
		}
	});

	it('has as many circuits in its report as its card has counted, however badly the fix was passed', () => {
		const leg = fc.record({
			headingDeg: fc.double({ min: 262, max: 290, noNaN: true }),
			seconds: fc.double({ min: 20, max: 70, noNaN: true }),
			cutDeg: fc.double({ min: -60, max: 60, noNaN: true })
		});
		const card = pathCard(descentCard, path, AIR, { end: { kind: 'circuits', count: 3 } });
		const counted = { done: 0, going: 0 };
		fc.assert(
			fc.property(fc.array(leg, { minLength: 3, maxLength: 3 }), (legs) => {
				const track = flown(path, AIR, legs).track();
				const times = cutPhases(card, track);
				const { circuits } = navigationReport(new Evidence(card, track, times))!.holds[0]!;
				const done = times[0]!.endSeconds !== null;
				counted[done ? 'done' : 'going']++;
				// The first time round is the entry.
				if (done) expect(circuits).toHaveLength(2);
				else expect(circuits.length).toBeLessThan(2);
			}),
			{ numRuns: 60 }
		);
		expect(counted.done).toBeGreaterThan(0);
		expect(counted.going).toBeGreaterThan(0);
	});

	it('finds the entry that was flown from each sector, and the one that was right', () => {
		// Arriving on a heading, the first heading of the entry and the turns to it and from it.
		const enter = (arrivalDeg: number, firstDeg: number, side: 'left' | 'right', back: 'left' | 'right') => {
			const pencil = new SyntheticTrack({ ...STILL_AIR, kt: 100 }, 0, 0, arrivalDeg);
			return report(
				path,
				STILL_AIR,
				pencil.straight(0.1).turn(side, firstDeg).straight(60).turn(back, 90).straight(120)
			).entry;
		};
		expect(enter(100, 270, 'right', 'right')).toMatchObject({ flown: 'direct', right: ['direct'] });
		expect(enter(230, 240, 'right', 'right')).toMatchObject({ flown: 'teardrop', right: ['teardrop'] });
		expect(enter(330, 270, 'left', 'left')).toMatchObject({ flown: 'parallel', right: ['parallel'] });
		// Flown from the wrong sector it is still what it was.
		expect(enter(230, 270, 'right', 'left')).toMatchObject({ flown: 'parallel', right: ['teardrop'] });
	});

	it('tells the leg that stayed off its time, by so much', () => {
		const longer = (by: number) => ({ ...perfect(path), seconds: perfect(path).seconds + by });
		const legs = [perfect(path), longer(0), longer(25), longer(25)];
		const { report: all, faults } = judged(path, AIR, flown(path, AIR, legs).track());
		const hold = all.holds[0]!;
		const [first, second] = hold.circuits;
		expect(Math.abs(timingError(hold, first!))).toBeLessThan(1);
		expect(timingError(hold, second!)).toBeGreaterThan(20);
		expect(faults.map(({ kind }) => kind)).toContain('hold-timing');
		// One later circuit alone is no habit; far off, after a leg that had asked for nothing of the kind, it was not timed.
		const single = (first: number, later: number) =>
			judged(path, AIR, flown(path, AIR, [perfect(path), longer(first), longer(later)]).track()).faults.find(
				({ kind }) => kind === 'hold-timing'
			)?.text;
		expect(single(0, 12)).toBeUndefined();
		expect(single(0, 25)).toContain('was not what the leg before it had asked for');
		expect(single(0, -25)).toContain('was not what the leg before it had asked for');
		expect(single(25, 25)).toContain('was not adjusted');
		// Mended in the last circuit it is no fault.
		const mended = flown(path, AIR, [perfect(path), longer(25), longer(25), longer(0)]).track();
		expect(kinds(path, AIR, mended)).not.toContain('hold-timing');
		// Nibbled at each time, and still far off each time, it is one.
		const nibbled = (...by: number[]) =>
			judged(path, AIR, flown(path, AIR, [perfect(path), ...by.map(longer)]).track()).faults.find(
				({ kind }) => kind === 'hold-timing'
			)?.text;
		expect(nibbled(50, 36, 25)).toContain('was adjusted by too little');
		expect(nibbled(50, 36, 12)).toBeUndefined();
		expect(nibbled(25, 25, 25)).toContain('was not adjusted');
	});

	it('allows between the published outbound time and what the wind makes of it', () => {
		const outbound = { ...path, timing: 'outbound' as const };
		const exact = exactFor(outbound);
		const between = (60 + exact.secondsFromAbeam) / 2;
		const hold = { wantedSeconds: 60, timing: 'outbound' as const, exact };
		const circuit = (outboundSeconds: number) =>
			({ outboundSeconds }) as NavigationReport['holds'][number]['circuits'][number];
		expect(timingError(hold, circuit(between))).toBe(0);
		const least = Math.min(60, exact.secondsFromAbeam);
		expect(timingError(hold, circuit(least - 9))).toBeCloseTo(-9, 6);
		const most = Math.max(60, exact.secondsFromAbeam);
		expect(timingError(hold, circuit(most + 9))).toBeCloseTo(9, 6);
	});

	it('says whether the last circuit was better than the first', () => {
		const off = (deg: number) => ({ ...perfect(path), headingDeg: perfect(path).headingDeg + deg });
		// The second correction makes good what the first was off.
		const better = report(path, AIR, flown(path, AIR, [off(0), off(12), off(-12)]));
		expect(better.circuits.map(({ missNm }) => Math.abs(missNm) > 0.1)).toEqual([true, false]);
		expect(gotBetter(better)).toBe(true);
		const worse = report(path, AIR, flown(path, AIR, [off(0), off(0), off(12)]));
		expect(gotBetter(worse)).toBe(false);
		expect(gotBetter(report(path, AIR, flown(path, AIR, [off(0), off(0)])))).toBeNull();
	});

	it('turned the wrong way is a fault, and past any tolerance', () => {
		const mirrored = { ...path, turns: other(path.turns) };
		const legs = Array.from({ length: 3 }, () => perfect(mirrored));
		const { evidence, faults } = judged(path, AIR, flown(mirrored, AIR, legs).track());
		expect(faults.map(({ kind }) => kind)).toContain('hold-side');
		expect([...hardLimits(evidence).values()].flat().join()).toContain('wrong way');
		const right = judged(
			path,
			AIR,
			flown(
				path,
				AIR,
				Array.from({ length: 3 }, () => perfect(path))
			).track()
		);
		expect(right.faults.map(({ kind }) => kind)).not.toContain('hold-side');
		expect(hardLimits(right.evidence).size).toBe(0);
	});

	it('corrected outbound to the wrong side is a fault, and past any tolerance', () => {
		const corrected = (deg: number) => {
			const air = { ...AIR, windKt: 7 };
			const leg = { ...perfect(path, air), headingDeg: normalizeDeg(path.inboundCourseDeg + 180 + deg) };
			return judged(path, air, flown(path, air, [leg, leg, leg]).track());
		};
		// The wind asks for 12° right.
		const wrong = corrected(-8);
		expect(wrong.faults.find(({ kind }) => kind === 'hold-correction')!.text).toMatch(/NM off the course/);
		expect([...hardLimits(wrong.evidence).values()].flat().join()).toContain('to the wrong side');
		const right = corrected(9);
		expect(right.faults.map(({ kind }) => kind)).not.toContain('hold-correction');
		expect(hardLimits(right.evidence).size).toBe(0);
	});

	it('keeps the worst altitude of each circuit', () => {
		const pencil = flown(
			path,
			AIR,
			Array.from({ length: 3 }, () => perfect(path))
		);
		const half = pencil.seconds * 0.6;
		const card = pathCard(descentCard, path, AIR, {
			targets: { altitudeFt: { value: 3000, mode: 'hold' } }
		});
		const track = pencil.track({ indicatedAltitudeFt: (t) => (t > half ? 2880 : 3040) });
		const found = navigationReport(new Evidence(card, track, ALL_OF_IT))!;
		expect(found.holds[0]!.circuits.map(({ altitudeWorstFt }) => altitudeWorstFt)).toEqual([-120, -120]);
	});
});

describe('a course reversal', () => {
	const path: ReversalPath = {
		kind: 'reversal',
		shape: '45-180',
		aid: 'MID',
		outboundCourseDeg: 270,
		inboundCourseDeg: 90,
		side: 'right',
		outboundSeconds: 120,
		limitNm: 10
	};
	const barb = (side: 'left' | 'right', outSeconds = 120) => {
		const sign = side === 'right' ? 1 : -1;
		const back = side === 'right' ? 'left' : 'right';
		const off = normalizeDeg(270 + sign * 45);
		return new SyntheticTrack(STILL_AIR, 0, 0, 270)
			.straight(outSeconds)
			.turn(side, off)
			.straight(60)
			.turn(back, normalizeDeg(off + 180))
			.straight(40)
			.turn(side, 90)
			.straight(30);
	};
	const reversal = (track: Track) => judged(path, STILL_AIR, track).report.reversals[0]!;

	it('tells the farthest point, slant, as far as it went', () => {
		const pencil = barb('right');
		const flat = pencil.track();
		const [north, east] = [flat.column('northNm'), flat.column('eastNm')];
		const farthest = Math.max(...north.map((n, i) => Math.hypot(n, east[i]!)));
		expect(reversal(flat).farthestNm).toBeCloseTo(farthest, 6);
		const high = pencil.track({ altitudeFt: 6076.12 });
		expect(reversal(high).farthestNm).toBeCloseTo(Math.hypot(farthest, 1), 4);
	});

	it('times the outbound leg, and knows the side', () => {
		expect(Math.abs(reversal(barb('right').track()).outboundSeconds! - 128)).toBeLessThan(2);
		expect(reversal(barb('right').track()).rightSide).toBe(true);
		expect(reversal(barb('left').track()).rightSide).toBe(false);
		expect(kinds(path, STILL_AIR, barb('left').track())).toContain('reversal-side');
		expect(kinds(path, STILL_AIR, barb('right').track())).not.toContain('reversal-side');
	});

	it('is on the side to which the nose leaves for good, whatever it was banked to first', () => {
		// A gust that is answered on the outbound leg, by enough bank for long enough to be taken for the turn.
		const answered = (side: 'left' | 'right', toDeg: number) =>
			new SyntheticTrack(STILL_AIR, 0, 0, 270)
				.straight(100)
				.turn(side === 'right' ? 'left' : 'right', normalizeDeg(270 + (side === 'right' ? -toDeg : toDeg)))
				.straight(6)
				.turn(side, normalizeDeg(270 + (side === 'right' ? 45 : -45)))
				.straight(60)
				.turn(side === 'right' ? 'left' : 'right', normalizeDeg(90 + (side === 'right' ? 45 : -45)))
				.straight(40)
				.turn(side, 90)
				.straight(30);
		expect(reversal(answered('right', 30).track()).rightSide).toBe(true);
		expect(reversal(answered('left', 30).track()).rightSide).toBe(false);
	});

	it('beyond the limit or on the wrong side is past any tolerance', () => {
		const said = (track: Track) => {
			const { evidence } = judged(path, STILL_AIR, track);
			return [...hardLimits(evidence).values()].flat().join('; ');
		};
		expect(said(barb('right').track())).toBe('');
		expect(said(barb('right', 260).track())).toMatch(/10 NM was the limit/);
		expect(said(barb('left').track())).toBe('was flown on the wrong side');
	});
});

describe('the way to a beacon', () => {
	const path = (method: 'home' | 'track'): Path => ({ kind: 'homing', aid: 'MID', method });
	const from = (method: 'home' | 'track', headingDeg: (at: SyntheticTrack) => number) => {
		const pencil = new SyntheticTrack(CROSS, 0, -8, 90);
		while (Math.hypot(pencil.north, pencil.east) > 0.2) pencil.steered(0.1, (_, at) => headingDeg(at));
		return judged(path(method), CROSS, pencil.track()).report.homings![0]!;
	};

	it('is longer with the nose on the pointer, and bends down the wind', () => {
		const homed = from('home', (at) => normalizeDeg(toDegrees(Math.atan2(-at.east, -at.north))));
		const { headingDeg } = solveWindTriangle({
			courseDeg: 90,
			trueAirspeedKt: 120,
			windFromDeg: 0,
			windSpeedKt: 20
		});
		const tracked = from('track', () => headingDeg);
		expect(tracked.flownNm).toBeCloseTo(tracked.straightNm - 0.2, 1);
		expect(Math.abs(tracked.farthestNm)).toBeLessThan(0.02);
		// A wind from the north carries it to the right of a course to the east.
		expect(homed.farthestNm).toBeGreaterThan(0.3);
		expect(homed.flownNm).toBeGreaterThan(tracked.flownNm + 0.05);
		expect(homed.straightNm).toBeCloseTo(8, 6);
		expect(homed.passedNm).toBeLessThan(0.25);
	});
});

describe('a place that was said', () => {
	it('is set against where the aircraft was at that moment', () => {
		const track = new SyntheticTrack(STILL_AIR, 2, 0, 90).straight(60).track({
			marks: (t) => (t < 30 ? 0 : 1),
			markNorthNm: 2,
			markEastNm: (t) => (t < 30 ? 0 : 4)
		});
		const { marks } = judged({ kind: 'position', aids: ['MID', 'MID'] }, STILL_AIR, track).report;
		expect(marks).toHaveLength(1);
		// After half a minute at 120 kt it is a mile along; four were said.
		expect(marks[0]!.errorNm).toBeCloseTo(3, 6);
		expect(marks[0]!.atSeconds).toBeCloseTo(30, 6);
	});
});

describe('the radials that were drawn', () => {
	it('are set against the ones the aircraft was on, by the name of their station', () => {
		// Two miles north of the middle, a mile along to the east.
		const track = new SyntheticTrack({ ...STILL_AIR, variationDeg: 5 }, 2, 0, 85).straight(60).track({
			marks: (t) => (t < 30 ? 0 : 1),
			markNorthNm: 2,
			markEastNm: 1,
			line1NorthNm: 0,
			line1EastNm: 0,
			line1Deg: 20,
			line2NorthNm: 2,
			line2EastNm: 5,
			line2Deg: 270
		});
		const air = { ...STILL_AIR, variationDeg: 5 };
		const [mark] = judged({ kind: 'position', aids: ['MID', 'MID'] }, air, track).report.marks;
		expect(mark!.lines).toHaveLength(2);
		const [known, strange] = mark!.lines!;
		expect(known).toMatchObject({ aid: 'MID', drawnDeg: 20 });
		expect(known!.wasDeg).toBeCloseTo(toDegrees(Math.atan2(1, 2)) - 5, 1);
		expect(strange).toMatchObject({ aid: null, drawnDeg: 270 });
		expect(strange!.wasDeg).toBeCloseTo(265, 1);
	});
	it('are none where none were drawn or recorded', () => {
		const said = (more: Parameters<SyntheticTrack['track']>[0]) =>
			judged(
				{ kind: 'position', aids: ['MID', 'MID'] },
				STILL_AIR,
				new SyntheticTrack(STILL_AIR, 2, 0, 90)
					.straight(20)
					.track({ marks: (t) => (t < 5 ? 0 : 1), markNorthNm: 2, markEastNm: 0, ...more })
			).report.marks[0]!.lines;
		expect(said({})).toEqual([]);
		const none = {
			line1NorthNm: 0,
			line1EastNm: 0,
			line1Deg: -1,
			line2NorthNm: 0,
			line2EastNm: 0,
			line2Deg: -1
		};
		expect(said(none)).toEqual([]);
	});
});

describe('the wind worked out', () => {
	const windsOf = (air: Air, pencil: SyntheticTrack) =>
		judged(
			EAST,
			air,
			pencil.track({
				indicatedHeadingDeg: 0,
				indicatedAltitudeFt: 0,
				indicatedAirspeedKt: air.kt,
				distanceNm: 5
			})
		).report.winds;
	/** With the heading as flown on its dial. */
	function estimates(air: Air, draw: (pencil: SyntheticTrack) => SyntheticTrack) {
		const pencil = draw(new SyntheticTrack(air, 0, -8, 90));
		const heading = pencil.track().column('headingDeg');
		const track = pencil.track({
			indicatedHeadingDeg: (t) => heading[Math.round(t * 10)]!,
			indicatedAltitudeFt: 0,
			indicatedAirspeedKt: air.kt,
			distanceNm: 5
		});
		return judged(EAST, air, track).report.winds;
	}
	const box = (pencil: SyntheticTrack) => {
		for (const to of [180, 270, 360, 90, 180, 270, 360, 90]) pencil.straight(60).turn('right', to);
		return pencil;
	};

	it('comes nearer with every leg, and says how sure it is', () => {
		const air: Air = { kt: 100, windFromDeg: 310, windKt: 22, variationDeg: 6 };
		const found = estimates(air, box);
		expect(found.length).toBeGreaterThanOrEqual(8);
		found.forEach((one, i) => {
			expect(one.legs).toBe(i + 1);
			if (i > 0) expect(one.uncertaintyKt).toBeLessThan(found[i - 1]!.uncertaintyKt);
		});
		const last = found.at(-1)!;
		expect(Math.abs(last.speedKt - 22)).toBeLessThan(2 * last.uncertaintyKt);
		expect(Math.abs(signedDeg(last.fromDeg! - 310))).toBeLessThan(8);
	});

	it('does not give a calm a direction', () => {
		const last = estimates({ ...STILL_AIR, kt: 100 }, box).at(-1)!;
		expect(last.speedKt).toBeLessThan(2);
		expect(last.fromDeg).toBeNull();
	});

	it('needs a straight leg of twenty seconds', () => {
		const turning = new SyntheticTrack(CROSS, 0, -8, 90).straight(15);
		for (let i = 0; i < 6; i++) turning.turn('right', 180).straight(12).turn('right', 90).straight(12);
		expect(windsOf(CROSS, turning)).toEqual([]);
	});
});

describe('calls and what the flight did meanwhile', () => {
	it('sets the delay beside the spread of altitude and heading in the same minute', () => {
		const card = pathCard(descentCard, EAST, STILL_AIR);
		card.calls = [
			{
				id: 'c',
				name: 'Begin',
				at: { kind: 'phase', phase: 'leg-1' },
				items: ['one', 'two'],
				withinSeconds: 12
			}
		];
		const pencil = new SyntheticTrack(STILL_AIR, 0, -12, 90).steered(
			120,
			(t) => 90 + 4 * Math.sin((2 * Math.PI * t) / 10)
		);
		const track = (ticks: (t: number) => number) =>
			pencil.track({
				calls: ticks,
				indicatedAltitudeFt: (t) => 3000 + 50 * Math.sin((2 * Math.PI * t) / 10)
			});
		const of = (ticks: (t: number) => number) =>
			navigationReport(new Evidence(card, track(ticks), ALL_OF_IT))!.workload[0]!;
		const done = of((t) => (t < 5 ? 0 : t < 18 ? 1 : 2));
		expect(done.delaySeconds).toBeCloseTo(18, 6);
		// A sine of 50 has a spread of 50/√2; the heading is taken about its first value.
		expect(done.altitudeSpreadFt).toBeCloseTo(50 / Math.SQRT2, 0);
		expect(done.headingSpreadDeg).toBeCloseTo(4 / Math.SQRT2, 1);
		expect(of((t) => (t < 5 ? 0 : 1)).delaySeconds).toBeNull();
	});
});
