import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ruleCatalog } from '../../data/index.js';
import {
	bestFlight,
	cellsOf,
	dayNumber,
	dayOf,
	emptyEntry,
	entryOf,
	formatMinutes,
	fromCell,
	guessColumns,
	LOG_COLUMNS,
	LOG_DEVICES,
	nextEntry,
	paceOf,
	problemsOfEntry,
	ratingEntryOf,
	ratingState,
	readDay,
	readMinutes,
	readRow,
	toCell,
	totalsOf,
	type LogEntry
} from '../src/index.js';

const TODAY = '2026-11-28';
const us = ruleCatalog.get('us-instrument-airplane');
const recency = ruleCatalog.get('us-instrument-recency');

const word = fc.stringMatching(/^[A-Za-z0-9]{1,8}( [a-z]{1,6})?$/);
const loggedEntry: fc.Arbitrary<LogEntry> = fc
	.record({
		day: fc.integer({ min: dayNumber('2015-01-01'), max: dayNumber(TODAY) }),
		device: fc.constantFrom(...LOG_DEVICES),
		totalMinutes: fc.integer({ min: 1, max: 600 }),
		shares: fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 5, maxLength: 5 }),
		words: fc.array(fc.oneof(word, fc.constant('')), { minLength: 8, maxLength: 8 }),
		remarks: fc.stringMatching(/^([A-Za-z"';,:\n]{1,30}\.)?$/),
		flags: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
		approaches: fc.array(
			fc.record({
				kind: fc.constantFrom('ILS', 'VOR', 'RNAV', 'not named'),
				runway: fc.constantFrom('', '10', '28L'),
				place: fc.constantFrom('', 'XVES', 'XOST')
			}),
			{ maxLength: 5 }
		),
		holds: fc.integer({ min: 0, max: 4 }),
		landings: fc.integer({ min: 0, max: 9 }),
		routeNm: fc.integer({ min: 0, max: 400 })
	})
	.map(({ day, device, totalMinutes, shares, words, flags, remarks, routeNm, ...rest }) => {
		const part = (i: number): number => Math.floor(totalMinutes * shares[i]!);
		const actualMinutes = part(3);
		const [aircraftType, registration, from, to, via, instructor, safetyPilot] = words as [
			string,
			string,
			string,
			string,
			string,
			string,
			string
		];
		const [instrumentInstructor, part142, tracking, instrumentRules] = flags as [
			boolean,
			boolean,
			boolean,
			boolean
		];
		return {
			...emptyEntry(dayOf(day)),
			...{ device, totalMinutes, aircraftType, registration, from, to, via, instructor, safetyPilot },
			...{ instrumentInstructor, part142, tracking, instrumentRules, actualMinutes, ...rest },
			directedRouteNm: routeNm,
			picMinutes: part(0),
			crossCountryMinutes: part(1),
			dualMinutes: part(2),
			simulatedMinutes: Math.floor((totalMinutes - actualMinutes) * shares[4]!),
			remarks: remarks.trim()
		};
	});

describe('days are numbers', () => {
	it('one after the other over four centuries, with the leap years that there are', () => {
		let number = dayNumber('1890-12-31');
		for (let day = '1890-12-31'; day < '2290-01-01'; number++) {
			const next = dayOf(number + 1);
			const [year, month, date] = next.split('-').map(Number) as [number, number, number];
			const ofDay = day.split('-').map(Number) as [number, number, number];
			const follows =
				date === 1 ? (month === 1 ? year === ofDay[0] + 1 : month === ofDay[1] + 1) : date === ofDay[2] + 1;
			if (!follows || dayNumber(next) !== number + 1) expect.fail(`${next} after ${day}`);
			day = next;
		}
		expect(dayNumber('1970-01-01')).toBe(0);
		expect(dayNumber('2024-03-01') - dayNumber('2024-02-28')).toBe(2);
		expect(dayNumber('1900-03-01') - dayNumber('1900-02-28')).toBe(1);
	});
});

describe('times are read as people write them', () => {
	it.each([
		['1:30', 90],
		['1:05', 65],
		['1h30', 90],
		['2 h 5 min', 125],
		['1.5', 90],
		['1,5', 90],
		['0.1', 6],
		['1.33', 80],
		['90', 90],
		['90 min', 90],
		['2', 120],
		['2h', 120],
		['9', 540],
		['10', 10],
		['', 0],
		['–', 0]
	])('%s is %d minutes', (text, minutes) => {
		expect(readMinutes(text, '/total')).toBe(minutes);
	});
	it('in a column of hours a whole number is hours, in one of minutes minutes', () => {
		expect(readMinutes('12', '/total', 'hours')).toBe(720);
		expect(readMinutes('2', '/total', 'minutes')).toBe(2);
	});
	it.each(['1:75', 'one', '1:2:3', '-1', '1.5.2', '1 30'])('%s is refused in words', (text) => {
		expect(() => readMinutes(text, '/total')).toThrow('/total must be a time, as 1:30, 1.5 or 90');
	});
	it('what is written is read again', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 0, max: 60_000 }),
				(minutes) => readMinutes(formatMinutes(minutes), '') === minutes
			)
		);
		expect(formatMinutes(0, { blank: true })).toBe('');
	});
});

describe('days are read as people write them', () => {
	it.each([
		['2026-11-03', '2026-11-03'],
		['2026-11-03T10:00', '2026-11-03'],
		['3 Nov 2026', '2026-11-03'],
		['3. November 26', '2026-11-03'],
		['Nov 3, 2026', '2026-11-03'],
		['3.11.26', '2026-11-03'],
		['3/11/2026', '2026-11-03'],
		['11/23/2026', '2026-11-23'],
		['3.11.', '2026-11-03'],
		['24.12.', '2025-12-24'],
		['29 Feb 2024', '2024-02-29'],
		['1.5.98', '1998-05-01'],
		['today', '2026-11-28'],
		['yesterday', '2026-11-27'],
		['-30', '2026-10-29']
	])('%s is %s', (text, day) => {
		expect(readDay(text, TODAY, '/date')).toBe(day);
	});
	it('with the month first where that is asked', () => {
		expect(readDay('3/11/2026', TODAY, '/date', 'month-first')).toBe('2026-03-11');
		expect(readDay('23/11/2026', TODAY, '/date', 'month-first')).toBe('2026-11-23');
	});
	it.each(['29 Feb 2026', '31.4.2026', '2026-13-01', '0/3/2026'])('%s is no day that there is', (text) => {
		expect(() => readDay(text, TODAY, '/date')).toThrow('must be a day that there is');
	});
	it.each(['', 'soon', '3 Foo 2026', '12345'])('"%s" is refused in words', (text) => {
		expect(() => readDay(text, TODAY, '/date')).toThrow(
			'/date must be a day, as 2026-11-03, 3 Nov 2026 or 3.11.2026'
		);
	});
});

describe('an entry is checked while it is typed', () => {
	const flown = (change: Partial<LogEntry>): LogEntry => ({
		...emptyEntry(TODAY),
		totalMinutes: 90,
		...change
	});
	const said = (change: Partial<LogEntry>): string[] =>
		problemsOfEntry(flown(change), TODAY).map(({ field, level, words }) => `${level} ${field}: ${words}`);
	it.each<[Partial<LogEntry>, RegExp]>([
		[{ picMinutes: 91 }, /^error picMinutes: pilot in command is a part of the total, and that is 1:30$/],
		[
			{ actualMinutes: 60, simulatedMinutes: 31, safetyPilot: 'A' },
			/^error simulatedMinutes: actual and simulated together are 1:31, more than/
		],
		[{ date: '2026-11-29' }, /^error date: is after today/],
		[{ date: '2026-02-29' }, /^error date: must be a day that there is/],
		[{ totalMinutes: 0 }, /^error totalMinutes: is missing/],
		[
			{ simulatedMinutes: 30 },
			/^caution safetyPilot: simulated time in flight counts only with a safety pilot/
		],
		[{ dualMinutes: 30 }, /^caution instructor: dual wants the name/],
		[{ device: 'aatd', simulatedMinutes: 30 }, /^caution instructor: time in a device counts only/],
		[
			{ approaches: [{ kind: 'ILS', runway: '', place: '' }] },
			/^caution approaches: an approach counts only in actual/
		],
		[{ directedRouteNm: 250 }, /^caution instrumentRules/]
	])('%j', (change, words) => {
		expect(said(change)).toHaveLength(1);
		expect(said(change)[0]).toMatch(words);
	});
	it('and nothing is said of one that is in order', () => {
		expect(
			said({
				simulatedMinutes: 60,
				safetyPilot: 'Berit Ask',
				approaches: [{ kind: 'ILS', runway: '10', place: 'XVES' }]
			})
		).toEqual([]);
	});
	it('the next one begins where the last ended', () => {
		const last = flown({
			to: 'XOST',
			registration: 'XX-ABC',
			instructor: 'Harun Aldbeck',
			remarks: 'windy',
			landings: 3
		});
		expect(nextEntry(last, TODAY)).toMatchObject({
			from: 'XOST',
			registration: 'XX-ABC',
			instructor: 'Harun Aldbeck',
			remarks: '',
			landings: 0,
			totalMinutes: 0
		});
		expect(nextEntry(null, TODAY)).toEqual(emptyEntry(TODAY));
	});
});

describe('sums of a log', () => {
	it('are the same over any split of it', () => {
		fc.assert(
			fc.property(fc.array(loggedEntry, { maxLength: 40 }), fc.nat(40), (entries, at) => {
				const [whole, a, b] = [entries, entries.slice(0, at), entries.slice(at)].map(totalsOf);
				for (const key of Object.keys(whole!) as (keyof typeof whole)[])
					if (whole![key] !== a![key] + b![key]) return false;
				return true;
			})
		);
	});
	it('keep devices apart, and this trainer from both', () => {
		const one = (device: LogEntry['device']): LogEntry => ({
			...emptyEntry(TODAY),
			device,
			totalMinutes: 60,
			simulatedMinutes: 60
		});
		expect(totalsOf(LOG_DEVICES.map(one))).toMatchObject({
			entries: 9,
			totalMinutes: 120,
			simulatedMinutes: 120,
			deviceMinutes: 360,
			trainerMinutes: 60
		});
		expect(ratingEntryOf(one('trainer'))).toBeNull();
	});
	it('practice in this trainer changes no requirement, however much of it there is', () => {
		fc.assert(
			fc.property(fc.array(loggedEntry, { maxLength: 20 }), (entries) => {
				const counted = (list: LogEntry[]) =>
					ratingState(
						us,
						TODAY,
						list.flatMap((entry) => ratingEntryOf(entry) ?? [])
					).requirements.map(({ have }) => have);
				const practice = entries.map((entry): LogEntry => ({ ...entry, device: 'trainer' }));
				expect(counted([...entries, ...practice])).toEqual(counted(entries));
			}),
			{ numRuns: 40 }
		);
	});
});

describe('a file of a log', () => {
	const heads = LOG_COLUMNS.map(({ head }) => head);
	it('that goes out comes in again unchanged', () => {
		fc.assert(
			fc.property(fc.array(loggedEntry, { minLength: 1, maxLength: 12 }), (entries) => {
				const rows = entries.map(cellsOf);
				const map = guessColumns(heads, rows, TODAY);
				expect(map.fields).toEqual(LOG_COLUMNS.map(({ field }) => field));
				for (const [i, row] of rows.entries())
					expect(readRow(row, map, TODAY)).toMatchObject({ entry: entries[i] });
			}),
			{ numRuns: 60 }
		);
	});
	it('is never a formula to who opens it, and what looks like one comes in again as it was', () => {
		fc.assert(
			fc.property(fc.stringMatching(/^[=+\-@'\ta-z]{0,6}$/), (text) => {
				expect(toCell(text)).not.toMatch(/^[=+\-@\t\r]/);
				expect(fromCell(toCell(text))).toBe(text);
			})
		);
	});
	it('of another layout is guessed from its heads, and from its values where they say nothing', () => {
		const rows = [
			['11/23/2026', 'Ferrin 160', 'XX-ABC', 'XVES', 'XOST', '1.5', '0.0', '1.2', 'ILS 10 XVES; VOR 28 XVES'],
			['11/2/2026', 'Ferrin 160', 'XX-ABC', 'XOST', 'XVES', '2', '0.3', '', '2']
		];
		const map = guessColumns(
			['When', 'A/C', 'Reg.', 'Dep', 'Arr', 'Duration (hours)', 'IMC', 'Hood', 'Apps'],
			rows,
			TODAY
		);
		expect(map).toEqual({
			fields: [
				'date',
				null,
				'registration',
				'from',
				'to',
				'totalMinutes',
				'actualMinutes',
				'simulatedMinutes',
				'approaches'
			],
			order: 'month-first',
			bare: 'hours'
		});
		expect(readRow(rows[0]!, map, TODAY)).toMatchObject({
			entry: {
				date: '2026-11-23',
				totalMinutes: 90,
				simulatedMinutes: 72,
				approaches: [
					{ kind: 'ILS', runway: '10', place: 'XVES' },
					{ kind: 'VOR', runway: '28', place: 'XVES' }
				]
			},
			cautions: [{ field: 'safetyPilot' }]
		});
		expect(readRow(rows[1]!, map, TODAY)).toMatchObject({
			entry: { date: '2026-11-02', totalMinutes: 120, actualMinutes: 18 }
		});
	});
	it('says everything that is wrong with a row, by its columns', () => {
		const map = guessColumns(
			['Date', 'Total', 'PIC', 'IFR', 'Device'],
			[['3.11.2026', '1:30', '', '', '']],
			TODAY
		);
		expect(readRow(['31.11.2026', '1:75', 'x', 'maybe', 'boat'], map, TODAY)).toEqual({
			problems: [
				{ column: 0, field: 'date', words: expect.stringContaining('must be a day that there is') },
				{ column: 1, field: 'totalMinutes', words: expect.stringContaining('must be a time') },
				{ column: 2, field: 'picMinutes', words: expect.stringContaining('must be a time') },
				{ column: 3, field: 'instrumentRules', words: expect.stringContaining('must be yes or no') },
				{ column: 4, field: 'device', words: expect.stringContaining('must be one of airplane') }
			]
		});
		expect(readRow(['3.11.2026', '1:30', '1:31', '', ''], map, TODAY)).toMatchObject({
			problems: [{ column: 2, field: 'picMinutes' }]
		});
		expect(readRow(['x'], guessColumns(['Remarks'], [['x']], TODAY), TODAY)).toEqual({
			problems: [
				{ column: null, field: 'date', words: 'no column is the date' },
				{ column: null, field: 'totalMinutes', words: 'no column is the total' }
			]
		});
	});
});

describe('the way to a rating', () => {
	const taught = (date: string, minutes: number) =>
		entryOf({
			date,
			totalMinutes: minutes,
			dualMinutes: minutes,
			simulatedMinutes: minutes,
			instrumentInstructor: true
		});
	const hours = us.requirements.find(({ unit, need }) => unit === 'minutes' && need === 40 * 60)!;
	it('has a pace, and the day on which it leads there', () => {
		// Two hours in 30 days, six in 90: 34 h missing at 6 h in 90 days are 510 days.
		const entries = [taught('2026-11-10', 120), taught('2026-10-01', 240)];
		const pace = paceOf(us, ratingState(us, TODAY, entries), entries).find(({ id }) => id === hours.id)!;
		expect(pace).toMatchObject({
			last30: 120,
			last90: 360,
			forecast: dayOf(dayNumber(TODAY) + 510),
			lapses: null
		});
		expect(paceOf(us, ratingState(us, TODAY, []), []).find(({ id }) => id === hours.id)).toMatchObject({
			last90: 0,
			forecast: null
		});
	});
	it('lapses on the first of the month in which too little is left, day by day over two years', () => {
		const approach = { kind: 'ILS', place: 'XVES' };
		const flown = (date: string, count: number) =>
			entryOf({
				date,
				totalMinutes: 60,
				actualMinutes: 60,
				approaches: Array.from({ length: count }, () => approach),
				holds: 1,
				tracking: true
			});
		const entries = [flown('2026-06-15', 4), flown('2026-09-02', 4)];
		const lapses = paceOf(recency, ratingState(recency, TODAY, entries), entries).map((one) => one.lapses);
		for (const [i, { id }] of recency.requirements.entries()) {
			const metOn = (day: string) => ratingState(recency, day, entries).requirements[i]!.met;
			let first: string | null = null;
			for (let n = dayNumber(TODAY); n < dayNumber(TODAY) + 730 && first === null; n++)
				if (!metOn(dayOf(n))) first = dayOf(n);
			expect(metOn(TODAY) ? first : null, id).toBe(lapses[i]);
		}
		expect(lapses).toContain('2027-01-01');
	});
	it('is shortened most by the taught cross-country of 250 NM with three kinds of approach, where that is missing', () => {
		const plan = bestFlight(us, TODAY, [taught('2026-11-10', 1000)])!;
		expect(plan.entry).toMatchObject({
			dualMinutes: plan.entry.totalMinutes,
			directedRouteNm: 250,
			instrumentRules: true
		});
		expect(new Set(plan.entry.approaches.map(({ kind }) => kind)).size).toBeGreaterThanOrEqual(3);
		expect(plan.entry.totalMinutes).toBeGreaterThanOrEqual(136 + 36);
	});
	it('what the proposed flight says it serves is what the rules say once it is in the log', () => {
		fc.assert(
			fc.property(fc.array(loggedEntry, { maxLength: 12 }), (log) => {
				const entries = log.flatMap((entry) => ratingEntryOf(entry) ?? []);
				const plan = bestFlight(us, TODAY, entries)!;
				const before = ratingState(us, TODAY, entries).requirements;
				const after = ratingState(us, TODAY, [...entries, plan.entry]).requirements;
				const gains = before.flatMap((one, i) =>
					one.missing > after[i]!.missing
						? [[one.id, one.missing - after[i]!.missing, after[i]!.missing]]
						: []
				);
				expect(
					new Set(plan.serves.map(({ id, gain, missing }) => JSON.stringify([id, gain, missing])))
				).toEqual(new Set(gains.map((gain) => JSON.stringify(gain))));
			}),
			{ numRuns: 30 }
		);
	});
	it('asks for nothing where nothing is missing', () => {
		expect(
			bestFlight({ ...us, requirements: [{ ...hours, need: 1 }] }, TODAY, [taught('2026-11-10', 60)])
		).toBeNull();
	});
});
