import { LOG_COLUMNS, type TypedEntry } from '@hanza/core';
import * as Type from '@sinclair/typebox';
import { readForm, refusedForm } from '$lib/server/forms.js';
import { action, orRefused, page, placeOf } from '$lib/server/http.js';
import {
	chooseGoal,
	endorsementList,
	giveEndorsement,
	keepCheck,
	ownerOf,
	ratingPage,
	takeBackEndorsement
} from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

const DAY = /^\d{4}-\d{2}-\d{2}$/;

/** An entry that is tried is in the address: it can be sent on, and is kept nowhere. */
function triedIn(asked: URLSearchParams): TypedEntry | null {
	if (!asked.has('totalMinutes')) return null;
	return Object.fromEntries(
		LOG_COLUMNS.map(({ field }) => [field, (asked.get(field) ?? '').slice(0, 1000)])
	) as TypedEntry;
}

export const load: PageServerLoad = (event) =>
	page(event, null, async ({ db, person }) => {
		const owner = ownerOf(person, event.params.student);
		const asked = event.url.searchParams;
		const asOf = asked.get('asOf');
		const from = {
			rulesId: asked.get('rules'),
			asOf: asOf && DAY.test(asOf) ? asOf : null,
			besideId: asked.get('beside')
		};
		const whatIf = triedIn(asked);
		const tried = await orRefused(
			() => ratingPage(db, person, owner, { ...from, whatIf }),
			(message) => ({ message })
		);
		const isRefused = 'status' in tried;
		const shown = isRefused
			? await ratingPage(db, person, owner, { ...from, asOf: null, whatIf: null })
			: tried;
		return {
			...shown,
			refusal: isRefused ? (tried.data as { message: string }).message : null,
			whatIf,
			endorsements: await endorsementList(db, person, owner),
			base: `/log/${event.params.student}`
		};
	});

const Check = Type.Object({
	rules: Type.String({ minLength: 1, maxLength: 80 }),
	asOf: Type.String({ pattern: DAY.source })
});
const Signature = Type.Object({
	kind: Type.String({ minLength: 1, maxLength: 40 }),
	words: Type.String({ minLength: 1, maxLength: 2000 }),
	givenOn: Type.String({ pattern: DAY.source })
});

export const actions: Actions = {
	goal: (event) =>
		action(event, null, async ({ db, person }) => {
			const rules = String((await event.request.formData()).get('rules') ?? '');
			await chooseGoal(db, person, ownerOf(person, event.params.student), rules);
		}),
	check: (event) =>
		action(event, null, async ({ db, person }) => {
			const form = readForm(await event.request.formData(), Check);
			if (!form.ok) return form.refused;
			await keepCheck(db, person, ownerOf(person, event.params.student), {
				rulesId: form.value.rules,
				asOf: form.value.asOf
			});
		}),
	sign: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const form = readForm(await event.request.formData(), Signature);
			if (!form.ok) return form.refused;
			return orRefused(
				() => giveEndorsement(db, person, event.params.student, form.value),
				(message, refusal) =>
					refusedForm(form.entered, { [placeOf(refusal) ?? 'words']: message.replace(/^\/\S+ /, '') }).data
			);
		}),
	withdraw: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const id = String((await event.request.formData()).get('endorsement') ?? '');
			await takeBackEndorsement(db, person, event.params.student, id);
		})
};
