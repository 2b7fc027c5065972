import { fail } from '@sveltejs/kit';
import { Type } from '@sinclair/typebox';
import { HanzaError, KNOWN_WITHIN, parse, powerUnit, windAt, workedOut, type PowerUnit } from '@hanza/core';
import { aircraftCatalog, standardCatalog } from '$data';
import { database } from '$lib/server/db.js';
import { addBriefTry, addTry, briefTries, lastTries } from '$lib/server/data/index.js';
import { found, requirePerson } from '$lib/server/guard.js';
import { validateTry, numbersToKnow, visibleAssignment } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const person = requirePerson(locals, 'student');
	const db = database();
	const assignment = found(await visibleAssignment(db, person, params.id));
	const { card } = assignment;
	const aircraft = aircraftCatalog.get(card.aircraft);
	const tries = await lastTries(db, person.id, aircraft.id);
	return {
		id: assignment.id,
		card,
		assist: assignment.assist,
		note: assignment.note,
		instructorName: assignment.instructorName,
		aircraftName: aircraft.name,
		standard: standardCatalog.get(assignment.standardId),
		numbers: numbersToKnow(card, aircraft, tries),
		workedOut: workedOut(card, await briefTries(db, assignment.id, person.id)),
		wind: card.windInBrief === false ? null : windAt(card.weather, card.start.altitudeFt),
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
	compute: async ({ locals, params, request }) => {
		const person = requirePerson(locals, 'student');
		const db = database();
		const assignment = found(await visibleAssignment(db, person, params.id));
		const form = await request.formData();
		const question = String(form.get('question') ?? '');
		const entered = String(form.get('entered') ?? '');
		try {
			await addBriefTry(db, {
				studentId: person.id,
				assignmentId: assignment.id,
				question,
				entered: validateTry(assignment.card, question, entered)
			});
		} catch (error) {
			if (!(error instanceof HanzaError)) throw error;
			return fail(400, { question, entered, words: error.message.replace('/entered', 'Yours') });
		}
	},
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
			const entry = parse(tryIn(powerUnit(aircraftCatalog.get(assignment.card.aircraft))), {
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
