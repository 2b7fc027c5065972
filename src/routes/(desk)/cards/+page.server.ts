import { fail, redirect } from '@sveltejs/kit';
import { HanzaError, PATTERN_IDS, PATTERNS, UPSET_LEVELS } from '@hanza/core';
import { aircraftCatalog, cardCatalog } from '$data';
import { database } from '$lib/server/db.js';
import { cardsOf, removeCard } from '$lib/server/data/index.js';
import { found, requirePerson } from '$lib/server/guard.js';
import { isRecordId, saveCard, createFromPattern, settableCard } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
	const person = requirePerson(locals, 'instructor');
	const own = await cardsOf(database(), person.id);
	const names = new Map(aircraftCatalog.all.map(({ id, name }) => [id, name]));
	const row = (id: string, card: (typeof own)[number]['card'], mine: boolean) => ({
		id,
		name: card.name,
		summary: card.summary,
		group: mine ? 'Your own' : (card.group ?? 'Others'),
		aircraft: names.get(card.aircraft) ?? card.aircraft,
		phases: card.phases.length,
		mine
	});
	return {
		cards: [
			...own.map(({ id, card }) => row(id, card, true)),
			...cardCatalog.all.map((card) => row(card.id, card, false))
		],
		patterns: [
			...PATTERN_IDS.map((id) => ({ id: id as string, name: PATTERNS[id].name })),
			{ id: 'find-your-numbers', name: 'Find your numbers' },
			...UPSET_LEVELS.map((level) => ({ id: `upset-${level}`, name: `Unusual attitude, ${level}` }))
		],
		aircraft: aircraftCatalog.all.map(({ id, name }) => ({ id, name }))
	};
};

/** Runs what keeps a card; a refusal is said, not thrown. */
async function kept(keep: () => Promise<string>) {
	let id: string;
	try {
		id = await keep();
	} catch (error) {
		if (error instanceof HanzaError) return fail(400, { message: error.message });
		throw error;
	}
	redirect(303, `/cards/${id}`);
}

export const actions: Actions = {
	copy: async ({ locals, request }) => {
		const person = requirePerson(locals, 'instructor');
		const db = database();
		const id = String((await request.formData()).get('card') ?? '');
		return kept(async () => {
			const card = await settableCard(db, person, id);
			return saveCard(db, person, { ...card, name: `${card.name}, own`.slice(0, 80) });
		});
	},
	createFromPattern: async ({ locals, request }) => {
		const person = requirePerson(locals, 'instructor');
		const form = await request.formData();
		const number = (name: string) => Number(String(form.get(name) ?? '').replace(',', '.'));
		return kept(() =>
			createFromPattern(database(), person, {
				pattern: String(form.get('pattern') ?? ''),
				aircraft: String(form.get('aircraft') ?? ''),
				altitudeFt: number('altitudeFt'),
				headingDeg: number('headingDeg')
			})
		);
	},
	import: async ({ locals, request }) => {
		const person = requirePerson(locals, 'instructor');
		const file = (await request.formData()).get('file');
		if (!(file instanceof File) || file.size === 0) return fail(400, { message: 'Choose a file first.' });
		if (file.size > 500_000) return fail(400, { message: 'A card is no larger than 500 kB.' });
		let card: unknown;
		try {
			card = JSON.parse(await file.text());
		} catch {
			return fail(400, { message: `${file.name} is not JSON.` });
		}
		return kept(() => saveCard(database(), person, card));
	},
	remove: async ({ locals, request }) => {
		const person = requirePerson(locals, 'instructor');
		const id = String((await request.formData()).get('card') ?? '');
		found(isRecordId(id) && (await removeCard(database(), person.id, id)) > 0 ? true : null);
	}
};
