import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import {
	analyseScan,
	conditionsOf,
	cutPhases,
	generateDwells,
	isOfSchool,
	joinDwells,
	dwellsFromCsv,
	orderedDwells,
	reportScan,
	SCAN_INSTRUMENTS,
	SCHOOL_IDS,
	SCHOOLS,
	SeededRandom,
	solveScan,
	Track,
	type Dwell,
	type PlantedFault,
	type ScanInstrument,
	type SchoolId
} from '../src/index.js';
import { descentCard, fly, us } from './shipped.js';

/** Looks one after the other, 800 ms each with 50 ms between, unless a length is given. */
function looks(...seen: (ScanInstrument | [ScanInstrument, number])[]): Dwell[] {
	let now = 0;
	return seen.map((one) => {
		const [instrument, length] = typeof one === 'string' ? ([one, 800] as const) : one;
		const look = { instrument, startMs: now, endMs: now + length };
		now = look.endMs + 50;
		return look;
	});
}
const A = 'attitude';

describe('looks', () => {
	it('shorter than a tenth of a second are passing through: they are nobody’s', () => {
		const analysis = analyseScan(looks(A, ['airspeed', 90], A, ['altimeter', 110], A), 't');
		expect(analysis.looks).toBe(4);
		expect(analysis.shares.airspeed).toBe(0);
		expect(analysis.shares.altimeter).toBeCloseTo(110 / 2510, 10);
		expect(Object.values(analysis.shares).reduce((a, b) => a + b)).toBeCloseTo(1, 10);
	});

	it('are refused when they overlap or run backwards, by their place', () => {
		expect(() => orderedDwells([{ instrument: A, startMs: 5, endMs: 1 }])).toThrow(
			'/looks/0/endMs must be a number not below 5'
		);
		expect(() =>
			orderedDwells([
				{ instrument: A, startMs: 0, endMs: 500 },
				{ instrument: 'turn', startMs: 400, endMs: 900 }
			])
		).toThrow('/looks/1/startMs must be a number not below 500');
	});

	it('of nothing say nothing, and do not fall over', () => {
		expect(analyseScan([], 't')).toMatchObject({
			looks: 0,
			rounds: 0,
			returnRate: null,
			schoolMatch: null,
			faults: []
		});
	});
});

describe('schools', () => {
	it('count their own rounds', () => {
		const t = ([A, 'airspeed', A, 'altimeter', A, 'heading'] as ScanInstrument[]).flatMap((one) => [one]);
		expect(analyseScan(looks(...t, ...t, ...t, A), 't').rounds).toBe(3);
		expect(analyseScan(looks(...t, ...t), 't').rounds).toBe(1);
		// The engine between two rounds does not break them, a wrong order does.
		expect(analyseScan(looks(...t, A, 'engine', ...t, A), 't').rounds).toBe(2);
		expect(analyseScan(looks(A, 'altimeter', A, 'airspeed', A, 'heading', A), 't').rounds).toBe(0);
		// Hub and spoke does not mind the order.
		expect(analyseScan(looks(A, 'altimeter', A, 'airspeed', A, 'heading', A), 'hub-and-spoke').rounds).toBe(
			1
		);
		expect(analyseScan(looks(A, 'altimeter', 'airspeed', A, 'heading', A), 'hub-and-spoke').rounds).toBe(0);
		expect(
			analyseScan(looks(A, 'turn', A, 'vertical-speed', A, 'turn', A, 'vertical-speed', A), 'inverted-v')
				.rounds
		).toBe(2);
		const { of } = SCHOOLS.rectangular.round;
		expect(analyseScan(looks(...of, ...of), 'rectangular').rounds).toBe(2);
		expect(analyseScan(looks(...[...of].reverse(), of.at(-1)!), 'rectangular').rounds).toBe(1);
		// Begun anywhere on the way.
		expect(analyseScan(looks(...of.slice(2), ...of.slice(0, 2)), 'rectangular').rounds).toBe(1);
	});

	it('give the time of a round from start to start', () => {
		const t: ScanInstrument[] = [A, 'airspeed', A, 'altimeter', A, 'heading'];
		expect(analyseScan(looks(...t, ...t, ...t, A), 't').roundMs).toBe(6 * 850);
		expect(analyseScan(looks(...t, A), 't').roundMs).toBeNull();
	});

	it('know their transitions', () => {
		expect(isOfSchool(SCHOOLS.t, A, 'airspeed')).toBe(true);
		expect(isOfSchool(SCHOOLS.t, 'airspeed', 'altimeter')).toBe(false);
		expect(isOfSchool(SCHOOLS.rectangular, 'airspeed', A)).toBe(true);
		expect(isOfSchool(SCHOOLS.rectangular, A, 'airspeed')).toBe(true);
		expect(isOfSchool(SCHOOLS.rectangular, 'airspeed', 'heading')).toBe(false);
		expect(isOfSchool(SCHOOLS.rectangular, 'airspeed', 'engine')).toBe(true);
		for (const id of SCHOOL_IDS) expect(isOfSchool(SCHOOLS[id], A, A)).toBe(false);
		expect(analyseScan(looks(A, 'airspeed', 'altimeter', A, 'heading'), 't').schoolMatch).toBe(3 / 4);
	});

	it('their shares make a whole, or what is left is for the rest', () => {
		for (const id of SCHOOL_IDS) {
			const sum = Object.values(SCHOOLS[id].shares).reduce((a, b) => a + b, 0);
			expect(sum).toBeGreaterThan(0.97);
			expect(sum).toBeLessThan(1.001);
		}
	});
});

describe('measures', () => {
	it('the return rate leaves the last look out', () => {
		expect(analyseScan(looks(A, 'airspeed', A, 'altimeter', 'heading', A, 'turn'), 't').returnRate).toBe(
			2 / 3
		);
	});

	it('entropy is nothing for a frozen scan, and one bit for an even choice of two', () => {
		const frozen: ScanInstrument[] = [];
		const even: ScanInstrument[] = [];
		for (let i = 0; i < 40; i++) {
			frozen.push(A, 'airspeed');
			even.push(A, i % 2 ? 'airspeed' : 'altimeter');
		}
		expect(analyseScan(looks(...frozen), 't').transitionEntropyBits).toBeCloseTo(0, 6);
		// Leaving attitude: one bit, half of the time; leaving the others: none.
		expect(analyseScan(looks(...even), 't').transitionEntropyBits).toBeCloseTo(0.5, 1);
	});

	it('do not change when the same scan comes later, and shares lie between 0 and 1', () => {
		fc.assert(
			fc.property(
				fc.array(fc.tuple(fc.constantFrom(...SCAN_INSTRUMENTS), fc.integer({ min: 1, max: 6000 })), {
					maxLength: 60
				}),
				fc.integer({ min: 0, max: 100_000 }),
				(seen, later) => {
					const here = looks(...seen);
					const there = here.map((one) => ({
						...one,
						startMs: one.startMs + later,
						endMs: one.endMs + later
					}));
					const [a, b] = [analyseScan(here, 'hub-and-spoke'), analyseScan(there, 'hub-and-spoke')];
					expect(b.shares).toEqual(a.shares);
					expect(b.faults.length).toBe(a.faults.length);
					for (const share of Object.values(a.shares)) expect(share >= 0 && share <= 1).toBe(true);
					expect(a.transitionEntropyBits).toBeGreaterThanOrEqual(0);
					expect(a.transitionEntropyBits).toBeLessThanOrEqual(Math.log2(SCAN_INSTRUMENTS.length));
				}
			),
			{ numRuns: 60 }
		);
	});
});

describe('faults', () => {
	const round: ScanInstrument[] = [A, 'airspeed', A, 'altimeter', A, 'heading'];
	const times = (n: number) => Array.from({ length: n }, () => round).flat();

	it('fixation: longer than 4 s, on attitude in a transition 6 s', () => {
		const stare = (instrument: ScanInstrument, ms: number, condition: 'level' | 'transition' = 'level') =>
			analyseScan(looks(...round, [instrument, ms], ...round), 't', () => condition).faults.filter(
				({ kind }) => kind === 'fixation'
			);
		expect(stare('altimeter', 3999)).toHaveLength(0);
		expect(stare('altimeter', 4001)).toEqual([
			{ kind: 'fixation', instrument: 'altimeter', startMs: 5100, endMs: 9101 }
		]);
		expect(stare(A, 5000, 'transition')).toHaveLength(0);
		expect(stare(A, 6001, 'transition')).toHaveLength(1);
		expect(stare('altimeter', 5000, 'transition')).toHaveLength(1);
	});

	it('omission: 15 s without what is needed, and again for every further 15 s', () => {
		const without = times(4).filter((one) => one !== 'heading');
		const found = analyseScan(looks(...without, ...without), 't').faults.filter(
			({ kind }) => kind === 'omission'
		);
		// 40 looks of 850 ms: 34 s without heading.
		expect(found.map(({ instrument }) => instrument)).toEqual(['heading', 'heading']);
		expect(found[0]!.endMs - found[0]!.startMs).toBe(15_000);
		expect(found[1]!.startMs).toBe(15_000);
		// In a climb the vertical speed is needed; in level flight it is not.
		const climbing = (school: SchoolId) =>
			analyseScan(looks(...times(4)), school, () => 'climb-or-descent').faults.some(
				({ kind, instrument }) => kind === 'omission' && instrument === 'vertical-speed'
			);
		expect(climbing('hub-and-spoke')).toBe(true);
		// The T leaves it out.
		expect(climbing('t')).toBe(false);
		expect(analyseScan(looks(...times(4)), 't').faults).toEqual([]);
	});

	it('the engine may wait a minute', () => {
		expect(analyseScan(looks(...times(11)), 't').faults).toEqual([]);
		const longer = analyseScan(looks(...times(13)), 't').faults;
		expect(longer).toEqual([{ kind: 'omission', instrument: 'engine', startMs: 0, endMs: 60_000 }]);
	});

	it('emphasis: a fifth more than the school gives', () => {
		const heavy = times(3).map((one): [ScanInstrument, number] => [one, one === 'altimeter' ? 3000 : 700]);
		const found = analyseScan(looks(...heavy), 't').faults;
		expect(found.map(({ kind, instrument }) => [kind, instrument])).toEqual([['emphasis', 'altimeter']]);
	});
});

/** Many made-up scans, half of them clean, with one planted fault in the other half. */
function planted(kind: 'fixation' | 'omission') {
	const counts = { right: 0, missed: 0, wrong: 0 };
	for (let seed = 0; seed < 240; seed++) {
		const random = new SeededRandom(seed * 7 + (kind === 'fixation' ? 1 : 2));
		const school: SchoolId = SCHOOL_IDS[seed % 4]!;
		const spokes = SCHOOLS[school].round.of.filter(
			(one) => one !== A && ['airspeed', 'altimeter', 'heading'].includes(one)
		);
		const faulty = seed % 8 < 4 && spokes.length > 0;
		const instrument = spokes[Math.floor(random.next() * spokes.length)] ?? 'altimeter';
		const fault: PlantedFault = {
			kind,
			instrument,
			atMs: random.between(20_000, 60_000),
			lengthMs: kind === 'fixation' ? random.between(4500, 9000) : random.between(18_000, 28_000)
		};
		// An inverted V leaves the others out by itself: it is not a scan for omissions of them.
		if (kind === 'omission' && school === 'inverted-v') continue;
		const found = analyseScan(
			generateDwells(school, 120_000, seed, faulty ? [fault] : []),
			school
		).faults.filter((one) => one.kind === kind);
		const hits = found.filter(
			({ instrument: where, startMs, endMs }) =>
				faulty && where === instrument && startMs < fault.atMs + fault.lengthMs + 2000 && endMs > fault.atMs
		);
		if (faulty && hits.length > 0) counts.right++;
		if (faulty && hits.length === 0) counts.missed++;
		counts.wrong += found.length - hits.length;
	}
	return {
		precision: counts.right / (counts.right + counts.wrong),
		recall: counts.right / (counts.right + counts.missed),
		...counts
	};
}

describe('a perfect scan of a school', () => {
	const CONDITIONS = ['level', 'turn', 'climb-or-descent', 'transition'] as const;
	/** Round after round, the engine every half minute, and what a spoke more takes in where the condition asks for it. */
	function perfect(school: SchoolId, more: ScanInstrument[] = []): Dwell[] {
		const { round, hub } = SCHOOLS[school];
		const once = round.kind === 'each' ? round.of.flatMap((one) => [hub!, one]) : [...round.of];
		const extra = [...more, 'engine' as const].flatMap((one) => (hub ? [hub, one] : [one]));
		return looks(...Array.from({ length: 24 }, (_, i) => (i % 2 === 1 ? [...once, ...extra] : once)).flat());
	}
	it.each(SCHOOL_IDS.flatMap((school) => CONDITIONS.map((condition) => [school, condition] as const)))(
		'%s has no fault in %s',
		(school, condition) => {
			const more: ScanInstrument[] =
				school !== 'hub-and-spoke'
					? []
					: condition === 'turn'
						? ['turn']
						: condition === 'climb-or-descent'
							? ['vertical-speed']
							: [];
			const found = analyseScan(perfect(school, more), school, () => condition);
			expect(found.faults).toEqual([]);
			expect(found.schoolMatch).toBe(1);
			expect(found.rounds).toBeGreaterThan(20);
		}
	);
	it('what the school has is still asked for: a hub and spoke without the turn dial in a turn', () => {
		const { faults } = analyseScan(perfect('hub-and-spoke'), 'hub-and-spoke', () => 'turn');
		expect(new Set(faults.map(({ kind, instrument }) => `${kind} ${instrument}`))).toEqual(
			new Set(['omission turn'])
		);
	});
	it('a look beside it now and then does not spoil the match; often, it does', () => {
		const beside = (every: number) =>
			analyseScan(
				looks(
					...Array.from({ length: 20 }, (_, i): ScanInstrument[] => [
						...SCHOOLS.t.round.of,
						...(i % every === 0 ? ([A, 'turn'] as const) : [])
					]).flat()
				),
				't'
			).schoolMatch!;
		expect(beside(3)).toBe(1);
		expect(beside(1)).toBe(1);
		const often = looks(
			...Array.from({ length: 20 }, (): ScanInstrument[] => [A, 'turn', A, 'airspeed']).flat()
		);
		expect(analyseScan(often, 't').schoolMatch).toBeLessThan(0.6);
	});
	it('a condition may be said by its long name', () => {
		const input = { looks: perfect('t'), school: 't' as const };
		expect(solveScan({ ...input, condition: 'level-turn-at-standard-rate' })).toEqual(
			solveScan({ ...input, condition: 'turn' })
		);
		expect(solveScan({ ...input, condition: 'straight-and-level' })).toEqual(solveScan(input));
	});
});

describe('planted faults', () => {
	it.each(['fixation', 'omission'] as const)('%s is found, and little else', (kind) => {
		const { precision, recall, right } = planted(kind);
		expect(right).toBeGreaterThan(60);
		expect(precision).toBeGreaterThanOrEqual(0.95);
		expect(recall).toBeGreaterThanOrEqual(0.95);
	});

	it('a made-up scan is one of its school', () => {
		for (const school of SCHOOL_IDS) {
			const analysis = analyseScan(generateDwells(school, 120_000, 11), school);
			expect(analysis.schoolMatch).toBeGreaterThan(0.9);
			expect(analysis.rounds).toBeGreaterThan(6);
			const other = SCHOOL_IDS.find(
				(one) => one !== school && (one === 'rectangular') !== (school === 'rectangular')
			)!;
			expect(analyseScan(generateDwells(school, 120_000, 11), other).schoolMatch).toBeLessThan(0.8);
		}
	});
});

describe('a gaze log', () => {
	it('by name becomes looks; an empty place ends one', () => {
		expect(
			dwellsFromCsv(
				'time_ms,instrument\n0,attitude\n100,attitude\n900,airspeed\n1500,\n2000,attitude\n2600,attitude\n'
			)
		).toEqual([
			{ instrument: A, startMs: 0, endMs: 900 },
			{ instrument: 'airspeed', startMs: 900, endMs: 1500 },
			{ instrument: A, startMs: 2000, endMs: 2600 }
		]);
	});

	it('by place needs the panel’s map', () => {
		const map = [
			{ instrument: 'airspeed' as const, left: 0, top: 0, right: 0.3, bottom: 0.5 },
			{ instrument: A as ScanInstrument, left: 0.35, top: 0, right: 0.65, bottom: 0.5 }
		];
		const log = 'time_ms,x,y\n0,0.1,0.1\n700,0.5,0.2\n1400,0.9,0.9\n1500,0.5,0.2\n1900,0.5,0.2';
		expect(dwellsFromCsv(log, map).map(({ instrument, endMs }) => [instrument, endMs])).toEqual([
			['airspeed', 700],
			[A, 1400],
			[A, 1900]
		]);
		expect(() => dwellsFromCsv(log)).toThrow('/map is needed for a log of places');
	});

	it.each([
		['time,thing\n', '/line 1 must be "time_ms,instrument" or "time_ms,x,y"'],
		['time_ms,instrument\nsoon,attitude', '/line 2/time_ms must be a number not below 0'],
		['time_ms,instrument\n5,attitude\n4,attitude', '/line 3/time_ms must be a number not below 5'],
		['time_ms,instrument\n5,window', /\/line 2\/instrument must be one of attitude, airspeed/]
	])('that is not one is refused by its line: %j', (text, message) => {
		expect(() => dwellsFromCsv(text)).toThrow(message);
	});
});

describe('the command', () => {
	it('gives the fixed keys', () => {
		const answer = solveScan({ looks: looks(A, 'airspeed', A, 'altimeter', A, 'heading', A), school: 't' });
		expect(Object.keys(answer).sort()).toEqual([
			'faults',
			'looks',
			'returnRate',
			'roundSeconds',
			'rounds',
			'schoolMatch',
			'shares',
			'transitionEntropyBits'
		]);
		expect(answer).toMatchObject({ looks: 7, rounds: 1, returnRate: 1, schoolMatch: 1 });
	});
});

describe('what a fault of the scan cost', () => {
	const { track } = fly('steady', 1);
	/** The same flight with the heading going astray between two times, and back. */
	const astray = (fromSeconds: number, toSeconds: number, deg: number) => {
		const heading = track.column('indicatedHeadingDeg').slice();
		for (let i = fromSeconds * 10; i < toSeconds * 10; i++)
			heading[i] = heading[i]! + (deg * (i - fromSeconds * 10)) / ((toSeconds - fromSeconds) * 10);
		return new Track(
			track.rateHz,
			new Map([...track.channels, ['indicatedHeadingDeg', heading] as const]),
			track.length
		);
	};
	const stare: Dwell[] = [
		{ instrument: A, startMs: 18_000, endMs: 20_000 },
		{ instrument: 'altimeter', startMs: 20_000, endMs: 26_000 },
		{ instrument: A, startMs: 26_050, endMs: 27_000 }
	];
	const fixation = (looked: readonly Dwell[], flown: Track) =>
		reportScan(looked, 't', flown, descentCard, us).costs.filter(({ fault }) => fault.kind === 'fixation');

	it('is said with its size, its instrument and its time', () => {
		const [cost] = fixation(stare, astray(20, 26, 14));
		expect(cost!.item).toBe('headingDeg');
		expect(cost!.grew).toBeGreaterThan(12.5);
		expect(cost!.grew).toBeLessThan(15);
		expect(cost!.clock).toBe('0:20');
		expect(cost!.text).toMatch(/^Heading wandered 1[34]° while you stared at the altimeter for 6 s\.$/);
	});

	it('is nothing when nothing went astray, and is not sought on the instrument that was stared at', () => {
		expect(fixation(stare, track)[0]!.text).toBe(
			'You stared at the altimeter for 6 s; nothing else went astray.'
		);
		const other = stare.map((look): Dwell =>
			look.instrument === 'altimeter' ? { ...look, instrument: 'heading' } : look
		);
		expect(fixation(other, astray(20, 26, 14))[0]!.item).toBeNull();
	});

	it('is for an omission what is read on the instrument left out', () => {
		const without: Dwell[] = Array.from({ length: 24 }, (_, i) => ({
			instrument: ([A, 'airspeed', A, 'altimeter'] as const)[i % 4]!,
			startMs: 10_000 + i * 850,
			endMs: 10_800 + i * 850
		}));
		const costs = reportScan(without, 't', astray(12, 24, 11), descentCard, us).costs;
		const omission = costs.find(({ fault }) => fault.kind === 'omission' && fault.instrument === 'heading')!;
		expect(omission.text).toMatch(
			/^Heading wandered 1[01]° while you did not look at the heading for 15 s\.$/
		);
	});

	it('knows what the aeroplane did', () => {
		const condition = conditionsOf(track);
		expect(condition(20_000)).toBe('level');
		// The robot's descent: well after the speed has settled.
		const phases = cutPhases(descentCard, track);
		expect(condition((phases[2]!.startSeconds! + 40) * 1000)).toBe('climb-or-descent');
		expect(conditionsOf(new Track(10, new Map(), 0))(5)).toBe('level');
	});

	it('joins what a recording hands out second by second', () => {
		expect(
			joinDwells([
				{ instrument: A, startMs: 0, endMs: 1000 },
				{ instrument: A, startMs: 1000, endMs: 1400 },
				{ instrument: 'turn', startMs: 1400, endMs: 2000 },
				{ instrument: A, startMs: 2100, endMs: 2500 }
			])
		).toEqual([
			{ instrument: A, startMs: 0, endMs: 1400 },
			{ instrument: 'turn', startMs: 1400, endMs: 2000 },
			{ instrument: A, startMs: 2100, endMs: 2500 }
		]);
	});
});
