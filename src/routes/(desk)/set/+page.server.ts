import { fail, redirect } from '@sveltejs/kit';
import { Type } from '@sinclair/typebox';
import { HanzaError, parse } from '@hanza/core';
import { cardShelf, standardShelf } from '$data';
import { database } from '$lib/server/db.js';
import { addAssignment, studentsOf } from '$lib/server/data/index.js';
import { found, requirePerson } from '$lib/server/guard.js';
import { ownStudent } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => {
	const person = requirePerson(locals, 'instructor');
	const students = await studentsOf(database(), person.id);
	return {
		students: students.map(({ id, name }) => ({ id, name })),
		chosen: url.searchParams.get('student') ?? students[0]?.id ?? '',
		cards: cardShelf.all.map(({ id, name, summary }) => ({ id, name, summary })),
		standards: standardShelf.all.map(({ id, name, edition, source }) => ({ id, name, edition, source }))
	};
};

const Task = Type.Object({
	student: Type.String({ maxLength: 64 }),
	card: Type.String({ minLength: 1, maxLength: 64 }),
	standard: Type.String({ minLength: 1, maxLength: 64 }),
	assist: Type.Union([Type.Literal('direct'), Type.Literal('attitude'), Type.Literal('any')]),
	note: Type.String({ maxLength: 500 })
});

export const actions: Actions = {
	default: async ({ locals, request }) => {
		const person = requirePerson(locals, 'instructor');
		const db = database();
		const form = Object.fromEntries(await request.formData());
		let student;
		try {
			const task = parse(Task, { note: '', ...form });
			student = found(await ownStudent(db, person, task.student));
			await addAssignment(db, {
				studentId: student.id,
				instructorId: person.id,
				card: cardShelf.get(task.card),
				standardId: standardShelf.get(task.standard).id,
				assist: task.assist,
				note: task.note.trim()
			});
		} catch (error) {
			if (error instanceof HanzaError) return fail(400, { message: error.message });
			throw error;
		}
		redirect(303, `/students/${student.id}`);
	}
};
