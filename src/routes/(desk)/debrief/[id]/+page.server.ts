import { fail, redirect } from '@sveltejs/kit';
import * as Type from '@sinclair/typebox';
import { readForm, refusedForm } from '$lib/server/forms.js';
import { action, orRefused, page } from '$lib/server/http.js';
import { addGazeLog, debriefPage, overrideVerdict, remark, setNext } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, null, async ({ db, person }) => {
		const debrief = await debriefPage(db, person, event.params.id);
		// A flight that has not ended has no grade yet: its student goes back to it.
		if (!debrief.attempt && person.role === 'student') redirect(303, `/fly/${debrief.attemptId}`);
		return debrief;
	});

const RemarkForm = Type.Object({
	text: Type.String({ minLength: 1, maxLength: 2000 }),
	at: Type.String({ maxLength: 20 })
});
const OverrideForm = Type.Object({
	value: Type.Union([Type.Literal('met'), Type.Literal('not met'), Type.Literal('not shown')]),
	reason: Type.String({ minLength: 3, maxLength: 1000 })
});
const LONGEST_SECONDS = 86_400;
const MOST_BYTES = 20_000_000;

/** "1:05" or "65" as seconds; null when empty; NaN when it is neither. */
function secondsOf(text: string): number | null {
	if (text.trim() === '') return null;
	const match = /^\s*(?:(\d+):(?=[0-5]?\d(?:\D|$)))?(\d+(?:\.\d+)?)\s*$/.exec(text);
	const seconds = match ? Number(match[1] ?? 0) * 60 + Number(match[2]) : NaN;
	return seconds <= LONGEST_SECONDS ? seconds : NaN;
}

export const actions: Actions = {
	next: (event) =>
		action(event, null, async ({ db, person }) => {
			const id = await setNext(db, person, event.params.id);
			if (person.role === 'student') redirect(303, `/brief/${id}`);
		}),
	remark: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const form = readForm(await event.request.formData(), RemarkForm);
			if (!form.ok) {
				const { entered } = form.refused.data;
				return refusedForm(entered, { text: 'Write what you want to say first.' });
			}
			const { text, at } = form.value;
			const atSeconds = secondsOf(at);
			if (Number.isNaN(atSeconds))
				return refusedForm(form.entered, { at: 'The time must look like 1:05, or be left empty.' });
			return orRefused(
				() => remark(db, person, event.params.id, { text, atSeconds }),
				(message) => refusedForm(form.entered, { at: message.replace(/^\/at/, 'The time') }).data
			);
		}),
	gaze: (event) =>
		action(event, null, async ({ db, person }) => {
			const form = await event.request.formData();
			const log = form.get('log');
			const entered = { map: String(form.get('map') ?? ''), began: String(form.get('began') ?? '') };
			const beganSeconds = secondsOf(entered.began) ?? 0;
			const refused = (field: string, words: string) => fail(400, { entered, errors: { [field]: words } });
			if (Number.isNaN(beganSeconds)) return refused('began', 'The begin must look like 1:05.');
			if (!(log instanceof File) || log.size === 0) return refused('log', 'Choose a log first.');
			if (log.size > MOST_BYTES) return refused('log', 'A log is no larger than 20 MB.');
			const text = await log.text();
			const taken = await orRefused(
				() => addGazeLog(db, person, event.params.id, { text, map: entered.map, beganSeconds }),
				(message) => {
					const field = message.startsWith('/map') ? 'map' : 'log';
					return { entered, errors: { [field]: message.replace(/^\//, '') } as Record<string, string> };
				}
			);
			if (typeof taken !== 'number') return taken;
		}),
	override: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const form = readForm(await event.request.formData(), OverrideForm);
			if (!form.ok) {
				const { entered, errors } = form.refused.data;
				return refusedForm(entered, {
					...(errors.value ? { value: 'Choose a verdict.' } : {}),
					...(errors.reason ? { reason: 'Give the reason.' } : {})
				});
			}
			await overrideVerdict(db, person, event.params.id, form.value);
		})
};
