import { describe, expect, it } from 'vitest';
import {
	aircraftCatalog,
	areaCatalog,
	cardCatalog,
	procedureCatalog,
	standardCatalog
} from '../../data/index.js';
import {
	approachCard,
	DECISION,
	flyByRobot,
	gradeFlight,
	loadedAircraft,
	NO_CONDITIONS,
	TECHNIQUES,
	Track,
	withConditions,
	type ChannelName,
	type Fault,
	type Grade,
	type PilotId,
	type TaskCard,
	type Weather
} from '../src/index.js';

const area = areaCatalog.get('veskar');
const trainer = aircraftCatalog.get('ferrin-160');
const standard = standardCatalog.get('us-instrument');
const LOW: Weather = {
	seaLevelPressureHpa: 1013.25,
	temperatureOffsetC: 0,
	windLayers: [],
	clouds: [{ baseFt: 150, topsFt: 6000 }],
	visibilityM: 5000
};
const HIGH: Weather = { ...LOW, clouds: [{ baseFt: 700, topsFt: 6000 }] };
const graded = (card: TaskCard, pilot: PilotId = 'steady', seed = 7): Grade => {
	const { track } = flyByRobot(card, trainer, area, TECHNIQUES[pilot], seed, 3600);
	return gradeFlight(track, card, standard, loadedAircraft(trainer, card.loading));
};
const APPROACH_KINDS = new Set<string>([
	'step-down-broken',
	'chases-glidepath',
	'below-path-in-sight',
	'descended-unestablished',
	'continued-unseen',
	'missed-action',
	'clock-not-started',
	'needle-source',
	'looked-out-early',
	'bug-not-set',
	'altitude-not-reset',
	'unstable-approach'
]);
const kinds = ({ faults }: { faults: Fault[] }) => faults.map(({ kind }) => kind);

describe.each([
	['calm air', () => LOW],
	[
		'20 kt across',
		(courseDeg: number): Weather => ({
			...LOW,
			windLayers: [{ altitudeFt: 0, fromDeg: (courseDeg + 90) % 360, speedKt: 20 }]
		})
	],
	['light turbulence', (): Weather => ({ ...LOW, turbulence: 'light' })]
] as const)(
	'every shipped approach, to the minimum and through the missed approach, in %s',
	(air, weatherOf) => {
		it.each(procedureCatalog.all.map((procedure) => [procedure.id, procedure] as const))(
			'%s',
			(_id, procedure) => {
				const card = approachCard(procedure, {
					area,
					aircraft: trainer,
					weather: weatherOf(procedure.final.courseDeg)
				});
				const grade = graded(card);
				expect(
					grade.because,
					grade.phases.map(({ name, verdict }) => `${name} ${verdict}`).join('; ')
				).toEqual([]);
				expect(grade.verdict).toBe('met');
				expect(grade.approach!.decision).toMatchObject({
					said: 'go around',
					seen: 'nothing',
					judged: 'right'
				});
				expect(grade.approach!.segments.find(({ segment }) => segment === 'missed')!.verdict).toBe('met');
				// A robot without a fault is told of none of an approach; in wind and gusts its entries are less tidy.
				expect(kinds(grade).filter((kind) => APPROACH_KINDS.has(kind))).toEqual([]);
				if (air === 'calm air') expect(kinds(grade)).toEqual([]);
			}
		);
	}
);

const on = (id: string, part: 'final' | 'missed' | 'whole', weather: Weather = LOW) =>
	approachCard(procedureCatalog.get(id), { area, aircraft: trainer, weather, part });

describe('the decision', () => {
	const ils = procedureCatalog.get('ves-ils-10');
	const card = (weather: Weather, more: object = {}) =>
		approachCard(ils, { area, aircraft: trainer, weather, part: 'final', ...more });

	it('is on with the runway in sight, and the missed approach is then not asked for', () => {
		const grade = graded(card(HIGH));
		expect(grade.verdict).toBe('met');
		expect(grade.approach!.decision).toMatchObject({ said: 'continue', judged: 'right' });
		expect(
			grade.phases.filter(({ verdict }) => verdict === 'not asked').map(({ segment }) => segment)
		).toEqual(['missed', 'missed', 'missed']);
		expect(grade.approach!.goAround).toBeNull();
	});

	it('fails where nothing is to be seen, whatever else was good', () => {
		const grade = graded(card(LOW), 'presser-on');
		expect(grade.verdict).toBe('not met');
		expect(grade.approach!.decision).toMatchObject({ said: 'continue', seen: 'nothing', judged: 'wrong' });
		expect(kinds(grade)).toContain('continued-unseen');
		expect(grade.because.join(' ')).toMatch(/below the minimum of 260 ft with nothing in sight/);
	});

	it('fails by the loosest standard, too: no tolerance reaches below a minimum', () => {
		const learning = standardCatalog.get('school-learning');
		const one = card(LOW);
		const { track } = flyByRobot(one, trainer, area, TECHNIQUES['presser-on'], 7, 3600);
		expect(gradeFlight(track, one, learning, trainer).verdict).toBe('not met');
	});
});

describe('a fault of an approach', () => {
	it.each([
		['step-down-broken', 'step-breaker', on('ost-loc-30', 'final')],
		['chases-glidepath', 'path-chaser', on('ves-ils-10', 'final')],
		['below-path-in-sight', 'ducker', on('ves-ils-10', 'final', HIGH)],
		['descended-unestablished', 'beside-flyer', on('ves-ils-10', 'final')],
		['continued-unseen', 'presser-on', on('ves-ils-10', 'final')],
		['missed-action', 'late-misser', on('ves-ils-10', 'missed')],
		['clock-not-started', 'clockless', on('ost-vor-30', 'final')],
		['needle-source', 'wrong-sourced', on('ves-vor-dme-28', 'final')],
		['looked-out-early', 'peeker', on('ves-ils-10', 'final')],
		['bug-not-set', 'bugless', on('ves-ils-10', 'final')],
		['altitude-not-reset', 'reminder-forgetter', on('ost-loc-30', 'whole')],
		['unstable-approach', 'fast-finisher', on('ves-ils-10', 'final')]
	] as const)('%s is named of the one who has it, and of no steady pilot', (kind, pilot, card) => {
		expect(kinds(graded(card, pilot, 3))).toContain(kind);
		expect(kinds(graded(card, 'steady', 3))).not.toContain(kind);
	});
});

describe('the word at the minimum', () => {
	const card = on('ves-ils-10', 'final', HIGH);
	const { track } = flyByRobot(card, trainer, area, TECHNIQUES.steady, 7, 3600);
	const said = (lateSeconds: number) => {
		const word = track.column('decision').findIndex((value) => value !== DECISION.none);
		return gradeFlight(
			planted(track, {
				decision: (value, i) => (i < word + lateSeconds * track.rateHz ? DECISION.none : value)
			}),
			card,
			standard,
			trainer
		);
	};

	it('fails where it comes late, and says so', () => {
		expect(said(0)).toMatchObject({ verdict: 'met', because: [] });
		const late = said(6);
		expect(late.verdict).toBe('not met');
		expect(late.because).toEqual([expect.stringMatching(/^At the minimum: decided \d\.\d s after it/)]);
	});
});

describe('the gate', () => {
	it('is no fault of whoever goes around within five seconds of it, and of whoever does so later', () => {
		const card = on('ves-ils-10', 'final');
		const wentAround = (secondsAfter: number) => {
			const { track } = flyByRobot(card, trainer, area, TECHNIQUES['fast-finisher'], 3, 3600);
			const gate = gradeFlight(track, card, standard, trainer).approach!.gate!;
			expect(gate.off).not.toEqual([]);
			track
				.column('decision')
				.fill(DECISION['go-around'], Math.round((gate.atSeconds + secondsAfter) * track.rateHz));
			return kinds(gradeFlight(track, card, standard, trainer));
		};
		expect(wentAround(3)).not.toContain('unstable-approach');
		expect(wentAround(7)).toContain('unstable-approach');
	});
});

/** A flight with a stretch of a channel changed: what must be caught, planted. */
function planted(
	track: Track,
	changes: Partial<Record<ChannelName, (value: number, i: number) => number>>
): Track {
	const channels = new Map([...track.channels].map(([name, column]) => [name, column.slice()]));
	const copy = new Track(track.rateHz, channels, track.length);
	for (const [name, change] of Object.entries(changes)) {
		const column = copy.column(name as ChannelName);
		column.forEach((value, i) => (column[i] = change(value, i)));
	}
	return copy;
}

describe('the reminder of the next altitude', () => {
	const card = on('ost-loc-30', 'whole');
	const { track } = flyByRobot(card, trainer, area, TECHNIQUES.steady, 3, 3600);
	const grade = gradeFlight(track, card, standard, trainer);
	const [first, second] = grade.phases.filter(({ startSeconds }) => startSeconds !== null);
	const begins = second!.startSeconds!;
	const wanted = (phase: typeof first) =>
		card.phases.find(({ id }) => id === phase!.id)!.targets.altitudeFt!.value;
	/** As the card wants it, but the second altitude so many seconds late. */
	const said = (lateSeconds: number) => {
		const late = planted(track, {
			altitudeBugFt: (value, i) => {
				const t = i / track.rateHz;
				return t >= begins - 1 && t < begins + lateSeconds ? wanted(first) : value;
			}
		});
		return gradeFlight(late, card, standard, trainer)
			.faults.filter(({ kind }) => kind === 'altitude-not-reset')
			.map(({ text }) => text);
	};

	it('is said to be late where it came late', () => {
		expect(wanted(second)).not.toBe(wanted(first));
		expect(said(0)).toEqual([]);
		expect(said(70)).toEqual([
			expect.stringMatching(new RegExp(`was set to ${wanted(second)} ft at \\d+:\\d\\d only`))
		]);
		expect(said(1e4)).toEqual([expect.stringMatching(/was not set to/)]);
	});
});

describe('the second receiver', () => {
	const card = on('ves-vor-dme-28', 'final');
	const { track } = flyByRobot(card, trainer, area, TECHNIQUES.steady, 3, 3600);
	const one = { nav1MHz: () => 109, nav1CourseDeg: () => 20 };
	const [mhz, course] = [track.column('nav1MHz'), track.column('nav1CourseDeg')];

	it('will do for a final without a path down', () => {
		const second = planted(track, {
			...one,
			nav2MHz: (_, i) => mhz[i]!,
			nav2CourseDeg: (_, i) => course[i]!
		});
		expect(kinds(gradeFlight(second, card, standard, trainer))).not.toContain('needle-source');
		expect(kinds(gradeFlight(planted(track, one), card, standard, trainer))).toContain('needle-source');
	});

	it('has no path down', () => {
		const ils = on('ves-ils-10', 'final');
		const flown = flyByRobot(ils, trainer, area, TECHNIQUES.steady, 3, 3600).track;
		const beam = flown.column('nav1MHz');
		const second = planted(flown, { nav1MHz: () => 113.2, nav2MHz: (_, i) => beam[i]! });
		expect(kinds(gradeFlight(second, ils, standard, trainer))).toContain('needle-source');
	});
});

describe('circling', () => {
	const circlingCard = (id: string, circleTo: string, speedKt = 0) => {
		const procedure = procedureCatalog.get(id);
		const minimum = procedure.minima.find(({ guidance }) => guidance === 'circling')!;
		const weather: Weather = {
			...LOW,
			clouds: [{ baseFt: minimum.altitudeFt + 250, topsFt: 6000 }],
			windLayers: [{ altitudeFt: 0, fromDeg: 200, speedKt }],
			visibilityM: 6000
		};
		return approachCard(procedure, { area, aircraft: trainer, weather, minimum, circleTo, part: 'final' });
	};
	const flown = (card: TaskCard) => flyByRobot(card, trainer, area, TECHNIQUES.steady, 7, 1500).track;

	it.each([
		['ves-ils-10', '28', 0],
		['ves-ils-10', '28', 15],
		['ves-vor-dme-28', '10', 15],
		['ham-vor', '15', 0],
		['ham-vor', '33', 15],
		['tor-vor-dme', '23', 0]
	])(
		'%s to runway %s in %i kt: inside its radius, on the side that may be used, not below its minimum',
		(id, to, kt) => {
			const card = circlingCard(id, to, kt);
			const grade = graded(card);
			expect(grade.because).toEqual([]);
			expect(grade.verdict).toBe('met');
			const { circling, decision } = grade.approach!;
			expect(decision).toMatchObject({ said: 'continue', seen: 'runway', judged: 'right' });
			expect(circling!.forbiddenSide).toBe(false);
			expect(circling!.farthestNm).toBeLessThan(circling!.limitNm);
			expect(kinds(grade).filter((kind) => APPROACH_KINDS.has(kind))).toEqual([]);
		}
	);

	const card = circlingCard('ves-ils-10', '28');
	const track = flown(card);
	const phase = gradeFlight(track, card, standard, trainer).phases.find(
		({ segment }) => segment === 'circling'
	)!;
	const inside = (i: number) =>
		i > (phase.startSeconds! + 10) * track.rateHz && i < (phase.endSeconds! - 10) * track.rateHz;

	it('fails on the side that is not to be used', () => {
		const other = structuredClone(card);
		other.approach!.procedure.notCircling = [{ fromDeg: 281, toDeg: 100 }];
		expect(gradeFlight(track, other, standard, trainer).because.join()).toMatch(
			/side that is not to be used/
		);
		other.approach!.procedure.notCircling = [{ fromDeg: 102, toDeg: 280 }];
		expect(gradeFlight(track, other, standard, trainer).because).toEqual([]);
	});

	it('fails outside the radius, and below the minimum before the runway can be made', () => {
		const narrow = structuredClone(card);
		narrow.approach!.circlingNm = 1.1;
		expect(gradeFlight(track, narrow, standard, trainer).because.join()).toMatch(
			/1\.3 NM from the runway, 1\.1/
		);
		const low = (value: number, i: number) => (inside(i) ? value - 60 : value);
		const sunk = planted(track, { altitudeFt: low, indicatedAltitudeFt: low });
		expect(gradeFlight(sunk, card, standard, trainer).because.join()).toMatch(/ft below 620 ft, which holds/);
	});

	it('is gone around from by a climbing turn toward the runway first', () => {
		// Downwind the runway lies behind the wing.
		const said = Math.round((phase.endSeconds! - 25) * track.rateHz);
		const around = (turns: number) =>
			planted(track, {
				decision: (value, i) => (i >= said ? DECISION['go-around'] : value),
				headingDeg: (value, i) => (i >= said ? value + turns * Math.min(60, (i - said) * 0.4) : value)
			});
		const [on, toward] = [0, 1].map((turns) => gradeFlight(around(turns), card, standard, trainer));
		expect(toward!.approach!.goAround!.towardRunway).toBe(true);
		expect(on!.approach!.goAround).toMatchObject({ turnedEarly: false });
		const away = gradeFlight(around(-1), card, standard, trainer);
		expect(away.approach!.goAround!.towardRunway).toBe(false);
		expect(away.faults.find(({ kind }) => kind === 'missed-action')!.text).toMatch(/toward the runway first/);
	});
});

describe('a final beyond its needles', () => {
	const eu = standardCatalog.get('eu-instrument');
	const on = (weather: Weather) =>
		approachCard(procedureCatalog.get('ves-loc-10'), { area, aircraft: trainer, weather, part: 'final' });
	const low = on(LOW);
	const track = flyByRobot(low, trainer, area, TECHNIQUES.steady, 7, 3600).track;
	const { approach, phases } = gradeFlight(track, low, standard, trainer);
	const minimumAt = phases.find(({ segment }) => segment === 'minimum')!.startSeconds! * track.rateHz;
	const levelAt = approach!.final!.level!.atSeconds * track.rateHz;

	it('is levelled at the minimum plus the margin, before the point of the visual descent', () => {
		const { level, visualDescent } = approach!.final!;
		expect(level!.wantedFt).toBe(40);
		expect(level!.meanFt).toBeGreaterThan(20);
		expect(level!.meanFt).toBeLessThan(60);
		// (480 − 60 − 50) ft at 3°.
		expect(visualDescent!.beforeNm).toBeCloseTo(370 / (Math.tan(Math.PI / 60) * 6076.1), 2);
		expect(visualDescent!.reachedBeforeNm).toBeGreaterThan(visualDescent!.beforeNm);
	});

	it('is not met where it stays above the minimum by more than the standard allows', () => {
		const high = (ft: number) => (value: number, i: number) =>
			i > levelAt && i < minimumAt ? value + ft : value;
		const atMinimum = (ft: number, by: typeof standard) => {
			const raised = planted(track, { altitudeFt: high(ft), indicatedAltitudeFt: high(ft) });
			return gradeFlight(raised, low, by, trainer).phases.find(({ segment }) => segment === 'minimum')!;
		};
		expect(atMinimum(0, eu).verdict).toBe('met');
		expect(atMinimum(35, standard).verdict).toBe('met');
		expect(atMinimum(35, eu).verdict).toBe('not met');
		expect(atMinimum(90, standard).verdict).toBe('not met');
		expect(atMinimum(90, standard).score).toBeLessThan(atMinimum(35, standard).score);
	});

	it('is not met where the minimum is never come down to, by the standard’s own figure', () => {
		const kept = (ft: number) => (value: number, i: number) =>
			i < minimumAt ? Math.max(value, 480 + ft) : value;
		const atMinimum = (ft: number, id: string) => {
			const high = planted(track, { altitudeFt: kept(ft), indicatedAltitudeFt: kept(ft) });
			const grade = gradeFlight(high, low, standardCatalog.get(id), trainer);
			return { ...grade.phases.find(({ segment }) => segment === 'minimum')!, final: grade.approach!.final! };
		};
		expect(atMinimum(130, 'us-instrument')).toMatchObject({
			verdict: 'not met',
			final: { level: { reachedBeforeNm: null } }
		});
		expect(atMinimum(130, 'school-learning').verdict).toBe('met');
		expect(atMinimum(200, 'school-learning').verdict).toBe('not met');
	});

	it('tells corrections that grow where the needle is sharpest from those that shrink', () => {
		const swung = (near: number, far: number) => {
			const half = approach!.final!.corrections!.atSeconds * track.rateHz;
			const from = 2 * half - minimumAt;
			const swing = planted(track, {
				headingDeg: (value, i) =>
					i < from || i > minimumAt
						? value
						: value + (i > half ? near : far) * Math.sin((i / track.rateHz / 14) * 2 * Math.PI)
			});
			return gradeFlight(swing, low, standard, trainer);
		};
		const texts = ({ statements }: Grade) =>
			statements
				.filter(({ text }) => text.startsWith('Corrections of'))
				.map(({ tone, text }) => `${tone}: ${text}`);
		expect(texts(swung(12, 4)).join()).toMatch(/^mind: .* they grew/);
		expect(texts(swung(3, 12)).join()).toMatch(/^good: .* small/);
	});

	it('is left at the point of the visual descent, or it is told', () => {
		const seen = on(HIGH);
		const { final } = graded(seen).approach!;
		expect(final!.visualDescent!.leftBeforeNm).not.toBeNull();
	});
});

describe('the steps by themselves', () => {
	const cards = cardCatalog.all.filter(({ approach }) => approach?.part === 'steps');
	it.each(cards.map((card) => [card.id, card] as const))(
		'%s ends at the missed approach point, with nothing to be decided',
		(_id, card) => {
			expect(card.phases.map(({ segment }) => segment)).not.toContain('minimum');
			expect(graded(card).because).toEqual([]);
		}
	);

	it('are broken by whoever goes down before the fix', () => {
		const card = cardCatalog.get('approach-ost-loc-30-steps');
		expect(kinds(graded(card, 'step-breaker', 3))).toContain('step-down-broken');
	});
});

describe('an approach to another minimum', () => {
	const card = approachCard(procedureCatalog.get('ves-ils-10'), { area, aircraft: trainer });
	const set = (change: object) => withConditions(card, { ...NO_CONDITIONS, ...change }, trainer, area);

	it('is another card: levelled, with its margin and its bug', () => {
		const level = set({ minimum: 'localizer 480', addedFt: 60, bugStepFt: 20 });
		expect(level.approach).toMatchObject({ addedFt: 60, bugFt: 540 });
		expect(level.approach!.minimum).toMatchObject({ kind: 'descent', altitudeFt: 480 });
		expect(level.phases.some(({ targets, after }) => targets.glide && !after)).toBe(false);
		expect(set({ bugStepFt: 20 }).approach!.bugFt).toBe(260);
		expect(set({ minimum: 'circling 620', circleTo: '28' }).approach!.circleTo).toMatchObject({
			runway: '28'
		});
	});

	it('names what it may be, where it is none of the procedure’s', () => {
		expect(() => set({ minimum: 'vor 480' })).toThrow(/\/minimum must be one of ils 260, localizer 480/);
		expect(() => set({ minimum: 'circling 620', circleTo: '07' })).toThrow(/must be a runway of Veskar/);
	});
});
