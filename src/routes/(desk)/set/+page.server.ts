import { fail, redirect } from '@sveltejs/kit';
import { Type } from '@sinclair/typebox';
import { FAILURE_KINDS, FAILURES, HanzaError, parse, SCHOOL_IDS, SCHOOLS, massAndBalance } from '@hanza/core';
import { aircraftCatalog, cardCatalog, standardCatalog } from '$data';
import { database } from '$lib/server/db.js';
import { addAssignment, cardsOf, removeCard, studentsOf } from '$lib/server/data/index.js';
import { found, requirePerson } from '$lib/server/guard.js';
import {
	areaOf,
	Conditions,
	isRecordId,
	NO_CONDITIONS,
	ownStudent,
	settableCard,
	withConditions
} from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => {
	const person = requirePerson(locals, 'instructor');
	const db = database();
	const students = await studentsOf(db, person.id);
	const kept = await cardsOf(db, person.id);
	return {
		students: students.map(({ id, name }) => ({ id, name })),
		chosen: url.searchParams.get('student') ?? students[0]?.id ?? '',
		chosenCard: url.searchParams.get('card') ?? '',
		cards: [
			...kept.map(({ id, card, authorName }) => ({
				id,
				name: card.name,
				summary: `${card.summary} Kept by ${authorName}.`,
				group: 'Your own',
				aircraft: card.aircraft,
				kept: true
			})),
			...cardCatalog.all.map(({ id, name, summary, aircraft, group = 'Others' }) => ({
				id,
				name,
				summary,
				group,
				aircraft,
				kept: false
			}))
		],
		aircraft: aircraftCatalog.all.map((one) => ({
			id: one.id,
			name: one.name,
			verticalSpeed: one.verticalSpeed,
			loadings: [
				{ id: 'standard', name: 'as in its table', loading: one.loading.standard },
				...one.loading.examples
			].map(({ id, name, loading }) => ({
				id,
				name,
				massKg: Math.round(massAndBalance(one, loading).massKg)
			}))
		})),
		failures: FAILURE_KINDS.map((kind) => ({ kind, ...FAILURES[kind] })),
		standards: standardCatalog.all.map(({ id, name, edition, source }) => ({ id, name, edition, source })),
		schools: SCHOOL_IDS.map((id) => ({ id, name: SCHOOLS[id].name })),
		usual: NO_CONDITIONS
	};
};

const Task = Type.Composite([
	Type.Object({
		student: Type.String({ maxLength: 64 }),
		card: Type.String({ minLength: 1, maxLength: 64 }),
		standard: Type.String({ minLength: 1, maxLength: 64 }),
		assist: Type.Union([Type.Literal('direct'), Type.Literal('attitude'), Type.Literal('any')]),
		note: Type.String({ maxLength: 500 })
	}),
	Conditions
]);
const LABELS: Record<string, string> = {
	windFromDeg: 'Wind from',
	windSpeedKt: 'Wind speed',
	gustKt: 'Gusts',
	temperatureOffsetC: 'Temperature',
	seaLevelPressureHpa: 'Pressure',
	cloudBaseFt: 'Cloud base',
	cloudTopsFt: 'Cloud tops',
	visibilityKm: 'Visibility',
	failFromSeconds: 'Failure not before',
	failToSeconds: 'Failure not after',
	creepSeconds: 'Creeping',
	start: 'The start'
};

/** What was typed, as numbers where numbers are meant; an empty field is the usual. */
function numbersOf(form: Record<string, unknown>): Partial<Conditions> {
	return Object.fromEntries(
		Object.entries(NO_CONDITIONS)
			.filter(([, usual]) => typeof usual !== 'string')
			.map(([name, usual]) => {
				const text = String(form[name] ?? '').trim();
				return [name, text === '' ? usual : Number(text.replace(',', '.'))];
			})
	);
}

export const actions: Actions = {
	set: async ({ locals, request }) => {
		const person = requirePerson(locals, 'instructor');
		const db = database();
		const form = Object.fromEntries(await request.formData());
		let student;
		try {
			const task = parse(Task, { ...NO_CONDITIONS, note: '', ...form, ...numbersOf(form) });
			student = found(await ownStudent(db, person, task.student));
			const card = await settableCard(db, person, task.card);
			await addAssignment(db, {
				studentId: student.id,
				instructorId: person.id,
				card: withConditions(card, task, await areaOf(db, card.area)),
				standardId: standardCatalog.get(task.standard).id,
				assist: task.assist,
				note: task.note.trim()
			});
		} catch (error) {
			if (error instanceof HanzaError) {
				const words = error.message.replace(/^\/(\w+)/, (_, name: string) => LABELS[name] ?? name);
				return fail(400, { message: words, entered: form as Record<string, string> });
			}
			throw error;
		}
		redirect(303, `/students/${student.id}`);
	},
	remove: async ({ locals, request }) => {
		const person = requirePerson(locals, 'instructor');
		const id = String((await request.formData()).get('card') ?? '');
		found(isRecordId(id) && (await removeCard(database(), person.id, id)) > 0 ? true : null);
		redirect(303, '/set');
	}
};
