import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ruleCatalog } from '../../data/index.js';
import { VERBS } from '../../cli/verbs.js';
import { entryOf, HanzaError, RULE_EDITIONS, ratingState, type RatingEntry } from '../src/index.js';

const AS_OF = '2026-06-15';
const us = ruleCatalog.get('us-instrument-airplane');
const recency = ruleCatalog.get('us-instrument-recency');
const all = ruleCatalog.all;

const day = fc
	.integer({ min: 0, max: 1500 })
	.map((back) => new Date(Date.UTC(2026, 5, 20) - back * 86_400_000).toISOString().slice(0, 10));
const share = fc.double({ min: 0, max: 1, noNaN: true });
/** An entry that can be: parts within the total. */
const entries = fc.array(
	fc
		.record({
			date: day,
			device: fc.constantFrom(
				'airplane',
				'airplane',
				'other-aircraft',
				'ffs',
				'ftd',
				'aatd',
				'batd',
				'fnpt1',
				'fnpt2'
			),
			total: fc.integer({ min: 0, max: 900 }),
			shares: fc.tuple(share, share, share, share, share),
			flags: fc.tuple(fc.boolean(), fc.boolean(), fc.boolean(), fc.boolean(), fc.boolean()),
			approaches: fc.array(
				fc.record({ kind: fc.constantFrom('ils', 'vor', 'ndb', 'rnav'), place: fc.constantFrom('A', 'B') }),
				{ maxLength: 4 }
			),
			holds: fc.integer({ min: 0, max: 2 }),
			places: fc.array(fc.constantFrom('A', 'B'), { maxLength: 3 }),
			directedRouteNm: fc.integer({ min: 0, max: 400 })
		})
		.map(
			({ date, device, total, shares, flags, approaches, holds, places, directedRouteNm }): RatingEntry => {
				const actualMinutes = Math.floor(total * shares[0]);
				return {
					date,
					device: device as RatingEntry['device'],
					totalMinutes: total,
					picMinutes: Math.floor(total * shares[1]),
					crossCountryMinutes: Math.floor(total * shares[2]),
					dualMinutes: Math.floor(total * shares[3]),
					actualMinutes,
					simulatedMinutes: Math.floor((total - actualMinutes) * shares[4]),
					instrumentInstructor: flags[0],
					safetyPilot: flags[1],
					part142: flags[2],
					tracking: flags[3],
					instrumentRules: flags[4],
					approaches,
					holds,
					places,
					directedRouteNm
				};
			}
		),
	{ maxLength: 30 }
);
const haves = (rules: (typeof all)[number], log: readonly RatingEntry[], asOf = AS_OF) =>
	ratingState(rules, asOf, log).requirements.map(({ have }) => have);
const flight = (date: string, more: Partial<RatingEntry> = {}): RatingEntry =>
	entryOf({
		date,
		totalMinutes: 60,
		dualMinutes: 60,
		instrumentInstructor: true,
		actualMinutes: 60,
		...more
	});

describe('a rating by a log', () => {
	it('is never farther away for one more entry', () => {
		fc.assert(
			fc.property(entries, fc.constantFrom(...all), fc.nat(), (log, rules, at) => {
				if (log.length === 0) return;
				const without = log.toSpliced(at % log.length, 1);
				const [more, less] = [haves(rules, log), haves(rules, without)];
				more.forEach((have, i) => expect(have).toBeGreaterThanOrEqual(less[i]!));
			}),
			{ numRuns: 300 }
		);
	});

	it('is the same in whatever order the entries come, and the same entries count', () => {
		fc.assert(
			fc.property(entries, fc.constantFrom(...all), (log, rules) => {
				const turned = log.toReversed();
				expect(haves(rules, turned)).toEqual(haves(rules, log));
				const counted = ratingState(rules, AS_OF, log).requirements.map(({ counted }) => counted.length);
				expect(ratingState(rules, AS_OF, turned).requirements.map(({ counted: c }) => c.length)).toEqual(
					counted
				);
			}),
			{ numRuns: 200 }
		);
	});

	it('counts or explains every entry, once', () => {
		fc.assert(
			fc.property(entries, fc.constantFrom(...all), (log, rules) => {
				for (const { counted, notCounted } of ratingState(rules, AS_OF, log).requirements) {
					const seen = [...counted, ...notCounted.map(({ entry }) => entry)].sort((a, b) => a - b);
					expect(seen).toEqual(log.map((_, i) => i));
					expect(notCounted.every(({ reason }) => reason.length > 3)).toBe(true);
				}
			}),
			{ numRuns: 200 }
		);
	});

	it('sums what no cap touches over any split of the log', () => {
		const plain = new Set(['cross-country-pic', 'cross-country-pic-airplane', 'recent-training']);
		fc.assert(
			fc.property(entries, fc.nat(), (log, at) => {
				const cut = log.length === 0 ? 0 : at % log.length;
				const sum = (part: readonly RatingEntry[]) =>
					ratingState(us, AS_OF, part)
						.requirements.filter(({ id }) => plain.has(id))
						.map(({ have }) => have);
				const [first, second] = [sum(log.slice(0, cut)), sum(log.slice(cut))];
				expect(sum(log)).toEqual(first.map((have, i) => have + second[i]!));
			}),
			{ numRuns: 200 }
		);
	});

	it('never credits devices with more than their caps', () => {
		fc.assert(
			fc.property(entries, (log) => {
				const devices = log.filter(({ device }) => device !== 'airplane' && device !== 'other-aircraft');
				const have = (rules: string, id: string) =>
					ratingState(ruleCatalog.get(rules), AS_OF, devices).requirements.find((one) => one.id === id)!.have;
				expect(have('us-instrument-airplane', 'instrument')).toBeLessThanOrEqual(1800);
				expect(have('eu-ir-a-modular', 'instrument-taught')).toBeLessThanOrEqual(2100);
				expect(have('eu-cb-ir-a', 'instrument-taught')).toBeLessThanOrEqual(1500);
			}),
			{ numRuns: 200 }
		);
	});

	it('keeps the edge of its windows day by day over two years', () => {
		const date = (days: number) =>
			new Date(Date.UTC(2023, 0, 1) + days * 86_400_000).toISOString().slice(0, 10);
		const monthOf = (text: string) => Number(text.slice(0, 4)) * 12 + Number(text.slice(5, 7));
		for (const [rules, id, months] of [
			[us, 'recent-training', 2],
			[recency, 'approaches', 6]
		] as const)
			for (let asOf = 200; asOf < 200 + 731; asOf += 1)
				for (const back of [0, 28, 59, 60, 61, 62, 89, 90, 91, 92, 181, 182, 183, 184, 185, 199]) {
					const flown = flight(date(asOf - back), { approaches: [{ kind: 'ils', place: 'A' }] });
					const state = ratingState(rules, date(asOf), [flown]).requirements.find((one) => one.id === id)!;
					const inside = monthOf(date(asOf)) - monthOf(flown.date) <= months;
					expect(state.have > 0, `${flown.date} on ${date(asOf)}`).toBe(inside);
					// What falls out on a day counts on the day before it, and not on it.
					const out = state.window!.fallsOut[0]?.on;
					if (inside) expect(monthOf(out!) - monthOf(flown.date)).toBe(months + 1);
				}
	});

	it('says in words why an entry does not count, and what caps took', () => {
		const log = [
			flight('2026-05-01', { dualMinutes: 0, actualMinutes: 0, simulatedMinutes: 50 }),
			flight('2026-05-02', { instrumentInstructor: false }),
			flight('2026-01-31'),
			flight('2026-07-01'),
			flight('2026-05-03', { device: 'batd', actualMinutes: 0, totalMinutes: 700, simulatedMinutes: 700 }),
			flight('2026-05-04', { device: 'other-aircraft' })
		];
		const { requirements } = ratingState(us, AS_OF, log);
		const of = (id: string) => requirements.find((one) => one.id === id)!;
		const why = (id: string) =>
			Object.fromEntries(of(id).notCounted.map(({ entry, reason }) => [entry, reason]));
		expect(why('instrument')).toEqual({
			0: 'simulated without a safety pilot or dual',
			3: 'after 2026-06-15'
		});
		expect(why('recent-training')).toEqual({
			0: 'simulated without a safety pilot or dual',
			1: 'no instructor for instruments',
			2: 'before 2026-04-01, where the window begins',
			3: 'after 2026-06-15',
			4: 'flown in a basic training device, not in an airplane',
			5: 'flown in another aircraft, not in an airplane'
		});
		expect(of('instrument').takenByCaps).toBe(100);
		expect(why('long-cross-country')[2]).toBe('not under instrument rules');
	});

	it('takes a rule set of one’s own, and is stricter by it', () => {
		const own = structuredClone(us);
		own.id = 'own';
		own.requirements[2]!.need = 3000;
		const answer = VERBS.rating!.run({ rules: own, asOf: AS_OF, entries: [] }) as {
			requirements: { need: number }[];
		};
		expect(answer.requirements[2]!.need).toBe(3000);
		expect(RULE_EDITIONS.upgrade(JSON.parse(JSON.stringify(own)), undefined)).toEqual(own);
	});

	it.each([
		[
			{ rules: 'us-instrument-airplane', asOf: '2025-02-29', entries: [] },
			/\/asOf must be a day that there is/
		],
		[{ rules: 'us-instrument-airplane', asOf: '2025-13-01', entries: [] }, /day that there is/],
		[
			{ rules: 'us-instrument-airplane', asOf: AS_OF, entries: [{ date: '2024-02-30', totalMinutes: 1 }] },
			/\/entries\/0\/date must be a day/
		],
		[
			{
				rules: 'us-instrument-airplane',
				asOf: AS_OF,
				entries: [{ date: '2024-02-03', totalMinutes: 10, dualMinutes: 11 }]
			},
			/\/entries\/0\/dualMinutes must be 10 at most, the total/
		],
		[
			{ rules: 'us-instrument-airplane', asOf: AS_OF, entries: [{ date: '2024-02-03', totalMinutes: -1 }] },
			/totalMinutes/
		],
		[{ rules: { format: 'hanza-rules', version: 2 }, asOf: AS_OF, entries: [] }, /\/rules\/version/],
		[{ rules: {}, asOf: AS_OF, entries: [] }, /\/rules\/format/]
	])('refuses what cannot be: %#', (input, message) => {
		expect(() => VERBS.rating!.run(input)).toThrow(HanzaError);
		expect(() => VERBS.rating!.run(input)).toThrow(message);
	});

	it('takes 29 February in a leap year, and a log of fifty thousand entries', () => {
		expect(() =>
			VERBS.rating!.run({ rules: 'us-instrument-airplane', asOf: '2024-02-29', entries: [] })
		).not.toThrow();
		const huge = Array.from({ length: 50_000 }, () => ({
			date: '2026-05-05',
			totalMinutes: 60,
			picMinutes: 60,
			crossCountryMinutes: 60
		}));
		const { requirements } = VERBS.rating!.run({ rules: us.id, asOf: AS_OF, entries: huge }) as {
			requirements: { have: number }[];
		};
		expect(requirements[0]!.have).toBe(3_000_000);
	});
});
