import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cardCatalog } from '../../data/index.js';
import {
	alongCourse,
	angularScaleNm,
	compassCourseDeg,
	FLAG,
	dippedDeg,
	Flight,
	glidepathDeflection,
	IDENT_PERIOD_SECONDS,
	identSeconds,
	isReceived,
	localizerDeflection,
	morseWords,
	normalizeDeg,
	Radios,
	RADIOS_AT_REST,
	RECEIVER_BITS,
	RNAV_SCALE_NM,
	rnavScaleNm,
	signedDeg,
	solveNeedle,
	toneOn,
	toRadians,
	type RadioSettings,
	type RadioTrouble,
	type Station,
	setupOf
} from '../src/index.js';
import { area, descentCard, trainer } from './shipped.js';

const station = <K extends Station['kind']>(id: string, kind: K) => {
	const found = area.stations.find((one) => one.id === id);
	if (found?.kind !== kind) throw new Error(`${id} is no ${kind}`);
	return found as Extract<Station, { kind: K }>;
};
const vsk = station('VSK', 'vor');
const ives = station('IVES', 'localizer');

interface Where {
	fromStation?: { northNm: number; eastNm: number };
	radialDeg: number;
	distanceNm: number;
	altitudeFt?: number;
	headingDeg?: number;
	trackDeg?: number;
	groundspeedKt?: number;
	timeSeconds?: number;
	bankDeg?: number;
	trouble?: Partial<RadioTrouble>;
}
/** An aircraft on a radial of a station, magnetic. */
function carried(where: Where) {
	const { radialDeg, distanceNm, altitudeFt = 4000, headingDeg = 0, trackDeg = 0 } = where;
	const { groundspeedKt = 0, timeSeconds = 0, fromStation = vsk } = where;
	const angle = toRadians(radialDeg + area.variationDeg);
	const way = toRadians(trackDeg + area.variationDeg);
	return {
		northNm: fromStation.northNm + distanceNm * Math.cos(angle),
		eastNm: fromStation.eastNm + distanceNm * Math.sin(angle),
		altitudeFt,
		headingDeg,
		timeSeconds,
		northKt: groundspeedKt * Math.cos(way),
		eastKt: groundspeedKt * Math.sin(way),
		groundspeedKt,
		bankDeg: where.bankDeg ?? 0,
		powered: true,
		trouble: { nightEffect: 0, stationOff: 0, ...where.trouble }
	};
}
const nav1 = (activeMHz: number, courseDeg = 0, more: Partial<RadioSettings> = {}): RadioSettings => ({
	...RADIOS_AT_REST,
	nav1: { activeMHz, standbyMHz: 108, courseDeg },
	...more
});
/** What the radios show when they are switched on there. */
function shown(settings: RadioSettings, where: Where) {
	const radios = new Radios(area, 7);
	radios.update(settings, carried(where), 0.03, true);
	return radios.readings;
}
const on = (courseDeg: number, radialDeg: number, headingDeg = 0) =>
	shown(nav1(vsk.frequencyMHz, courseDeg), { radialDeg, distanceNm: 12, headingDeg });

describe('a VOR receiver', () => {
	const angle = fc.integer({ min: 0, max: 359 });
	it('shows the needle and flag of the reference, but for a little wandering', () =>
		fc.assert(
			fc.property(angle, angle, (course, radial) => {
				const off = Math.abs(signedDeg(radial - course));
				fc.pre(Math.abs(off - 90) > 2);
				const { deflection, flag } = solveNeedle({
					kind: 'vor',
					selectedCourseDeg: course,
					radialDeg: radial
				});
				const readings = on(course, radial);
				expect(readings.nav1Flag).toBe(FLAG[flag!]);
				expect(Math.abs(readings.nav1Needle - deflection)).toBeLessThan(0.03);
			})
		));

	it('does not know the heading', () => {
		for (const heading of [0, 90, 213]) expect(on(70, 245, heading)).toMatchObject(noPointer(on(70, 245)));
	});
	const noPointer = ({ pointerDeg: _, ...rest }: ReturnType<typeof on>) => rest;

	it('senses in reverse with the reciprocal set', () => {
		expect(on(70, 245).nav1Needle * on(250, 245).nav1Needle).toBeLessThan(0);
		expect(on(70, 245).nav1Flag).toBe(FLAG.to);
		expect(on(250, 245).nav1Flag).toBe(FLAG.from);
	});

	it('tells nothing abeam, and nothing in the cone above the station', () => {
		expect(on(0, 90).nav1Flag).toBe(FLAG.off);
		const above = (distanceNm: number) =>
			shown(nav1(vsk.frequencyMHz, 90), { radialDeg: 270, distanceNm, altitudeFt: 6286 }).nav1Flag;
		// A mile up, the cone of 50° from the vertical reaches 1.19 NM out.
		expect(above(1.1)).toBe(FLAG.off);
		expect(above(1.3)).toBe(FLAG.to);
	});

	it('is restless near the station and steady far out', () => {
		const spread = (distanceNm: number) => {
			const radios = new Radios(area, 3);
			const needles: number[] = [];
			for (let t = 0; t < 60; t += 0.5) {
				radios.update(
					nav1(vsk.frequencyMHz, 90),
					carried({ radialDeg: 270, distanceNm, altitudeFt: 3000, timeSeconds: t }),
					0.5,
					t === 0
				);
				needles.push(radios.readings.nav1Needle);
			}
			return Math.max(...needles) - Math.min(...needles);
		};
		expect(spread(0.9)).toBeGreaterThan(5 * spread(12));
		expect(spread(12)).toBeLessThan(0.05);
	});

	it('is silent beyond its range, below the horizon and behind a hill', () => {
		const received = (radialDeg: number, distanceNm: number, altitudeFt: number) => {
			const { northNm, eastNm } = carried({ radialDeg, distanceNm });
			return isReceived(area, vsk, { northNm, eastNm, altitudeFt });
		};
		expect(received(90, 79, 9000)).toBe(true);
		expect(received(90, 81, 9000)).toBe(false);
		expect(received(180, 60, 800)).toBe(false);
		// Storhaug, 1890 ft, stands six miles to the west.
		const storhaug = area.peaks.find(({ name }) => name === 'Storhaug')!;
		const bearing = normalizeDeg(
			(Math.atan2(storhaug.eastNm - vsk.eastNm, storhaug.northNm - vsk.northNm) * 180) / Math.PI -
				area.variationDeg
		);
		expect(received(bearing, 12, 1500)).toBe(false);
		expect(received(bearing, 12, 5000)).toBe(true);
	});
});

describe('a VOR with its own north', () => {
	it('counts its radials from it, and no other station does', () => {
		const lsk = station('LSK', 'vor');
		expect(lsk.declinationDeg).toBe(area.variationDeg - 2);
		const due = { ...carried({ fromStation: lsk, radialDeg: 0, distanceNm: 0 }), altitudeFt: 5000 };
		const at = { ...due, northNm: lsk.northNm, eastNm: lsk.eastNm + 12 };
		const shown = (mhz: number, courseDeg: number) => {
			const radios = new Radios(area, 1);
			radios.update(nav1(mhz, courseDeg), at, 0.03, true);
			return radios.readings.nav1Needle;
		};
		// East of it, true: its radial 100, though the compass would say 098.
		expect(Math.abs(shown(lsk.frequencyMHz, 100))).toBeLessThan(0.1);
		expect(Math.abs(shown(lsk.frequencyMHz, 98))).toBeGreaterThan(0.12);
	});
	it('is what a card keeps, briefs and grades by', () => {
		const card = cardCatalog.get('hold-direct');
		const place = card.navigation!.places.find(({ id }) => id === 'LSK')!;
		expect(place.declinationDeg).toBe(-10);
		expect(compassCourseDeg(card.navigation, 'LSK', 90)).toBe(88);
		// On its radial 270 the aircraft is on the course 090 to it.
		const angle = toRadians(270 - 10);
		const { rightNm } = alongCourse(
			place,
			card.navigation!.variationDeg,
			90,
			place.northNm + 10 * Math.cos(angle),
			place.eastNm + 10 * Math.sin(angle)
		);
		expect(rightNm).toBeCloseTo(0, 9);
	});
});

describe('distance', () => {
	const seen = (trackDeg: number) => {
		const radios = new Radios(area, 7);
		const where = { radialDeg: 90, distanceNm: 8, altitudeFt: 210 + 6076.12, trackDeg, groundspeedKt: 120 };
		for (let i = 0; i < 100; i++) radios.update(nav1(vsk.frequencyMHz), carried(where), 1, i === 0);
		return radios.readings;
	};
	it('is slant: a mile up and eight out is √65', () => {
		expect(seen(90).distanceNm).toBeCloseTo(Math.sqrt(65), 2);
	});
	it('shows a groundspeed that is true only straight to or from the station', () => {
		expect(seen(270).distanceKt).toBeCloseTo((120 * 8) / Math.sqrt(65), 0);
		expect(seen(0).distanceKt).toBeLessThan(2);
	});
});

describe('a localizer', () => {
	it('takes no notice of the course selector', () => {
		const where = { fromStation: ives, radialDeg: ives.courseDeg + 181, distanceNm: 6 };
		const needle = (course: number) => shown(nav1(ives.frequencyMHz, course), where).nav1Needle;
		expect(needle(0)).toBe(needle(200));
		// One degree left of the course, seen along it: the course is to the right.
		expect(needle(0)).toBeCloseTo(1 / ives.fullScaleDeg, 1);
	});

	it('senses in reverse inbound on the back course', () => {
		// To the north of the line in both: left of the front course, right of who flies in from behind.
		const front = localizerDeflection(ives, ives.courseDeg + 180 + 1);
		const behind = localizerDeflection(ives, ives.courseDeg - 1);
		expect(front).toBeGreaterThan(0);
		expect(behind).toBeGreaterThan(0);
	});

	it('has a false course outside its sector', () => {
		const at = (off: number) => localizerDeflection(ives, ives.courseDeg + 180 + off);
		expect(at(20)).toBe(1);
		expect(Math.abs(at(50))).toBeLessThan(0.02);
		expect(at(48) * at(52)).toBeLessThan(0);
	});

	it('reaches 18 NM near the course and 10 NM to its sides', () => {
		const received = (off: number, distanceNm: number) =>
			isReceived(
				area,
				ives,
				carried({ fromStation: ives, radialDeg: ives.courseDeg + 180 + off, distanceNm, altitudeFt: 4500 })
			);
		expect([received(5, 17.5), received(5, 18.5), received(25, 9.5), received(25, 11)]).toEqual([
			true,
			false,
			true,
			false
		]);
	});
});

describe('a glidepath', () => {
	it('is centred on the path and falls linearly about it', () => {
		expect(Math.abs(glidepathDeflection(3, 3, 0.7))).toBeLessThan(1e-9);
		expect(glidepathDeflection(3, 2.65, 0.7)).toBeCloseTo(0.5, 1);
		expect(glidepathDeflection(3, 2, 0.7)).toBe(1);
		// Full scale is where it is said to be: 0.7° below and above, and not before.
		expect(glidepathDeflection(3, 2.3, 0.7)).toBeCloseTo(1, 9);
		expect(glidepathDeflection(3, 3.7, 0.7)).toBeCloseTo(-1, 9);
		expect(glidepathDeflection(3, 2.35, 0.7)).toBeLessThan(0.97);
	});
	it('has a false path at three times the angle, and a reversed one between', () => {
		expect(Math.abs(glidepathDeflection(3, 9, 0.7))).toBeLessThan(1e-9);
		expect(glidepathDeflection(3, 8.8, 0.7)).toBeGreaterThan(0);
		expect(glidepathDeflection(3, 5.8, 0.7)).toBeLessThan(0);
	});
});

describe('the pointer of a beacon', () => {
	it('points at it from the nose, whatever the heading', () => {
		const mrn = station('MRN', 'ndb');
		for (const headingDeg of [0, 100, 355]) {
			const readings = shown(
				{ ...RADIOS_AT_REST, adf: { activeKHz: mrn.frequencyKHz, standbyKHz: 200 }, pointer: 'adf' },
				{ fromStation: mrn, radialDeg: 200, distanceNm: 15, headingDeg, altitudeFt: 2000 }
			);
			expect(readings.pointerValid).toBe(1);
			expect(Math.abs(signedDeg(readings.pointerDeg - (20 - headingDeg)))).toBeLessThan(1);
		}
	});
});

describe('troubles of a beacon', () => {
	const mrn = station('MRN', 'ndb');
	const adf: RadioSettings = {
		...RADIOS_AT_REST,
		adf: { activeKHz: mrn.frequencyKHz, standbyKHz: 200 },
		pointer: 'adf'
	};
	const pointer = (where: Partial<Where>) =>
		shown(adf, { fromStation: mrn, radialDeg: 270, distanceNm: 10, altitudeFt: 3000, ...where }).pointerDeg;

	it('dips in bank only, and banked the other way it dips the other way', () => {
		const bank = fc.integer({ min: 1, max: 45 });
		fc.assert(
			fc.property(
				fc.integer({ min: 0, max: 359 }),
				fc.integer({ min: 0, max: 60 }),
				bank,
				(to, below, bankDeg) => {
					expect(Math.abs(signedDeg(dippedDeg(to, below, 0) - to))).toBeLessThan(1e-6);
					// Over the same ground the other wing dips it the other way.
					expect(
						Math.abs(signedDeg(dippedDeg(-to, below, -bankDeg) + dippedDeg(to, below, bankDeg)))
					).toBeLessThan(1e-6);
				}
			)
		);
		// A loop tilted 30° sees a beacon on the horizon at 45° at atan(cos 30°).
		expect(dippedDeg(45, 0, 30)).toBeCloseTo(40.893, 3);
		// A beacon straight ahead and below moves toward the low wing.
		expect(dippedDeg(0, 20, 30)).toBeCloseTo(10.314, 3);
		expect(signedDeg(dippedDeg(0, 20, -30))).toBeCloseTo(-10.314, 3);
	});

	it('reaches the pointer of a beacon and no other', () => {
		expect(Math.abs(signedDeg(pointer({ headingDeg: 45, bankDeg: 30 }) - 41))).toBeLessThan(2);
		const vor = (bankDeg: number) =>
			shown(
				{ ...nav1(vsk.frequencyMHz), pointer: 'nav1' },
				{ radialDeg: 270, distanceNm: 10, headingDeg: 45, bankDeg }
			).pointerDeg;
		expect(vor(30)).toBe(vor(0));
	});

	it('swings at night as far as the trade says', () => {
		const errors = Array.from({ length: 60 }, (_, i) =>
			signedDeg(pointer({ timeSeconds: i * 5, trouble: { nightEffect: 1 } }) - 90)
		);
		expect(Math.max(...errors)).toBeGreaterThan(12);
		expect(Math.min(...errors)).toBeLessThan(-12);
		expect(Math.max(...errors.map(Math.abs))).toBeLessThan(31);
	});
});

describe('a station off the air', () => {
	it('leaves the flag on the needles that were tuned to it, and other stations alone', () => {
		const radios = new Radios(area, 7);
		const where = { radialDeg: 90, distanceNm: 9 };
		const tuned = nav1(vsk.frequencyMHz, 90);
		const at = (settings: RadioSettings, stationOff: number) => {
			radios.update(settings, carried({ ...where, trouble: { stationOff } }), 0.1, true);
			return { flag: radios.readings.nav1Flag, received: radios.readings.received };
		};
		expect(at(tuned, 0)).toEqual({ flag: FLAG.from, received: RECEIVER_BITS.nav1 | RECEIVER_BITS.distance });
		expect(at(tuned, 1)).toEqual({ flag: FLAG.off, received: 0 });
		const other = area.stations.find((one) => one.kind === 'vor' && one.id !== 'VSK');
		if (other?.kind !== 'vor') throw new Error('no other VOR');
		expect(at(nav1(other.frequencyMHz, 90), 1).flag).not.toBe(FLAG.off);
		expect(at(tuned, 1).flag).toBe(FLAG.off);
		// Given back, it is heard again.
		expect(at(tuned, 0).flag).toBe(FLAG.from);
	});
});

describe('markers', () => {
	it('light over their beacons and nowhere else', () => {
		const outer = station('IVES-OM', 'marker');
		const over = (distanceNm: number) =>
			shown(nav1(ives.frequencyMHz), {
				fromStation: outer,
				radialDeg: ives.courseDeg + 180,
				distanceNm,
				altitudeFt: 1500
			}).marker;
		expect(over(0)).toBe(1);
		expect(over(0.1)).toBe(1);
		expect(over(0.4)).toBe(0);
	});
	it('light across their course to four times as far as along it, to either side', () => {
		const outer = station('IVES-OM', 'marker');
		const code = (offCourseDeg: number, distanceNm: number) =>
			shown(nav1(ives.frequencyMHz), {
				fromStation: outer,
				radialDeg: ives.courseDeg + offCourseDeg,
				distanceNm,
				altitudeFt: outer.elevationFt + 1000
			}).marker;
		for (const [off, reachNm] of [
			[0, 0.107],
			[180, 0.107],
			[90, 0.4],
			[270, 0.4]
		] as const) {
			expect(code(off, 0.95 * reachNm), `${off}°`).toBe(1);
			expect(code(off, 1.05 * reachNm), `${off}°`).toBe(0);
		}
	});
	it('light on the path for as long as real ones: 12 s and 6 s at 90 kt', () => {
		const path = ives.glidepath!;
		for (const [id, code, seconds, give] of [
			['IVES-OM', 1, 12, 4],
			['IVES-MM', 2, 6, 2]
		] as const) {
			const marker = station(id, 'marker');
			const away = Math.hypot(marker.northNm - path.northNm, marker.eastNm - path.eastNm);
			const altitudeFt = path.elevationFt + Math.tan((path.angleDeg * Math.PI) / 180) * away * 6076.12;
			let lit = 0;
			for (let along = -0.6; along <= 0.6; along += 0.001)
				if (
					shown(nav1(ives.frequencyMHz), {
						fromStation: marker,
						radialDeg: ives.courseDeg + (along < 0 ? 180 : 0),
						distanceNm: Math.abs(along),
						altitudeFt
					}).marker === code
				)
					lit += 0.001;
			expect(Math.abs((lit / 90) * 3600 - seconds), id).toBeLessThan(give);
		}
	});
});

describe('identification', () => {
	/** The radios at a VOR, listened to for some seconds. */
	function listen(settings: RadioSettings, from: number, to: number, radios = new Radios(area, 7)) {
		for (let t = from; t < to; t += 0.1)
			radios.update(settings, carried({ radialDeg: 90, distanceNm: 9, timeSeconds: t }), 0.1, false);
		return radios;
	}
	const identified = (radios: Radios) => radios.readings.identified;
	const tuned = nav1(vsk.frequencyMHz, 0, { listen: 'nav1' });

	it('needs one whole identifier in the headset', () => {
		const radios = listen(tuned, 0.5, 8);
		expect(identified(radios)).toBe(0);
		listen(tuned, 8, IDENT_PERIOD_SECONDS + identSeconds('VSK') + 0.3, radios);
		expect(identified(radios)).toBe(RECEIVER_BITS.nav1);
	});
	it('does not happen with the headset elsewhere, and is lost with the frequency', () => {
		expect(identified(listen({ ...tuned, listen: 'nav2' }, 0, 25))).toBe(0);
		const radios = listen(tuned, 0, 20);
		expect(identified(radios)).toBe(RECEIVER_BITS.nav1);
		listen({ ...tuned, nav1: { ...tuned.nav1, activeMHz: 114.6 } }, 20, 20.3, radios);
		listen({ ...tuned, listen: 'off' }, 20.3, 21, radios);
		expect(identified(radios)).toBe(0);
	});
	it('is the same when the radios are taken up again from a kept state', () => {
		const whole = listen(tuned, 0, 14);
		const half = listen(tuned, 0, 7);
		const again = new Radios(area, 7);
		again.restore(JSON.parse(JSON.stringify(half.snapshot())));
		listen(tuned, 7, 14, again);
		expect(again.readings.identified).toBe(whole.readings.identified);
		expect(again.readings.nav1Needle).toBeCloseTo(whole.readings.nav1Needle, 3);
	});
});

describe('morse', () => {
	it('spells, and keeps dash to dot at three to one', () => {
		expect(morseWords('VSK')).toBe('···– ··· –·–');
		let [sounding, before] = [0, false];
		const lengths: number[] = [];
		for (let t = 0; t < IDENT_PERIOD_SECONDS; t += 0.001) {
			const now = toneOn('N', t);
			if (now) sounding += 0.001;
			if (before && !now) lengths.push(sounding);
			if (!now) sounding = 0;
			before = now;
		}
		expect(lengths).toHaveLength(2);
		expect(lengths[0]! / lengths[1]!).toBeCloseTo(3, 1);
	});
});

describe('the RNAV unit', () => {
	const list = (ids: string[], more: Partial<RadioSettings['rnav']> = {}): RadioSettings => ({
		...RADIOS_AT_REST,
		rnav: { list: ids, to: 0, courseDeg: null, serial: 1, ...more }
	});
	it('has a needle by distance: a mile is full scale, near and far', () => {
		for (const pastNm of [-20, -2]) {
			const talvu = area.fixes.find(({ id }) => id === 'TALVU')!;
			const east = toRadians(90 + area.variationDeg);
			const at = {
				...carried({ radialDeg: 0, distanceNm: 0 }),
				northNm: talvu.northNm + pastNm * Math.cos(east) - 0.5 * Math.sin(east),
				eastNm: talvu.eastNm + pastNm * Math.sin(east) + 0.5 * Math.cos(east)
			};
			const radios = new Radios(area, 1);
			radios.update(list(['TALVU'], { courseDeg: 90 }), at, 0.03, true);
			expect(radios.readings.rnavNeedle).toBeCloseTo(-0.5, 2);
		}
	});
	it('goes on to the next place where the turn to it begins', () => {
		const radios = new Radios(area, 1);
		const settings = list(['VSK', 'ORMEK']);
		const fly = (distanceNm: number) => {
			radios.update(
				settings,
				carried({ radialDeg: 245, distanceNm, trackDeg: 65, groundspeedKt: 100 }),
				0.03,
				false
			);
			return radios.readings.rnavTo;
		};
		expect(fly(5)).toBe(0);
		expect(fly(1)).toBe(0);
		expect(fly(0)).toBe(1);
	});
	it('is narrow past the final fix of its list, in a flight', () => {
		const radios = new Radios(area, 1);
		const settings = list(['VSK', 'ORMEK'], { finalFix: 'VSK' });
		const scaleAt = (distanceNm: number) => {
			radios.update(
				settings,
				carried({ radialDeg: 245, distanceNm, trackDeg: 65, groundspeedKt: 100 }),
				0.03,
				false
			);
			return radios.readings.rnavScaleNm;
		};
		expect(scaleAt(5)).toBe(1);
		expect(scaleAt(1)).toBeCloseTo(0.65, 2);
		expect(scaleAt(0)).toBe(0.3);
		expect(radios.readings.rnavTo).toBe(1);
	});
	it('is guided by an angle on an angular final: narrower toward its end, never tighter than 350 ft', () => {
		const ft = (nm: number) => nm * 6076.12;
		expect(ft(angularScaleNm(0))).toBeCloseTo(350, 0);
		expect(ft(angularScaleNm(-1))).toBeCloseTo(350, 0);
		// Two degrees of it each mile, and no wider than a linear final.
		expect(ft(angularScaleNm(3) - angularScaleNm(2))).toBeCloseTo(6076.12 * Math.tan(toRadians(2)), 0);
		expect(angularScaleNm(30)).toBe(RNAV_SCALE_NM.final);
		const [from, end] = ['VSK', 'ORMEK'].map((id) =>
			[...area.stations, ...area.fixes].find((one) => one.id === id)
		) as [Station, Station];
		const lengthNm = Math.hypot(end.northNm - from.northNm, end.eastNm - from.eastNm);
		const scaleAt = (pastNm: number) => {
			const radios = new Radios(area, 1);
			const settings = list(['VSK', 'ORMEK'], { finalFix: 'VSK', angular: true });
			const course = Math.atan2(end.eastNm - from.eastNm, end.northNm - from.northNm);
			for (const nm of [-3, Math.min(0, pastNm), pastNm])
				radios.update(
					settings,
					{
						...carried({ radialDeg: 245, distanceNm: 0, trackDeg: 65, groundspeedKt: 100 }),
						northNm: from.northNm + nm * Math.cos(course),
						eastNm: from.eastNm + nm * Math.sin(course)
					},
					0.03,
					false
				);
			return radios.readings.rnavScaleNm;
		};
		expect(scaleAt(-3)).toBe(1);
		// No jump at the fix, and narrower from there.
		expect(scaleAt(0.1)).toBeCloseTo(angularScaleNm(lengthNm), 1);
		expect(scaleAt(lengthNm - 1)).toBeCloseTo(angularScaleNm(1), 3);
	});
	it('narrows over the last two miles before the final fix and stays narrow', () => {
		expect(rnavScaleNm(null, false)).toBe(1);
		expect(rnavScaleNm(5, false)).toBe(1);
		expect(rnavScaleNm(1, false)).toBeCloseTo(0.65, 9);
		expect(rnavScaleNm(0, false)).toBeCloseTo(0.3, 9);
		expect(rnavScaleNm(null, true)).toBe(0.3);
	});
});

describe('radios in a flight', () => {
	it('show the same bit for bit when it is taken up from a snapshot', () => {
		const setup = {
			...setupOf(descentCard, trainer, area),
			radios: nav1(vsk.frequencyMHz, 40, { listen: 'nav1' }),
			assist: 'attitude',
			seed: 5
		} as const;
		const whole = new Flight(setup);
		const first = new Flight(setup);
		for (let i = 0; i < 2400; i++) whole.step(whole.initialControls);
		for (let i = 0; i < 1200; i++) first.step(first.initialControls);
		const again = new Flight(setup);
		again.restore(JSON.parse(JSON.stringify(first.snapshot())));
		for (let i = 0; i < 1200; i++) again.step(again.initialControls);
		expect(again.radio).toEqual(whole.radio);
		expect(whole.radio!.identified).toBe(RECEIVER_BITS.nav1);
	});
	it('go dark with the radio failure', () => {
		const flight = new Flight({
			...setupOf(descentCard, trainer, area),
			radios: nav1(vsk.frequencyMHz),
			failures: [{ kind: 'radio', onset: { kind: 'at', seconds: 1 } }],
			assist: 'attitude',
			seed: 5
		});
		expect(flight.radio!.received).not.toBe(0);
		for (let i = 0; i < 300; i++) flight.step(flight.initialControls);
		expect(flight.radio!.received).toBe(0);
	});
});
