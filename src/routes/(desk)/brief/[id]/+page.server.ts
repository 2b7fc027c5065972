import { fail } from '@sveltejs/kit';
import { Type } from '@sinclair/typebox';
import { HanzaError, KNOWN_WITHIN, parse, powerUnit, type PowerUnit } from '@hanza/core';
import { aircraftShelf, standardShelf } from '$data';
import { database } from '$lib/server/db.js';
import { addTry, lastTries } from '$lib/server/data/index.js';
import { found, requirePerson } from '$lib/server/guard.js';
import { numbersToKnow, visibleAssignment } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const person = requirePerson(locals, 'student');
	const db = database();
	const assignment = found(await visibleAssignment(db, person, params.id));
	const { card } = assignment;
	const aircraft = aircraftShelf.get(card.aircraft);
	const tries = await lastTries(db, person.id, aircraft.id);
	return {
		id: assignment.id,
		card,
		assist: assignment.assist,
		note: assignment.note,
		instructorName: assignment.instructorName,
		aircraftName: aircraft.name,
		standard: standardShelf.get(assignment.standardId),
		numbers: numbersToKnow(card, aircraft, tries),
		powerUnit: powerUnit(aircraft),
		within: KNOWN_WITHIN
	};
};

/** What can be said of power, in the aircraft's own unit. */
const POWER = {
	rpm: Type.Number({ minimum: 500, maximum: 3000 }),
	inHg: Type.Number({ minimum: 5, maximum: 35 })
};
const tryIn = (unit: PowerUnit) =>
	Type.Object({
		configuration: Type.String({ minLength: 1, maxLength: 64 }),
		pitchDeg: Type.Number({ minimum: -20, maximum: 30 }),
		power: POWER[unit]
	});

export const actions: Actions = {
	try: async ({ locals, params, request }) => {
		const person = requirePerson(locals, 'student');
		const db = database();
		const assignment = found(await visibleAssignment(db, person, params.id));
		const form = await request.formData();
		const entered = {
			pitchDeg: String(form.get('pitchDeg') ?? ''),
			power: String(form.get('power') ?? '')
		};
		const configuration = String(form.get('configuration') ?? '');
		const number = (text: string) => (text.trim() === '' ? text : Number(text.replace(',', '.')));
		try {
			const entry = parse(tryIn(powerUnit(aircraftShelf.get(assignment.card.aircraft))), {
				configuration,
				pitchDeg: number(entered.pitchDeg),
				power: number(entered.power)
			});
			if (!assignment.card.numbersToKnow.includes(entry.configuration)) found(null);
			await addTry(db, {
				studentId: person.id,
				aircraftId: assignment.card.aircraft,
				configurationId: entry.configuration,
				pitchDeg: entry.pitchDeg,
				power: entry.power
			});
		} catch (error) {
			if (!(error instanceof HanzaError)) throw error;
			const words = error.message.replace('/pitchDeg', 'Pitch').replace('/power', 'Power');
			return fail(400, { configuration, ...entered, message: words });
		}
	}
};
