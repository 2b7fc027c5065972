import { randomInt } from 'node:crypto';
import type { Knex } from 'knex';
import {
	chooseItems,
	DRILL_IDS,
	DRILLS,
	isRight,
	question,
	reviewed,
	ROUND_QUESTIONS,
	SeededRandom,
	type Aircraft,
	type Area,
	type DrillContext,
	type Procedure,
	type DrillId,
	type ItemState,
	type Question
} from '@hanza/core';
import { aircraftCatalog, areaCatalog, procedureCatalog } from '$data';
import { found } from '../../policy.js';
import { dueItems, itemStates, saveRound, roundsOf, type Person } from '../../data/index.js';

const DAY_MS = 86_400_000;
const today = (now: Date): number => now.getTime() / DAY_MS;

/** The school's rule for the compass goes by the latitude, rounded to five degrees, at north and south. */
export const schoolRuleDeg = ({ referenceLatitudeDeg }: Area): number =>
	Math.round(Math.abs(referenceLatitudeDeg) / 5) * 5;

export const drillContext = (aircraft: Aircraft, area: Area): DrillContext => ({
	aircraft,
	ruleMaxErrorDeg: schoolRuleDeg(area),
	dipDeg: area.dipDeg,
	procedures: procedureCatalog.all.filter((one) => one.area === area.id)
});

export interface DrillRow {
	id: DrillId;
	name: string;
	what: string;
	items: number;
	/** Asked at least once and due again. */
	due: number;
	rounds: number;
	last: { right: number; asked: number; seconds: number; at: Date } | null;
	best: number | null;
}

/** The drills with a person's scores. */
export async function drillRows(
	db: Knex,
	person: Person,
	context: DrillContext,
	now = new Date()
): Promise<DrillRow[]> {
	const [rounds, due] = await Promise.all([roundsOf(db, person.id), dueItems(db, person.id, today(now))]);
	return DRILL_IDS.map((id) => {
		const own = rounds.filter(({ drill }) => drill === id);
		const { name, what, items } = DRILLS[id];
		return {
			id,
			name,
			what,
			items: items(context).length,
			due: due[id] ?? 0,
			rounds: own.length,
			last: own[0] ?? null,
			best: own.length > 0 ? Math.max(...own.map(({ right, asked }) => right / asked)) : null
		};
	});
}

export interface AskedQuestion {
	seed: number;
	question: Question;
}

/** A round: what is due first, then what is new. */
export async function drillRound(
	db: Knex,
	person: Person,
	id: DrillId,
	context: DrillContext,
	seed: number,
	now = new Date()
): Promise<AskedQuestion[]> {
	const states = await itemStates(db, person.id, id);
	const items = chooseItems(
		DRILLS[id].items(context),
		states,
		today(now),
		ROUND_QUESTIONS,
		new SeededRandom(seed)
	);
	return items.map((item, i) => ({ seed: seed + i, question: question(id, item, seed + i, context) }));
}

/**
 * Marks a round again and keeps it, with when each of its items is to come again.
 * @throws InputError for an item that the drill does not have.
 */
export async function markRound(
	db: Knex,
	person: Person,
	drill: DrillId,
	context: DrillContext,
	round: { id: string; seconds: number; answers: { item: string; seed: number; given: number }[] },
	now = new Date()
): Promise<{ right: number; asked: number }> {
	const states = new Map((await itemStates(db, person.id, drill)).map((state) => [state.item, state]));
	const changed = new Map<string, ItemState>();
	let right = 0;
	for (const { item, seed, given } of round.answers) {
		const ok = isRight(question(drill, item, seed, context), given);
		if (ok) right++;
		changed.set(item, reviewed(changed.get(item) ?? states.get(item), item, ok, today(now)));
	}
	const asked = round.answers.length;
	await saveRound(db, person.id, { id: round.id, drill, asked, right, seconds: round.seconds }, [
		...changed.values()
	]);
	return { right, asked };
}

const aircraftOr = (id: string): Aircraft => aircraftCatalog.find(id) ?? aircraftCatalog.all[0]!;
const contextOf = (aircraft: Aircraft): DrillContext => drillContext(aircraft, areaCatalog.all[0]!);
const drillOf = (id: string): DrillId => found(DRILL_IDS.find((one) => one === id));

/** The drills in an aircraft. */
export async function drillsPage(db: Knex, person: Person, aircraftId: string) {
	const aircraft = aircraftOr(aircraftId);
	return {
		aircraft: { id: aircraft.id, name: aircraft.name },
		others: aircraftCatalog.all.map(({ id, name }) => ({ id, name })),
		drills: await drillRows(db, person, contextOf(aircraft))
	};
}

/** A round of a drill. */
export async function drillPage(db: Knex, person: Person, drill: string, aircraftId: string) {
	const id = drillOf(drill);
	const aircraft = aircraftOr(aircraftId);
	const seed = randomInt(2 ** 31);
	const questions = await drillRound(db, person, id, contextOf(aircraft), seed);
	const sheets = [...new Set(questions.flatMap(({ question: { sheet } }) => sheet ?? []))];
	return {
		id,
		/** Sheets that are read in this round, and where they lie. */
		procedures: Object.fromEntries(sheets.map((one) => [one, procedureCatalog.get(one)])) as Record<
			string,
			Procedure | undefined
		>,
		area: sheets.length > 0 ? areaCatalog.all[0]! : null,
		name: DRILLS[id].name,
		aircraft,
		questions
	};
}

/** A round's answers, marked again. @throws InputError for an item that the drill does not have. */
export const markDrill = (
	db: Knex,
	person: Person,
	drill: string,
	aircraftId: string,
	round: Parameters<typeof markRound>[4]
): Promise<{ right: number; asked: number }> =>
	markRound(db, person, drillOf(drill), contextOf(found(aircraftCatalog.find(aircraftId))), round);
