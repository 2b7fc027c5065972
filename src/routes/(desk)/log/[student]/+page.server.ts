import { fail } from '@sveltejs/kit';
import { parse, type TypedEntry } from '@hanza/core';
import * as Type from '@sinclair/typebox';
import { readForm, textsOf } from '$lib/server/forms.js';
import { action, orRefused, page } from '$lib/server/http.js';
import {
	approveDevice,
	confirmEntries,
	deleteEntry,
	EntryConflict,
	EntryRefusal,
	entryOfAttempt,
	FIRST_VIEW,
	forgetDevice,
	keepEntry,
	logPage,
	ownerOf,
	restoreEntry,
	takeBackImport,
	type LogView
} from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

const DAY = /^\d{4}-\d{2}-\d{2}$/;
const SORTS = ['date', 'total', 'pic', 'xc', 'dual', 'actual', 'simulated'] as const;
const WHICH = ['all', 'waiting', 'confirmed', 'deleted'] as const;
const one = <T extends string>(list: readonly T[], text: string | null, otherwise: T): T =>
	list.find((value) => value === text) ?? otherwise;

/** What an address asks for; what it cannot be is as if it were not said. */
function viewOf(asked: URLSearchParams): LogView {
	const day = (name: string) => (DAY.test(asked.get(name) ?? '') ? asked.get(name) : null);
	const page = Number(asked.get('page') ?? 0);
	return {
		words: (asked.get('q') ?? '').slice(0, 100),
		from: day('from'),
		to: day('to'),
		which: one(WHICH, asked.get('which'), FIRST_VIEW.which),
		sort: one(SORTS, asked.get('sort'), FIRST_VIEW.sort),
		descending: asked.get('order') !== 'up',
		page: Number.isInteger(page) && page >= 0 && page < 100_000 ? page : 0,
		perPage: asked.get('rows') === '100' ? 100 : FIRST_VIEW.perPage
	};
}

export const load: PageServerLoad = (event) =>
	page(event, null, async ({ db, person }) => {
		const owner = ownerOf(person, event.params.student);
		const from = event.url.searchParams.get('attempt');
		return {
			...(await logPage(db, person, owner, viewOf(event.url.searchParams))),
			offered: from ? await entryOfAttempt(db, person, owner, from) : null,
			base: `/log/${event.params.student}`
		};
	});

const Seen = Type.Array(
	Type.Object(
		{ id: Type.String({ maxLength: 40 }), version: Type.Integer({ minimum: 1 }) },
		{ additionalProperties: false }
	),
	{ minItems: 1, maxItems: 500 }
);
const Touched = Type.Object({
	id: Type.String({ minLength: 1 }),
	version: Type.Integer({ minimum: 1 }),
	reason: Type.String({ maxLength: 300, default: '' })
});
const Device = Type.Object({
	name: Type.String({ minLength: 1, maxLength: 80 }),
	level: Type.Union(['ffs', 'ftd', 'aatd', 'batd', 'fnpt1', 'fnpt2'].map((level) => Type.Literal(level))),
	approvalNumber: Type.String({ minLength: 1, maxLength: 40 })
});

/** A conflict is said in the page, where the rest of what was done stays. */
async function orConflict<T>(work: () => Promise<T>): Promise<T | ReturnType<typeof fail>> {
	try {
		return await work();
	} catch (thrown) {
		if (thrown instanceof EntryConflict) return fail(409, { message: thrown.message });
		throw thrown;
	}
}

export const actions: Actions = {
	add: (event) =>
		action(event, null, async ({ db, person }) => {
			const entered = textsOf(await event.request.formData());
			return orRefused(
				async () => {
					await keepEntry(
						db,
						person,
						ownerOf(person, event.params.student),
						entered as TypedEntry,
						entered.attempt || null
					);
					return { added: true };
				},
				(message, refusal) => ({
					form: 'add',
					entered,
					errors: refusal instanceof EntryRefusal ? refusal.byField : {},
					...(refusal instanceof EntryRefusal ? {} : { message })
				})
			);
		}),
	confirm: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const form = await event.request.formData();
			const seen = [...form.getAll('entry')].map((value) => {
				const [id, version] = String(value).split(' ');
				return { id, version: Number(version) };
			});
			return orRefused(
				() =>
					orConflict(async () => ({
						confirmed: await confirmEntries(db, person, event.params.student, parse(Seen, seen, '/entry'))
					})),
				() => ({ message: 'Choose the entries to confirm first.' })
			);
		}),
	delete: (event) =>
		action(event, null, async ({ db, person }) => {
			const form = readForm(await event.request.formData(), Touched);
			if (!form.ok) return form.refused;
			const { id, version, reason } = form.value;
			return orRefused(
				() =>
					orConflict(() =>
						deleteEntry(db, person, id, { version, reason }).then(() => ({
							deleted: { id, version: version + 1 }
						}))
					),
				(message) => ({ message })
			);
		}),
	restore: (event) =>
		action(event, null, async ({ db, person }) => {
			const form = readForm(await event.request.formData(), Touched);
			if (!form.ok) return form.refused;
			return orRefused(
				() => orConflict(() => restoreEntry(db, person, form.value.id, form.value.version)),
				(message) => ({ message })
			);
		}),
	undo: (event) =>
		action(event, null, async ({ db, person }) => {
			const id = String((await event.request.formData()).get('import') ?? '');
			return { undone: await takeBackImport(db, person, id) };
		}),
	device: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const form = readForm(await event.request.formData(), Device);
			if (!form.ok) return form.refused;
			await approveDevice(db, person, form.value as Parameters<typeof approveDevice>[2]);
		}),
	forget: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			await forgetDevice(db, person, String((await event.request.formData()).get('device') ?? ''));
		})
};
