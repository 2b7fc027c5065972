import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import {
	Dwell,
	orderedDwells,
	SCAN_DEFAULTS,
	SCAN_INSTRUMENTS,
	type ScanInstrument,
	type ScanSettings
} from './looks.js';
import {
	ConditionSchema,
	isOfSchool,
	conditionOf,
	isNeeded,
	LONG_CONDITIONS,
	referenceShare,
	SCHOOLS,
	SchoolSchema,
	type ScanCondition,
	type School,
	type SchoolId
} from './schools.js';

export type ScanFaultKind = 'fixation' | 'omission' | 'emphasis';
/** A stare or an omission: which instrument, from when to when, s. */
export interface ScanFault {
	kind: ScanFaultKind;
	instrument: ScanInstrument;
	startMs: number;
	endMs: number;
}

/** A scan measured: looks, rounds, shares of time, what was asked and missed. */
export interface ScanAnalysis {
	looks: number;
	rounds: number;
	/** Median time between the starts of consecutive complete rounds; null with fewer than two. */
	roundMs: number | null;
	/** Of the looks at other instruments, those followed at once by attitude; null where there are none. */
	returnRate: number | null;
	/** Of the transitions, those that are the school's; null where there are none. */
	schoolMatch: number | null;
	transitionEntropyBits: number;
	/** Of the looking time. */
	shares: Record<ScanInstrument, number>;
	/** Median length of a look, ms. */
	dwellMs: Record<ScanInstrument, number | null>;
	/** How often the eye went from one instrument to another. */
	transitions: { from: ScanInstrument; to: ScanInstrument; count: number }[];
	faults: ScanFault[];
}

const median = (values: readonly number[]): number | null => {
	if (values.length === 0) return null;
	const sorted = [...values].sort((a, b) => a - b);
	const middle = sorted.length >> 1;
	return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
};

/** Starts of the complete rounds, ms. What a school allows beside its round does not break it. */
function roundStarts(looks: readonly Dwell[], school: School): number[] {
	const { round, hub, also } = school;
	const starts: number[] = [];
	if (round.kind === 'each') {
		let seen = new Set<ScanInstrument>();
		let startMs: number | null = null;
		looks.forEach(({ instrument, startMs: at }, i) => {
			if (instrument === hub) {
				startMs ??= at;
				return;
			}
			// Only a look that came from the hub and goes back to it is a spoke.
			const whole = looks[i - 1]?.instrument === hub && looks[i + 1]?.instrument === hub;
			if (!whole || startMs === null || !round.of.includes(instrument)) return;
			seen.add(instrument);
			if (seen.size === round.of.length) {
				starts.push(startMs);
				seen = new Set();
				startMs = null;
			}
		});
		return starts;
	}
	// Looks beside the round are taken out, and the doubled hub that they leave.
	const kept = looks
		.filter(({ instrument }) => round.of.includes(instrument) || !also.includes(instrument))
		.filter(({ instrument }, i, all) => instrument !== all[i - 1]?.instrument);
	const ways = round.bothWays ? [round.of, [...round.of].reverse()] : [round.of];
	const { length } = round.of;
	for (let i = 0; i + length < kept.length + (hub ? 0 : 1);) {
		// With a hub a round is whole when the eye is back on it.
		const fits = ways.some((way) =>
			Array.from({ length: hub ? length + 1 : length }).every((_, k) => {
				// Round the panel one may begin anywhere.
				const from = hub ? 0 : way.indexOf(kept[i]!.instrument);
				return from >= 0 && kept[i + k]?.instrument === way[(from + k) % length];
			})
		);
		if (fits) {
			starts.push(kept[i]!.startMs);
			i += length;
		} else i++;
	}
	return starts;
}

function entropyBits(transitions: readonly { from: ScanInstrument; count: number }[]): number {
	const total = transitions.reduce((sum, { count }) => sum + count, 0);
	if (total === 0) return 0;
	const leaving = new Map<ScanInstrument, number>();
	for (const { from, count } of transitions) leaving.set(from, (leaving.get(from) ?? 0) + count);
	return transitions.reduce((sum, { from, count }) => {
		const row = leaving.get(from)!;
		return sum - (row / total) * (count / row) * Math.log2(count / row);
	}, 0);
}

/** Whether a dial is covered or has failed at a time, ms: what cannot be read need not be looked at. */
export type Dark = (instrument: ScanInstrument, atMs: number) => boolean;

/**
 * What a sequence of looks says of a scan, by the definitions of a school.
 * @param looks in flight time, ms, without overlap.
 * @param condition what the aeroplane was doing at a time, ms.
 * @throws InputError for looks that overlap or end before they begin.
 */
export function analyseScan(
	looks: readonly Dwell[],
	schoolId: SchoolId,
	condition: (atMs: number) => ScanCondition = () => 'level',
	settings: ScanSettings = SCAN_DEFAULTS,
	dark: Dark = () => false
): ScanAnalysis {
	const school = SCHOOLS[schoolId];
	const kept = orderedDwells(looks, settings);
	const time = Object.fromEntries(SCAN_INSTRUMENTS.map((one) => [one, 0])) as Record<ScanInstrument, number>;
	let total = 0;
	for (const { instrument, startMs, endMs } of kept) {
		time[instrument] += endMs - startMs;
		total += endMs - startMs;
	}
	const counts = new Map<string, { from: ScanInstrument; to: ScanInstrument; count: number }>();
	let others = 0;
	let returned = 0;
	kept.forEach(({ instrument: from }, i) => {
		const to = kept[i + 1]?.instrument;
		if (to === undefined) return;
		if (from !== 'attitude') {
			others++;
			if (to === 'attitude') returned++;
		}
		// A stay that was broken by a passing glance is two looks, not a transition.
		if (from === to) return;
		const key = `${from}>${to}`;
		const entry = counts.get(key) ?? { from, to, count: 0 };
		entry.count++;
		counts.set(key, entry);
	});
	const transitions = [...counts.values()].sort((a, b) => b.count - a.count);
	const made = transitions.reduce((sum, { count }) => sum + count, 0);
	// What the school leaves out may be looked at now and then.
	const beside = kept.filter(({ instrument }) => school.leaves.includes(instrument)).length;
	const seldom = beside <= kept.length * BESIDE_SHARE;
	const ofSchool = transitions.reduce(
		(sum, { from, to, count }) => sum + (isOfSchool(school, from, to, seldom) ? count : 0),
		0
	);
	const starts = roundStarts(kept, school);
	return {
		looks: kept.length,
		rounds: starts.length,
		roundMs: median(starts.slice(1).map((start, i) => start - starts[i]!)),
		returnRate: others > 0 ? returned / others : null,
		schoolMatch: made > 0 ? ofSchool / made : null,
		transitionEntropyBits: entropyBits(transitions),
		shares: Object.fromEntries(
			SCAN_INSTRUMENTS.map((one) => [one, total > 0 ? time[one] / total : 0])
		) as ScanAnalysis['shares'],
		dwellMs: Object.fromEntries(
			SCAN_INSTRUMENTS.map((one) => [
				one,
				median(kept.filter(({ instrument }) => instrument === one).map((look) => look.endMs - look.startMs))
			])
		) as ScanAnalysis['dwellMs'],
		transitions,
		faults: [
			...fixations(kept, condition, settings),
			...omissions(kept, school, condition, settings, dark),
			...emphases(kept, time, total, school, condition, settings)
		].sort((a, b) => a.startMs - b.startMs)
	};
}

const fixations = (
	looks: readonly Dwell[],
	condition: (atMs: number) => ScanCondition,
	settings: ScanSettings
): ScanFault[] =>
	looks
		.filter(({ instrument, startMs, endMs }) => {
			const longer = instrument === 'attitude' && condition(startMs) === 'transition';
			return endMs - startMs > settings.fixationMs * (longer ? settings.transitionFactor : 1);
		})
		.map(({ instrument, startMs, endMs }) => ({ kind: 'fixation', instrument, startMs, endMs }));

/** So many of all looks may go to what a school leaves out without spoiling the match. */
const BESIDE_SHARE = 1 / 6;
/** How often the need of an instrument is looked up along a gap, ms. */
const NEED_STEP_MS = 500;

function omissions(
	looks: readonly Dwell[],
	school: School,
	condition: (atMs: number) => ScanCondition,
	settings: ScanSettings,
	dark: Dark
): ScanFault[] {
	const [first, last] = [looks[0], looks.at(-1)];
	if (!first || !last) return [];
	const found: ScanFault[] = [];
	for (const instrument of SCAN_INSTRUMENTS) {
		const limit = instrument === 'engine' ? settings.engineOmissionMs : settings.omissionMs;
		const seen = looks.filter((look) => look.instrument === instrument);
		const edges = [...seen.map(({ startMs }) => startMs), last.endMs];
		let from = first.startMs;
		edges.forEach((to, i) => {
			// Only the time in which it was needed counts; it begins again when the need does.
			let without = 0;
			let startMs = from;
			for (let at = from; at < to; at += NEED_STEP_MS) {
				const needed = !dark(instrument, at) && isNeeded(school, condition(at), instrument);
				if (!needed) {
					without = 0;
					startMs = at + NEED_STEP_MS;
					continue;
				}
				without = Math.min(to, at + NEED_STEP_MS) - startMs;
				if (without >= limit) {
					found.push({ kind: 'omission', instrument, startMs, endMs: startMs + limit });
					startMs += limit;
				}
			}
			from = seen[i]?.endMs ?? to;
		});
	}
	return found;
}

function emphases(
	looks: readonly Dwell[],
	time: Record<ScanInstrument, number>,
	total: number,
	school: School,
	condition: (atMs: number) => ScanCondition,
	settings: ScanSettings
): ScanFault[] {
	const [first, last] = [looks[0], looks.at(-1)];
	if (!first || !last || total === 0) return [];
	return SCAN_INSTRUMENTS.filter((instrument) => {
		// The reference of each condition, by the time that was spent in it.
		const expected = looks.reduce(
			(sum, { startMs, endMs }) =>
				sum + (endMs - startMs) * referenceShare(school, condition(startMs), instrument),
			0
		);
		return (time[instrument] - expected) / total > settings.emphasisShare;
	}).map((instrument) => ({
		kind: 'emphasis',
		instrument,
		startMs: first.startMs,
		endMs: last.endMs
	}));
}

/** Looks to be analysed: which instrument, from when, for how long, ms. */
export const ScanInput = Type.Object(
	{
		looks: Type.Array(Dwell, { maxItems: 100_000 }),
		school: SchoolSchema,
		condition: Type.Optional(Type.Union([...ConditionSchema.anyOf, ...LONG_CONDITIONS]))
	},
	{ additionalProperties: false }
);
export type ScanInput = Static<typeof ScanInput>;

const nullable = (description: string) => Type.Union([Type.Number({ description }), Type.Null()]);
/** The scan, measured. */
export const ScanOutput = Type.Object({
	looks: Type.Integer({ description: 'of at least 100 ms' }),
	rounds: Type.Integer({ description: 'complete ones' }),
	roundSeconds: nullable('s, median from start to start'),
	returnRate: nullable('0 to 1'),
	schoolMatch: nullable('0 to 1'),
	transitionEntropyBits: Type.Number({ description: 'bits' }),
	shares: Type.Record(Type.String(), Type.Number({ description: 'of the looking time' })),
	faults: Type.Array(
		Type.Object({
			kind: Type.String(),
			instrument: Type.String(),
			startMs: Type.Number(),
			endMs: Type.Number()
		})
	)
});

/** The command line's view of `analyseScan`: one condition for the whole record. */
export function solveScan(input: ScanInput): Static<typeof ScanOutput> {
	const {
		roundMs,
		dwellMs: _,
		transitions: __,
		...rest
	} = analyseScan(input.looks as Dwell[], input.school, () => conditionOf(input.condition ?? 'level'));
	return { ...rest, roundSeconds: roundMs === null ? null : roundMs / 1000 };
}
