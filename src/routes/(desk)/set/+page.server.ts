import { fail, redirect } from '@sveltejs/kit';
import { Type } from '@sinclair/typebox';
import { FAILURE_KINDS, FAILURES, HanzaError, parse, TurbulenceLevel } from '@hanza/core';
import { cardShelf, standardShelf } from '$data';
import { database } from '$lib/server/db.js';
import { addAssignment, studentsOf } from '$lib/server/data/index.js';
import { found, requirePerson } from '$lib/server/guard.js';
import { ownStudent, withConditions } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => {
	const person = requirePerson(locals, 'instructor');
	const students = await studentsOf(database(), person.id);
	return {
		students: students.map(({ id, name }) => ({ id, name })),
		chosen: url.searchParams.get('student') ?? students[0]?.id ?? '',
		cards: cardShelf.all.map(({ id, name, summary }) => ({ id, name, summary })),
		failures: FAILURE_KINDS.map((kind) => ({ kind, ...FAILURES[kind] })),
		standards: standardShelf.all.map(({ id, name, edition, source }) => ({ id, name, edition, source }))
	};
};

const Task = Type.Object({
	student: Type.String({ maxLength: 64 }),
	card: Type.String({ minLength: 1, maxLength: 64 }),
	standard: Type.String({ minLength: 1, maxLength: 64 }),
	assist: Type.Union([Type.Literal('direct'), Type.Literal('attitude'), Type.Literal('any')]),
	note: Type.String({ maxLength: 500 }),
	windFromDeg: Type.Number({ minimum: 0, maximum: 360 }),
	windSpeedKt: Type.Number({ minimum: 0, maximum: 60 }),
	turbulence: TurbulenceLevel,
	failure: Type.Union([Type.Literal('none'), ...FAILURE_KINDS.map((kind) => Type.Literal(kind))]),
	failFromSeconds: Type.Number({ minimum: 0, maximum: 3600 }),
	failToSeconds: Type.Number({ minimum: 0, maximum: 3600 }),
	creepSeconds: Type.Number({ minimum: 0, maximum: 1200 })
});
const NUMBERS = ['windFromDeg', 'windSpeedKt', 'failFromSeconds', 'failToSeconds', 'creepSeconds'] as const;
const LABELS: Record<string, string> = {
	windFromDeg: 'Wind from',
	windSpeedKt: 'Wind speed',
	failFromSeconds: 'Failure not before',
	failToSeconds: 'Failure not after',
	creepSeconds: 'Creeping'
};

export const actions: Actions = {
	default: async ({ locals, request }) => {
		const person = requirePerson(locals, 'instructor');
		const db = database();
		const form = Object.fromEntries(await request.formData());
		let student;
		try {
			const numbers = Object.fromEntries(
				NUMBERS.map((name) => {
					const text = String(form[name] ?? '').trim();
					return [name, text === '' ? 0 : Number(text)];
				})
			);
			const task = parse(Task, { note: '', turbulence: 'none', failure: 'none', ...form, ...numbers });
			student = found(await ownStudent(db, person, task.student));
			await addAssignment(db, {
				studentId: student.id,
				instructorId: person.id,
				card: withConditions(cardShelf.get(task.card), task),
				standardId: standardShelf.get(task.standard).id,
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
	}
};
