import { fail, redirect } from '@sveltejs/kit';
import { Type } from '@sinclair/typebox';
import { HanzaError, parse } from '@hanza/core';
import { database } from '$lib/server/db.js';
import {
	addOverride,
	addRemark,
	attemptsOf,
	findPerson,
	overridesOf,
	remarksOf
} from '$lib/server/data/index.js';
import { found, notFound, requirePerson } from '$lib/server/guard.js';
import {
	areaOf,
	blindTurnsOf,
	briefBefore,
	scanOf,
	scanTrend,
	importGazeLog,
	visibleAttempt
} from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const person = requirePerson(locals);
	const db = database();
	const attempt = found(await visibleAttempt(db, person, params.id));
	// A flight that has not ended has no grade yet: its student goes back to it.
	if (!attempt.grade) {
		if (person.role === 'student') redirect(303, `/fly/${attempt.id}`);
		return { attempt: null };
	}
	const [scan, scans, turns, remarks, overrides, student, flights, brief] = await Promise.all([
		scanOf(db, attempt),
		scanTrend(db, attempt.studentId),
		blindTurnsOf(db, attempt),
		remarksOf(db, attempt.id),
		overridesOf(db, attempt.id),
		findPerson(db, attempt.studentId),
		attemptsOf(db, attempt.studentId),
		briefBefore(db, attempt)
	]);
	const {
		id,
		card,
		standard,
		assist,
		status,
		startedAt,
		assignmentId,
		grade,
		branchedFrom,
		branchedAtSeconds
	} = attempt;
	const same = flights.filter((flight) => flight.cardId === attempt.cardId && flight.score !== null);
	const before = same.find((flight) => flight.startedAt < startedAt);
	return {
		attempt: { id, card, standard, assist, status, startedAt, assignmentId, branchedFrom, branchedAtSeconds },
		grade,
		scan,
		scans: scan ? scans : [],
		turns,
		brief,
		area: grade?.navigation ? await areaOf(db, card.area).catch(() => null) : null,
		before: before ? { id: before.id, score: before.score! } : null,
		student: { id: student!.id, name: student!.name },
		remarks,
		overrides,
		mayRemark: person.role === 'instructor'
	};
};

const RemarkForm = Type.Object({
	text: Type.String({ minLength: 1, maxLength: 2000 }),
	atSeconds: Type.Union([Type.Null(), Type.Number({ minimum: 0, maximum: 86400 })])
});
const OverrideForm = Type.Object({
	item: Type.Literal('verdict'),
	value: Type.Union([Type.Literal('met'), Type.Literal('not met'), Type.Literal('not shown')]),
	reason: Type.String({ minLength: 3, maxLength: 1000 })
});

/** "1:05" or "65" as seconds; null when empty; NaN when it is neither. */
function secondsOf(text: string): number | null {
	if (text.trim() === '') return null;
	const match = /^\s*(?:(\d+):)?(\d+(?:\.\d+)?)\s*$/.exec(text);
	return match ? Number(match[1] ?? 0) * 60 + Number(match[2]) : NaN;
}

export const actions: Actions = {
	remark: async ({ locals, params, request }) => {
		const person = requirePerson(locals, 'instructor');
		const db = database();
		const attempt = found(await visibleAttempt(db, person, params.id));
		const form = await request.formData();
		const text = String(form.get('text') ?? '').trim();
		const at = String(form.get('at') ?? '');
		const atSeconds = secondsOf(at);
		if (Number.isNaN(atSeconds))
			return fail(400, { text, at, message: 'The time must look like 1:05, or be left empty.' });
		try {
			const remark = parse(RemarkForm, { text, atSeconds });
			await addRemark(db, { attemptId: attempt.id, authorId: person.id, ...remark });
		} catch (error) {
			if (error instanceof HanzaError)
				return fail(400, { text, at, message: 'Write what you want to say first.' });
			throw error;
		}
	},
	gaze: async ({ locals, params, request }) => {
		const person = requirePerson(locals);
		const db = database();
		const attempt = found(await visibleAttempt(db, person, params.id));
		const form = await request.formData();
		const log = form.get('log');
		const map = String(form.get('map') ?? '');
		const began = String(form.get('began') ?? '');
		const beganSeconds = secondsOf(began) ?? 0;
		const refused = (gazeMessage: string) => fail(400, { map, began, gazeMessage });
		if (Number.isNaN(beganSeconds)) return refused('The begin must look like 1:05.');
		if (!(log instanceof File) || log.size === 0) return refused('Choose a log first.');
		if (log.size > 20_000_000) return refused('A log is no larger than 20 MB.');
		try {
			await importGazeLog(db, attempt, await log.text(), map, beganSeconds);
		} catch (error) {
			if (error instanceof HanzaError) return refused(error.message.replace(/^\//, ''));
			throw error;
		}
	},
	override: async ({ locals, params, request }) => {
		const person = requirePerson(locals, 'instructor');
		const db = database();
		const attempt = found(await visibleAttempt(db, person, params.id));
		if (!attempt.grade) notFound();
		const form = await request.formData();
		const value = String(form.get('value') ?? '');
		const reason = String(form.get('reason') ?? '').trim();
		try {
			const entry = parse(OverrideForm, { item: 'verdict', value, reason });
			await addOverride(db, {
				attemptId: attempt.id,
				authorId: person.id,
				computed: attempt.grade.verdict,
				...entry
			});
		} catch (error) {
			if (error instanceof HanzaError)
				return fail(400, { value, reason, overrideMessage: 'Choose a verdict and give the reason.' });
			throw error;
		}
	}
};
