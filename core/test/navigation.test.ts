import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import {
	HanzaError,
	normalizeDeg,
	signedDeg,
	solveArc,
	solveArcJoin,
	solveArcLeave,
	solveHold,
	handWords,
	holdHand,
	holdSectors,
	leadRadialRule,
	solveHoldEntry,
	solveIntercept,
	solveNeedle,
	solveReversal,
	solveStation,
	solveVdp,
	solveWindFromTrack,
	toRadians,
	type HoldInput
} from '../src/index.js';

const direction = fc.double({ min: 0, max: 360, noNaN: true });
const HALF_DEG = fc.integer({ min: 0, max: 719 }).map((half) => half / 2);

/** An aircraft in the plane, moved by small steps: nothing of the solvers' closed forms. */
class Flown {
	north = 0;
	east = 0;
	seconds = 0;
	farthest = 0;
	constructor(
		public headingDeg: number,
		private readonly kt: number,
		private readonly windFromDeg: number,
		private readonly windKt: number
	) {}
	private step(seconds: number): void {
		const h = toRadians(this.headingDeg);
		const w = toRadians(this.windFromDeg + 180);
		this.north += ((this.kt * Math.cos(h) + this.windKt * Math.cos(w)) * seconds) / 3600;
		this.east += ((this.kt * Math.sin(h) + this.windKt * Math.sin(w)) * seconds) / 3600;
		this.seconds += seconds;
		this.farthest = Math.max(this.farthest, Math.hypot(this.north, this.east));
	}
	straight(seconds: number): this {
		for (let left = seconds; left > 0; left -= 0.05) this.step(Math.min(0.05, left));
		return this;
	}
	turn(side: 1 | -1, toDeg: number, rate: number): this {
		let left = normalizeDeg(side * (toDeg - this.headingDeg));
		while (left > 0) {
			const by = Math.min(left, rate * 0.02);
			this.headingDeg += (side * by) / 2;
			this.step(by / rate);
			this.headingDeg += (side * by) / 2;
			left -= by;
		}
		this.headingDeg = toDeg;
		return this;
	}
	rightOf(courseDeg: number): number {
		const c = toRadians(courseDeg + 90);
		return this.north * Math.cos(c) + this.east * Math.sin(c);
	}
	along(courseDeg: number): number {
		const c = toRadians(courseDeg);
		return this.north * Math.cos(c) + this.east * Math.sin(c);
	}
}

describe('the exact hold', () => {
	const holds = fc.record<HoldInput>({
		inboundCourseDeg: HALF_DEG,
		turns: fc.constantFrom('right', 'left'),
		trueAirspeedKt: fc.integer({ min: 70, max: 220 }),
		windFromDeg: HALF_DEG,
		windSpeedKt: fc.integer({ min: 0, max: 30 }),
		inboundSeconds: fc.constantFrom(60, 90),
		bankLimitDeg: fc.constantFrom(25, 30)
	});
	const fly = (
		input: HoldInput,
		outboundHeadingDeg: number,
		outboundSeconds: number,
		rate: number,
		inDeg: number
	) =>
		new Flown(inDeg, input.trueAirspeedKt, input.windFromDeg, input.windSpeedKt)
			.turn(input.turns === 'right' ? 1 : -1, outboundHeadingDeg, rate)
			.straight(outboundSeconds)
			.turn(input.turns === 'right' ? 1 : -1, inDeg, rate);

	it('flown again in small steps ends on the course, with the published time to the fix', () => {
		fc.assert(
			fc.property(holds, (input) => {
				let hold;
				try {
					hold = solveHold(input);
				} catch (error) {
					expect(error).toBeInstanceOf(HanzaError);
					return;
				}
				const { outboundHeadingDeg, outboundSeconds, turnRateDegPerSecond, inboundHeadingDeg } = hold;
				const end = fly(input, outboundHeadingDeg, outboundSeconds, turnRateDegPerSecond, inboundHeadingDeg);
				expect(Math.abs(end.rightOf(input.inboundCourseDeg))).toBeLessThan(0.005);
				const toFix = (-end.along(input.inboundCourseDeg) / hold.inboundGroundspeedKt) * 3600;
				expect(Math.abs(toFix - input.inboundSeconds)).toBeLessThan(0.2);
				expect(Math.abs(signedDeg(outboundHeadingDeg - input.inboundCourseDeg - 180))).toBeLessThan(90);
			}),
			{ numRuns: 60 }
		);
	});

	it('a school’s miss is where its heading, flown for the exact time, ends', () => {
		const input: HoldInput = {
			inboundCourseDeg: 30,
			turns: 'right',
			trueAirspeedKt: 100,
			windFromDeg: 110,
			windSpeedKt: 20,
			inboundSeconds: 60,
			bankLimitDeg: 25
		};
		const hold = solveHold(input);
		for (const { outboundHeadingDeg, missNm } of hold.schools) {
			const end = fly(
				input,
				outboundHeadingDeg,
				hold.outboundSeconds,
				hold.turnRateDegPerSecond,
				hold.inboundHeadingDeg
			);
			expect(end.rightOf(30)).toBeCloseTo(missNm, 3);
		}
		expect(hold.outboundCorrectionRatio).toBeGreaterThan(2);
	});

	it('counts from abeam: in a headwind inbound the outbound leg has begun before the fix is abeam or after it, by where the turn ends', () => {
		const hold = (windFromDeg: number) =>
			solveHold({
				inboundCourseDeg: 0,
				turns: 'right',
				trueAirspeedKt: 100,
				windFromDeg,
				windSpeedKt: 15,
				inboundSeconds: 60,
				bankLimitDeg: 25
			});
		// Blown 0.25 NM outbound in the first minute: 0.25 NM at 115 kt.
		expect(hold(0).secondsFromAbeam - hold(0).outboundSeconds).toBeCloseTo((0.25 / 115) * 3600, 6);
		expect(hold(180).secondsFromAbeam - hold(180).outboundSeconds).toBeCloseTo((-0.25 / 85) * 3600, 6);
	});

	it('refuses where the turns alone use up the leg: from a third of the airspeed in a headwind', () => {
		const input = {
			inboundCourseDeg: 0,
			turns: 'right',
			trueAirspeedKt: 90,
			windFromDeg: 0,
			inboundSeconds: 60,
			bankLimitDeg: 25
		} as const;
		expect(() => solveHold({ ...input, windSpeedKt: 29 })).not.toThrow();
		for (const windSpeedKt of [30, 35, 60])
			expect(() => solveHold({ ...input, windSpeedKt })).toThrow(/no outbound leg/);
	});
});

describe('the entry into a hold', () => {
	it('left turns are the mirror of right ones', () => {
		fc.assert(
			fc.property(HALF_DEG, fc.integer({ min: -179, max: 179 }), (inboundCourseDeg, d) => {
				const right = solveHoldEntry({
					inboundCourseDeg,
					turns: 'right',
					arrivalHeadingDeg: normalizeDeg(inboundCourseDeg + d)
				});
				const left = solveHoldEntry({
					inboundCourseDeg,
					turns: 'left',
					arrivalHeadingDeg: normalizeDeg(inboundCourseDeg - d)
				});
				expect(left.entry).toBe(right.entry);
				expect(left.alsoAllowed).toEqual(right.alsoAllowed);
				const outbound = inboundCourseDeg + 180;
				expect(signedDeg(left.firstHeadingDeg - outbound)).toBeCloseTo(
					-signedDeg(right.firstHeadingDeg - outbound),
					6
				);
			})
		);
	});

	it('sectors: 180° direct, 70° teardrop, 110° parallel; 30° of the circle are free', () => {
		const counts = { direct: 0, teardrop: 0, parallel: 0 };
		let free = 0;
		for (let arrivalHeadingDeg = 0.25; arrivalHeadingDeg < 360; arrivalHeadingDeg += 0.5) {
			const { entry, alsoAllowed } = solveHoldEntry({
				inboundCourseDeg: 200,
				turns: 'right',
				arrivalHeadingDeg
			});
			counts[entry] += 0.5;
			if (alsoAllowed.length > 0) free += 0.5;
		}
		expect(counts).toEqual({ direct: 180, teardrop: 70, parallel: 110 });
		expect(free).toBe(30);
	});
});

describe('a needle', () => {
	it('of a VOR senses in reverse on the reciprocal course, and takes no notice of the heading', () => {
		fc.assert(
			fc.property(HALF_DEG, fc.integer({ min: -9, max: 9 }), (course, off) => {
				const radialDeg = normalizeDeg(course + off);
				const from = solveNeedle({ kind: 'vor', selectedCourseDeg: course, radialDeg });
				const reciprocal = solveNeedle({
					kind: 'vor',
					selectedCourseDeg: normalizeDeg(course + 180),
					radialDeg
				});
				expect(from.flag).toBe('from');
				expect(reciprocal.flag).toBe('to');
				expect(reciprocal.deflection).toBeCloseTo(-from.deflection, 9);
			})
		);
	});

	it('is pinned at full scale, and off abeam', () => {
		expect(solveNeedle({ kind: 'vor', selectedCourseDeg: 0, radialDeg: 40 }).deflection).toBe(-1);
		expect(solveNeedle({ kind: 'vor', selectedCourseDeg: 0, radialDeg: 90 })).toEqual({
			deflection: 0,
			flag: 'off'
		});
		expect(
			solveNeedle({ kind: 'localizer', courseDeg: 90, offsetFromCourseDeg: -1.25, fullScaleDeg: 2.5 })
				.deflection
		).toBe(0.5);
	});
});

describe('an intercept', () => {
	it('flown to its distance on its heading ends on the course', () => {
		fc.assert(
			fc.property(
				HALF_DEG,
				HALF_DEG,
				fc.integer({ min: 2, max: 30 }),
				fc.integer({ min: 20, max: 90 }),
				(selectedCourseDeg, bearingToStationDeg, distanceNm, interceptAngleDeg) => {
					fc.pre(Math.abs(Math.sin(toRadians(bearingToStationDeg - selectedCourseDeg))) > 0.01);
					let found;
					try {
						found = solveIntercept({ selectedCourseDeg, bearingToStationDeg, distanceNm, interceptAngleDeg });
					} catch {
						return;
					}
					const b = toRadians(bearingToStationDeg);
					const h = toRadians(found.headingDeg);
					const north = -distanceNm * Math.cos(b) + found.distanceToInterceptNm * Math.cos(h);
					const east = -distanceNm * Math.sin(b) + found.distanceToInterceptNm * Math.sin(h);
					const c = toRadians(selectedCourseDeg + 90);
					expect(Math.abs(north * Math.cos(c) + east * Math.sin(c))).toBeLessThan(1e-6);
					expect(Math.sign(found.crossTrackNm)).toBe(found.turnToward === 'left' ? 1 : -1);
				}
			)
		);
	});
});

describe('an arc', () => {
	it('flown by its headings in small steps stays on its radius and takes its time', () => {
		for (const clockwise of [true, false]) {
			const input = {
				radiusNm: 10,
				direction: clockwise ? ('clockwise' as const) : ('counterclockwise' as const),
				fromRadialDeg: 20,
				toRadialDeg: clockwise ? 110 : 290,
				trueAirspeedKt: 100,
				windFromDeg: 250,
				windSpeedKt: 25,
				stepDeg: 10
			};
			const arc = solveArc(input);
			let [north, east, seconds] = [10 * Math.cos(toRadians(20)), 10 * Math.sin(toRadians(20)), 0];
			const w = toRadians(input.windFromDeg + 180);
			const side = clockwise ? 1 : -1;
			let gone = 0;
			while (gone < 90) {
				const radial = normalizeDeg((Math.atan2(east, north) * 180) / Math.PI);
				const { headingDeg } = solveArc({
					...input,
					fromRadialDeg: radial,
					toRadialDeg: normalizeDeg(radial + side),
					stepDeg: 1
				}).rows[0]!;
				const h = toRadians(headingDeg);
				north += ((100 * Math.cos(h) + 25 * Math.cos(w)) * 0.5) / 3600;
				east += ((100 * Math.sin(h) + 25 * Math.sin(w)) * 0.5) / 3600;
				seconds += 0.5;
				const now = (Math.atan2(east, north) * 180) / Math.PI;
				gone = normalizeDeg(side * (now - 20));
				if (gone > 300) gone = 0;
				expect(Math.abs(Math.hypot(north, east) - 10)).toBeLessThan(0.02);
			}
			expect(Math.abs(seconds - arc.seconds)).toBeLessThan(2);
			expect(arc.rows).toHaveLength(10);
			expect(arc.rows.at(-1)!.radialDeg).toBeCloseTo(input.toRadialDeg, 9);
		}
	});
});

describe('the turns on to an arc and off it', () => {
	const arcs = {
		radiusNm: fc.double({ min: 5, max: 25, noNaN: true }),
		direction: fc.constantFrom('clockwise' as const, 'counterclockwise' as const),
		radialDeg: HALF_DEG,
		trueAirspeedKt: fc.integer({ min: 70, max: 180 }),
		windFromDeg: HALF_DEG,
		windSpeedKt: fc.integer({ min: 0, max: 22 })
	};
	const STILL = {
		radiusNm: 10,
		direction: 'clockwise' as 'clockwise' | 'counterclockwise',
		radialDeg: 0,
		trueAirspeedKt: 100,
		windFromDeg: 0,
		windSpeedKt: 0
	};
	type Arc = typeof STILL;

	/** A turn flown in small steps from a place on a radial. */
	function fly(
		{ trueAirspeedKt, windFromDeg, windSpeedKt }: Arc,
		radialDeg: number,
		distanceNm: number,
		{ headingDeg, byDeg }: { headingDeg: number; byDeg: number }
	): Flown {
		const flown = new Flown(headingDeg, trueAirspeedKt, windFromDeg, windSpeedKt);
		flown.north = distanceNm * Math.cos(toRadians(radialDeg));
		flown.east = distanceNm * Math.sin(toRadians(radialDeg));
		return flown.turn(byDeg > 0 ? 1 : -1, headingDeg + byDeg, 3);
	}
	/** Direction over the ground on a heading, off a course. */
	function offCourse(
		{ trueAirspeedKt, windFromDeg, windSpeedKt }: Arc,
		headingDeg: number,
		courseDeg: number
	) {
		const [h, w] = [toRadians(headingDeg), toRadians(windFromDeg + 180)];
		const north = trueAirspeedKt * Math.cos(h) + windSpeedKt * Math.cos(w);
		const east = trueAirspeedKt * Math.sin(h) + windSpeedKt * Math.sin(w);
		return Math.abs(signedDeg((Math.atan2(east, north) * 180) / Math.PI - courseDeg));
	}
	const sideOf = ({ direction }: Arc) => (direction === 'clockwise' ? 1 : -1);

	it('on to it, flown in small steps, ends on the arc and along it', () => {
		fc.assert(
			fc.property(fc.record(arcs), fc.constantFrom('inside', 'outside'), (arc, from) => {
				const join = solveArcJoin({ ...arc, from });
				const arriving = arc.radialDeg + (from === 'inside' ? 0 : 180);
				expect(offCourse(arc, join.part.headingDeg, arriving)).toBeLessThan(1e-6);
				const flown = fly(arc, arc.radialDeg, join.atNm, join.part);
				expect(Math.abs(Math.hypot(flown.north, flown.east) - arc.radiusNm)).toBeLessThan(0.002);
				const endDeg = (Math.atan2(flown.east, flown.north) * 180) / Math.PI;
				expect(Math.abs(signedDeg(endDeg - join.endRadialDeg))).toBeLessThan(0.02);
				expect(offCourse(arc, flown.headingDeg, endDeg + sideOf(arc) * 90)).toBeLessThan(0.05);
				expect(signedDeg(join.endHeadingDeg - flown.headingDeg)).toBeCloseTo(0, 6);
			}),
			{ numRuns: 200 }
		);
	});

	it('off it, flown in small steps, ends on the radial and along that', () => {
		fc.assert(
			fc.property(fc.record(arcs), fc.constantFrom('inbound', 'outbound'), (arc, toward) => {
				const leave = solveArcLeave({ ...arc, toward });
				const tangent = leave.atRadialDeg + sideOf(arc) * 90;
				expect(offCourse(arc, leave.part.headingDeg, tangent)).toBeLessThan(1e-6);
				expect(signedDeg(sideOf(arc) * (arc.radialDeg - leave.atRadialDeg))).toBeCloseTo(leave.leadDeg, 6);
				const flown = fly(arc, leave.atRadialDeg, arc.radiusNm, leave.part);
				expect(Math.abs(flown.rightOf(arc.radialDeg))).toBeLessThan(0.002);
				expect(flown.along(arc.radialDeg)).toBeGreaterThan(0);
				const away = toward === 'outbound' ? 0 : 180;
				expect(offCourse(arc, flown.headingDeg, arc.radialDeg + away)).toBeLessThan(1e-6);
			}),
			{ numRuns: 200 }
		);
	});

	it('touch the arc as circles do in still air', () => {
		const r = 100 / (60 * Math.PI);
		for (const direction of ['clockwise', 'counterclockwise'] as const) {
			const arc = { ...STILL, direction };
			expect(solveArcJoin({ ...arc, from: 'inside' }).atNm).toBeCloseTo(Math.sqrt(100 - 20 * r), 9);
			expect(solveArcJoin({ ...arc, from: 'outside' }).atNm).toBeCloseTo(Math.sqrt(100 + 20 * r), 9);
			const sine = (toward: 'inbound' | 'outbound') =>
				Math.sin(toRadians(solveArcLeave({ ...arc, toward }).leadDeg));
			expect(sine('inbound')).toBeCloseTo(r / (10 - r), 9);
			expect(sine('outbound')).toBeCloseTo(r / (10 + r), 9);
		}
		// The rule is for small angles.
		expect(leadRadialRule(100, 10)).toBeCloseTo(60 * (r / 10), 9);
	});

	it('lead more with the wind behind the turn', () => {
		const windy = (windFromDeg: number) => ({ ...STILL, windFromDeg, windSpeedKt: 20 });
		const joinLead = (fromDeg: number) => solveArcJoin({ ...windy(fromDeg), from: 'inside' }).leadNm;
		// Out along 360: a wind from the south carries on toward the arc.
		expect(joinLead(180)).toBeGreaterThan(joinLead(0) + 0.2);
		const leaveLead = (fromDeg: number) => solveArcLeave({ ...windy(fromDeg), toward: 'inbound' }).leadDeg;
		// Eastward at the 360 radial: a wind from the west carries past it.
		expect(leaveLead(270)).toBeGreaterThan(leaveLead(90) + 1);
	});

	it('are refused where the arc is no wider than the turn, or the wind too strong', () => {
		const join = (more: Partial<Arc>) => () => solveArcJoin({ ...STILL, from: 'inside', ...more });
		expect(join({ radiusNm: 0.4 })).toThrow(/wider than the arc/);
		expect(join({ windSpeedKt: 110, windFromDeg: 90 })).toThrow(HanzaError);
		expect(() => solveArcLeave({ ...STILL, radiusNm: 0.4, toward: 'inbound' })).toThrow(
			/ends on that radial/
		);
	});
});

describe('a course reversal', () => {
	const reversals = fc.record({
		outboundCourseDeg: HALF_DEG,
		side: fc.constantFrom<'left' | 'right'>('left', 'right'),
		trueAirspeedKt: fc.integer({ min: 80, max: 140 }),
		windFromDeg: HALF_DEG,
		windSpeedKt: fc.integer({ min: 0, max: 25 })
	});
	it('flown again in small steps takes its time and reaches its farthest point', () => {
		fc.assert(
			fc.property(reversals, fc.constantFrom<'45/180' | '80/260'>('45/180', '80/260'), (input, kind) => {
				const found = solveReversal({ ...input, kind, outboundSeconds: 60 });
				const side = input.side === 'right' ? 1 : -1;
				const [out, off] = found.headings;
				const flown = new Flown(out!, input.trueAirspeedKt, input.windFromDeg, input.windSpeedKt).straight(
					60
				);
				flown.turn(side, off!, 3);
				if (kind === '45/180') flown.straight(60);
				flown.turn(side === 1 ? -1 : 1, found.headings.at(-1)!, 3);
				expect(Math.abs(flown.seconds - found.secondsInAll)).toBeLessThan(0.1);
				expect(Math.abs(flown.farthest - found.farthestNm)).toBeLessThan(0.003);
			}),
			{ numRuns: 40 }
		);
	});

	it('the longest outbound time inside a limit just touches it, and never goes beyond', () => {
		fc.assert(
			fc.property(reversals, (input) => {
				const limited = solveReversal({ ...input, kind: '45/180', limitNm: 10 });
				expect(limited.farthestNm).toBeLessThanOrEqual(10);
				expect(limited.farthestNm).toBeGreaterThan(9.999);
				const longer = solveReversal({
					...input,
					kind: '45/180',
					outboundSeconds: limited.outboundSeconds! + 1
				});
				expect(longer.farthestNm).toBeGreaterThan(10);
			}),
			{ numRuns: 30 }
		);
		expect(() =>
			solveReversal({
				outboundCourseDeg: 0,
				kind: '45/180',
				side: 'left',
				trueAirspeedKt: 140,
				windFromDeg: 180,
				windSpeedKt: 20,
				limitNm: 2
			})
		).toThrow(/the turn alone goes beyond 2 NM/);
	});
	it('turns the short way where the wind asks for more correction than the leg is off', () => {
		// 80 kt across at 100 kt: 53° of correction, and the 45° leg lies inside it.
		const found = solveReversal({
			outboundCourseDeg: 0,
			kind: '45/180',
			side: 'right',
			trueAirspeedKt: 100,
			windFromDeg: 90,
			windSpeedKt: 80,
			outboundSeconds: 60
		});
		expect(found.headings[0]).toBeCloseTo(53.13, 1);
		// Eight degrees back, a minute, and 278° round to 127; the long way first would be 117 s more.
		expect(found.secondsInAll).toBeCloseTo(60 + 8.13 / 3 + 60 + 278.13 / 3, 1);
	});
});

describe('wind from tracks', () => {
	it('is found again from the groundspeeds it makes, whatever the tracks', () => {
		fc.assert(
			fc.property(
				direction,
				fc.integer({ min: 2, max: 50 }),
				fc.integer({ min: 70, max: 200 }),
				(fromDeg, kt, tas) => {
					const w = toRadians(fromDeg + 180);
					const samples = [0, 70, 150, 230, 300].map((headingDeg) => {
						const h = toRadians(headingDeg);
						const north = tas * Math.cos(h) + kt * Math.cos(w);
						const east = tas * Math.sin(h) + kt * Math.sin(w);
						return {
							trackDeg: normalizeDeg((Math.atan2(east, north) * 180) / Math.PI),
							groundspeedKt: Math.hypot(north, east)
						};
					});
					const found = solveWindFromTrack({ samples });
					expect(found.windSpeedKt).toBeCloseTo(kt, 6);
					expect(found.trueAirspeedKt).toBeCloseTo(tas, 6);
					expect(Math.abs(signedDeg(found.windFromDeg! - fromDeg))).toBeLessThan(1e-4);
					expect(found.residualKt).toBeLessThan(1e-6);
				}
			)
		);
	});

	it('is not told from tracks that are nearly alike, though a circle fits them', () => {
		const along = (...tracks: number[]) => {
			const found = solveWindFromTrack({
				samples: tracks.map((trackDeg, i) => ({
					trackDeg,
					// 20 kt from the north at 100 kt, read to a knot, one of them a little wrong.
					groundspeedKt:
						Math.round(
							-20 * Math.cos(toRadians(trackDeg)) + Math.sqrt(1e4 - (20 * Math.sin(toRadians(trackDeg))) ** 2)
						) + (i === 1 ? 1 : 0)
				}))
			});
			return found;
		};
		const alike = along(88, 90, 92, 94);
		expect(alike).toMatchObject({ told: false, windFromDeg: null });
		expect(alike.sigmaKt).toBeGreaterThan(30);
		const round = along(0, 90, 180, 270);
		expect(round).toMatchObject({ told: true });
		expect(round.sigmaKt).toBeLessThan(2);
		expect(Math.abs(signedDeg(round.windFromDeg!))).toBeLessThan(5);
		// The wider they spread, the surer.
		const sigmas = [10, 30, 60, 90].map((step) => along(0, step, 2 * step, 3 * step).sigmaKt);
		for (let i = 1; i < sigmas.length; i++) expect(sigmas[i]!).toBeLessThan(sigmas[i - 1]!);
	});

	it('refuses two tracks, however often they come', () => {
		const two = [10, 200, 10, 200].map((trackDeg) => ({ trackDeg, groundspeedKt: 100 }));
		expect(() => solveWindFromTrack({ samples: two })).toThrow(/three different tracks/);
	});
});

describe('a visual descent point', () => {
	it('lies where the path to the crossing height leaves the minimum; never beyond the final fix', () => {
		const input = {
			minimumFt: 900,
			thresholdElevationFt: 300,
			thresholdCrossingHeightFt: 50,
			angleDeg: 3,
			fafToThresholdNm: 5,
			groundspeedKt: 90
		};
		const point = solveVdp(input);
		expect(point.distanceFromThresholdNm * 318.44).toBeCloseTo(550, 0);
		expect(point.secondsAfterFaf).toBeCloseTo(((5 - point.distanceFromThresholdNm) / 90) * 3600, 9);
		expect(() => solveVdp({ ...input, fafToThresholdNm: 1.5 })).toThrow(/beyond the final fix/);
		expect(() => solveVdp({ ...input, minimumFt: 340 })).toThrow(/below the crossing height/);
	});
});

describe('time to a station', () => {
	it('is the way across over the tangent: 10° in a minute is 5 min 40 s, and 6 by the rule', () => {
		const found = solveStation(10, 60, 90);
		expect(found.seconds).toBeCloseTo(340.28, 2);
		expect(found.distanceNm).toBeCloseTo((340.28 / 3600) * 90, 3);
		expect(found.acrossNm).toBeCloseTo(1.5, 9);
		expect(found.rule.seconds).toBe(360);
		expect(Math.hypot(found.distanceNm, found.acrossNm) * Math.sin(toRadians(10))).toBeCloseTo(1.5, 9);
	});
});

describe('the hand over the heading dial', () => {
	const holds = fc.record({
		inboundCourseDeg: HALF_DEG,
		turns: fc.constantFrom('left' as const, 'right' as const),
		arrivalHeadingDeg: HALF_DEG
	});
	const width = ({ fromDeg, toDeg }: { fromDeg: number; toDeg: number }) => normalizeDeg(toDeg - fromDeg);

	it('has outbound lie in the sector of the entry that the solver gives', () => {
		fc.assert(
			fc.property(holds, (hold) => {
				const { outboundRelativeDeg, sectors } = holdHand(hold);
				const inside = sectors.filter((sector) => {
					const along = normalizeDeg(outboundRelativeDeg - sector.fromDeg);
					return along > 1 && along < width(sector) - 1;
				});
				expect(inside.length).toBeLessThanOrEqual(1);
				if (inside[0]) expect(inside[0].entry).toBe(solveHoldEntry(hold).entry);
			})
		);
	});

	it('lies the same whatever is flown: nose, thumb and the line through it are the edges', () => {
		fc.assert(
			fc.property(holds, (hold) => {
				const { thumbDeg, sectors, hand } = holdHand(hold);
				expect(hand).toBe(hold.turns);
				expect(thumbDeg).toBe(hold.turns === 'right' ? 70 : 290);
				const edges = sectors.map(({ fromDeg }) => normalizeDeg(fromDeg + 1e-6)).sort((a, b) => a - b);
				const wanted = [0, thumbDeg, normalizeDeg(thumbDeg + 180)].sort((a, b) => a - b);
				edges.forEach((edge, i) => expect(edge).toBeCloseTo(wanted[i]!, 4));
				const widths = Object.fromEntries(sectors.map((sector) => [sector.entry, width(sector)]));
				expect(widths.teardrop).toBeCloseTo(70, 6);
				expect(widths.parallel).toBeCloseTo(110, 6);
				expect(widths.direct).toBeCloseTo(180, 6);
			})
		);
	});

	it('says where outbound lies', () => {
		const words = (arrivalHeadingDeg: number, turns: 'left' | 'right') => {
			const hold = { inboundCourseDeg: 90, turns, arrivalHeadingDeg };
			return handWords(holdHand(hold), solveHoldEntry(hold).entry);
		};
		expect(words(240, 'right')).toContain(
			'outbound lies 30° right of the nose, between fingers and thumb: teardrop'
		);
		expect(words(300, 'right')).toContain(
			'outbound lies 30° left of the nose, ahead, away from the thumb: parallel'
		);
		expect(words(100, 'right')).toContain(
			'outbound lies 170° right of the nose, behind the line of the thumb: direct'
		);
		expect(words(300, 'left')).toMatch(
			/^Left hand.*30° left of the nose, between fingers and thumb: teardrop/
		);
	});
});

describe('the sectors on the heading dial', () => {
	it('hold the very entry that the solver gives, and leave nothing of the ring', () =>
		fc.assert(
			fc.property(
				HALF_DEG,
				HALF_DEG,
				fc.constantFrom('left' as const, 'right' as const),
				(course, arrival, turns) => {
					const sectors = holdSectors(course, turns);
					const inside = sectors.filter(({ fromDeg, toDeg }) => {
						const width = normalizeDeg(toDeg - fromDeg);
						const along = normalizeDeg(arrival - fromDeg);
						return along > 1 && along < width - 1;
					});
					const { entry } = solveHoldEntry({ inboundCourseDeg: course, turns, arrivalHeadingDeg: arrival });
					// Within a degree of an edge the arithmetic may say either.
					expect(inside.length).toBeLessThanOrEqual(1);
					if (inside[0]) expect(inside[0].entry).toBe(entry);
					const whole = sectors.reduce((sum, { fromDeg, toDeg }) => sum + normalizeDeg(toDeg - fromDeg), 0);
					expect(whole).toBeCloseTo(360, 9);
				}
			)
		));
});
