import type { Knex } from 'knex';
import {
	bestFlight,
	dayNumber,
	dayOf,
	GUIDANCE_NAMES,
	HanzaError,
	paceOf,
	ratingEntryOf,
	ratingState,
	readTyped,
	type FlightPlan,
	type LogEntry,
	type Pace,
	type RatingEntry,
	type RatingState,
	type RuleSet,
	type TypedEntry
} from '@hanza/core';
import { cardCatalog, ruleCatalog } from '$data';
import {
	addCheck,
	checksOf,
	findCheck,
	findRules,
	goalsOf,
	keepSummary,
	rulesOf,
	setGoal,
	studentsWithLog,
	waitingByStudent,
	wholeLog,
	type Person,
	type RatingCheck,
	type RatingSummary
} from '../../data/index.js';
import { found, isRecordId, visibleRules, visibleStudent } from '../../policy.js';
import { todayOf } from '../log/log.js';

/** What a student works for who has not said. */
const FIRST_GOAL = 'us-instrument-airplane';
/** What is met now and lapses within so many days is said early. */
const SOON_DAYS = 62;

/** A rule set by its identifier, whoever keeps it. */
const rulesBy = async (db: Knex, id: string): Promise<RuleSet | null> =>
	ruleCatalog.find(id) ?? (await findRules(db, id))?.rules ?? null;

/** The sets that a student may be looked at by: those that ship, and the school's own. */
export async function rulesFor(db: Knex, person: Person): Promise<RuleSet[]> {
	const owner = person.role === 'instructor' ? person.id : person.instructorId;
	const own = owner ? await rulesOf(db, owner) : [];
	return [...own.map(({ rules }) => rules), ...ruleCatalog.all];
}

/** An entry of a log in a line: what counted, or did not. */
export interface CountedEntry {
	id: string;
	date: string;
	words: string;
}

/** A requirement as it is shown: what counts and what does not by the entries' own words. */
export type ShownRequirement = Omit<
	RatingState['requirements'][number],
	'counted' | 'notCounted' | 'window'
> &
	Pace & {
		source: string | null;
		counted: CountedEntry[];
		countedMore: number;
		/** By reason, the most frequent first. */
		notCounted: { reason: string; entries: CountedEntry[]; more: number }[];
		window: { from: string; fallsOut: { on: string; amount: number }[] } | null;
	};

/** How a student stands by a rule set on a day. */
export interface RatingPage {
	student: { id: string; name: string };
	asOf: string;
	rules: Pick<RuleSet, 'id' | 'name' | 'kind' | 'source' | 'edition' | 'reading'>;
	isGoal: boolean;
	sets: { id: string; name: string; kind: RuleSet['kind'] }[];
	requirements: ShownRequirement[];
	entries: number;
	unconfirmed: number;
	/** Practice in this trainer, which no rule counts. */
	trainerMinutes: number;
	plan: FlightPlan | null;
	/** A card that practises what the plan has in it. */
	practice: string | null;
	/** With the entry that is only tried, by requirement. */
	tried: { words: string; requirements: { id: string; have: number; missing: number }[] } | null;
	/** Another set on the same log, beside it. */
	beside: {
		id: string;
		name: string;
		requirements: Pick<ShownRequirement, 'id' | 'name' | 'unit' | 'have' | 'need' | 'missing'>[];
	} | null;
	checks: Omit<RatingCheck, 'rules' | 'state'>[];
}

const MOST_LISTED = 40;

const lineOf = (id: string, { date, aircraftType, from, to, remarks }: LogEntry): CountedEntry => ({
	id,
	date,
	words: [aircraftType, [from, to].filter(Boolean).join(' to ') || remarks.slice(0, 60)]
		.filter(Boolean)
		.join(', ')
});

interface RatedLog {
	ids: string[];
	logged: LogEntry[];
	entries: RatingEntry[];
	unconfirmed: number;
	trainerMinutes: number;
}

async function ratedLog(db: Knex, studentId: string): Promise<RatedLog> {
	const log: RatedLog = { ids: [], logged: [], entries: [], unconfirmed: 0, trainerMinutes: 0 };
	for (const { id, entry, confirmed } of await wholeLog(db, studentId)) {
		const rated = ratingEntryOf(entry);
		if (rated === null) {
			log.trainerMinutes += entry.totalMinutes;
			continue;
		}
		log.ids.push(id);
		log.logged.push(entry);
		log.entries.push(rated);
		if (!confirmed) log.unconfirmed++;
	}
	return log;
}

function shown(state: RatingState, pace: Pace[], rules: RuleSet, log: RatedLog): ShownRequirement[] {
	const line = (i: number): CountedEntry => lineOf(log.ids[i]!, log.logged[i]!);
	return state.requirements.map((one, at) => {
		const reasons = new Map<string, number[]>();
		for (const { entry, reason } of one.notCounted)
			if (!reasons.get(reason)?.push(entry)) reasons.set(reason, [entry]);
		// The latest say most.
		const latest = (list: readonly number[]): CountedEntry[] => list.slice(-MOST_LISTED).reverse().map(line);
		return {
			...one,
			...pace[at]!,
			source: rules.requirements[at]!.source ?? null,
			counted: latest(one.counted),
			countedMore: Math.max(0, one.counted.length - MOST_LISTED),
			notCounted: [...reasons]
				.sort((a, b) => b[1].length - a[1].length)
				.map(([reason, list]) => ({
					reason,
					entries: latest(list),
					more: Math.max(0, list.length - MOST_LISTED)
				})),
			window: one.window && {
				from: one.window.from,
				fallsOut: one.window.fallsOut.map(({ on, amount }) => ({ on, amount }))
			}
		};
	});
}

async function goalOf(db: Knex, studentId: string): Promise<string> {
	return (await goalsOf(db, [studentId]))[0]?.rulesId ?? FIRST_GOAL;
}

/** The set that is asked for: what the student works for, put away or not, or another that one may look at. */
const rulesAsked = async (db: Knex, person: Person, goal: string, rulesId: string): Promise<RuleSet> =>
	rulesId === goal
		? ((await rulesBy(db, goal)) ?? ruleCatalog.get(FIRST_GOAL))
		: found(await visibleRules(db, person, rulesId)).rules;

/** A shipped card with an approach of a kind that the plan has, else with a hold where it has one. */
function practiceFor({ entry: { approaches, holds } }: FlightPlan): string | null {
	const approach = cardCatalog.all.find(({ approach }) =>
		approaches.some(
			({ kind }) =>
				approach && GUIDANCE_NAMES[approach.procedure.final.guidance].toUpperCase().startsWith(kind)
		)
	);
	const hold = () => cardCatalog.all.find(({ phases }) => phases.some(({ path }) => path?.kind === 'hold'));
	return (approach ?? (holds > 0 ? hold() : undefined))?.id ?? null;
}

/** What is asked of the page. */
export interface RatingAsked {
	rulesId: string | null;
	asOf: string | null;
	besideId: string | null;
	/** An entry that is tried without being kept. */
	whatIf: TypedEntry | null;
}

export async function ratingPage(
	db: Knex,
	person: Person,
	studentId: string,
	{ rulesId, asOf: asked, besideId, whatIf }: RatingAsked
): Promise<RatingPage> {
	const student = found(await visibleStudent(db, person, studentId));
	const goal = await goalOf(db, student.id);
	const rules = await rulesAsked(db, person, goal, rulesId ?? goal);
	const asOf = asked ?? todayOf();
	const log = await ratedLog(db, student.id);
	const state = ratingState(rules, asOf, log.entries);
	const plan = bestFlight(rules, asOf, log.entries);
	const besideRules = besideId ? found(await visibleRules(db, person, besideId)).rules : null;
	const { id, name, kind, source, edition, reading } = rules;
	return {
		student: { id: student.id, name: student.name },
		asOf,
		rules: { id, name, kind, source, edition, reading },
		isGoal: id === goal,
		sets: (await rulesFor(db, person)).map((set) => ({ id: set.id, name: set.name, kind: set.kind })),
		requirements: shown(state, paceOf(rules, state, log.entries), rules, log),
		entries: log.entries.length,
		unconfirmed: log.unconfirmed,
		trainerMinutes: log.trainerMinutes,
		plan,
		practice: plan && practiceFor(plan),
		tried: whatIf && triedWith(whatIf, rules, asOf, log.entries),
		beside: besideRules && {
			id: besideRules.id,
			name: besideRules.name,
			requirements: ratingState(besideRules, asOf, log.entries).requirements.map(
				({ id, name, unit, have, need, missing }) => ({ id, name, unit, have, need, missing })
			)
		},
		checks: await checksOf(db, student.id)
	};
}

function triedWith(
	typed: TypedEntry,
	rules: RuleSet,
	asOf: string,
	entries: readonly RatingEntry[]
): RatingPage['tried'] {
	// A planned flight lies ahead: it is judged as if it were flown on the day that is looked at.
	const read = readTyped({ ...typed, date: asOf }, asOf);
	if (!('entry' in read))
		throw new HanzaError(read.problems.map(({ field, words }) => `${field} ${words}`).join('; '));
	const rated = ratingEntryOf(read.entry);
	const after = ratingState(rules, asOf, rated ? [...entries, rated] : entries);
	return {
		words: rated ? 'With the flight that is tried' : 'Practice in this trainer changes nothing',
		requirements: after.requirements.map(({ id, have, missing }) => ({ id, have, missing }))
	};
}

/** What a student works for from now on. */
export async function chooseGoal(
	db: Knex,
	person: Person,
	studentId: string,
	rulesId: string
): Promise<void> {
	const student = found(await visibleStudent(db, person, studentId));
	found(await visibleRules(db, person, rulesId));
	await setGoal(db, student.id, rulesId);
}

/** Keeps how a student stands, with the rules as they are now. */
export async function keepCheck(
	db: Knex,
	person: Person,
	studentId: string,
	{ rulesId, asOf }: { rulesId: string; asOf: string }
): Promise<void> {
	const student = found(await visibleStudent(db, person, studentId));
	const rules = await rulesAsked(db, person, await goalOf(db, student.id), rulesId);
	const { entries } = await ratedLog(db, student.id);
	await addCheck(db, {
		studentId: student.id,
		authorId: person.id,
		asOf,
		rules,
		state: ratingState(rules, asOf, entries)
	});
}

/** A check as it was made, by the rules of then. */
export async function checkPage(
	db: Knex,
	person: Person,
	studentId: string,
	checkId: string
): Promise<RatingCheck> {
	const student = found(await visibleStudent(db, person, studentId));
	return found(isRecordId(checkId) ? await findCheck(db, student.id, checkId) : null);
}

function summaryOf(rules: RuleSet, asOf: string, entries: readonly RatingEntry[]): RatingSummary {
	const state = ratingState(rules, asOf, entries);
	const { requirements } = state;
	const soon = dayOf(dayNumber(asOf) + SOON_DAYS);
	const missing = requirements.filter(({ met }) => !met);
	missing.sort((a, b) => b.have / b.need - a.have / a.need);
	return {
		rulesName: rules.name,
		met: requirements.length - missing.length,
		of: requirements.length,
		missing: missing.map(({ name }) => name),
		lapsing: paceOf(rules, state, entries).flatMap(({ lapses }, i) =>
			lapses !== null && lapses <= soon ? [{ name: requirements[i]!.name, on: lapses }] : []
		)
	};
}

/** How a student stands, in a line; null with nothing in the log, or while it is still worked out. */
export interface RosterRating {
	waiting: number;
	summary: RatingSummary | null;
	isPending: boolean;
}

/** So many are worked out while one waits for the page; in a large school the rest follows after it. */
const AT_ONCE = 8;
const inWork = new Set<string>();
let later: Promise<void> = Promise.resolve();

/** Ends when nothing is worked out any more that a page did not wait for: before tables or pool go. */
export const ratingsWorkedOut = (): Promise<void> => later;

const workedOut = (db: Knex, studentId: string): Promise<RatingSummary> =>
	keepSummary(db, studentId, FIRST_GOAL, async (trx, rulesId) => {
		const today = todayOf();
		const rules = (await rulesBy(trx, rulesId)) ?? ruleCatalog.get(FIRST_GOAL);
		const { entries } = await ratedLog(trx, studentId);
		return { summary: summaryOf(rules, today, entries), month: today.slice(0, 7) };
	});

/** Works out one after the other what a page did not wait for. */
async function workOutLater(db: Knex, students: readonly string[]): Promise<void> {
	for (const id of students) {
		try {
			await workedOut(db, id);
		} catch {
			// The next look at the roster asks for it again.
		} finally {
			inWork.delete(id);
		}
	}
}

/** How students stand, in a line each: as it was last worked out, as long as that holds. */
export async function ratingOfStudents(
	db: Knex,
	students: readonly Person[]
): Promise<Map<string, RosterRating>> {
	const ids = students.map(({ id }) => id);
	const [goals, waiting, withLog] = await Promise.all([
		goalsOf(db, ids),
		waitingByStudent(db, ids),
		studentsWithLog(db, ids)
	]);
	const goalBy = new Map(goals.map((goal) => [goal.studentId, goal]));
	const month = todayOf().slice(0, 7);
	const stale = ids.filter((id) => {
		const goal = goalBy.get(id);
		return goal ? !goal.summary || goal.summaryMonth !== month : withLog.has(id);
	});
	const fresh = new Map(
		await Promise.all(stale.slice(0, AT_ONCE).map(async (id) => [id, await workedOut(db, id)] as const))
	);
	const rest = stale.slice(AT_ONCE);
	const pending = new Set(rest);
	const asked = rest.filter((id) => !inWork.has(id));
	for (const id of asked) inWork.add(id);
	later = later.then(() => workOutLater(db, asked));
	return new Map(
		ids.map((id) => [
			id,
			{
				waiting: waiting.get(id) ?? 0,
				summary: pending.has(id) ? null : (fresh.get(id) ?? goalBy.get(id)?.summary ?? null),
				isPending: pending.has(id)
			}
		])
	);
}
