import { Columns } from './columns.js';
import { dayNumber, dayOf } from './days.js';
import { isAircraft, type Device, type RatingEntry } from './entry.js';
import { firstOfMonth, sumsOf, valueOf, type Node, type RatingState } from './evaluate.js';
import type { Requirement, RuleSet, Sum } from './rules.js';

const PACE_DAYS = [30, 90] as const;
const MOST_FORECAST_DAYS = 10 * 365;

/** How fast a requirement fills, and until when. */
export interface Pace {
	id: string;
	/** What the last 30 and 90 days added, in the requirement's unit; null where a window counts. */
	last30: number | null;
	last90: number | null;
	/** The day on which it is met at the pace of the last 90 days; null where it is met, or nothing was added. */
	forecast: string | null;
	/** Within a window: the first day on which it is met no more by what is in the log; null where it is not met now. */
	lapses: string | null;
}

/**
 * Of each requirement: what was added lately, a forecast by it, and of windows the day on which it lapses.
 * @param state how the same rules stand on the same entries.
 */
export function paceOf(rules: RuleSet, state: RatingState, entries: readonly RatingEntry[]): Pace[] {
	const { asOf } = state;
	const columns = new Columns(entries, asOf);
	return rules.requirements.map((requirement, i) => {
		const { id, have, missing, met, window } = state.requirements[i]!;
		if (window !== null) {
			const out = window.fallsOut.find(({ on }) => haveOn(requirement, on, columns) < requirement.need);
			return { id, last30: null, last90: null, forecast: null, lapses: (met && out?.on) || null };
		}
		const [last30, last90] = PACE_DAYS.map((days) =>
			Math.max(0, have - haveOn(requirement, dayOf(dayNumber(asOf) - days), columns))
		) as [number, number];
		const days = last90 > 0 ? Math.ceil((missing * PACE_DAYS[1]) / last90) : Infinity;
		return {
			id,
			last30,
			last90,
			forecast: missing > 0 && days <= MOST_FORECAST_DAYS ? dayOf(dayNumber(asOf) + days) : null,
			lapses: null
		};
	});
}

/** Each sum of a requirement over the entries of its window on a day. */
function totalsOn({ amount, windowMonths }: Requirement, day: string, columns: Columns): Map<Sum, number> {
	const from = windowMonths === undefined ? null : firstOfMonth(day, -windowMonths);
	const isWithin = columns.withinOf(from, day);
	return new Map(
		sumsOf(amount as Node).map((sum) => [
			sum,
			columns.givenOf(sum).reduce((total, given, i) => total + given * isWithin[i]!, 0)
		])
	);
}

/** What a requirement has on a day. */
function haveOn(requirement: Requirement, day: string, columns: Columns): number {
	const totals = totalsOn(requirement, day, columns);
	return valueOf(requirement.amount as Node, (sum) => totals.get(sum)!);
}

/** A flight worth flying, and what it would serve. */
export interface FlightPlan {
	entry: RatingEntry;
	/** The requirements that it brings on, the most first. */
	serves: { id: string; name: string; unit: Requirement['unit']; gain: number; missing: number }[];
}

const GROUNDSPEED_KT = 110;
/** Taxi and what else is not under instruments. */
const VISUAL_MINUTES = 12;
const APPROACH_MINUTES = 12;
const HOLD_MINUTES = 10;
const CROSS_COUNTRY_NM = 60;
/** An hour is worth this share of a requirement less: of two flights that serve alike the shorter is better. */
const COST_OF_HOUR = 0.001;
const KINDS = ['ILS', 'VOR', 'RNAV', 'LOC', 'NDB', 'ILS'];
const PLACES = ['first airport', 'second airport', 'back home'];

/** Flights that a day allows: by what is flown, how long, with whom. */
function* flights(asOf: string, devices: readonly Device[]): Generator<RatingEntry> {
	for (const device of devices) {
		const flown = isAircraft(device);
		for (const totalMinutes of [60, 90, 120, 150, 180, 210, 240])
			for (const taught of flown ? [true, false] : [true])
				for (const routeNm of flown ? [0, CROSS_COUNTRY_NM, 250] : [0])
					for (const count of [0, 1, 3, 6])
						for (const holds of [0, 1]) {
							const flyingMinutes =
								(routeNm / GROUNDSPEED_KT) * 60 + count * APPROACH_MINUTES + holds * HOLD_MINUTES;
							if (flyingMinutes + VISUAL_MINUTES > totalMinutes) continue;
							const away = routeNm > 0;
							const instrument = totalMinutes - (flown ? VISUAL_MINUTES : 0);
							// Approaches in turn at the places, the last of them at home.
							const places = away ? PLACES : [];
							const approaches = Array.from({ length: count }, (_, i) => ({
								kind: KINDS[i]!,
								place: away ? PLACES[i % PLACES.length]! : PLACES.at(-1)!
							}));
							yield {
								date: asOf,
								device,
								totalMinutes,
								picMinutes: taught ? 0 : totalMinutes,
								crossCountryMinutes: away ? totalMinutes : 0,
								dualMinutes: taught ? totalMinutes : 0,
								instrumentInstructor: taught,
								actualMinutes: 0,
								simulatedMinutes: instrument,
								safetyPilot: !taught,
								part142: false,
								approaches,
								holds,
								tracking: holds > 0 || away,
								instrumentRules: routeNm >= 250,
								directedRouteNm: routeNm >= 250 ? routeNm : 0,
								places
							};
						}
	}
}

const devicesIn = (rules: RuleSet): Device[] => {
	const named = rules.requirements.flatMap(({ amount }) =>
		sumsOf(amount as Node).flatMap(({ where }) =>
			where.flatMap((condition) => ('device' in condition ? condition.device : []))
		)
	);
	return [...new Set<Device>(['airplane', ...named])].filter((device) => device !== 'other-aircraft');
};

/**
 * The one flight that would bring the requirements on most: of all that a day allows, the one with the greatest sum of
 * shares of what is asked for, the shorter of two alike. The route takes 110 kt; an hour's pilot-in-command time is not
 * taken together with dual.
 * @returns null where nothing is missing that a flight could serve.
 */
export function bestFlight(rules: RuleSet, asOf: string, entries: readonly RatingEntry[]): FlightPlan | null {
	const columns = new Columns(entries, asOf);
	const open = rules.requirements
		.map((requirement) => {
			const totals = totalsOn(requirement, asOf, columns);
			const have = valueOf(requirement.amount as Node, (sum) => totals.get(sum)!);
			return { requirement, totals, missing: Math.max(0, requirement.need - have) };
		})
		.filter(({ missing }) => missing > 0);
	if (open.length === 0) return null;
	const candidates = [...flights(asOf, devicesIn(rules))];
	const added = new Columns(candidates, asOf);
	const servedBy = (n: number): FlightPlan['serves'] =>
		open.flatMap(({ requirement, totals, missing }) => {
			const have = valueOf(requirement.amount as Node, (sum) => totals.get(sum)! + added.givenOf(sum)[n]!);
			const left = Math.max(0, requirement.need - have);
			const { id, name, unit } = requirement;
			return left < missing ? [{ id, name, unit, gain: missing - left, missing: left }] : [];
		});
	const needOf = new Map(open.map(({ requirement: { id, need } }) => [id, need]));
	let best: { plan: FlightPlan; worth: number } | null = null;
	for (const [n, entry] of candidates.entries()) {
		const serves = servedBy(n);
		const worth =
			serves.reduce((sum, { id, gain }) => sum + gain / needOf.get(id)!, 0) -
			(COST_OF_HOUR * entry.totalMinutes) / 60;
		if (serves.length > 0 && (best === null || worth > best.worth + 1e-9))
			best = { plan: { entry, serves }, worth };
	}
	if (!best) return null;
	best.plan.serves.sort((a, b) => b.gain / needOf.get(b.id)! - a.gain / needOf.get(a.id)!);
	return best.plan;
}
