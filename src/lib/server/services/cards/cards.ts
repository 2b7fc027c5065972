import * as Type from '@sinclair/typebox';
import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import {
	type Area,
	CARD_EDITIONS,
	InfeasibleError,
	placesNamed,
	cardFrom,
	Flight,
	InputError,
	numbersCard,
	parse,
	PATTERN_IDS,
	patternCard,
	setupOf,
	type TaskCard,
	UPSET_LEVELS,
	upsetCard,
	type PatternId,
	type Situation
} from '@hanza/core';
import { aircraftCatalog, areaCatalog } from '$data';
import {
	addCard,
	changeCard,
	findPerson,
	archiveCard,
	takeCard,
	type Attempt,
	type Person
} from '../../data/index.js';
import { areaOf } from '../areas/areas.js';
import {
	found,
	inRole,
	isRecordId,
	ownCard,
	settableCard,
	usableArea,
	visibleAttempt
} from '../../policy.js';

/**
 * A card that can be flown: its aircraft can carry what is on board and fly as the card begins.
 * @param kept the area, where it is not one that ships.
 * @throws InputError that names what does not go.
 */
export function validateCard(card: unknown, kept?: Area): TaskCard {
	const checked = CARD_EDITIONS.upgrade(card);
	const aircraft = aircraftCatalog.get(checked.aircraft);
	const area = kept ?? areaCatalog.get(checked.area);
	const places = new Set(checked.navigation?.places.map(({ id }) => id));
	const missing = placesNamed(checked).find((id) => !places.has(id));
	if (missing) throw new InputError('/navigation/places', `must have the place ${missing}`);
	try {
		new Flight({ ...setupOf(checked, aircraft, area), assist: 'direct', seed: 1 });
	} catch (error) {
		if (error instanceof InfeasibleError)
			throw new InputError('/start', `is nothing the ${aircraft.name} can fly: ${error.message}`);
		throw error;
	}
	return checked;
}

/**
 * A card as it comes from outside, in an area that the person may use.
 * @throws HanzaError as `validateCard`, and for an area of another's.
 */
export async function validateStoredCard(db: Knex, person: Person, card: unknown): Promise<TaskCard> {
	const { area } = CARD_EDITIONS.upgrade(card);
	return validateCard(card, await usableArea(db, person, area));
}

const nearestOf = (values: readonly number[], wanted: number): number =>
	values.reduce((best, value) => (Math.abs(value - wanted) < Math.abs(best - wanted) ? value : best));

/** A situation whose flap stands on one of the aircraft's settings: half-way flap cannot be chosen. */
function withWholeFlap(card: TaskCard, situation: Situation): Situation {
	const { flapStepsDeg } = aircraftCatalog.get(card.aircraft).controls;
	const flapsDeg = nearestOf(flapStepsDeg, situation.start.flapsDeg);
	return { ...situation, start: { ...situation.start, flapsDeg } };
}

/** Shares of a moment's climb or descent, and of its bank, that are tried as a steady start. */
const STEADIER = [
	[1, 1],
	[0.5, 1],
	[0, 1],
	[0, 0]
] as const;

/**
 * The rest of a flight's card, from a situation. A start is steady flight: where the moment was not,
 * as in a dive with closed throttle, its rate and then its bank are taken back until it can be flown.
 * @throws InputError when it cannot be flown from there at all.
 */
export function cardOfSituation(attempt: Attempt, situation: Situation, area?: Area): TaskCard {
	const { start, ...rest } = withWholeFlap(attempt.card, situation);
	let refusal: unknown;
	for (const [rate, bank] of STEADIER)
		try {
			const verticalSpeedFpm = start.verticalSpeedFpm * rate;
			const bankDeg = (start.bankDeg ?? 0) * bank;
			return validateCard(
				cardFrom(attempt.card, { ...rest, start: { ...start, verticalSpeedFpm, bankDeg } }),
				area
			);
		} catch (error) {
			if (!(error instanceof InputError)) throw error;
			refusal ??= error;
		}
	throw refusal;
}

/**
 * Keeps a situation of a flight as a card of the instructor who asks. What a student keeps is proposed to their own
 * instructor, and on no list before it is taken.
 * @returns null for a student without an instructor.
 */
export async function saveSituation(
	db: Knex,
	person: Person,
	attempt: Attempt,
	name: string,
	situation: Situation
): Promise<string | null> {
	const card = cardOfSituation(attempt, situation, await areaOf(db, attempt.card.area));
	const ownerId = person.role === 'instructor' ? person.id : (await findPerson(db, person.id))?.instructorId;
	if (!ownerId) return null;
	return addCard(db, {
		ownerId,
		authorId: person.id,
		attemptId: attempt.id,
		isProposed: person.role === 'student',
		card: { ...card, name, summary: `From a flight of “${attempt.card.name}”.`.slice(0, 400) }
	});
}

/** An identifier for a card of somebody's own, so that its flights are told from those of the card it came from. */
const ownId = (): string => `own-${randomBytes(5).toString('hex')}`;

/**
 * Keeps a card as a new one of the instructor's: a copy, one from a file, or one laid out from a pattern.
 * @throws InputError where it cannot be flown.
 */
export async function saveCard(db: Knex, person: Person, card: unknown): Promise<string> {
	inRole(person, 'instructor');
	const checked = await validateStoredCard(db, person, card);
	return addCard(db, {
		ownerId: person.id,
		authorId: person.id,
		attemptId: null,
		card: { ...checked, id: ownId() }
	});
}

export const NewPattern = Type.Object(
	{
		pattern: Type.Union([
			...PATTERN_IDS.map((id) => Type.Literal(id)),
			Type.Literal('find-your-numbers'),
			...UPSET_LEVELS.map((level) => Type.Literal(`upset-${level}` as const))
		]),
		aircraft: Type.String({ maxLength: 64 }),
		altitudeFt: Type.Number({ minimum: 200, maximum: 15000, description: 'ft' }),
		headingDeg: Type.Number({ minimum: 0, maximum: 360, description: 'degrees' })
	},
	{ additionalProperties: false }
);

/** Lays a pattern out for an aircraft and keeps it as the instructor's own. @throws HanzaError where it cannot be. */
export async function createFromPattern(db: Knex, person: Person, asked: unknown): Promise<string> {
	const { pattern, aircraft: aircraftId, altitudeFt, headingDeg } = parse(NewPattern, asked);
	const aircraft = aircraftCatalog.get(aircraftId);
	const setting = { aircraft, area: areaCatalog.all[0]!.id, altitudeFt, headingDeg: headingDeg % 360 };
	const level = UPSET_LEVELS.find((one) => pattern === `upset-${one}`);
	const card = level
		? upsetCard(level, 'full', setting)
		: pattern === 'find-your-numbers'
			? numbersCard(setting)
			: patternCard(pattern as PatternId, setting);
	return saveCard(db, person, card);
}

/** A copy of a card that the instructor may set. @returns its id. */
export async function copyCard(db: Knex, person: Person, id: string): Promise<string> {
	const { card } = found(await settableCard(db, person, id));
	return saveCard(db, person, { ...card, name: `${card.name}, own`.slice(0, 80) });
}

/** Puts a changed card in place of the instructor's own; it keeps its identifier. */
export async function replaceCard(db: Knex, person: Person, id: string, changed: unknown): Promise<void> {
	const saved = found(await ownCard(db, person, id));
	const card = await validateStoredCard(db, person, changed);
	await changeCard(db, person.id, id, { ...card, id: saved.card.id });
}

/** Takes a card that a student proposes. */
export async function takeProposed(db: Knex, person: Person, id: string): Promise<void> {
	inRole(person, 'instructor');
	found(isRecordId(id) && (await takeCard(db, person.id, id)) > 0 ? true : null);
}

export async function deleteCard(db: Knex, person: Person, id: string): Promise<void> {
	inRole(person, 'instructor');
	found(isRecordId(id) && (await archiveCard(db, person.id, id)) > 0 ? true : null);
}

/** A card as a file. */
export const cardFile = async (db: Knex, person: Person, id: string): Promise<string> =>
	JSON.stringify(found(await settableCard(db, person, id)).card, null, '\t');

/** A moment of a flight, kept as a card by whoever may see the flight. @returns its id. */
export async function situationCard(
	db: Knex,
	person: Person,
	attemptId: string,
	name: string,
	situation: Situation
): Promise<string> {
	const attempt = found(await visibleAttempt(db, person, attemptId));
	return found(await saveSituation(db, person, attempt, name, situation));
}
