import { redirect } from '@sveltejs/kit';
import * as Type from '@sinclair/typebox';
import type { TObject } from '@sinclair/typebox';
import { TARGET_KINDS, type TargetKind } from '@hanza/core';
import { readForm, refusedForm } from '$lib/server/forms.js';
import { action, orRefused, page, placeOf } from '$lib/server/http.js';
import { changeOwnStandard, standardPage, type StandardChange } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'instructor', ({ db, person }) => standardPage(db, person, event.params.id));

const size = Type.Number({ minimum: 0, maximum: 2000 });
/** The items as flat fields: "altitudeFt-above" and so on. */
const StandardForm: TObject = Type.Object({
	name: Type.String({ minLength: 1, maxLength: 100 }),
	edition: Type.String({ minLength: 1, maxLength: 60 }),
	source: Type.String({ minLength: 1, maxLength: 300 }),
	excursionSeconds: Type.Number({ minimum: 0, maximum: 60 }),
	backSeconds: Type.Number({ minimum: 0, maximum: 30 }),
	farTimes: Type.Number({ minimum: 1, maximum: 10 }),
	outsidePercent: Type.Number({ minimum: 0, maximum: 100 }),
	...Object.fromEntries(
		TARGET_KINDS.flatMap((kind) => [
			[`${kind}-above`, size],
			[`${kind}-below`, size],
			[`${kind}-decisive`, Type.String({ default: '' })]
		])
	)
});

export const actions: Actions = {
	default: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const form = readForm(await event.request.formData(), StandardForm);
			if (!form.ok) return form.refused;
			const { name, edition, source, excursionSeconds, backSeconds, farTimes, outsidePercent, ...fields } =
				form.value as Record<string, number | string>;
			const items = Object.fromEntries(
				TARGET_KINDS.map((kind) => [
					kind,
					{
						above: fields[`${kind}-above`],
						below: fields[`${kind}-below`],
						decisive: fields[`${kind}-decisive`] === 'yes'
					}
				])
			) as Record<TargetKind, StandardChange['items'][TargetKind]>;
			const change = {
				...{ name, edition, source, excursionSeconds, backSeconds, farTimes, items },
				outsideShare: Number(outsidePercent) / 100
			} as StandardChange;
			const refused = await orRefused(
				() => changeOwnStandard(db, person, event.params.id, change),
				(message, refusal) => {
					// "/items/needle/above must be …" belongs beside that field.
					const [, kind, side] = /^\/items\/([\w-]+)\/(\w+)/.exec(message) ?? [];
					const place = kind ? `${kind}-${side}` : placeOf(refusal);
					return place
						? refusedForm(form.entered, { [place]: message.replace(/^\/\S+ /, '') }).data
						: refusedForm(form.entered, {}, message).data;
				}
			);
			if (refused) return refused;
			redirect(303, '/library/standards');
		})
};
