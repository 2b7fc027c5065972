import { Type } from '@sinclair/typebox';
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
	type DrillId,
	type ItemState,
	type Question
} from '@hanza/core';
import { dueItems, itemStates, saveRound, roundsOf, type Person } from '../data/index.js';

const DAY_MS = 86_400_000;
const today = (now: Date): number => now.getTime() / DAY_MS;

/** The school's rule for the compass goes by the latitude, rounded to five degrees, at north and south. */
export const schoolRuleDeg = ({ referenceLatitudeDeg }: Area): number =>
	Math.round(Math.abs(referenceLatitudeDeg) / 5) * 5;

export const drillContext = (aircraft: Aircraft, area: Area): DrillContext => ({
	aircraft,
	ruleMaxErrorDeg: schoolRuleDeg(area),
	dipDeg: area.dipDeg
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

export const DrillAnswers = Type.Object(
	{
		id: Type.String({ pattern: '^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$', description: 'a UUID' }),
		seconds: Type.Number({ minimum: 0, maximum: 7200 }),
		answers: Type.Array(
			Type.Object(
				{
					item: Type.String({ maxLength: 80 }),
					seed: Type.Integer({ minimum: 0, maximum: 4294967295 }),
					given: Type.Number()
				},
				{ additionalProperties: false }
			),
			{ minItems: 1, maxItems: 50 }
		)
	},
	{ additionalProperties: false }
);

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
