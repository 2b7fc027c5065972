import { drawnSketchOf } from '../cards/library.js';
import type { Knex } from 'knex';
import { KNOWN_WITHIN, powerUnit, windAt, workedOut, type PowerUnit, type TaskCard } from '@hanza/core';
import { aircraftCatalog, cardCatalog } from '$data';
import { areaOf } from '../areas/areas.js';
import { standardOf } from '../library/standards.js';
import {
	addBriefTry,
	addTry,
	briefTries,
	lastTries,
	type Assignment,
	type Person
} from '../../data/index.js';
import { found, inRole, visibleAssignment } from '../../policy.js';
import { numbersToKnow, validateTry } from './briefing.js';

/** A task that was set for this student. */
const taskOf = async (db: Knex, person: Person, id: string): Promise<Assignment> =>
	found(await visibleAssignment(db, inRole(person, 'student'), id));

/** Whether a task is a card as it ships, with nothing put on it. */
const isAsShipped = ({ card }: Assignment): boolean => {
	const shipped = cardCatalog.find(card.id);
	return shipped !== undefined && JSON.stringify(shipped) === JSON.stringify(card);
};

/** The card without what its student may not know before the flight: what will fail, and a wind that is to be found. */
export function briefedCard(card: TaskCard): TaskCard {
	const { failures: _, ...told } = card;
	if (card.windInBrief !== false) return told;
	const { gustKt: __, ...weather } = card.weather;
	const { finalGroundspeedKt: ___, finalSeconds: ____, ...approach } = card.approach ?? {};
	return {
		...told,
		weather: { ...weather, windLayers: [] },
		...(card.approach ? { approach: approach as NonNullable<TaskCard['approach']> } : {})
	};
}

/** All that a brief shows; answers only after a try. */
export async function briefPage(db: Knex, person: Person, id: string) {
	const assignment = await taskOf(db, person, id);
	const { card } = assignment;
	const aircraft = aircraftCatalog.get(card.aircraft);
	const tries = await lastTries(db, person.id, aircraft.id);
	return {
		id: assignment.id,
		card: briefedCard(card),
		assist: assignment.assist,
		note: assignment.note,
		instructorName: assignment.instructorId === person.id ? 'You' : assignment.instructorName,
		area: card.navigation ? await areaOf(db, card.area).catch(() => null) : null,
		/** True to the card only where nothing was put on it. */
		sketch: isAsShipped(assignment) ? drawnSketchOf(card.id) : null,
		aircraftName: aircraft.name,
		/** What the sheet of an approach is drawn for. */
		aircraft: card.approach ? aircraft : null,
		standard: await standardOf(db, assignment.standardId),
		numbers: numbersToKnow(card, aircraft, tries),
		workedOut: workedOut(card, await briefTries(db, assignment.id, person.id)),
		wind: card.windInBrief === false ? null : windAt(card.weather, card.start.altitudeFt),
		powerUnit: powerUnit(aircraft),
		within: KNOWN_WITHIN
	};
}

/** The unit in which power is said on a task. */
export const powerUnitOf = async (db: Knex, person: Person, id: string): Promise<PowerUnit> =>
	powerUnit(aircraftCatalog.get((await taskOf(db, person, id)).card.aircraft));

/** A try at a question of the brief. @throws InputError where it is none, or the entry is none of its kind. */
export async function tryQuestion(
	db: Knex,
	person: Person,
	id: string,
	question: string,
	entered: string
): Promise<void> {
	const { card, id: assignmentId } = await taskOf(db, person, id);
	const checked = validateTry(card, question, entered);
	await addBriefTry(db, { studentId: person.id, assignmentId, question, entered: checked });
}

/** A try at the numbers of a configuration that the card wants known. */
export async function tryNumbers(
	db: Knex,
	person: Person,
	id: string,
	entry: { configuration: string; pitchDeg: number; power: number }
): Promise<void> {
	const { card } = await taskOf(db, person, id);
	const { configuration, pitchDeg, power } = entry;
	found(card.numbersToKnow.includes(configuration) ? configuration : null);
	await addTry(db, {
		studentId: person.id,
		aircraftId: card.aircraft,
		configurationId: configuration,
		pitchDeg,
		power
	});
}
