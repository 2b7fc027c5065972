import type { Knex } from 'knex';
import {
	FAULT_NAMES,
	GALLERY,
	NO_CONDITIONS,
	oneStepHarder,
	type Conditions,
	type FaultKind,
	type TaskCard
} from '@hanza/core';
import { cardCatalog } from '$data';
import { addAssignment, findArea, overridesOf, type Attempt, type Person } from '../../data/index.js';
import { found, instructedAttempt, ownAttempt } from '../../policy.js';
import { withConditions } from '../cards/conditions.js';

/** What to fly after a flight, and why. */
export interface NextFlight {
	card: TaskCard;
	conditions: Conditions;
	/** In a sentence, with what is new in it. */
	why: string;
}

/** The card that trains a fault: the one on which the gallery shows it. */
export const cardFor = (kind: FaultKind): TaskCard | null => {
	const entry = GALLERY.find((one) => one.kind === kind);
	return entry ? (cardCatalog.find(entry.cards[0]!) ?? null) : null;
};

/** By the evidence of one flight: what trains its fault, the same again, or one step harder. */
export function nextOf({
	card,
	verdict,
	faults
}: {
	card: TaskCard;
	verdict: string | null;
	faults: readonly FaultKind[];
}): NextFlight {
	const same = (why: string): NextFlight => ({ card, conditions: NO_CONDITIONS, why });
	for (const kind of faults) {
		const trains = cardFor(kind);
		if (trains && trains.id !== card.id && trains.aircraft === card.aircraft)
			return {
				card: trains,
				conditions: NO_CONDITIONS,
				why: `it trains what was named here, ${FAULT_NAMES[kind].toLowerCase()}`
			};
	}
	if (verdict !== 'met') return same('the same again, until the standard is met');
	const harder = oneStepHarder(card, NO_CONDITIONS);
	if (!harder) return same('met with everything on it: the same once more, to keep it');
	return { card, conditions: harder.conditions, why: `met: the same with ${harder.words}` };
}

const evidenceOf = ({ card, grade, verdict }: Attempt, standing: string | null = null) => ({
	card,
	verdict: standing ?? verdict,
	faults: [...new Set((grade?.faults ?? []).map(({ kind }) => kind))]
});

export const nextAfter = (attempt: Attempt, standing: string | null): NextFlight =>
	nextOf(evidenceOf(attempt, standing));

/** Sets what comes after a flight: by the instructor for the student, or by the student as practice. */
export async function setNext(db: Knex, person: Person, attemptId: string): Promise<string> {
	const attempt = found(
		person.role === 'instructor'
			? await instructedAttempt(db, person, attemptId)
			: await ownAttempt(db, person, attemptId)
	);
	found(attempt.grade);
	const [override] = await overridesOf(db, attempt.id);
	const { card, conditions, why } = nextAfter(attempt, override?.value ?? null);
	const area = (await findArea(db, card.area))?.area;
	return addAssignment(db, {
		studentId: attempt.studentId,
		instructorId: person.id,
		card: withConditions(card, conditions, area),
		standardId: attempt.standard.id,
		assist: 'any',
		note: `${why[0]!.toUpperCase()}${why.slice(1)}.`,
		conditions,
		chosenCard: card.id
	});
}

/** A card of the catalog that a student chooses as practice. */
export async function practise(
	db: Knex,
	person: Person,
	cardId: string,
	standardId: string
): Promise<string> {
	const card = found(cardCatalog.find(cardId));
	return addAssignment(db, {
		studentId: person.id,
		instructorId: person.id,
		card: withConditions(card, NO_CONDITIONS),
		standardId,
		assist: 'any',
		note: 'Chosen as practice.',
		conditions: NO_CONDITIONS,
		chosenCard: card.id
	});
}
