import * as Type from '@sinclair/typebox';
import { readForm } from '$lib/server/forms.js';
import { action, orRefused, page } from '$lib/server/http.js';
import { briefPage, powerUnitOf, tryNumbers, tryQuestion } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'student', ({ db, person }) => briefPage(db, person, event.params.id));

/** What can be said of power, in the aircraft's own unit. */
const POWER = {
	rpm: Type.Number({ minimum: 500, maximum: 3000 }),
	inHg: Type.Number({ minimum: 5, maximum: 35 })
};

export const actions: Actions = {
	compute: (event) =>
		action(event, 'student', async ({ db, person }) => {
			const form = await event.request.formData();
			const question = String(form.get('question') ?? '');
			const entered = String(form.get('entered') ?? '');
			const tried = await orRefused(
				() => tryQuestion(db, person, event.params.id, question, entered),
				(message) => ({
					entered: { question, entered },
					errors: { entered: message.replace('/entered ', '') }
				})
			);
			if (tried) return tried;
		}),
	try: (event) =>
		action(event, 'student', async ({ db, person }) => {
			const unit = await powerUnitOf(db, person, event.params.id);
			const form = readForm(
				await event.request.formData(),
				Type.Object({
					configuration: Type.String({ minLength: 1, maxLength: 64 }),
					pitchDeg: Type.Number({ minimum: -20, maximum: 30 }),
					power: POWER[unit]
				})
			);
			if (!form.ok) return form.refused;
			await tryNumbers(db, person, event.params.id, form.value);
		})
};
